package org.lumbrit.core.slices;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.GaussianBlur;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Carried;
import org.lumbrit.core.recipe.Checking;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Readings;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SegmentTree;

/**
 * Level slices stacked at a spacing: slice k of N is solid where a driven number exceeds (k + φ) / N, φ being how far the stack has risen, of
 * one spacing. The lowest stays where it is. A rise by one spacing brings every slice to where the next one was, so it loops.
 */
@Kind(
        name = "slices",
        title = "Stacked slices",
        help = "A place or a prop as level slices: each solid where a driven value exceeds its height.")
public record SlicesLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "of prop",
                refers = Refers.PROP,
                byDefault = "\"\"",
                help = "Sliced in its own space; none slices the place")
        String on,

        @Setting(
                title = "within area",
                refers = Refers.PLACE,
                of = "area",
                byDefault = "\"\"",
                help = "Of the place; none for all of it")
        String within,

        @Setting(
                title = "slices",
                min = 1,
                max = 200,
                slider = {2, 60},
                byDefault = "12")
        int count,

        @Setting(
                title = "spacing",
                unit = "m",
                min = 0.0001,
                max = 1000,
                slider = {0.05, 5},
                byDefault = "0.6",
                help = "From the bottom of one slice to that of the next")
        double spacing,

        @Setting(
                title = "thickness",
                min = 0.01,
                max = 1,
                byDefault = "0.5",
                help = "Of a slice, as a share of the spacing")
        double thick,

        @Setting(
                title = "lifted",
                unit = "m",
                min = -1e4,
                max = 1e4,
                slider = {-10, 10},
                byDefault = "0",
                help = "How high the lowest slice lies above the lowest ground, or above the foot of the prop")
        double lifted,

        @Setting(
                title = "rounded",
                unit = "m",
                min = 0,
                max = 100,
                slider = {0, 2},
                byDefault = "0.2",
                help = "Corners of outlines are rounded by about so much")
        double rounded,

        @Setting(
                title = "nodes",
                min = 9,
                max = 1025,
                slider = {33, 513},
                byDefault = "193",
                help = "Along the longer side; more are finer and cost more")
        int nodes,

        @Setting(
                title = "risen",
                min = 0,
                max = 1,
                byDefault = "0",
                help = "By how much of a spacing the stack has risen")
        double risen,

        @Setting(
                title = "rises",
                min = -60,
                max = 60,
                slider = {0, 8},
                byDefault = "1",
                help = "By how many spacings in a loop; without a loop, in ten seconds")
        int rises,

        @Setting(title = "lowest", refers = Refers.COLOUR, byDefault = "#4a5d52")
        String low,

        @Setting(title = "highest", refers = Refers.COLOUR, byDefault = "#e6dfc8")
        String high,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String SOLID = "solid";

    private static final double NO_LOOP = 10;
    /** Cells from an outline beyond which a node is simply in or out. */
    private static final int CLIP = 4;
    /** Cells: less is no rounding. */
    private static final double LEAST_ROUNDING = 0.3;
    /** Triangles that are drawn at most. */
    private static final long MOST = 6_000_000;
    /** Seconds a node of a slice takes on two cores of 2.5 GHz. */
    private static final double NODE = 1.5e-7;

    private static final List<PropertyDescription> OFFERED = List.of(PropertyDescription.of(
                    SOLID,
                    "How high slices reach here: 0 the lowest only, 1 all. Noise gives hills, inverted cells balls",
                    "",
                    0,
                    1,
                    1,
                    0,
                    1)
            .inPlace());

    public SlicesLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.CRUST;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.TIME, Surrounding.KEYS);
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.GROWN);
    }

    @Override
    public Optional<Prop> sizedBy(Recipe recipe) {
        return recipe.prop(on);
    }

    @Override
    public boolean liesOnGround() {
        return on.isEmpty();
    }

    @Override
    public boolean liesOn(Prop prop) {
        return prop.id().equals(on);
    }

    @Override
    public boolean standsFor(Prop prop) {
        return prop.id().equals(on);
    }

    @Override
    public Begun begin(Beginning beginning) {
        SlicesLayer made = beginning.ready(this, "Slices");
        String falloff = beginning.ids().apply("f");
        return new Begun.Made(
                List.of(new Falloff(
                        falloff,
                        beginning.freeFalloffName("Slices noise"),
                        Kinds.with(
                                new NoiseSource(12, 2, 0.5, 2, 1, 1, 1, NoiseSource.Range.ZERO_TO_ONE, 1),
                                "turned",
                                true),
                        List.of())),
                made,
                List.of(new Drive(made.id, SOLID, falloff, CurvePoint.STRAIGHT)),
                SOLID,
                false,
                made.name + " rise where their noise is high. Set how many and how far apart; with a loop they rise.");
    }

    @Override
    public List<String> tools() {
        return List.of("readings");
    }

    /** The area of each slice over the height of its bottom above the lowest. */
    @Override
    public Optional<Readings> readings(Surroundings site) {
        Stack stack = stack(site);
        double base = stack.slices.get(0).bottom;
        double[] heights =
                stack.slices.stream().mapToDouble(slice -> slice.bottom - base).toArray();
        return Optional.of(new Readings(
                "m", heights, List.of(new Readings.Line("Area of each slice", "m²", stack.areas)), new double[0]));
    }

    /** One slice. @param number 0 is the lowest, which stays; @param bottom metres in the stack's own frame; @param above it is solid where the number exceeds this */
    public record Slice(int number, double bottom, double above) {}

    /** How far the stack has risen at the site's time, of one spacing, 0..1. */
    public double phase(Surroundings site) {
        Frames frames = site.frames();
        double loop = frames.periodic() ? frames.loop() : NO_LOOP;
        double phase = risen + rises * (site.time() - frames.start()) / loop;
        double part = phase - Math.floor(phase);
        // what is a whole spacing but for rounding is one
        return part > 1 - 1e-9 ? 0 : part;
    }

    /** The slices at a phase, the lowest first. */
    List<Slice> slices(double phase, double base) {
        List<Slice> slices = new ArrayList<>();
        slices.add(new Slice(0, base, 0));
        for (int k = phase > 0 ? 0 : 1; k < count; k++) {
            slices.add(new Slice(slices.size(), base + (k + phase) * spacing, (k + phase) / count));
        }
        return slices;
    }

    /** Where the stack stands: a grid in its own frame, and how that lies in the site. @param sigma of rounding, cells */
    private record Frame(
            Optional<PlacedMesh> prop,
            double west,
            double north,
            double cell,
            int columns,
            int rows,
            double base,
            double sigma) {
        double[] toSite(double x, double y, double z) {
            return prop.map(placed -> placed.toPlace(x / placed.size(), y / placed.size(), z / placed.size()))
                    .orElseGet(() -> new double[] {x, y, z});
        }
    }

    private Frame frame(Surroundings site) {
        double[] box;
        Optional<PlacedMesh> prop = Optional.empty();
        double base = site.ground().lowest() + lifted;
        if (!on.isEmpty()) {
            PlacedMesh placed = site.moments(on, 1).get(0).prop();
            prop = Optional.of(placed);
            double[] b = placed.mesh().bounds();
            double size = placed.size();
            box = new double[] {size * b[0], size * b[2], size * b[3], size * b[5]};
            base = size * b[1] + lifted;
        } else if (!within.isEmpty()) {
            box = new double[] {1e300, 1e300, -1e300, -1e300};
            for (var corner : site.place(within).corners()) {
                box[0] = Math.min(box[0], corner.x());
                box[1] = Math.min(box[1], corner.z());
                box[2] = Math.max(box[2], corner.x());
                box[3] = Math.max(box[3], corner.z());
            }
        } else {
            double x = site.ground().width() / 2;
            double z = site.ground().depth() / 2;
            box = new double[] {-x, -z, x, z};
        }
        double cell = Math.max(box[2] - box[0], box[3] - box[1]) / (nodes - 1);
        // so many nodes beyond that every slice ends, and rounding does not reach them
        double sigma = 0.5 * rounded / cell;
        int beyond = 2 * (2 + (sigma < LEAST_ROUNDING ? 0 : (int) Math.ceil(3 * sigma) + CLIP)) + 1;
        int columns = (int) Math.ceil((box[2] - box[0]) / cell - 1e-9) + beyond;
        int rows = (int) Math.ceil((box[3] - box[1]) / cell - 1e-9) + beyond;
        double west = 0.5 * (box[0] + box[2]) - 0.5 * (columns - 1) * cell;
        double north = 0.5 * (box[1] + box[3]) - 0.5 * (rows - 1) * cell;
        return new Frame(prop, west, north, cell, columns, rows, base, sigma);
    }

    /**
     * The stack at the site's time.
     *
     * @param slices each where it lies; @param areas square metres of each; @param west metres of the first column of the grid of its outlines
     * @param inside of each slice a number a node, not below 0 where it is solid
     * @param mesh in the frame of the prop, or of the site; @param shares 0..1 a vertex, how high its slice is in the stack
     */
    public record Stack(
            List<Slice> slices,
            double[] areas,
            double west,
            double north,
            double cell,
            int columns,
            int rows,
            List<float[]> inside,
            Mesh mesh,
            float[] shares) {}

    /** The stack at the site's time. */
    public Stack stack(Surroundings site) {
        Frame frame = frame(site);
        double phase = phase(site);
        List<Slice> slices = slices(phase, frame.base);
        Optional<SegmentTree> edge = on.isEmpty() && !within.isEmpty()
                ? Optional.of(new SegmentTree(site.place(within).corners(), true, true))
                : Optional.empty();
        List<float[]> inside = new ArrayList<>();
        for (Slice slice : slices) {
            site.cancel().check();
            site.cancel().doing("slice " + slice.number + " of " + count);
            inside.add(inside(site, frame, slice, edge));
        }
        Plates plates = new Plates(frame.columns, frame.rows, frame.west, frame.north, frame.cell);
        double[] areas = new double[slices.size()];
        for (int k = 0; k < areas.length; k++) {
            Slice slice = slices.get(k);
            areas[k] = plates.add(inside.get(k), slice.bottom, slice.bottom + thick * spacing, (float)
                    Math.min(1, (slice.bottom - frame.base) / (count * spacing)));
        }
        return new Stack(
                slices,
                areas,
                frame.west,
                frame.north,
                frame.cell,
                frame.columns,
                frame.rows,
                inside,
                plates.mesh(),
                plates.shares());
    }

    /** How far inside a slice each node is: by its value, and by what bounds the stack; below 0 outside. */
    private float[] inside(Surroundings site, Frame frame, Slice slice, Optional<SegmentTree> edge) {
        int all = frame.columns * frame.rows;
        double middle = slice.bottom + 0.5 * thick * spacing;
        String key = new KeyBuilder("slice/1")
                .add(frame.prop.map(PlacedMesh::key).orElse(""))
                .add(new double[] {frame.west, frame.north, frame.cell, slice.bottom, thick * spacing})
                .add(frame.columns)
                .add(frame.rows)
                .key();
        Samples samples = Samples.allocate(key, all);
        for (int i = 0; i < all; i++) {
            double[] at = frame.toSite(
                    frame.west + i % frame.columns * frame.cell,
                    frame.prop.isPresent() ? middle : slice.bottom,
                    frame.north + (i / frame.columns) * frame.cell);
            samples.x()[i] = at[0];
            samples.y()[i] = at[1];
            samples.z()[i] = at[2];
            samples.ny()[i] = 1;
        }
        float[] value = site.property(this, SOLID, samples);
        float[] out = new float[all];
        double scale = count * spacing;
        Optional<AreaPlace> area = edge.map(each -> site.place(within))
                .filter(AreaPlace.class::isInstance)
                .map(AreaPlace.class::cast);
        Chunks.run(all, 1024, site.cancel(), (from, to) -> {
            var probe = frame.prop.map(PlacedMesh::probe);
            for (int i = from; i < to; i++) {
                // a hair more, so that where it is equal nothing is solid, but the lowest everywhere
                double by = slice.number == 0 ? scale : (value[i] - slice.above) * scale - 1e-6 * scale;
                if (probe.isPresent()) {
                    by = Math.min(
                            by, -frame.prop.get().signed(probe.get(), samples.x()[i], samples.y()[i], samples.z()[i]));
                }
                if (area.isPresent()) {
                    double away = edge.get().distance(samples.x()[i], 0, samples.z()[i]);
                    by = Math.min(by, area.get().contains(samples.x()[i], samples.z()[i]) ? away : -away);
                } else if (probe.isEmpty()) {
                    by = Math.min(
                            by,
                            Math.min(
                                    site.ground().width() / 2 - Math.abs(samples.x()[i]),
                                    site.ground().depth() / 2 - Math.abs(samples.z()[i])));
                }
                out[i] = (float) Math.max(-CLIP * frame.cell, Math.min(CLIP * frame.cell, by));
            }
        });
        float[] soft = frame.sigma < LEAST_ROUNDING
                ? out
                : GaussianBlur.apply(out, frame.columns, frame.rows, frame.sigma, frame.sigma);
        for (int i = 0; i < all; i++) {
            int c = i % frame.columns;
            int r = i / frame.columns;
            boolean border = c == 0 || r == 0 || c == frame.columns - 1 || r == frame.rows - 1;
            soft[i] = border ? Math.min(soft[i], (float) (-0.1 * frame.cell)) : soft[i] == 0 ? 1e-9f : soft[i];
        }
        return soft;
    }

    @Override
    public Optional<Carried> carried(Surroundings site) {
        Stack stack = stack(site);
        if (stack.mesh.count() == 0) {
            return Optional.empty();
        }
        Carried.Skin skin =
                Carried.Skin.between(Colour.ofHex(low), Colour.ofHex(high), stack.shares, "height", stack.shares);
        return Optional.of(
                on.isEmpty()
                        ? new Carried(stack.mesh, new double[3], new double[] {0, 0, 0, 1}, 1, low, skin)
                        : Carried.on(site.moments(on, 1).get(0).prop(), stack.mesh, low, skin));
    }

    /** What it would cost to draw, known before. */
    @Override
    public String takes(Surroundings site) {
        double all = (double) nodes * nodes * count;
        double seconds = NODE * all;
        return count + " slices of at most " + Decimal.write((double) nodes * nodes, 0) + " nodes: "
                + (seconds < 0.1 ? "under 0.1 s" : "about " + Decimal.write(seconds, 1) + " s")
                + "; at most " + Decimal.write(4 * all, 0)
                + " triangles, and from above each pixel is painted up to " + count + " times.";
    }

    @Override
    public void check(Checking checking) {
        if (4L * nodes * nodes * count > MOST * 8) {
            checking.say(
                    "nodes",
                    count + " slices of " + nodes + " × " + nodes
                            + " nodes would be too many to hold. Have fewer of either.");
        }
    }

    @Override
    public String sentence(String result, Surroundings site) {
        Stack stack = stack(site);
        double least = Double.POSITIVE_INFINITY;
        double most = 0;
        int empty = 0;
        for (double area : stack.areas) {
            least = area > 0 ? Math.min(least, area) : least;
            most = Math.max(most, area);
            empty += area == 0 ? 1 : 0;
        }
        return stack.areas.length + " slices of " + Decimal.write(most == 0 ? 0 : least, 2) + " to "
                + Decimal.write(most, 2) + " m²" + (empty > 0 ? ", " + empty + " of them empty" : "") + "; "
                + stack.mesh.count() + " triangles.";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        List<Finding> found = new ArrayList<>();
        if (!on.isEmpty()) {
            MeshCheck check = MeshCheck.of(site.moments(on, 1).get(0).prop().mesh());
            if (!check.closed()) {
                found.add(
                        Finding.warning(
                                this,
                                "prop with holes",
                                "Its prop has " + check.open()
                                        + " open edges, so inside and outside are not clear and slices may end where they should not. Choose a closed one."));
            }
        }
        if (site.drives(SOLID).isEmpty()
                && properties.get(SOLID).high() > properties.get(SOLID).low()) {
            found.add(Finding.note(
                    this,
                    "nothing driven",
                    "Every slice is solid everywhere. Let a falloff drive solid, such as noise."));
        }
        return found;
    }
}
