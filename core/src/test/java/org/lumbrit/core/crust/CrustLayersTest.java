package org.lumbrit.core.crust;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.growth.ClimbLayer;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoulderShape;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Carried;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.PointPlace;

/** Crust, shelves and climbers as layers of a site: what stands at which second. */
class CrustLayersTest {
    private static final Prop POST =
            new Prop("post", "Post", new BoxShape(0.3, 2, 0.3), 1, 0, 2, 30, 0, 0, 1, true, 0, 0, "#886644", false);
    private static final Prop STONE = new Prop(
            "stone",
            "Stone",
            new BoulderShape(0.5, 0.3, 0.3, 0.3, 3, 2),
            -2,
            0,
            0,
            0,
            0,
            0,
            1,
            true,
            0,
            0,
            "#777777",
            false);

    private static SiteEvaluation site(double time, Layer... layers) {
        return site(time, new ResultsOfOneRun(), List.of(), layers);
    }

    private static SiteEvaluation site(double time, Results results, List<Track> tracks, Layer... layers) {
        float[] heights = new float[65 * 65];
        Recipe recipe = new Recipe(
                "Yard",
                GroundSpec.flat(10, 10, 65, Optional.empty()),
                List.of(new PointPlace("foot", "Foot", new Point3(1, 0, 2.2))),
                List.of(POST, STONE),
                List.of(),
                List.of(layers),
                List.of(),
                new Clock(24, 0, 0, 30, tracks));
        return new SiteEvaluation(
                new SitePlan(recipe, new Ground(65, 65, heights, 10), SiteAssets.NONE, time), results, Cancel.NEVER);
    }

    /** A layer with everything by default but what is given. */
    private static <T extends Layer> T fresh(Class<T> type, Map<String, Object> with) {
        Object[] values = Arrays.stream(Kinds.components(type))
                .map(component -> with.containsKey(component.getName())
                        ? with.get(component.getName())
                        : byDefault(component.getType(), Kinds.setting(component)))
                .toArray();
        try {
            return type.cast(type.getDeclaredConstructors()[0].newInstance(values));
        } catch (ReflectiveOperationException e) {
            throw new AssertionError(e);
        }
    }

    private static Object byDefault(Class<?> type, Setting setting) {
        String text = setting == null ? "Thing" : setting.byDefault();
        if (type == Map.class) {
            return Map.of();
        }
        if (type.isEnum()) {
            return Arrays.stream(type.getEnumConstants())
                    .filter(each -> each.toString().equalsIgnoreCase(text))
                    .findFirst()
                    .orElseThrow();
        }
        return type == int.class
                ? (Object) Integer.valueOf(text.isEmpty() ? "1" : text)
                : type == double.class
                        ? (Object) Double.valueOf(text)
                        : type == boolean.class ? (Object) Boolean.valueOf(text) : text;
    }

    private static CrustLayer ice(double longest) {
        return fresh(
                CrustLayer.class,
                Map.of(
                        "id",
                        "ice",
                        "on",
                        "post",
                        "from",
                        "foot",
                        "cell",
                        0.04,
                        "longest",
                        longest,
                        "thickens",
                        2.0,
                        "spreads",
                        5.0,
                        "properties",
                        Map.of(CrustLayer.SPEED, new PropertyRange(0, 0.25, Combine.PRODUCT))));
    }

    private static Optional<Carried> carried(double time, Layer layer) {
        SiteEvaluation site = site(time, layer);
        return layer.carried(site.surroundings(layer));
    }

    @Test
    void iceComesUpThePostAndStops() {
        CrustLayer ice = ice(0.1);
        assertThat(carried(0, ice)).isEmpty();
        Carried early = carried(3, ice).orElseThrow();
        Carried late = carried(8, ice).orElseThrow();
        assertThat(MeshCheck.of(late.mesh()).closed()).isTrue();
        assertThat(late.mesh().bounds()[4]).isGreaterThan(early.mesh().bounds()[4] + 0.2);
        // five seconds at a quarter of a metre a second, and no farther
        assertThat(late.mesh().bounds()[4] - late.mesh().bounds()[1]).isLessThan(1.25 + 0.4);
        assertThat(carried(29, ice).orElseThrow().mesh().positions())
                .isEqualTo(late.mesh().positions());
        assertThat(late.skin().numbers()).hasSize(late.mesh().vertices());
    }

