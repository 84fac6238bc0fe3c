package org.lumbrit.core.crust;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.fronts.Spread;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Carried;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.simulation.Made;
import org.lumbrit.core.surface.FastMarching;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.TriangleTree;

/**
 * Ice or crust that spreads over a prop or the ground from a place at a driven speed, stops at an age, and stands up in spikes; all of it fused into one closed
 * body.
 */
@Kind(
        name = "crust",
        title = "Ice or crust",
        help =
                "Spreads over a prop or the ground from a place, stops, and stands up in spikes; fused into one closed body.")
public record CrustLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other spikes")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "on",
                refers = Refers.PROP,
                byDefault = "\"\"",
                help = "The prop that it spreads over; nothing for the ground")
        String on,

        @Setting(
                title = "from",
                refers = Refers.PLACE,
                help = "Where it begins: what of the prop lies nearest to this place; along all of a path")
        String from,

        @Setting(
                title = "begins",
                unit = "s",
                min = -1e6,
                max = 1e6,
                slider = {-60, 60},
                byDefault = "0",
                help = "Second of the clock; far below 0 it has spread already when the clock begins")
        double begins,

        @Setting(
                title = "thickens for",
                unit = "s",
                min = 0.001,
                max = 1e6,
                slider = {0.5, 60},
                byDefault = "6",
                help = "So long after it came to a place it grows there; then it stops")
        double thickens,

        @Setting(
                title = "spreads for",
                unit = "s",
                min = 0.001,
                max = 1e6,
                slider = {1, 120},
                byDefault = "60",
                help = "Then it comes to no new place")
        double spreads,

        @Setting(
                title = "pictures a second",
                min = 0.001,
                max = 60,
                slider = {0.5, 24},
                byDefault = "4",
                help = "Of the clock: how often its shape is made anew while it grows")
        @Apart
        double pace,

        @Setting(
                title = "cell",
                unit = "m",
                min = 0.0001,
                max = 100,
                slider = {0.003, 0.1},
                byDefault = "0.02",
                help = "Of the grid that it is fused on; half of it is eight times the nodes")
        double cell,

        @Setting(title = "smooth", min = 0, max = 10, byDefault = "1", help = "So often it is evened out")
        int smooth,

        @Setting(
                title = "lighter by",
                unit = "m",
                min = 0,
                max = 10,
                slider = {0, 0.01},
                byDefault = "0.001",
                help = "Triangles go where the surface moves by no more than this; 0 keeps all")
        double lighter,

        @Setting(
                title = "longest spike",
                unit = "m",
                min = 0,
                max = 100,
                slider = {0, 1},
                byDefault = "0.2",
                help = "0 for a plain crust")
        double longest,

        @Setting(
                title = "uneven",
                min = 0,
                max = 1,
                byDefault = "0.6",
                help = "Share of their length that chance takes at most")
        double uneven,

        @Setting(
                title = "spike radius",
                unit = "m",
                min = 0.0001,
                max = 10,
                slider = {0.002, 0.1},
                byDefault = "0.025",
                help = "At their roots")
        double wide,

        @Setting(
                title = "blunt",
                min = 0,
                max = 1,
                byDefault = "0.1",
                help = "Radius at the tip, as a share of that at the root")
        double tip,

        @Setting(
                title = "combed to",
                unit = "°",
                min = -720,
                max = 720,
                slider = {0, 360},
                byDefault = "0",
                help = "The way they lean: 0 is north (−z), 90 is east (+x)")
        double combed,

        @Setting(
                title = "combed up",
                unit = "°",
                min = -90,
                max = 90,
                byDefault = "-90",
                help = "Above the horizon; −90 hangs straight down")
        double up,

        @Setting(
                title = "leans",
                min = 0,
                max = 1,
                byDefault = "0.4",
                help = "0 stands out of the surface, 1 follows the comb")
        double leans,

        @Setting(title = "strays", min = 0, max = 2, byDefault = "0.25", help = "How far each goes its own way")
        double strays,

        @Setting(title = "branches", min = 0, max = 12, byDefault = "0", help = "On each spike")
        int branches,

        @Setting(title = "first colour", refers = Refers.COLOUR, byDefault = "#9fc4d8", help = "Near what it lies on")
        @Apart
        String low,

        @Setting(
                title = "second colour",
                refers = Refers.COLOUR,
                byDefault = "#eef6fb",
                help = "Where it stands out farthest")
        @Apart
        String high,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    public static final String SPEED = "speed";
    public static final String THICK = "thick";
    public static final String SPIKES = "spikes";

    /** Cells between two nodes of the ground that it spreads over, and so many nodes along a side at most. */
    private static final double GROUND_CELLS = 4;

    private static final int MOST_NODES = 401;

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(
                            SPEED, "How fast it spreads here; where it is 0 it does not come", "m/s", 0, 1e4, 2, 0, 0.1)
                    .inPlace(),
            PropertyDescription.of(THICK, "How thick it gets", "m", 0, 100, 0.2, 0, 0.03)
                    .inPlace(),
            PropertyDescription.of(SPIKES, "Spikes a square metre", "1/m²", 0, 1e6, 400, 0, 60)
                    .inPlace());

    public CrustLayer {
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
    public List<String> tools() {
        return List.of("settles");
    }

    @Override
    public Begun begin(Beginning beginning) {
        // the chosen prop, else the first there is, else the ground
        String prop = beginning.prop().isEmpty()
                ? beginning.recipe().props().stream().map(Prop::id).findFirst().orElse("")
                : beginning.prop();
        return beginning.filled(
                Kinds.with(this, "on", prop),
                "Ice",
                layer -> new Begun.Made(
                        layer,
                        THICK,
                        false,
                        layer.name()
                                + " spreads from its place. Play the clock; let “begins” be far below 0 to see it whole."));
    }

    /** What has grown at a time: the surface that it lies on, and how far each vertex of it has come. */
    private record Base(
            float[] positions, float[] normals, int[] triangles, double[] arrival, float[] thick, float[] spikes) {
        private static final Base NONE =
                new Base(new float[0], new float[0], new int[0], new double[0], new float[0], new float[0]);

        Mesh mesh() {
            return Mesh.of(positions, normals, triangles);
        }

        private long bytes() {
            return 4L * (2L * positions.length + triangles.length + 4L * arrival.length) + 64;
        }
    }

    /** What it spreads over: its prop where it is now, or as much of the ground as it can come to. */
    private PlacedMesh carrier(Surroundings site) {
        return on.isEmpty() ? ground(site) : site.moments(on, 1).get(0).prop();
    }

    private PlacedMesh ground(Surroundings site) {
        double reach = properties.get(SPEED).most() * spreads + GROUND_CELLS * cell;
        double[] west = {1e300, 1e300};
        double[] east = {-1e300, -1e300};
        for (Point3 corner : site.place(from).corners()) {
            double[] at = {corner.x(), corner.z()};
            for (int d = 0; d < 2; d++) {
                west[d] = Math.min(west[d], at[d] - reach);
                east[d] = Math.max(east[d], at[d] + reach);
            }
        }
        double[] half = {site.ground().width() / 2, site.ground().depth() / 2};
        int[] count = new int[2];
        for (int d = 0; d < 2; d++) {
            west[d] = Smooth.clamp(-half[d], half[d], west[d]);
            east[d] = Smooth.clamp(-half[d], half[d], east[d]);
            count[d] = (int) Smooth.clamp(2, MOST_NODES, Math.ceil((east[d] - west[d]) / (GROUND_CELLS * cell)) + 1);
        }
        double[] x = new double[count[0] * count[1]];
        double[] z = new double[x.length];
        for (int i = 0; i < x.length; i++) {
            x[i] = west[0] + (east[0] - west[0]) * (i % count[0]) / (count[0] - 1);
            z[i] = west[1] + (east[1] - west[1]) * (i / count[0]) / (count[1] - 1);
        }
        Samples nodes = site.ground().samplesAt(x, z);
        float[] positions = new float[3 * x.length];
        for (int i = 0; i < x.length; i++) {
            positions[3 * i] = (float) x[i];
            positions[3 * i + 1] = (float) nodes.y()[i];
            positions[3 * i + 2] = (float) z[i];
        }
        int[] triangles = new int[6 * (count[0] - 1) * (count[1] - 1)];
        int n = 0;
        for (int row = 0; row + 1 < count[1]; row++) {
            for (int column = 0; column + 1 < count[0]; column++) {
                int a = row * count[0] + column;
                int c = a + count[0];
                for (int corner : new int[] {a, c, a + 1, a + 1, c, c + 1}) {
                    triangles[n++] = corner;
                }
            }
        }
        Mesh mesh = Mesh.of(positions, triangles);
        return PlacedMesh.inPlace(mesh, () -> new TriangleTree(mesh));
    }

    /** What it is made of that does not change with the time: once. */
    private Base base(Surroundings site) {
        return site.state(
                (key, start) -> {
                    CrustLayer then = (CrustLayer) start.layer(id);
                    return new Made<>("crust base/1 " + key, Base.NONE, cancel -> then.lay(start, cancel), Base::bytes);
                },
                1,
                1);
    }

    /** @param site at 0 s */
    private Base lay(Surroundings site, Cancel cancel) {
        cancel.doing("spreading " + name);
        PlacedMesh prop = carrier(site);
        Mesh mesh = Spread.fine(prop.mesh().scaled(prop.size()), 4 * cell);
        Samples samples = prop.samplesOf(mesh);
        float[] driven = site.property(this, SPEED, samples);
        double[] speed = new double[driven.length];
        for (int v = 0; v < speed.length; v++) {
            speed[v] = driven[v];
        }
        double[] arrival = new FastMarching(mesh.positions(), mesh.triangles())
                .arrival(Spread.onto(prop, site.place(from)), speed, cancel);
        for (int v = 0; v < arrival.length; v++) {
            arrival[v] = arrival[v] <= spreads ? arrival[v] : FastMarching.NEVER;
        }
        return new Base(
                mesh.positions(),
                mesh.normals(),
                mesh.triangles(),
                arrival,
                site.property(this, THICK, samples).clone(),
                site.property(this, SPIKES, samples).clone());
    }

    /** Its shape at a moment. */
    private record Shape(float[] positions, float[] normals, int[] triangles, float[] out) {
        private static final Shape NONE = new Shape(new float[0], new float[0], new int[0], new float[0]);

        private long bytes() {
            return 4L * (2L * positions.length + triangles.length + out.length) + 64;
        }
    }

    private Shape shape(Surroundings site) {
        double now = Math.min(site.time() - begins, spreads + thickens);
        long moment = (long) Math.floor(now * pace + 1e-9);
        double since = moment / pace;
        return site.state(
                (key, start) -> {
                    CrustLayer then = (CrustLayer) start.layer(id);
                    return new Made<>(
                            "crust/1 " + key + " " + since,
                            Shape.NONE,
                            cancel -> then.fuse(base(site), start, since, cancel),
                            Shape::bytes);
                },
                1,
                1);
    }

    /** @param site at 0 s; @param since seconds since it began */
    private Shape fuse(Base base, Surroundings site, double since, Cancel cancel) {
        cancel.doing("fusing " + name);
        PlacedMesh prop = carrier(site);
        Mesh mesh = base.mesh();
        if (since <= 0 || mesh.count() == 0) {
            return Shape.NONE;
        }
        double[] grown = Crust.grown(base.arrival, since, thickens);
        Quaternion back = prop.turn().inverse();
        double[] comb = Headings.direction(combed, up);
        double[] spikes = longest > 0
                ? new Spikes(
                                longest,
                                uneven,
                                wide,
                                tip,
                                back.rotate(comb[0], comb[1], comb[2]),
                                leans,
                                strays,
                                branches,
                                seed)
                        .of(mesh, base.spikes, grown)
                : new double[0];
        TriangleTree tree = new TriangleTree(mesh);
        Mesh made = new Crust(cell, smooth, lighter).on(mesh, tree, grown, base.thick, spikes, cancel);
        return new Shape(made.positions(), made.normals(), made.triangles(), out(made, tree));
    }

    /** How far each vertex stands out from what it lies on, metres. */
    private static float[] out(Mesh made, TriangleTree tree) {
        float[] out = new float[made.vertices()];
        TriangleTree.Probe probe = tree.probe();
        for (int v = 0; v < out.length; v++) {
            out[v] = (float) Math.max(
                    0, probe.signed(made.positions()[3 * v], made.positions()[3 * v + 1], made.positions()[3 * v + 2]));
        }
        return out;
    }

    @Override
    public Optional<Carried> carried(Surroundings site) {
        Shape shape = shape(site);
        if (shape.triangles.length == 0) {
            return Optional.empty();
        }
        float[] shares = new float[shape.out.length];
        double far = Math.max(
                1e-6, 0.6 * (longest > 0 ? longest : properties.get(THICK).most()));
        for (int v = 0; v < shares.length; v++) {
            shares[v] = (float) Smooth.smoothstep(0, far, shape.out[v]);
        }
        return Optional.of(Carried.on(
                carrier(site),
                Mesh.of(shape.positions, shape.normals, shape.triangles),
                low,
                Carried.Skin.between(Colour.ofHex(low), Colour.ofHex(high), shares, "out", shape.out)));
    }

    @Override
    public String sentence(String result, Surroundings site) {
        Shape shape = shape(site);
        double last = 0;
        for (double each : base(site).arrival) {
            last = each < FastMarching.NEVER ? Math.max(last, each) : last;
        }
        return "It comes to its last place " + Decimal.write(last, 2) + " s after it began, and stops "
                + Decimal.write(last + thickens, 2) + " s after. Now it has " + shape.triangles.length / 3
                + " triangles.";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        List<Finding> found = new ArrayList<>();
        Base base = base(site);
        int never = 0;
        for (double each : base.arrival) {
            never += each < FastMarching.NEVER ? 0 : 1;
        }
        if (never == base.arrival.length) {
            found.add(Finding.warning(
                    this,
                    "never arrives",
                    "It comes nowhere: its speed is 0 where it begins, or it spreads too short a time."));
        } else if (never > 0) {
            found.add(
                    Finding.note(
                            this,
                            "does not come everywhere",
                            "It does not come to " + Decimal.write(100.0 * never / base.arrival.length, 1)
                                    + " % of what it lies on: that hangs together with where it begins nowhere, or it stops before."));
        }
        if (longest > 0 && wide < 0.6 * cell) {
            found.add(Finding.note(
                    this,
                    "spikes finer than the grid",
                    "Spikes of a radius of " + Decimal.write(wide, 4) + " m are made as wide as the grid of "
                            + Decimal.write(cell, 4) + " m can hold. Take smaller cells."));
        }
        return found;
    }
}
