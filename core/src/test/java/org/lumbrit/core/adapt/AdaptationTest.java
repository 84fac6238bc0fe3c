package org.lumbrit.core.adapt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.HandPlaced;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.plants.KeptPlant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.plants.StrandPlant;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.relief.NoiseRelief;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;

class AdaptationTest {
    private static final Extent SMALL = new Extent(100, 80, 0, 20);
    private static final Extent LARGE = new Extent(300, 400, 100, 150);

    private static final Place ROAD =
            new PathPlace("road", "Road", List.of(new Point3(0, 5, 0), new Point3(10, 10, 20)), false);
    private static final Falloff HIGH = new Falloff("high", "High", new HeightSource(5, 15), List.of());
    private static final Falloff PATCHES = new Falloff(
            "patches",
            "Patches",
            new NoiseSource(4, 3, 0.5, 2, 1, 1, 1, NoiseSource.Range.ZERO_TO_ONE, 1),
            List.of(new MultiplyStep("m", false, "near", 1)));
    private static final Falloff NEAR = new Falloff(
            "near", "Near", new DistanceSource("road", 1, 9, DistanceSource.Across.PLAN, Within.EDGE), List.of());
    private static final PlantLayer REED = new PlantLayer(
            "reed", "Reed", 1, false, new StrandPlant(4, 11, 50, 0.5, 0.7), "#8a8a4a", "#f1ead8", Map.of());
    private static final CoverLayer GRASS = new CoverLayer(
                    "grass",
                    "Grass",
                    4,
                    false,
                    new KeptPlant("reed", 2),
                    "#d8c98a",
                    "#8a5a34",
                    Map.of("density", new PropertyRange(0, 3, Combine.PRODUCT)))
            .withHand(List.of("00000000000000aa"), List.of(new HandPlaced("00000000000000bb", "", 1, 0, 1)));
    private static final NoiseRelief HILLS = new NoiseRelief(
            "hills",
            "Hills",
            4,
            false,
            6,
            2,
            0.5,
            2,
            NoiseRelief.Shape.PLAIN,
            0,
            0,
            false,
            Map.of("amplitude", new PropertyRange(0, 8, Combine.PRODUCT)));

    private static final Recipe FROM = site(
                    "Small", List.of(ROAD), List.of(PATCHES, HIGH, NEAR), List.of(HILLS, REED, GRASS))
            .withDrives(List.of(
                    new Drive("grass", "density", "patches", CurvePoint.STRAIGHT),
                    new Drive("grass", "length", "high", List.of(new CurvePoint(0, 1), new CurvePoint(1, 0.2)))))
            .withClock(new Clock(
                    24,
                    8,
                    0,
                    8,
                    List.of(new Track(
                            Track.Owner.FALLOFF,
                            "high",
                            "source.low",
                            Easing.LINEAR,
                            false,
                            List.of(new CurvePoint(0, 5), new CurvePoint(4, 6))))));

    private static Recipe site(String name, List<Place> places, List<Falloff> falloffs, List<Layer> layers) {
        return new Recipe(
                name,
                GroundSpec.flat(100, 80, 9, Optional.empty()),
                places,
                falloffs,
                layers,
                List.of(),
                new Clock(24, 8));
    }

    private static final Recipe EMPTY = site("Large", List.of(), List.of(), List.of());

    private static Wish wish(Wish.Heights heights, Wish.Lengths lengths, boolean bring, String... instead) {
        return new Wish(
                List.of(), heights, lengths, instead.length == 0 ? Map.of() : Map.of(instead[0], instead[1]), bring);
    }

    private static Adapted carried(Recipe to, Wish wish) {
        return Adaptation.of(FROM, SMALL, to, LARGE, wish);
    }

    @Test
    void everythingGoesAlongAndTheEditsMakeTheRecipe() {
        Adapted adapted = carried(EMPTY, wish(Wish.Heights.METRES, Wish.Lengths.KEPT, true));
        Recipe made = EMPTY;
        for (Edit edit : adapted.edits()) {
            made = edit.apply(made);
        }
        assertThat(made).isEqualTo(adapted.recipe());
        assertThat(adapted.lost()).isEmpty();
        assertThat(made.drives()).hasSize(2);
        assertThat(made.falloff("patches").orElseThrow()).isEqualTo(PATCHES);
        assertThat(made.drives().get(1).curve()).isEqualTo(FROM.drives().get(1).curve());
        assertThat(made.clock().tracks()).isEqualTo(FROM.clock().tracks());
        CoverLayer grass = made.layer("grass", CoverLayer.class).orElseThrow();
        assertThat(grass.placed()).isEmpty();
        assertThat(grass.removed()).isEmpty();
        assertThat(adapted.notes()).contains("What was done by hand in “Grass” stays behind.");
    }

