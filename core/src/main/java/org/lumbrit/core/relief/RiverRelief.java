package org.lumbrit.core.relief;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/** {@link RiverErosion} over long times; uplift, rain and hardness are driven, strength blends from the ground below. */
@Kind(
        name = "river-erosion",
        title = "River erosion",
        help =
                "Rivers wear valleys over thousands of years while the land rises, slopes creep, and what is cut settles in flats.")
public record RiverRelief(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "years",
                min = 0,
                max = 1e9,
                slider = {0, 2_000_000},
                byDefault = "300000",
                help = "How long the land wears; the more, the broader the valleys")
        double years,

        @Setting(
                title = "steps",
                min = 1,
                max = 1000,
                slider = {10, 100},
                byDefault = "40",
                help = "How often the water finds its way anew in that time, first on a coarse grid, last on all nodes")
        int steps,

        @Setting(
                title = "concavity",
                min = 0.1,
                max = 1,
                slider = {0.3, 0.6},
                byDefault = "0.45",
                help =
                        "How much flatter rivers become with the area above them: in a land in balance slopes fall with this power of it")
        double concavity,

        @Setting(
                title = "rounding",
                unit = "m",
                min = 0,
                max = 10_000,
                slider = {0, 5},
                byDefault = "0.3",
                help = "Up to this length creep rounds the ground faster than water cuts it")
        double rounding,

        @Setting(
                title = "deposit",
                min = 0,
                max = 2,
                byDefault = "0.3",
                help = "How readily what rivers carry settles on their way")
        double deposit,

        @Setting(
                title = "talus",
                unit = "°",
                min = 1,
                max = 90,
                slider = {25, 60},
                byDefault = "42",
                help = "Steeper slopes crumble, beds of running water later; 90: none do")
        double talus,

        @Setting(
                title = "until step",
                min = 0,
                max = 1000,
                byDefault = "0",
                onCard = false,
                help = "Shows the land after so many of the steps; 0: after all")
        int until,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Wearing {

    public static final String UPLIFT = "uplift";
    public static final String RAIN = "rain";
    public static final String HARDNESS = "hardness";
    public static final String STRENGTH = "strength";
    /** Of a node for a step, most of which are on coarser grids: as docs/performance.md has it. */
    private static final double SECONDS = 1.3e-7;
    /** Of a node: grounds before, now and after, water, load, level, ways aside and routing. */
    private static final double BYTES = 140;

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(UPLIFT, "How fast the land rises", "mm/a", 0, 1000, 5, 0, 0)
                    .inPlace(),
            PropertyDescription.of(RAIN, "Metres of rain a year", "m/a", 0.001, 100, 4, 1, 1)
                    .inPlace(),
            PropertyDescription.of(
                            HARDNESS,
                            "How hard the ground is to cut: 1 as usual, 10 like granite",
                            "",
                            0.01,
                            1000,
                            10,
                            1,
                            1)
                    .inPlace(),
            PropertyDescription.of(STRENGTH, "0 leaves the ground, 1 shows the whole erosion", "", 0, 1, 1, 0, 1)
                    .inPlace());

    public RiverRelief {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Optional<Cost> cost(double nodes) {
        return Optional.of(new Cost(SECONDS * nodes * steps, BYTES * nodes));
    }

    @Override
    public float[] shape(Shaping below) {
        RiverCourse course = course(below);
        int last = courseSteps();
        double[] worn = course.whole(below.course(course, steps).at(last, below.cancel()), last);
        return Grids.blend(below, below.property(STRENGTH), i -> worn[i]);
    }

    @Override
    public Optional<Account> account(Shaping below) {
        return Optional.of(course(below).account(courseSteps(), below.cancel()));
    }

    /** As fast as the uplift says of the land as it is now, over all the years that are shown. */
    @Override
    public float[] risen(Surroundings site, Samples samples) {
        float[] uplift = site.property(this, UPLIFT, samples);
        float[] strength = site.property(this, STRENGTH, samples);
        double over = years * courseSteps() / (double) steps / 1000;
        float[] risen = new float[uplift.length];
        for (int i = 0; i < risen.length; i++) {
            risen[i] = (float) (uplift[i] * over * strength[i]);
        }
        return risen;
    }

    private RiverCourse course(Shaping below) {
        Ground ground = below.ground();
        String key = new KeyBuilder("rivers/3")
                .add(below.key("rivers", UPLIFT, RAIN, HARDNESS))
                .add(years)
                .add(steps)
                .add(concavity)
                .add(rounding)
                .add(deposit)
                .add(talus)
                .key();
        return new RiverCourse(
                key,
                Grids.doubles(ground.heights()),
                ground.columns(),
                ground.rows(),
                CellSize.of(ground),
                new RiverErosion.Land(years, concavity, rounding, deposit, talus),
                steps,
                (property, heights, columns, rows, step) -> below.property(
                        property,
                        () -> new Ground(
                                columns,
                                rows,
                                Grids.floats(heights),
                                ground.width(),
                                ground.depth(),
                                new boolean[0],
                                new KeyBuilder("rivers on").add(key).add(step).key())));
    }

    @Override
    public int courseSteps() {
        return until == 0 ? steps : Math.min(until, steps);
    }

    @Override
    public Layer afterStep(int step) {
        return step <= 0 ? switchedOff() : Kinds.with(this, "until", Math.min(step, courseSteps()));
    }
}
