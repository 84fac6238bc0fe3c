package org.lumbrit.core.bodies;

import java.util.ArrayList;
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
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Carried;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Readings;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.snow.Flakes;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SurfacePatch;

/**
 * A body that is let go and rolls: over the ground with what lies on it, against props and other bodies, until it rests. It sinks into what lies by its
 * settings and leaves a groove: at each place as deep as the lower half of the body went, as wide as the body is there. Beside the
 * groove a rim is pushed up; a chosen share of the depth springs back.
 */
@Kind(
        name = "roll",
        title = "Rolling body",
        help = "A ball, a log, a barrel or a prop’s shape rolls by real mechanics, meets others, and presses a groove.")
public record RollLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other flakes")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "body", byDefault = "{\"kind\":\"ball\"}")
        BodyKind body,

        @Setting(title = "colour", refers = Refers.COLOUR, byDefault = "#e8edf2")
        String colour,

        @Setting(
                title = "density",
                unit = "kg/m³",
                min = 1,
                max = 30_000,
                slider = {50, 3000},
                byDefault = "300",
                help = "Packed snow 300, pine 500, stone 2 700")
        double density,

        @Setting(
                title = "friction",
                min = 0,
                max = 10,
                slider = {0, 1.2},
                byDefault = "0.5",
                help = "Greatest push along the surface against the push into it")
        double friction,

        @Setting(title = "bounce", min = 0, max = 1, byDefault = "0.2", help = "Speed after an impact against before")
        double bounce,

        @Setting(
                title = "resistance",
                min = 0,
                max = 2,
                slider = {0, 0.3},
                byDefault = "0",
                help = "Of rolling, as a share of the weight; soft ground 0.1")
        double resistance,

        @Setting(
                title = "x",
                unit = "m",
                min = -1e6,
                max = 1e6,
                slider = {-80, 80},
                byDefault = "0",
                help = "Where it is let go, to the east")
        double x,

        @Setting(
                title = "z",
                unit = "m",
                min = -1e6,
                max = 1e6,
                slider = {-80, 80},
                byDefault = "0",
                help = "To the south")
        double z,

        @Setting(
                title = "above",
                unit = "m",
                min = 0,
                max = 1e5,
                slider = {0, 10},
                byDefault = "0",
                help = "How high above the surface it is let go")
        double above,

        @Setting(
                title = "speed",
                unit = "m/s",
                min = 0,
                max = 1000,
                slider = {0, 20},
                byDefault = "0")
        double speed,

        @Setting(
                title = "heading",
                unit = "°",
                min = -720,
                max = 720,
                slider = {0, 360},
                byDefault = "0",
                help = "The way it goes: 0 is north, 90 east")
        double heading,

        @Setting(
                title = "climbing",
                unit = "°",
                min = -90,
                max = 90,
                byDefault = "0",
                help = "How steeply upward it is thrown")
        double climbing,

        @Setting(
                title = "lies turned",
                unit = "°",
                min = -720,
                max = 720,
                slider = {0, 360},
                byDefault = "0",
                help = "Heading of a log’s or barrel’s axis, less 90°")
        double turned,

        @Setting(
                title = "spin",
                unit = "rad/s",
                min = -1000,
                max = 1000,
                slider = {-20, 20},
                byDefault = "0",
                help = "Forward, about the axis across its heading")
        double spin,

        @Setting(
                title = "gravity",
                unit = "m/s²",
                min = 0,
                max = 1000,
                slider = {0, 25},
                byDefault = "9.81",
                onCard = false)
        double gravity,

        @Setting(
                title = "seconds",
                unit = "s",
                min = 0.01,
                max = 600,
                slider = {1, 60},
                byDefault = "20",
                help = "It is followed no longer than so")
        double seconds,

        @Setting(
                title = "steps a second",
                min = 30,
                max = 10_000,
                slider = {60, 1000},
                byDefault = "480",
                help = "More are finer and cost more")
        int rate,

        @Setting(
                title = "cell",
                unit = "m",
                min = 0.0005,
                max = 100,
                slider = {0.01, 0.2},
                byDefault = "0.02",
                help = "Metres between the nodes of the groove’s grid")
        double cell,

        @Setting(
                title = "let go at",
                unit = "s",
                min = -1e5,
                max = 1e5,
                slider = {-60, 60},
                byDefault = "0",
                help = "Of the clock; below 0 it is on its way already when the clock begins")
        double begins,

        @Setting(
                title = "gathers",
                min = 0,
                max = 1,
                byDefault = "0",
                help = "Share of what it presses that sticks to a ball, which grows")
        double gathers,

        @Setting(
                title = "lost to packing",
                min = 0,
                max = 1,
                byDefault = "0.5",
                help = "Of what is pressed; the rest is pushed up as a rim")
        double packing,

        @Setting(
                title = "springs back",
                min = 0,
                max = 1,
                byDefault = "0",
                help = "Share of the pressed depth that comes back in the end")
        double springs,

        @Setting(
                title = "springs in",
                unit = "s",
                min = 0.001,
                max = 1e6,
                slider = {0.1, 60},
                byDefault = "5",
                help = "In so long 63 % of that has come back")
        double tau,

        @Setting(title = "filled by", byDefault = "{\"kind\":\"none\"}", help = "Fresh snow that falls into the groove")
        Flakes flakes,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    public static final String SINKS = "sinks";
    public static final String GROOVE = "groove";
    public static final String CHANGE = "change";

    /** Seconds of a step, of each ball of a body in it, of a node under a print, of a node of the groove. */
    private static final double STEP = 3e-6;

    private static final double CONTACT = 8e-6;
    private static final double STAMP = 4e-9;
    private static final double NODE = 4e-7;

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(SINKS, "How deep it sinks into what lies there", "m", 0, 100, 1, 0, 0.1)
                    .inPlace());

    public RollLayer {
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
        return Set.of(
                Surrounding.GROUND, Surrounding.PROPS, Surrounding.EARLIER, Surrounding.FELLOWS, Surrounding.TIME);
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.PATCH, Subject.BODY);
    }

    @Override
    public List<String> tools() {
        return List.of("moves", "readings");
    }

    @Override
    public Begun begin(Beginning beginning) {
        RollLayer ready = beginning.ready(this, "Rolling ball");
        RollLayer made = (RollLayer) Kinds.with((Record) ready, "x", free(beginning.recipe(), ready));
        return new Begun.Made(
                made,
                GROOVE,
                false,
                made.name + " is let go in the middle of the site. Set where, and play the clock.");
    }

    /** East of the place that it begins at, as far as no other body begins there. */
    private static double free(Recipe recipe, RollLayer made) {
        double step = 1.2 * (made.body instanceof BodyKind.Ball ball ? 2 * ball.radius() : 1);
        double at = made.x;
        for (boolean taken = true; taken; ) {
            double here = at;
            taken = recipe.layersOf(RollLayer.class).stream()
                    .anyMatch(other -> Math.abs(other.x - here) < step && Math.abs(other.z - made.z) < step);
            at += taken ? step : 0;
        }
        return at;
    }

    @Override
    public List<Field> results() {
        return List.of(
                Field.inPlace(
                        GROOVE,
                        "groove",
                        "How deep the groove is",
                        "m",
                        this::ends,
                        (site, at) -> read(site, at, true)),
                Field.inPlace(
                                CHANGE,
                                "change",
                                "How far the surface is raised, or pressed below 0",
                                "m",
                                site -> new double[] {-ends(site)[1], ends(site)[1]},
                                (site, at) -> read(site, at, false))
                        .bothWays());
    }

    private double[] ends(Surroundings site) {
        return new double[] {0, Math.max(1e-4, properties.get(SINKS).most())};
    }

    private float[] read(Surroundings site, Samples samples, boolean pressed) {
        float[] out = new float[samples.count()];
        Optional<SurfacePatch> patch = patch(site);
        if (patch.isPresent()) {
            for (int i = 0; i < out.length; i++) {
                double change = patch.get().at(samples.x()[i], samples.z()[i]);
                out[i] = (float) (pressed ? Math.max(0, -change) : change);
            }
        }
        return out;
    }

    /** As it is seen, in its own frame. */
    public Mesh mesh(Surroundings site) {
        return body.mesh(site);
    }

    @Override
    public Optional<Carried> carried(Surroundings site) {
        Path path = path(site);
        double now = since(site);
        double[] at = {path.at(now, 0), path.at(now, 1), path.at(now, 2)};
        return Optional.of(new Carried(mesh(site), at, path.turn(now), path.at(now, 15) / body.radius(site), colour));
    }

    /** Seconds since it was let go; 0 before. */
    private double since(Surroundings site) {
        return Math.max(0, site.time() - begins);
    }

    @Override
    public <T> Optional<T> makes(Class<T> what, Surroundings site) {
        return what == Path.class ? Optional.of(what.cast(path(site))) : Optional.empty();
    }

    /** Where it goes, from the moment it is let go. */
    public Path path(Surroundings site) {
        return Meeting.path(site, id);
    }

    /** Speed, spin, slip where it slides, whether it touches, how high it is, and its radius where it gathers. */
    @Override
    public Optional<Readings> readings(Surroundings site) {
        Path path = path(site);
        int frames = path.frames();
        double[] seconds = new double[frames];
        double[] way = new double[3 * frames];
        double[][] lines = new double[6][frames];
        for (int f = 0; f < frames; f++) {
            double[] n = path.numbers();
            int at = Path.NUMBERS * f;
            seconds[f] = begins + f * path.step();
            System.arraycopy(n, at, way, 3 * f, 3);
            lines[0][f] = Math.sqrt(sq(n[at + 7]) + sq(n[at + 8]) + sq(n[at + 9]));
            lines[1][f] = Math.sqrt(sq(n[at + 10]) + sq(n[at + 11]) + sq(n[at + 12]));
            lines[2][f] = n[at + 14];
            lines[3][f] = n[at + 13];
            lines[4][f] = n[at + 1];
            lines[5][f] = n[at + 15];
        }
        List<Readings.Line> told = new ArrayList<>(List.of(
                new Readings.Line("speed", "m/s", lines[0]),
                new Readings.Line("spin", "rad/s", lines[1]),
                new Readings.Line("slip", "m/s", lines[2]),
                new Readings.Line("touches", "", lines[3]),
                new Readings.Line("height of its centre", "m", lines[4])));
        if (gathers > 0) {
            told.add(new Readings.Line("radius", "m", lines[5]));
        }
        return Optional.of(new Readings(seconds, told, way));
    }

    /** Measured on two cores of 2.5 GHz. */
    @Override
    public String takes(Surroundings site) {
        Body solid = body.body(site, density);
        double steps = Math.ceil(seconds * rate);
        double rolls = steps * (STEP + CONTACT * solid.balls().length / 4);
        double wide = 2 * body.radius(site) / cell;
        double tenMetres = 10 / cell * (2 * wide * wide * STAMP + (wide + 12) * NODE);
        return "At most " + Decimal.write(steps, 0) + " steps, " + brief(rolls) + "; its groove, " + brief(tenMetres)
                + " for each 10 m of way.";
    }

    private static String brief(double seconds) {
        return seconds < 0.1 ? "under 0.1 s" : "about " + Decimal.write(seconds, seconds < 10 ? 1 : 0) + " s";
    }

    /** How the groove is as long as it has been pressed, at the clock's time. */
    @Override
    public Optional<SurfacePatch> patch(Surroundings site) {
        double now = since(site);
        Path path = path(site);
        Groove groove = new Groove(this, site, path);
        SurfacePatch room = groove.room();
        String key = "groove/4 " + Meeting.start(site, id).key();
        float[] change = site.kept(key, this, cancel -> groove.change(room, now));
        return Optional.of(room.with(change));
    }

    @Override
    public String sentence(String result, Surroundings site) {
        Path path = path(site);
        double fastest = 0;
        double way = 0;
        for (int f = 0; f < path.frames(); f++) {
            int at = Path.NUMBERS * f;
            fastest = Math.max(
                    fastest,
                    Math.sqrt(sq(path.numbers()[at + 7]) + sq(path.numbers()[at + 8]) + sq(path.numbers()[at + 9])));
            if (f > 0) {
                way += Math.sqrt(sq(path.numbers()[at] - path.numbers()[at - Path.NUMBERS])
                        + sq(path.numbers()[at + 1] - path.numbers()[at + 1 - Path.NUMBERS])
                        + sq(path.numbers()[at + 2] - path.numbers()[at + 2 - Path.NUMBERS]));
            }
        }
        String ended = switch (path.end()) {
            case RESTS -> "rests after " + Decimal.write(path.seconds(), 1) + " s";
            case LEFT -> "leaves the site after " + Decimal.write(path.seconds(), 1) + " s";
            case MOVES -> "still moves after " + Decimal.write(path.seconds(), 1) + " s";
        };
        return "It goes " + Decimal.write(way, 1) + " m, at most " + Decimal.write(fastest, 2) + " m/s fast, and "
                + ended
                + ". The surface on which it rolls has cells of "
                + Decimal.write(site.ground().lattice(Runner.NODES).grid().cellX(), 2) + " m.";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        List<Finding> found = new ArrayList<>();
        double radius = body.radius(site);
        double ground = site.ground().lattice(Runner.NODES).grid().cellX();
        if (cell > radius / 3) {
            found.add(Finding.warning(
                    this,
                    "cells too large",
                    "The groove’s cells are " + Decimal.write(cell, 3)
                            + " m, more than a third of the body’s radius of " + Decimal.write(radius, 3)
                            + " m. Make them finer."));
        }
        if (ground > radius / 3) {
            found.add(Finding.note(
                    this,
                    "ground coarser than the body",
                    "The ground has a node every " + Decimal.write(ground, 2)
                            + " m; what is smaller is smooth to a body of " + Decimal.write(radius, 2) + " m."));
        }
        Path path = path(site);
        if (path.end() == Path.End.LEFT) {
            found.add(Finding.warning(
                    this,
                    "falls off the site",
                    "It leaves the site after " + Decimal.write(path.seconds(), 1) + " s."));
        } else if (path.end() == Path.End.MOVES) {
            found.add(Finding.note(
                    this,
                    "never at rest",
                    "It still moves after " + Decimal.write(path.seconds(), 1)
                            + " s. Give it resistance, or follow it longer."));
        }
        return found;
    }

    private static double sq(double value) {
        return value * value;
    }
}