    @Test
    void heightsGoToTheSameShareAndLengthsByTheLongerSidesButPlantsKeepTheirs() {
        Recipe made = carried(EMPTY, wish(Wish.Heights.SHARE, Wish.Lengths.SCALED, true))
                .recipe();
        HeightSource high = (HeightSource) made.falloff("high").orElseThrow().source();
        assertThat(high.low()).isCloseTo(100 + 50 * 5 / 20.0, within(1e-9));
        assertThat(high.high()).isCloseTo(100 + 50 * 15 / 20.0, within(1e-9));
        DistanceSource near =
                (DistanceSource) made.falloff("near").orElseThrow().source();
        assertThat(near.far()).isEqualTo(36);
        assertThat(((NoiseSource) made.falloff("patches").orElseThrow().source()).featureSize())
                .isEqualTo(16);
        assertThat(made.layer("hills")
                        .orElseThrow()
                        .properties()
                        .get("amplitude")
                        .high())
                .isEqualTo(20);
        assertThat(made.layer("grass").orElseThrow().properties().get("length"))
                .isEqualTo(GRASS.properties().get("length"));
        assertThat(made.places().get(0).corners().get(1)).isEqualTo(new Point3(40, 125, 80));
        // keys go where their numbers go
        List<CurvePoint> keys = made.clock().tracks().get(0).keys();
        assertThat(keys.get(0).in()).isZero();
        assertThat(keys.get(0).out()).isCloseTo(high.low(), within(1e-9));
        assertThat(keys.get(1).out()).isCloseTo(100 + 50 * 6 / 20.0, within(1e-9));
    }

    @Test
    void aPlaceIsFoundByItsNameOrByWhatStandsForIt() {
        Place lane = new PathPlace("lane", "Lane", List.of(new Point3(1, 0, 1), new Point3(2, 0, 2)), false);
        Recipe to = site("Large", List.of(lane), List.of(HIGH), List.of(REED));
        Adapted named = carried(to, wish(Wish.Heights.METRES, Wish.Lengths.KEPT, false, "Road", "Lane"));
        assertThat(((DistanceSource)
                                named.recipe().falloff("near").orElseThrow().source())
                        .place())
                .isEqualTo("lane");
        assertThat(named.notes())
                .contains(
                        "“Road” is “Lane” of that site.",
                        "“High” is called “High 2” there, as the name was taken.",
                        "The plant “Reed” is the one of that name in the nursery there.");
        assertThat(named.recipe().falloff("high-2").orElseThrow().name()).isEqualTo("High 2");
        assertThat(named.recipe().layersOf(PlantLayer.class)).hasSize(1);
        assertThat(named.recipe().drivesOf("grass", "length").get(0).falloff()).isEqualTo("high-2");
    }

    @Test
    void whatCannotBeCarriedIsListedAndTheRestGoesWithoutIt() {
        Adapted adapted = carried(EMPTY, wish(Wish.Heights.METRES, Wish.Lengths.KEPT, false));
        assertThat(adapted.asked()).containsExactly("Road");
        assertThat(adapted.lost()).extracting(Adapted.Lost::name).containsExactly("Near");
        assertThat(adapted.lost().get(0).reason()).contains("has no place of that name");
        assertThat(adapted.recipe().falloff("patches").orElseThrow().steps()).isEmpty();
        assertThat(adapted.notes()).contains("“Patches” goes without its part by “Near”, which is not there.");
        assertThat(adapted.recipe().layer("grass")).isPresent();
    }

    @Test
    void aPartBringsWhatItReadsAndNothingElse() {
        Wish part = new Wish(List.of("grass"), Wish.Heights.METRES, Wish.Lengths.KEPT, Map.of(), true);
        Recipe made = carried(EMPTY, part).recipe();
        assertThat(made.layers()).extracting(Layer::id).containsExactly("reed", "grass");
        assertThat(made.falloffs()).hasSize(3);
        Wish none = new Wish(List.of("gone"), Wish.Heights.METRES, Wish.Lengths.KEPT, Map.of(), true);
        assertThatThrownBy(() -> carried(EMPTY, none)).isInstanceOf(InvalidRecipeException.class);
    }

    @Test
    void aPlaceOfAnotherKindDoesNotStandForAnArea() {
        Recipe from = site(
                "Small",
                List.of(new AreaPlace(
                        "a", "Tarn", List.of(new Point3(0, 0, 0), new Point3(4, 0, 0), new Point3(0, 0, 4)))),
                List.of(),
                List.of(new org.lumbrit.core.relief.BasinRelief(
                        "b",
                        "Basin",
                        1,
                        false,
                        "a",
                        2,
                        List.of(new CurvePoint(0, 0), new CurvePoint(1, 1)),
                        Map.of())));
        Adapted adapted = Adaptation.of(
                from,
                SMALL,
                site("Large", List.of(new PathPlace("p", "Tarn", ROAD.corners(), false)), List.of(), List.of()),
                LARGE,
                wish(Wish.Heights.METRES, Wish.Lengths.KEPT, false));
        assertThat(adapted.lost())
                .extracting(Adapted.Lost::reason)
                .singleElement()
                .asString()
                .contains("that is area");
    }
}
