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
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Ground;

/** {@link RainErosion} for some steps; rain and softness of the ground are driven, strength blends from the ground below. */
@Kind(
        name = "rain-erosion",
        title = "Rain erosion",
        help = "Lets rain run off, cut channels and drop what it carries in the flats.")
public record RainRelief(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "steps",
                min = 1,
                max = 1000,
                slider = {1, 60},
                byDefault = "15",
                help = "How often the rain finds its way anew; the more, the deeper the channels")
        int steps,

        @Setting(
                title = "evaporation",
                unit = "/m",
                min = 0,
                max = 1,
                slider = {0, 0.02},
                byDefault = "0.001",
                help = "Share of the running water that dries up on each metre")
        double evaporation,

        @Setting(
                title = "capacity",
                min = 0,
                max = 1000,
                slider = {0, 5},
                byDefault = "1",
                help = "How much ground a stream carries for its water, on a slope of 45°")
        double capacity,

        @Setting(
                title = "settling",
                min = 0,
                max = 1,
                byDefault = "0.1",
                help = "Share of what is too much for a stream that settles at each node")
        double settling,

        @Setting(
                title = "deepest",
                unit = "m",
                min = 0,
                max = 1000,
                slider = {0, 20},
                byDefault = "8",
                help = "No channel is cut deeper than this")
        double deepest,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Wearing {

    public static final String RAIN = "rain";
    public static final String SOFTNESS = "softness";
    public static final String STRENGTH = "strength";
    private static final double MILLIMETRE = 1e-3;
    /** Of a node in a step: as docs/performance.md has it. */
    private static final double SECONDS = 3.5e-7;
    /** Of a node: the ground at first, before and after, its water, load, cut and routing, and one state that is kept. */
    private static final double BYTES = 100;

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(RAIN, "Millimetres of water in each step", "mm", 0, 10_000, 200, 0, 50)
                    .inPlace(),
            PropertyDescription.of(SOFTNESS, "How fast the ground is cut: 0 is rock", "", 0, 1000, 2, 0, 0.2)
                    .inPlace(),
            PropertyDescription.of(STRENGTH, "0 leaves the ground, 1 shows the whole erosion", "", 0, 1, 1, 0, 1)
                    .inPlace());

    public RainRelief {
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
        RainCourse course = course(below);
        double[] eroded = below.course(course, steps).at(steps, below.cancel());
        return Grids.blend(below, below.property(STRENGTH), i -> eroded[i]);
    }

    @Override
    public Optional<Account> account(Shaping below) {
        RainCourse course = course(below);
        RainErosion erosion = course.erosion(course.start().clone());
        erosion.run(steps, below.cancel());
        return Optional.of(Account.empty()
                .came(Account.GROUND, "before", Account.volume(course.start(), course.cell()))
                .left(Account.GROUND, "carried over the border", erosion.carriedOff())
                .left(Account.GROUND, "after", Account.volume(erosion.ground(), course.cell()))
                .came(Account.WATER, "rained", erosion.rained())
                .left(Account.WATER, "evaporated", erosion.evaporated())
                .left(Account.WATER, "ran over the border", erosion.runOff()));
    }

    private RainCourse course(Shaping below) {
        Ground ground = below.ground();
        String key = new KeyBuilder("rain/1")
                .add(below.key("rain", RAIN, SOFTNESS))
                .add(evaporation)
                .add(capacity)
                .add(settling)
                .add(deepest)
                .key();
        return new RainCourse(
                key,
                Grids.doubles(ground.heights()),
                ground.columns(),
                ground.rows(),
                CellSize.of(ground),
                new RainErosion.Climate(evaporation, capacity, settling, deepest),
                below.property(RAIN).times(MILLIMETRE),
                below.property(SOFTNESS));
    }

    @Override
    public int courseSteps() {
        return steps;
    }

    @Override
    public Layer afterStep(int step) {
        return step <= 0 ? switchedOff() : Kinds.with(this, "steps", Math.min(step, steps));
    }
}
