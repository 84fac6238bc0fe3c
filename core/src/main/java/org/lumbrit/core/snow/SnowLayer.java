package org.lumbrit.core.snow;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Once;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shelter;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Colouring;
import org.lumbrit.core.recipe.Falling;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.Lying;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Readings;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.season.Weather;
import org.lumbrit.core.season.WeatherHour;
import org.lumbrit.core.season.WeatherLayer;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;

/**
 * Snow as stuff: a depth on a grid over the ground that falls, slides where it is too steep, drifts in the wind, and melts, hour by
 * hour, by one weather all the time or by an almanac.
 */
@Kind(
        name = "snow",
        title = "Snow that drifts",
        help = "Snow that falls, slides, drifts in the wind and melts, hour by hour; it raises the ground.")
public record SnowLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "weather",
                byDefault = "{\"kind\":\"steady\"}",
                help = "One weather all the time, or an almanac’s")
        Sky sky,

        @Setting(
                title = "nodes",
                min = 9,
                max = 2049,
                slider = {65, 1025},
                byDefault = "257",
                help = "Of its grid, along the longer side of the ground; finer costs more")
        int nodes,

        @Setting(
                title = "density",
                unit = "kg/m³",
                min = 20,
                max = 900,
                slider = {50, 400},
                byDefault = "120",
                help = "Of the snow as it lies: 60 is fluff, 300 is packed by wind")
        double density,

        @Setting(
                title = "drift evens out over",
                unit = "m",
                min = 0.01,
                max = 10_000,
                slider = {1, 50},
                byDefault = "10",
                help = "Over this way the wind takes up what it can carry")
        double relax,

        @Setting(
                title = "shelter within",
                unit = "m",
                min = 0.1,
                max = 10_000,
                slider = {5, 200},
                byDefault = "100",
                help = "How far upwind something shelters")
        double within,

        @Setting(
                title = "hides from",
                unit = "m",
                min = 1e-6,
                max = 100,
                slider = {0.001, 0.2},
                byDefault = "0.02",
                onCard = false,
                help = "So deep, nothing of the ground is seen through it; less for a small site")
        double hides,

        @Setting(
                title = "on props",
                byDefault = "true",
                help = "Lies on their tops too, as far as they are flat enough to hold it")
        boolean props,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String CAUGHT = "caught";
    public static final String REPOSE = "repose";
    public static final String DRIFTING = "drifting";
    public static final String MELTING = "melting";
    public static final String DEPTH = "depth";
    public static final String FLUX = "spindrift";
    public static final String FALLEN = "fallen";
    public static final String MELTED = "melted";
    public static final String DRIFTED = "drifted";
    public static final String SLID = "slid";
    public static final String OPEN = "open";
    public static final String WEIGHT = "weight";

    /** Tangent of a slope that no snow leaves. */
    private static final double HELD = 1e9;

    /** Degrees below the angle of repose from which a prop's surface holds less. */
    private static final double RIM = 12;

    /** Of the way within which something shelters: what lies so much below the highest surface is not under it. */
    private static final double UNDER = 1e-4;

    /** Seconds of an hour and node. */
    private static final double HOUR = 1.5e-6;

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(CAUGHT, "Share of what falls that lands here", "", 0, 10, 1, 0, 1)
                    .inPlace(),
            PropertyDescription.of(REPOSE, "Steeper snow slides", "°", 0, 89, 89, 0, 42)
                    .inPlace(),
            PropertyDescription.of(DRIFTING, "How strong the wind is here, against the weather’s", "", 0, 3, 1.5, 0, 1)
                    .inPlace(),
            PropertyDescription.of(MELTING, "Melt water a day and degree above freezing", "mm", 0, 100, 10, 0, 3)
                    .inPlace());

    public SnowLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    /** What has come of all that fell, in metres · m²; {@code lying} is what is left. */
    public record Account(double fallen, double melted, double blown, double lying) {}

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.SNOW;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.PROPS, Surrounding.WATER, Surrounding.TIME);
    }

    @Override
    public Begun begin(Beginning beginning) {
        SnowLayer made = beginning.ready(this, "Snow");
        Optional<WeatherLayer> almanac =
                beginning.recipe().layersOf(WeatherLayer.class).stream().findFirst();
        SnowLayer ready = almanac.map(weather ->
                        org.lumbrit.core.kinds.Kinds.with(made, "sky", (Object) new Sky.ByAlmanac(weather.id())))
                .orElse(made);
        return new Begun.Made(
                ready,
                DEPTH,
                true,
                ready.name
                        + almanac.map(weather -> " follows " + weather.name() + ", hour by hour. Play the clock.")
                                .orElse(" has fallen for half a day. Let it follow an almanac to see it come and go."));
    }

    @Override
    public List<Field> results() {
        return List.of(
                Field.inPlace(DEPTH, "depth", "How deep it lies", "m", this::ends, this::depth),
                Field.inPlace(
                        FLUX,
                        "spindrift",
                        "What the wind carried over it in the last hour",
                        "kg/(m·s)",
                        site -> new double[] {0, 0.1},
                        (site, samples) -> at(site, samples, Snowpack.State::flux)),
                Field.inPlace(
                        FALLEN,
                        "fallen",
                        "How much has landed there so far",
                        "m",
                        this::ends,
                        (site, samples) -> at(site, samples, Snowpack.State::fallen)),
                Field.inPlace(
                        MELTED,
                        "melted",
                        "How much has melted there so far",
                        "m",
                        this::ends,
                        (site, samples) -> at(site, samples, Snowpack.State::melted)),
                Field.inPlace(
                                DRIFTED,
                                "drifted",
                                "How much the wind has brought there, or taken away below 0",
                                "m",
                                this::bothEnds,
                                (site, samples) -> at(site, samples, Snowpack.State::drifted))
                        .bothWays(),
                Field.inPlace(
                                SLID,
                                "slid",
                                "How much has slid there from what is steeper, or away below 0",
                                "m",
                                this::bothEnds,
                                (site, samples) -> at(site, samples, SnowLayer::slid))
                        .bothWays(),
                Field.inPlace(
                        OPEN,
                        "in the open",
                        "How deep it would lie on level open ground without wind",
                        "m",
                        this::ends,
                        this::open),
                Field.share(WEIGHT, "cover", "How far it hides the ground", this::weight));
    }

    private double[] ends(Surroundings site) {
        return new double[] {0, Math.max(0.05, Math.ceil(20 * 1.5 * openAt(site)) / 20)};
    }

    private double[] bothEnds(Surroundings site) {
        double most = ends(site)[1];
        return new double[] {-most, most};
    }

    @Override
    public List<String> tools() {
        return List.of("readings");
    }

    @Override
    public Map<String, Integer> parts(String result) {
        Map<String, Integer> parts = new LinkedHashMap<>();
        if (result.equals(DEPTH)) {
            parts.put(FALLEN, 1);
            parts.put(MELTED, -1);
            parts.put(DRIFTED, 1);
            parts.put(SLID, 1);
        }
        return parts;
    }

    @Override
    public boolean liesOn(Prop standing) {
        return props;
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.LYING);
    }

    @Override
    public Optional<Lying> lying() {
        return Optional.of(new Lying(
                WEIGHT, DEPTH, Stuff.SNOW.colour(), Stuff.SNOW.opacity(), Stuff.SNOW.roughness(), Stuff.SNOW.glint()));
    }

    @Override
    public Optional<Colouring> colouring() {
        return lying().map(stuff -> stuff.colouring(this));
    }

    @Override
    public String sentence(String result, Surroundings site) {
        Account account = account(site);
        double area = area(site);
        return "Hour " + Decimal.write(hourAt(site), 1) + ": " + centimetres(account.fallen() / area)
                + " have fallen on the mean, "
                + centimetres(account.lying() / area) + " lie, " + centimetres(account.melted() / area)
                + " have melted, "
                + centimetres(account.blown() / area) + " were blown away.";
    }

    private static String centimetres(double metres) {
        return Decimal.write(100 * metres, 1) + " cm";
    }

    /** Hours that have passed. */
    public double hourAt(Surroundings site) {
        return sky instanceof Sky.Steady steady
                ? Math.max(0, Math.min(8784, steady.begins() + steady.pace() * site.time()))
                : almanac(site).hourAt(site.time());
    }

    private WeatherLayer almanac(Surroundings site) {
        return (WeatherLayer) site.layer(((Sky.ByAlmanac) sky).almanac());
    }

    /** The weather of a step: hour 1 is the first. */
    private Snowpack.Hours hours(Surroundings site) {
        if (sky instanceof Sky.Steady steady) {
            WeatherHour one =
                    new WeatherHour(0, steady.from(), steady.speed(), steady.temperature(), steady.snowfall(), 0, 0);
            return step -> one;
        }
        Weather weather = almanac(site).weather();
        return step -> weather.at(step - 1);
    }

    @Override
    public Optional<Falling> falling(Surroundings site) {
        WeatherHour now = hours(site).of((int) Math.floor(hourAt(site)) + 1);
        double h = StrictMath.toRadians(now.from());
        return now.snowfall() <= 0
                ? Optional.empty()
                : Optional.of(
                        new Falling(now.snowfall(), -now.speed() * StrictMath.sin(h), now.speed() * StrictMath.cos(h)));
    }

    private int length(Surroundings site) {
        return sky instanceof Sky.Steady ? 100 : almanac(site).length();
    }

    private Lattice lattice(Ground ground) {
        return Lattice.along(ground, nodes);
    }

    private Snowpack.State state(Surroundings site, int hour) {
        return site.state(
                (key, start) -> {
                    SnowLayer then = (SnowLayer) start.layer(id);
                    Once<String, Snowpack.Bed> bed = new Once<>();
                    return new Snowpack(
                            new KeyBuilder("snowpack/3").add(key).key(),
                            () -> bed.get("", made -> then.bed(start)),
                            then.lattice(start.ground()).count(),
                            then.hours(start),
                            then.density,
                            then.relax,
                            then.within);
                },
                hour,
                length(site));
    }

    private Snowpack.Bed bed(Surroundings site) {
        Lattice lattice = lattice(site.ground());
        Samples samples = lattice.samples();
        int count = samples.count();
        double[] heights = samples.y().clone();
        float[] obstacles = new float[count];
        float[] caught = site.property(this, CAUGHT, samples).clone();
        double level = site.scene().water().orElse(Double.NEGATIVE_INFINITY);
        double top = site.ground().highest() + 1e4;
        float[] stands = new float[count];
        var standing = site.scene().props();
        Chunks.run(count, 1024, site.cancel(), (from, to) -> {
            Shelter above = new Shelter(standing);
            for (int i = from; i < to; i++) {
                double covered = above.highest(samples.x()[i], top, samples.z()[i], top - heights[i] + 1);
                obstacles[i] = (float) Math.max(heights[i], covered);
                boolean under = covered > heights[i] + 1e-3;
                if (under && props) {
                    stands[i] = 1;
                    heights[i] = covered;
                }
                if (under && !props || heights[i] < level) {
                    caught[i] = 0;
                }
            }
        });
        Samples.Grid grid = lattice.grid();
        return new Snowpack.Bed(
                grid.columns(),
                grid.rows(),
                grid.cellX(),
                grid.cellZ(),
                heights,
                stands,
                obstacles,
                caught,
                tangents(site, samples, grid, heights, stands),
                site.property(this, DRIFTING, samples),
                site.property(this, MELTING, samples));
    }

    /** Of the angle of repose; what lies on a prop that is flatter than that stays, up to the prop's edge. */
    private double[] tangents(Surroundings site, Samples samples, Samples.Grid grid, double[] heights, float[] stands) {
        float[] angles = site.property(this, REPOSE, samples);
        double[] tangents = new double
                [site.drives(REPOSE).isEmpty()
                                && (!props || site.scene().props().isEmpty())
                        ? 1
                        : stands.length];
        for (int i = 0; i < tangents.length; i++) {
            tangents[i] = StrictMath.tan(StrictMath.toRadians(angles[i]));
            if (stands[i] > 0 && slope(grid, heights, stands, i) <= tangents[i]) {
                tangents[i] = HELD;
            }
        }
        return tangents;
    }

    /** Tangent of the slope between nodes that stand on props. */
    private static double slope(Samples.Grid grid, double[] heights, float[] stands, int i) {
        int column = i % grid.columns();
        int row = i / grid.columns();
        double x = along(heights, stands, i, column > 0, column < grid.columns() - 1, 1) / grid.cellX();
        double z = along(heights, stands, i, row > 0, row < grid.rows() - 1, grid.columns()) / grid.cellZ();
        return Math.sqrt(x * x + z * z);
    }

    /** The difference to the next node, or the mean one to both sides. */
    private static double along(double[] heights, float[] stands, int i, boolean before, boolean after, int apart) {
        boolean back = before && stands[i - apart] > 0;
        boolean on = after && stands[i + apart] > 0;
        double first = back ? heights[i] - heights[i - apart] : 0;
        double second = on ? heights[i + apart] - heights[i] : 0;
        return back && on ? 0.5 * (first + second) : first + second;
    }

    /** What has come of all that fell so far. */
    public Account account(Surroundings site) {
        Lattice lattice = lattice(site.ground());
        double cell = lattice.grid().cellX() * lattice.grid().cellZ();
        double hour = hourAt(site);
        double[] sums = new double[4];
        double share = hour - Math.floor(hour);
        for (int side = 0; side < (share > 0 ? 2 : 1); side++) {
            Snowpack.State state = state(site, (int) hour + side);
            double part = side == 0 ? 1 - share : share;
            double lying = 0;
            for (double depth : state.depth()) {
                lying += depth;
            }
            for (int k = 0; k < 3; k++) {
                sums[k] += part * state.sum((int) hour + side, k);
            }
            sums[3] += part * lying * cell;
        }
        return new Account(sums[0], sums[1], sums[2], sums[3]);
    }

    /** What has come of all that fell, on the mean, hour by hour up to now. */
    @Override
    public Optional<Readings> readings(Surroundings site) {
        int hours = (int) Math.ceil(hourAt(site));
        Snowpack.State state = state(site, hours);
        double area = area(site);
        double[] seconds = new double[hours + 1];
        double[][] sums = new double[4][hours + 1];
        for (int hour = 0; hour <= hours; hour++) {
            seconds[hour] = secondsAt(site, hour);
            for (int k = 0; k < 3; k++) {
                sums[k][hour] = 100 * state.sum(hour, k) / area;
            }
            sums[3][hour] = sums[0][hour] - sums[1][hour] - sums[2][hour];
        }
        return Optional.of(new Readings(
                seconds,
                List.of(
                        new Readings.Line("lies, on the mean", "cm", sums[3]),
                        new Readings.Line("fallen", "cm", sums[0]),
                        new Readings.Line("melted", "cm", sums[1]),
                        new Readings.Line("blown away", "cm", sums[2])),
                new double[0]));
    }

    /** Measured on two cores of 2.5 GHz, with wind in every hour. */
    @Override
    public String takes(Surroundings site) {
        int hours = (int) Math.ceil(hourAt(site));
        double seconds = HOUR * lattice(site.ground()).count() * hours;
        return hours + " hours of " + Decimal.write(lattice(site.ground()).count(), 0) + " nodes: "
                + (seconds < 0.1
                        ? "under 0.1 s"
                        : "at most about " + Decimal.write(seconds, seconds < 10 ? 1 : 0) + " s")
                + ", less where some are known.";
    }

    /** Of all its cells; those at the border stand for whole ones. */
    private double area(Surroundings site) {
        Lattice lattice = lattice(site.ground());
        return lattice.count() * lattice.grid().cellX() * lattice.grid().cellZ();
    }

    private double secondsAt(Surroundings site, double hour) {
        return sky instanceof Sky.Steady steady
                ? (hour - steady.begins()) / steady.pace()
                : almanac(site).secondsAt(hour);
    }

    private interface Part {
        float[] of(Snowpack.State state);
    }

    private static float[] slid(Snowpack.State state) {
        float[] slid = new float[state.depth().length];
        for (int i = 0; i < slid.length; i++) {
            slid[i] = (float) (state.depth()[i] - state.fallen()[i] + state.melted()[i] - state.drifted()[i]);
        }
        return slid;
    }

    private static float[] depths(Snowpack.State state) {
        float[] depth = new float[state.depth().length];
        for (int i = 0; i < depth.length; i++) {
            depth[i] = (float) state.depth()[i];
        }
        return depth;
    }

    private float[] depth(Surroundings site, Samples samples) {
        return at(site, samples, SnowLayer::depths);
    }

    /** A part of the state between the hours, read at samples. */
    private float[] at(Surroundings site, Samples samples, Part part) {
        double hour = hourAt(site);
        float[] nodes = part.of(state(site, (int) hour));
        float share = (float) (hour - Math.floor(hour));
        if (share > 0) {
            float[] after = part.of(state(site, (int) hour + 1));
            float[] between = new float[nodes.length];
            for (int i = 0; i < between.length; i++) {
                between[i] = nodes[i] + share * (after[i] - nodes[i]);
            }
            nodes = between;
        }
        return read(site, samples, nodes, state(site, (int) Math.ceil(hour)).stands());
    }

    /** Between the nodes: on the ground between those that are free, on a prop between those that stand on props. */
    private float[] read(Surroundings site, Samples samples, float[] nodes, float[] stands) {
        Lattice lattice = lattice(site.ground());
        float[] out = new float[samples.count()];
        if (!props) {
            Chunks.run(out.length, site.cancel(), (from, to) -> {
                for (int i = from; i < to; i++) {
                    out[i] = (float) lattice.between(nodes, samples.x()[i], samples.z()[i]);
                }
            });
            return out;
        }
        boolean onProp = site.scene().owner() instanceof PlacedMesh;
        float[] counts = new float[nodes.length];
        float[] counted = new float[nodes.length];
        for (int i = 0; i < nodes.length; i++) {
            counts[i] = onProp == stands[i] > 0 ? 1 : 0;
            counted[i] = counts[i] * nodes[i];
        }
        float[] steepest = onProp ? site.property(this, REPOSE, samples) : new float[0];
        double top = site.ground().highest() + 1e4;
        Chunks.run(out.length, 1024, site.cancel(), (from, to) -> {
            Shelter above = new Shelter(onProp ? site.scene().props() : List.of());
            for (int i = from; i < to; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                double share = lattice.between(counts, x, z);
                out[i] = share <= 0 ? 0 : (float) (lattice.between(counted, x, z) / share);
                if (onProp && out[i] != 0) {
                    double slope = StrictMath.toDegrees(StrictMath.acos(Smooth.clamp(-1, 1, samples.ny()[i])));
                    double held = 1 - Smooth.smoothstep(steepest[i] - RIM, steepest[i], slope);
                    boolean open = held > 0
                            && above.highest(x, top, z, top - samples.y()[i]) <= samples.y()[i] + within * UNDER;
                    out[i] = open ? (float) (out[i] * held) : 0;
                }
            }
        });
        return out;
    }

    private float[] weight(Surroundings site, Samples samples) {
        float[] depth = site.field(this, DEPTH, samples);
        float[] weight = new float[depth.length];
        for (int i = 0; i < weight.length; i++) {
            weight[i] = (float) Smooth.smoothstep(0, hides, depth[i]);
        }
        return weight;
    }

    private float[] open(Surroundings site, Samples samples) {
        float[] open = new float[samples.count()];
        java.util.Arrays.fill(open, (float) openAt(site));
        return open;
    }

    private double openAt(Surroundings site) {
        double hour = hourAt(site);
        Snowpack.Hours hours = hours(site);
        double depth = 0;
        double melting = properties.get(MELTING).most();
        for (int step = 1; step <= Math.ceil(hour); step++) {
            double part = Math.min(1, hour - (step - 1));
            WeatherHour of = hours.of(step);
            depth += part * of.snowfall() / 1000;
            depth = Math.max(0, depth - part * Snowpack.meltOf(melting, of.temperature()) / density);
        }
        return depth;
    }
}