    @Test
    void iceOnTheGroundIsARoundPlateThatStops() {
        CrustLayer plate = Kinds.with(ice(0), "on", "");
        assertThat(carried(0, plate)).isEmpty();
        Carried whole = carried(20, plate).orElseThrow();
        assertThat(MeshCheck.of(whole.mesh()).closed()).isTrue();
        double[] b = whole.mesh().bounds();
        // round its place, as far as five seconds at a quarter of a metre a second go
        assertThat((b[0] + b[3]) / 2).isCloseTo(1, within(0.1));
        assertThat((b[2] + b[5]) / 2).isCloseTo(2.2, within(0.1));
        assertThat(b[3] - b[0]).isCloseTo(2.5, within(0.2));
        assertThat(b[4]).isCloseTo(0.03, within(0.02));
    }

    @Test
    void findingsOfIceAreSaid() {
        CrustLayer never =
                Kinds.with(ice(0.1), "properties", Map.of(CrustLayer.SPEED, new PropertyRange(0, 0, Combine.PRODUCT)));
        assertThat(never.findings(site(0, never).surroundings(never)))
                .extracting(Finding::title)
                .anyMatch(title -> title.contains("never arrives"));
        CrustLayer thin = Kinds.with(ice(0.1), "wide", 0.001);
        assertThat(thin.findings(site(0, thin).surroundings(thin)))
                .extracting(Finding::title)
                .anyMatch(title -> title.contains("finer than the grid"));
    }

    private static AccretionLayer shelves() {
        return fresh(
                AccretionLayer.class,
                Map.of("id", "shelf", "from", "stone", "length", 0.06, "steps", 20, "pace", 2.0, "clear", 0.1));
    }

    @Test
    void shelvesGrowStepByStepAndStandForTheirProp() {
        AccretionLayer layer = shelves();
        assertThat(layer.standsFor(STONE)).isTrue();
        assertThat(layer.standsFor(POST)).isFalse();
        double start = MeshCheck.volume(carried(0, layer).orElseThrow().mesh());
        double middle = MeshCheck.volume(carried(5, layer).orElseThrow().mesh());
        double end = MeshCheck.volume(carried(10, layer).orElseThrow().mesh());
        assertThat(middle).isGreaterThan(1.02 * start);
        assertThat(end).isGreaterThan(1.02 * middle);
        assertThat(MeshCheck.volume(carried(30, layer).orElseThrow().mesh())).isEqualTo(end);
        // a quarter of a step back gives what was there
        assertThat(MeshCheck.volume(carried(5.2, layer).orElseThrow().mesh())).isEqualTo(middle);
        assertThat(layer.sentence("", site(5, layer).surroundings(layer))).contains("10 of 20 steps");
    }

    @Test
    void moreTrianglesThanAreAllowedStopIt() {
        AccretionLayer small = Kinds.with(shelves(), "most", 100);
        assertThat(small.findings(site(10, small).surroundings(small)))
                .extracting(Finding::title)
                .anyMatch(title -> title.contains("stopped by its triangles"));
    }

    @Test
    void trianglesTooSmallForWhatIsAllowedAreLongerAndThatIsSaid() {
        AccretionLayer fine = Kinds.with(Kinds.with(shelves(), "length", 0.0001), "most", 2000);
        SiteEvaluation site = site(0, fine);
        assertThat(fine.carried(site.surroundings(fine)).orElseThrow().mesh().count())
                .isBetween(800, 3500);
        assertThat(fine.findings(site.surroundings(fine)))
                .extracting(Finding::title)
                .anyMatch(title -> title.contains("coarser than asked"));
    }

