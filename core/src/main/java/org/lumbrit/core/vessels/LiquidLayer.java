package org.lumbrit.core.vessels;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.VesselShape;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Readings;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Submerged;

/**
 * A liquid in a vessel: however that is tilted, its top stays level and its volume the same; what goes over the rim is lost. While the vessel
 * is moved about its top swings.
 */
@Kind(
        name = "liquid",
        title = "Liquid in a vessel",
        help = "Fills the hollow of a prop: its top stays level and its volume the same, however the prop is tilted.")
public record LiquidLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "It changes nothing here")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "in",
                refers = Refers.PROP,
                help = "The vessel: a prop with a hollow, and walls that have two sides")
        String vessel,

        @Setting(
                title = "hollow",
                byDefault = "largest",
                help = "Which hollow of the prop: the largest, or the one that has a place in it")
        Inside inside,

        @Setting(
                title = "place x",
                unit = "m",
                min = -1e5,
                max = 1e5,
                slider = {-2, 2},
                byDefault = "0",
                help = "In the prop's own frame; read only for a hollow by a place")
        double x,

        @Setting(
                title = "place y",
                unit = "m",
                min = -1e5,
                max = 1e5,
                slider = {0, 2},
                byDefault = "0.2")
        double y,

        @Setting(
                title = "place z",
                unit = "m",
                min = -1e5,
                max = 1e5,
                slider = {-2, 2},
                byDefault = "0")
        double z,

        @Setting(
                title = "filled by",
                byDefault = "share",
                help = "A share of the hollow, litres, or a height over its floor")
        Filled filled,

        @Setting(
                title = "how full",
                min = 0,
                max = 1,
                byDefault = "0.7",
                help = "Share of what the upright vessel holds")
        double full,

        @Setting(
                title = "litres",
                unit = "l",
                min = 0,
                max = 1e12,
                slider = {0, 500},
                byDefault = "100")
        double litres,

        @Setting(
                title = "height",
                unit = "m",
                min = 0,
                max = 1e5,
                slider = {0, 2},
                byDefault = "0.5",
                help = "Over the lowest place of the hollow while the vessel stands upright")
        double height,

        @Setting(
                title = "swings",
                min = 0,
                max = 2,
                byDefault = "1",
                help = "How much of its swinging is shown; 0 is always level")
        double swings,

        @Setting(
                title = "calms down",
                min = 0.001,
                max = 1,
                slider = {0.01, 0.5},
                byDefault = "0.06",
                help = "Damping, as a share of that after which nothing swings")
        double calms,

        @Setting(title = "colour", refers = Refers.COLOUR, byDefault = "#24414a")
        String colour,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    private static final double TO_LITRES = 1000;
    /** Moments of the clock that findings look at. */
    private static final int LOOKS = 24;

    /** Litres of one that are no loss but rounding. */
    private static final double NO_LOSS = 1e-6;

    /** Which hollow is meant. */
    public enum Inside {
        LARGEST,
        PLACE
    }

    /** What says how full it is. */
    public enum Filled {
        SHARE,
        LITRES,
        HEIGHT
    }

    public LiquidLayer {
        properties = PropertyDescription.complete(List.of(), properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return List.of();
    }

    @Override
    public Family family() {
        return Family.WATER;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.TIME, Surrounding.KEYS);
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.LIQUID);
    }

    @Override
    public List<String> tools() {
        return List.of("moves", "readings", "level");
    }

    @Override
    public Begun begin(Beginning beginning) {
        // the chosen prop, or else one that is made to be filled
        String prop = beginning.prop().isEmpty()
                ? beginning.recipe().props().stream()
                        .filter(each -> each.shape() instanceof VesselShape)
                        .map(Prop::id)
                        .findFirst()
                        .orElse("")
                : beginning.prop();
        return new Beginning(
                        beginning.recipe(),
                        beginning.nodes(),
                        beginning.layer(),
                        prop,
                        beginning.falloff(),
                        beginning.ids())
                .filled(
                        this,
                        "Liquid",
                        layer -> new Begun.Made(
                                layer,
                                "",
                                false,
                                layer.name()
                                        + " fills the largest hollow of its prop. Tilt the prop, or let it be moved, and play the clock."));
    }

    /** The hollow that it fills; none where the prop has none. */
    public Optional<Cavity> cavity(Mesh mesh) {
        return Cavity.of(mesh, inside == Inside.PLACE ? new double[] {x, y, z} : null);
    }

    /** Litres that it is filled with, before anything is spilt. @param size of the prop against its own frame */
    public double wanted(Cavity cavity, double size) {
        return switch (filled) {
            case SHARE -> full * cavity.volume() * cube(size) * TO_LITRES;
            case LITRES -> litres;
            case HEIGHT -> {
                double[] ends = cavity.mesh().extentAlong(0, 1, 0);
                double level = Math.min(ends[0] + height / size, ends[1]);
                yield Submerged.below(cavity.mesh(), 0, 1, 0, level)[0] * cube(size) * TO_LITRES;
            }
        };
    }

    private static double cube(double value) {
        return value * value * value;
    }

    /** It in every frame of the clock; none where the prop has no hollow. */
    public Optional<Filling> moments(Surroundings site) {
        Frames frames = site.frames();
        return filling(site.moments(vessel, frames.count()), (cavity, round) -> slopes(cavity, round, frames));
    }

    /** It as it is now, without its swing and without what it has spilt before; none where the prop has no hollow. */
    public Optional<Filling> now(Surroundings site) {
        return level(site, 1);
    }

    /** Without its swing. @param most so many moments of the clock; 1 is now */
    private Optional<Filling> level(Surroundings site, int most) {
        return filling(site.moments(vessel, most), (cavity, round) -> new double[2 * round.size()]);
    }

    private Optional<Filling> filling(
            List<Surroundings.Moment> round, BiFunction<Cavity, List<Surroundings.Moment>, double[]> slopes) {
        return cavity(round.get(0).prop().mesh())
                .map(cavity -> new Filling(cavity, round, moments(cavity, round, slopes.apply(cavity, round))));
    }

    private double[] moments(Cavity cavity, List<Surroundings.Moment> round, double[] slopes) {
        double[] out = new double[Filling.NUMBERS * round.size()];
        double had = 0;
        double stays = 0;
        double spilt = 0;
        for (int f = 0; f < round.size(); f++) {
            PlacedMesh prop = round.get(f).prop();
            LiquidLayer now = (LiquidLayer) round.get(f).layer();
            double unit = cube(prop.size()) * TO_LITRES;
            double wanted = now.wanted(cavity, prop.size());
            stays = Math.max(0, stays + wanted - had);
            had = wanted;
            double[] level = own(prop, 0, 1, 0);
            double room = Liquid.room(cavity, level) * unit;
            if (stays > room) {
                spilt += stays - room;
                stays = room;
            }
            double sx = now.swings * slopes[2 * f];
            double sz = now.swings * slopes[2 * f + 1];
            double length = Math.sqrt(1 + sx * sx + sz * sz);
            double[] up = own(prop, sx / length, 1 / length, sz / length);
            // a swing alone spills nothing: what it would lift over the rim stays a little lower
            Liquid liquid = Liquid.of(cavity, up, stays / unit);
            liquid = liquid.volume() * unit < stays * (1 - 1e-9) ? Liquid.of(cavity, level, stays / unit) : liquid;
            double[] normal = prop.turn().rotate(liquid.up()[0], liquid.up()[1], liquid.up()[2]);
            double[] origin = prop.origin();
            int at = Filling.NUMBERS * f;
            System.arraycopy(normal, 0, out, at, 3);
            out[at + 3] = liquid.level() * prop.size()
                    + normal[0] * origin[0]
                    + normal[1] * origin[1]
                    + normal[2] * origin[2];
            out[at + 4] = stays;
            out[at + 5] = spilt;
            out[at + 6] = room;
            out[at + 7] = StrictMath.toDegrees(StrictMath.acos(Math.max(-1, Math.min(1, level[1]))));
        }
        return out;
    }

    private static double[] own(PlacedMesh prop, double x, double y, double z) {
        return prop.turn().inverse().rotate(x, y, z);
    }

    /** Slopes of its top, by how the vessel is moved. */
    private double[] slopes(Cavity cavity, List<Surroundings.Moment> round, Frames frames) {
        double size = round.get(0).prop().size();
        double[] middle = middle(cavity);
        double[] places = new double[3 * round.size()];
        for (int f = 0; f < round.size(); f++) {
            System.arraycopy(round.get(f).prop().toPlace(middle[0], middle[1], middle[2]), 0, places, 3 * f, 3);
        }
        double volume = Math.min(wanted(cavity, size) / TO_LITRES / cube(size), cavity.volume());
        if (swings == 0 || !(volume > 0)) {
            return new double[2 * round.size()];
        }
        double area = Liquid.of(cavity, new double[] {0, 1, 0}, volume * (1 - 1e-6))
                .top(cavity)
                .capArea();
        double radius = size * Math.sqrt(Math.max(area, 1e-12) / Math.PI);
        double deep = size * volume / Math.max(area, 1e-12);
        return Slosh.slopes(places, frames.step(), frames.periodic(), Slosh.frequency(radius, deep), calms);
    }

    private static double[] middle(Cavity cavity) {
        double[] b = cavity.mesh().bounds();
        return new double[] {(b[0] + b[3]) / 2, (b[1] + b[4]) / 2, (b[2] + b[5]) / 2};
    }

    /** Litres in it, litres spilt, how high its top lies, how far the vessel is tilted. */
    @Override
    public Optional<Readings> readings(Surroundings site) {
        return moments(site).map(filling -> {
            int frames = filling.count();
            double[] seconds = new double[frames];
            double[][] lines = new double[4][frames];
            for (int f = 0; f < frames; f++) {
                seconds[f] = site.frames().time(f);
                lines[0][f] = filling.number(f, 4);
                lines[1][f] = filling.number(f, 5);
                lines[2][f] = filling.height(f);
                lines[3][f] = filling.number(f, 7);
            }
            return new Readings(
                    seconds,
                    List.of(
                            new Readings.Line("in it", "l", lines[0]),
                            new Readings.Line("spilt", "l", lines[1]),
                            new Readings.Line("height of its top", "m", lines[2]),
                            new Readings.Line("tilt of the vessel", "°", lines[3])),
                    new double[0]);
        });
    }

    @Override
    public String sentence(String result, Surroundings site) {
        String prop = site.names().nameOf(Refers.PROP, vessel);
        return now(site)
                .map(now -> "In " + prop + ": " + Decimal.write(now.number(0, 4), 2) + " l of "
                        + Decimal.write(now.number(0, 6), 2) + " l that it holds as it stands.")
                .orElse(prop + " has no hollow that holds a liquid.");
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        String prop = site.names().nameOf(Refers.PROP, vessel);
        Optional<Filling> all = level(site, LOOKS);
        if (all.isEmpty()) {
            return List.of(
                    Finding.warning(
                            this,
                            "has no hollow to fill",
                            prop
                                    + " has no hollow that its own upright walls close off. A vessel needs walls of two sides, closed below; for another hollow than the largest set a place in it."));
        }
        List<Finding> found = new ArrayList<>();
        int last = all.get().count() - 1;
        double spilt = all.get().number(last, 5);
        double had = spilt + all.get().number(last, 4);
        if (spilt > NO_LOSS * Math.max(1, had)) {
            found.add(Finding.warning(
                    this,
                    "spills",
                    Decimal.write(spilt, 2) + " l of " + Decimal.write(had, 2)
                            + " l go over the rim. Fill it less, or tilt " + prop + " less."));
        }
        return found;
    }
}
