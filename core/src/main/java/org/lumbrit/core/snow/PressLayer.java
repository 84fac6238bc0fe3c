package org.lumbrit.core.snow;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SurfacePatch;

/**
 * A track pressed along a path into what lies there: as deep as its property says, but no deeper than a share of what lies. Beside it a
 * rim is pushed up; fresh flakes fill it up to the level of the snow round it, and no further.
 */
@Kind(
        name = "press",
        title = "Track",
        help = "Boots, hooves, wheels, runners or skis press a track along a path; fresh snow fills it.")
public record PressLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other flakes")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "along",
                refers = Refers.PLACE,
                of = "path",
                byDefault = "\"\"",
                help = "The path that it goes along")
        String path,

        @Setting(
                title = "or carried by",
                refers = Refers.PROP,
                byDefault = "\"\"",
                help = "A prop with keys: it presses where the prop has been")
        String carrier,

        @Setting(title = "pressed by", byDefault = "{\"kind\":\"boots\"}")
        Profile profile,

        @Setting(
                title = "lost to packing",
                min = 0,
                max = 1,
                byDefault = "0.6",
                help = "Of what is pressed; the rest is pushed up as a rim")
        double packing,

        @Setting(
                title = "cell",
                unit = "m",
                min = 0.0005,
                max = 100,
                slider = {0.005, 0.1},
                byDefault = "0.015",
                help = "Metres between the nodes of its grid; finer costs more")
        double cell,

        @Setting(title = "filled by", byDefault = "{\"kind\":\"none\"}", help = "Fresh snow that falls into it")
        Flakes flakes,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    public static final String PRESSES = "presses";
    public static final String SHARE = "share-of-depth";
    public static final String TRACK = "track";
    public static final String CHANGE = "change";

    /** Metres beyond the track for its rim, in widths of the rim. */
    private static final double BESIDE = 3;

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(PRESSES, "How deep it presses at most, by its weight", "m", 0, 100, 1, 0, 0.1)
                    .inPlace(),
            PropertyDescription.of(SHARE, "Of what lies there, it presses no more", "", 0, 1, 1, 0, 0.85)
                    .inPlace());

    public PressLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

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
        return carrier.isEmpty()
                ? Set.of(Surrounding.GROUND, Surrounding.EARLIER, Surrounding.TIME)
                : Set.of(Surrounding.GROUND, Surrounding.EARLIER, Surrounding.TIME, Surrounding.KEYS);
    }

    @Override
    public List<String> tools() {
        return List.of("settles");
    }

    @Override
    public Begun begin(Beginning beginning) {
        Recipe recipe = beginning.recipe();
        Optional<String> moving = recipe.props().stream()
                .filter(recipe::moves)
                .map(Prop::id)
                .filter(id ->
                        id.equals(beginning.prop()) || recipe.places().stream().noneMatch(PathPlace.class::isInstance))
                .findFirst();
        PressLayer fresh = Kinds.with(this, moving.isPresent() ? "carrier" : "path", moving.orElse(Beginning.OPEN));
        return beginning.filled(
                fresh,
                "Boot prints",
                layer -> new Begun.Made(
                        layer,
                        TRACK,
                        false,
                        layer.name()
                                + (moving.isPresent()
                                        ? " are pressed into what lies where the prop has been."
                                        : " are pressed into what lies along the path.")
                                + " Lay snow before them, and let flakes fill them."));
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.PATCH);
    }

    @Override
    public List<Field> results() {
        return List.of(
                Field.inPlace(
                        TRACK,
                        "track",
                        "How deep the track still is",
                        "m",
                        this::ends,
                        (site, samples) -> read(site, samples, true)),
                Field.inPlace(
                                CHANGE,
                                "change",
                                "How far the surface is raised, or pressed below 0",
                                "m",
                                site -> new double[] {-ends(site)[1], ends(site)[1]},
                                (site, samples) -> read(site, samples, false))
                        .bothWays());
    }

    private double[] ends(Surroundings site) {
        return new double[] {0, Math.max(1e-4, properties.get(PRESSES).most())};
    }

    private float[] read(Surroundings site, Samples samples, boolean pressed) {
        float[] out = new float[samples.count()];
        Optional<SurfacePatch> patch = patch(site);
        if (patch.isPresent()) {
            Chunks.run(out.length, site.cancel(), (from, to) -> {
                for (int i = from; i < to; i++) {
                    double change = patch.get().at(samples.x()[i], samples.z()[i]);
                    out[i] = (float) (pressed ? Math.max(0, -change) : change);
                }
            });
        }
        return out;
    }

    /** Whether it is said along what it goes. */
    private boolean goes() {
        return !path.isEmpty() || !carrier.isEmpty();
    }

    /** The line that it is pressed along, as far as it has come. */
    private List<Point3> line(Surroundings site) {
        if (carrier.isEmpty()) {
            return site.place(path).corners();
        }
        List<Point3> way = site.way(carrier);
        // a prop that has not moved yet has pressed nothing but where it stands
        return way.size() > 1 ? way : List.of(way.get(0), way.get(0));
    }

    private double rimWidth() {
        return Math.max(3 * cell, 0.25 * profile.half());
    }

    /** Its track as it is now: none before it is pressed. */
    @Override
    public Optional<SurfacePatch> patch(Surroundings site) {
        if (!goes() || flakes.hours(site) < 0) {
            return Optional.empty();
        }
        SurfacePatch room = room(site);
        return Optional.of(room.with(site.kept("track/2", this, cancel -> change(site, room))));
    }

    private SurfacePatch room(Surroundings site) {
        List<Point3> line = line(site);
        double beyond = Math.max(BESIDE * rimWidth(), 3.2 * site.ground().cell());
        return SurfacePatch.along(line, profile.half() + beyond, cell);
    }

    private float[] change(Surroundings site, SurfacePatch room) {
        float[] pressed = pressed(site, room);
        float[] change = Impressions.rim(room, pressed, packing, rimWidth());
        Impressions.fill(site, room, pressed, change, flakes, seed);
        return change;
    }

    /** How deep each node was pressed, before any snow fell into it. */
    private float[] pressed(Surroundings site, SurfacePatch room) {
        int[] nodes = room.nodes();
        double[] x = new double[nodes.length];
        double[] z = new double[nodes.length];
        for (int n = 0; n < nodes.length; n++) {
            x[n] = room.x(nodes[n] % room.columns());
            z[n] = room.z(nodes[n] / room.columns());
        }
        Samples samples = site.ground().samplesAt(x, z);
        float[] lies = Lies.depth(site, samples);
        float[] presses = site.property(this, PRESSES, samples);
        float[] share = site.property(this, SHARE, samples);
        Course course = new Course(line(site));
        float[] pressed = new float[room.change().length];
        Chunks.run(nodes.length, 1024, site.cancel(), (from, to) -> {
            for (int n = from; n < to; n++) {
                double most = Math.min(presses[n], share[n] * lies[n]);
                pressed[nodes[n]] = (float) (most * deepest(site, course, x[n], z[n]));
            }
        });
        return pressed;
    }

    /** Of all pieces of the line that pass near enough the one that presses deepest. */
    private double deepest(Surroundings site, Course course, double x, double z) {
        double most = 0;
        double half = profile.half();
        for (int k = 0; k + 1 < course.line.size(); k++) {
            Point3 a = course.line.get(k);
            Point3 b = course.line.get(k + 1);
            double ux = b.x() - a.x();
            double uz = b.z() - a.z();
            double length = Math.sqrt(ux * ux + uz * uz);
            if (length < 1e-9) {
                continue;
            }
            double px = x - a.x();
            double pz = z - a.z();
            double ahead = (px * ux + pz * uz) / length;
            // seen from above with x to the right and z down, the right hand of the way
            double aside = (ux * pz - uz * px) / length;
            if (ahead < -0.5 * cell || ahead > length + 0.5 * cell || Math.abs(aside) > half) {
                continue;
            }
            most = Math.max(most, profile.at(site, course.gone[k] + ahead, aside));
        }
        return most;
    }

    /** A line with how long it is up to each corner. */
    private static final class Course {
        private final List<Point3> line;
        private final double[] gone;

        Course(List<Point3> line) {
            this.line = line;
            this.gone = new double[line.size()];
            for (int k = 1; k < gone.length; k++) {
                double dx = line.get(k).x() - line.get(k - 1).x();
                double dz = line.get(k).z() - line.get(k - 1).z();
                gone[k] = gone[k - 1] + Math.sqrt(dx * dx + dz * dz);
            }
        }
    }

    /**
     * What can be read off a track.
     *
     * @param pressed metres that it was pressed on the mean, where it was; @param depth metres that it is deep now
     * @param expected metres that it would be by the snowfall alone; @param hours until it is filled at the present rate, infinite where it does not snow
     */
    public record Reading(double pressed, double depth, double expected, double hours) {}

    /** The mean of the track as it is now. */
    public Reading reading(Surroundings site) {
        if (!goes()) {
            return new Reading(0, 0, 0, 0);
        }
        SurfacePatch room = room(site);
        float[] pressed = pressed(site, room);
        double hours = flakes.hours(site);
        float[] now = hours < 0
                ? new float[pressed.length]
                : patch(site).orElseThrow().change();
        double fallen = 0;
        for (int hour = 0; hour < hours; hour++) {
            fallen += Math.min(1, hours - hour) * flakes.rate(site, hour) / 1000;
        }
        double was = 0;
        double is = 0;
        double left = 0;
        double deepest = 0;
        long count = 0;
        for (int i = 0; i < pressed.length; i++) {
            if (pressed[i] > 0) {
                count++;
                was += pressed[i];
                is += Math.max(0, -now[i]);
                left += Math.max(0, pressed[i] - fallen);
                deepest = Math.max(deepest, pressed[i] - fallen);
            }
        }
        double rate = flakes.rate(site, (int) Math.max(0, hours)) / 1000;
        return count == 0
                ? new Reading(0, 0, 0, 0)
                : new Reading(
                        was / count, is / count, left / count, rate > 0 ? deepest / rate : Double.POSITIVE_INFINITY);
    }

    @Override
    public String sentence(String result, Surroundings site) {
        if (!goes() || flakes.hours(site) < 0) {
            return "Not pressed yet.";
        }
        Reading reading = reading(site);
        return "Pressed " + mm(reading.pressed()) + " on the mean; " + mm(reading.depth()) + " deep now, "
                + mm(reading.expected()) + " expected by the snowfall. "
                + (Double.isInfinite(reading.hours())
                        ? "It does not snow."
                        : "Filled in " + Decimal.write(reading.hours(), 1) + " h at this rate.");
    }

    private static String mm(double metres) {
        return Decimal.write(1000 * metres, 1) + " mm";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        if (!goes()) {
            return List.of(Finding.warning(
                    this,
                    "goes nowhere",
                    "It needs a path that it goes along, or a prop that carries it. Choose one."));
        }
        Samples along = Lies.along(site, line(site));
        float[] lies = Lies.depth(site, along);
        double most = 0;
        for (float each : lies) {
            most = Math.max(most, each);
        }
        return most > 0
                ? List.of()
                : List.of(
                        Finding.note(
                                this,
                                "nothing lies there",
                                "Along its path nothing lies that could be pressed. Lay snow, sand or moss there, before it on the board."));
    }
}
