package org.lumbrit.core.looks;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Surroundings;

/** How the place is drawn as lines; the first one that is not hidden holds for the drawn look. */
@Kind(
        name = "drawn",
        title = "Drawn look",
        help = "How the place looks as lines: contours, creases, outlines, ink and paper.")
public record DrawnLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other tones of single facets")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "contours", byDefault = "true", help = "Lines at equal heights")
        boolean contours,

        @Setting(
                title = "every",
                unit = "m",
                when = "contours=true",
                min = 0,
                max = 10_000,
                slider = {0, 20},
                byDefault = "0",
                help = "Metres of height from one contour to the next; 0 makes about two dozen")
        double every,

        @Setting(
                title = "heavier every",
                min = 0,
                max = 100,
                slider = {0, 10},
                byDefault = "5",
                help = "So many contours on, one is heavier; 0 makes none so")
        int index,

        @Setting(
                title = "creases from",
                unit = "°",
                min = 0,
                max = 180,
                byDefault = "30",
                help = "Where facets turn from each other by more; on the ground where its facets have a size")
        double crease,

        @Setting(
                title = "facets",
                unit = "m",
                min = 0,
                max = 10_000,
                slider = {0, 20},
                byDefault = "0",
                help = "Size of the ground’s facets, coarse on purpose; 0 as fine as it can be drawn")
        double facets,

        @Setting(title = "tones", byDefault = "facing", help = "None, by how a facet faces the light, or each its own")
        Tone tones,

        @Setting(
                title = "light from",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "300",
                help = "Of the tones: 0 north, 90 east")
        double lightHeading,

        @Setting(title = "colour of facets", refers = Refers.COLOUR, byDefault = "#dfe3d2")
        String tone,

        @Setting(
                title = "depth of tones",
                min = 0,
                max = 1,
                byDefault = "0.35",
                help = "How much lighter and darker facets are than the colour")
        double depth,

        @Setting(
                title = "hue shift",
                unit = "°",
                min = -180,
                max = 180,
                byDefault = "20",
                help = "How far the hue turns from the darkest facet to the lightest")
        double hueShift,

        @Setting(
                title = "saturation",
                min = 0,
                max = 4,
                slider = {0, 2},
                byDefault = "1")
        double saturation,

        @Setting(title = "colour of water", refers = Refers.COLOUR, byDefault = "#c9dde0")
        String water,

        @Setting(title = "ink", refers = Refers.COLOUR, byDefault = "#26343a")
        String ink,

        @Setting(title = "paper", refers = Refers.COLOUR, byDefault = "#f7f3e8")
        String paper,

        @Setting(
                title = "line",
                unit = "px",
                min = 0.05,
                max = 40,
                slider = {0.3, 4},
                byDefault = "1.2",
                help = "How wide lines are in a picture that is 800 high")
        double line,

        @Setting(
                title = "thinner far away",
                min = 0,
                max = 1,
                byDefault = "0.7",
                help = "0 all lines alike, 1 as much thinner as they are farther")
        double fades,

        @Setting(title = "ends", byDefault = "round") Ends ends,

        @Setting(title = "hidden lines", byDefault = "removed")
        Unseen unseen,

        @Setting(
                title = "plants",
                min = 0,
                max = 100_000,
                slider = {0, 5000},
                byDefault = "1500",
                help = "How many are drawn at most, as a few strokes each; more are thinned evenly")
        int plants,

        @Setting(
                title = "threshold",
                min = 0,
                max = 1,
                byDefault = "0",
                help = "Drawn is what shows at least so much; keyed from 1 to 0, the place appears")
        double threshold,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String SHOWS = "shows";

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(SHOWS, "How readily a place is drawn", "", 0, 1, 1, 1, 1)
                    .inPlace());

    /** Contours that a new one has between the lowest and the highest ground, about. */
    private static final double FEW = 24;
    /** So many of them are one grey surface. */
    private static final double MANY = 400;

    private static final double[] POWERS = {1e-4, 1e-3, 0.01, 0.1, 1, 10, 100, 1000};

    /** What gives a facet its tone. */
    public enum Tone {
        NONE,
        FACING,
        EACH
    }

    /** How lines end. */
    public enum Ends {
        ROUND,
        FLAT
    }

    /** What becomes of lines behind something. */
    public enum Unseen {
        REMOVED,
        THIN
    }

    public DrawnLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.LOOK;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND);
    }

    @Override
    public List<String> tools() {
        return List.of("drawn");
    }

    @Override
    public boolean handedOver() {
        return true;
    }

    @Override
    public String settingsTitle() {
        return "Lines, tones, name …";
    }

    @Override
    public Begun begin(Beginning beginning) {
        return new Begun.Made(
                beginning.ready(this, "Drawn look"),
                SHOWS,
                false,
                "Choose Drawn above the picture to see it. Its settings have the contours, the ink and the paper.");
    }

    /** Metres of height from one contour to the next. @param rise metres from the lowest ground to the highest */
    public double step(double rise) {
        return every > 0 ? every : round(rise);
    }

    /** One, two or five times a power of ten. */
    private static double round(double rise) {
        if (!(rise > 0)) {
            return 1;
        }
        double wished = rise / FEW;
        int power = 0;
        while (POWERS.length > power + 1 && POWERS[power + 1] <= wished) {
            power++;
        }
        double unit = POWERS[power];
        double times = wished < 2 * unit ? 1 : wished < 5 * unit ? 2 : 5;
        return times * unit;
    }

    /** That of a recipe; none where it has none that is shown. */
    public static Optional<DrawnLayer> of(Recipe recipe) {
        return recipe.layersOf(DrawnLayer.class).stream()
                .filter(layer -> !layer.hidden())
                .findFirst();
    }

    /** How a recipe is drawn: as it says, or plainly. */
    public static DrawnLayer in(Recipe recipe) {
        return of(recipe).orElseGet(DrawnLayer::plain);
    }

    /** What holds where a recipe says nothing: what a new one begins with. */
    public static DrawnLayer plain() {
        return new DrawnLayer(
                "drawn",
                "Drawn look",
                1,
                false,
                true,
                0,
                5,
                30,
                0,
                Tone.FACING,
                300,
                "#dfe3d2",
                0.35,
                20,
                1,
                "#c9dde0",
                "#26343a",
                "#f7f3e8",
                1.2,
                0.7,
                Ends.ROUND,
                Unseen.REMOVED,
                1500,
                0,
                Map.of());
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        double rise = site.ground().highest() - site.ground().lowest();
        return !contours || every == 0 || rise / every < MANY
                ? List.of()
                : List.of(Finding.warning(
                        this,
                        "contours too close",
                        "There would be " + Math.round(rise / every) + " of them, a grey surface. Every "
                                + Decimal.write(round(rise), 4) + " m makes about two dozen."));
    }
}