    @Test
    void tooManySpikesAreRefusedInWords() {
        CrustLayer many = Kinds.with(
                ice(0.1),
                "properties",
                Map.of(
                        CrustLayer.SPEED,
                        new PropertyRange(0, 1, Combine.PRODUCT),
                        CrustLayer.SPIKES,
                        new PropertyRange(0, 1e6, Combine.PRODUCT)));
        assertThatThrownBy(() -> carried(8, many))
                .isInstanceOf(BeyondRoomException.class)
                .hasMessageContaining("spikes");
    }

    @Test
    void drivenToNothingItStandsStill() {
        AccretionLayer still = Kinds.with(
                shelves(), "properties", Map.of(AccretionLayer.GROWS, new PropertyRange(0, 0, Combine.PRODUCT)));
        assertThat(MeshCheck.volume(carried(10, still).orElseThrow().mesh()))
                .isEqualTo(MeshCheck.volume(carried(0, still).orElseThrow().mesh()));
        assertThat(still.findings(site(10, still).surroundings(still)))
                .extracting(Finding::title)
                .anyMatch(title -> title.contains("stands still"));
    }

    @Test
    void climbersGrowAsFarAsWhatDrivesThemLetsThem() {
        Map<String, Object> base = Map.of("id", "vine", "from", "foot", "many", 3, "longest", 2.0);
        ClimbLayer whole = fresh(ClimbLayer.class, base);
        ClimbLayer half =
                Kinds.with(whole, "properties", Map.of(ClimbLayer.GROWS, new PropertyRange(0, 0.5, Combine.PRODUCT)));
        ClimbLayer none =
                Kinds.with(whole, "properties", Map.of(ClimbLayer.GROWS, new PropertyRange(0, 0, Combine.PRODUCT)));
        assertThat(carried(0, half).orElseThrow().mesh().area())
                .isLessThan(0.8 * carried(0, whole).orElseThrow().mesh().area())
                .isPositive();
        assertThat(carried(0, none)).isEmpty();
        assertThat(half.sentence("", site(0, half).surroundings(half))).contains("50 %");
    }

    @Test
    void climbersGrowEachInItsOwnTimeAndAreGoneAtNothing() {
        ClimbLayer layer = fresh(
                ClimbLayer.class,
                Map.of(
                        "id", "vine", "from", "foot", "many", 5, "longest", 2.0, "begins", 0.0, "takes", 4.0, "later",
                        3.0));
        assertThat(carried(0, layer)).isEmpty();
        double early = carried(3, layer).orElseThrow().mesh().area();
        double late = carried(8, layer).orElseThrow().mesh().area();
        assertThat(early).isLessThan(late).isPositive();
        assertThat(carried(30, layer).orElseThrow().mesh().area()).isCloseTo(late, within(1e-9));
        assertThat(carried(30, Kinds.with(layer, "grown", 0.0))).isEmpty();
        // they have gone up the post
        assertThat(carried(30, layer).orElseThrow().mesh().bounds()[4]).isGreaterThan(1);
    }

    private static float[] keyed(double time, Results results) {
        ClimbLayer layer = fresh(ClimbLayer.class, Map.of("id", "vine", "from", "foot", "many", 2, "longest", 0.5));
        Track longer = new Track(
                Track.Owner.LAYER,
                "vine",
                "longest",
                Easing.LINEAR,
                false,
                List.of(new CurvePoint(0, 0.5), new CurvePoint(10, 2)));
        SiteEvaluation site = site(time, results, List.of(longer), layer);
        Layer now = site.plan().recipe().layer("vine").orElseThrow();
        return now.carried(site.surroundings(now)).orElseThrow().mesh().positions();
    }

    @Test
    void aKeyedNumberGivesTheSameWhicheverSecondIsLookedAtFirst() {
        float[] alone = keyed(10, new ResultsOfOneRun());
        Results shared = new ResultsOfOneRun();
        keyed(0, shared);
        assertThat(keyed(10, shared)).isEqualTo(alone);
    }
}
