package org.lumbrit.core.fronts;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.props.PlacedMesh;
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
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.simulation.Made;
import org.lumbrit.core.surface.FastMarching;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.TriangleTree;

/**
 * A front that sweeps over the ground, and from there over props, from a place at a speed that may be driven: when it arrives, how long ago that was, and how far what it
 * sets off has come. Falloffs read these, so that it can set off growth, tint, density or anything else that is driven.
 */
@Kind(
        name = "front",
        title = "Front",
        help =
                "Sweeps over the ground from a place at a driven speed; falloffs read when it came and set things off by it.")
public record FrontLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "It changes nothing here")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "from",
                refers = Refers.PLACE,
                help = "Where it begins: a point, all along a path, or the edge of an area")
        String from,

        @Setting(
                title = "runs along",
                unit = "m/s",
                min = 0,
                max = 1e4,
                slider = {0, 10},
                byDefault = "0",
                help = "So fast it runs along the path before it spreads; 0 begins everywhere on it at once")
        double along,

        @Setting(
                title = "begins",
                unit = "s",
                min = -1e6,
                max = 1e6,
                slider = {-10, 60},
                byDefault = "0",
                help = "The second of the clock at which it sets out")
        double begins,

        @Setting(
                title = "takes",
                unit = "s",
                min = 0.001,
                max = 1e6,
                slider = {0.1, 20},
                byDefault = "1",
                help = "How long what it sets off lasts at each place")
        double takes,

        @Setting(
                title = "stops after",
                unit = "s",
                min = 0.001,
                max = 1e6,
                slider = {1, 120},
                byDefault = "30",
                help = "An age goes no further than this")
        double stops,

        @Setting(
                title = "nodes",
                min = 9,
                max = 1025,
                slider = {65, 513},
                byDefault = "257",
                onCard = false,
                help = "Of the grid that it runs on, along the longer side of the ground; finer costs more")
        int nodes,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    public static final String SPEED = "speed";
    public static final String ARRIVAL = "arrival";
    public static final String AGE = "age";
    public static final String PASSED = "passed";

    /** Seconds that stand for never where a field needs a number. */
    public static final double NEVER = 1e9;

    private static final List<PropertyDescription> OFFERED = List.of(PropertyDescription.of(
                    SPEED, "How fast it goes here; where it is 0 it does not come", "m/s", 0, 1e4, 10, 0, 1)
            .inPlace());

    public FrontLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.GROWTH;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.TIME);
    }

    @Override
    public boolean liesOn(Prop prop) {
        return true;
    }

    @Override
    public List<String> tools() {
        return List.of("moves");
    }

    @Override
    public Begun begin(Beginning beginning) {
        return beginning.filled(
                this,
                "Front",
                layer -> new Begun.Made(
                        layer,
                        ARRIVAL,
                        true,
                        layer.name()
                                + " sets out from its place. Read its “passed” by a falloff, and let that drive what it sets off."));
    }

    @Override
    public List<Field> results() {
        return List.of(
                Field.inPlace(
                        ARRIVAL,
                        "arrival",
                        "When it comes, in seconds of the clock",
                        "s",
                        this::ends,
                        (site, samples) -> read(site, samples, arrival -> arrival)),
                Field.inPlace(
                        AGE,
                        "age",
                        "How long ago it came, as far as that goes",
                        "s",
                        site -> new double[] {0, stops},
                        (site, samples) -> read(site, samples, arrival -> age(site.time() - arrival))),
                Field.share(
                        PASSED,
                        "passed",
                        "How far what it sets off has come: 0 before it, 1 when that is over",
                        (site, samples) ->
                                read(site, samples, arrival -> Smooth.clamp01((site.time() - arrival) / takes))));
    }

    private double age(double since) {
        return Math.max(0, Math.min(stops, since));
    }

    private double[] ends(Surroundings site) {
        double most = begins;
        for (float each : times(site).arrival()) {
            if (each < NEVER) {
                most = Math.max(most, begins + each);
            }
        }
        return new double[] {begins, Math.max(begins + 1e-3, most)};
    }

    private interface Reading {
        double of(double arrival);
    }

    private float[] read(Surroundings site, Samples samples, Reading reading) {
        if (site.scene().owner() instanceof PlacedMesh prop) {
            return onProp(site, prop, samples, reading);
        }
        Lattice lattice = Lattice.along(site.ground(), nodes);
        float[] arrival = times(site).arrival();
        float[] out = new float[samples.count()];
        for (int i = 0; i < out.length; i++) {
            double at = lattice.between(arrival, samples.x()[i], samples.z()[i]);
            out[i] = (float) reading.of(at < 0.25 * NEVER ? begins + at : NEVER);
        }
        return out;
    }

    /** Over a prop it goes on from the ground that the prop stands on. */
    private float[] onProp(Surroundings site, PlacedMesh prop, Samples samples, Reading reading) {
        Mesh mesh = Spread.fine(prop.mesh().scaled(prop.size()), side(prop));
        float[] arrival = site.state(
                        (key, start) -> {
                            FrontLayer then = (FrontLayer) start.layer(id);
                            return new Made<>(
                                    "front on prop/1 " + key + prop.key(),
                                    Times.NONE,
                                    cancel -> then.overProp(start, prop, mesh, cancel),
                                    Times::bytes);
                        },
                        1,
                        1)
                .arrival();
        float[] out = new float[samples.count()];
        if (out.length == prop.mesh().vertices() && !samples.key().equals(Samples.NOT_KEPT)) {
            // what is cut keeps the vertices that it had in front
            for (int v = 0; v < out.length; v++) {
                out[v] = (float) reading.of(arrival[v] < NEVER ? begins + arrival[v] : NEVER);
            }
            return out;
        }
        TriangleTree tree = new TriangleTree(mesh);
        Chunks.run(out.length, 512, site.cancel(), (from, to) -> {
            TriangleTree.Probe probe = tree.probe();
            for (int i = from; i < to; i++) {
                double[] at = {samples.x()[i], samples.y()[i], samples.z()[i]};
                prop.toOwn(at);
                probe.distance(at[0] * prop.size(), at[1] * prop.size(), at[2] * prop.size());
                probe.point(at);
                double[] shares = mesh.shares(probe.triangle(), at);
                double whole = 0;
                double sum = 0;
                for (int k = 0; k < 3; k++) {
                    int v = mesh.triangles()[3 * probe.triangle() + k];
                    if (arrival[v] < NEVER) {
                        whole += shares[k];
                        sum += shares[k] * arrival[v];
                    }
                }
                out[i] = (float) reading.of(whole > 0 ? begins + sum / whole : NEVER);
            }
        });
        return out;
    }

    /** Of the sides of the mesh that it runs over on a prop: a fiftieth of the prop's extent. */
    private static double side(PlacedMesh prop) {
        double[] b = prop.bounds();
        return Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2])) / 50;
    }

    /** The front over a prop. @param site at 0 s */
    private Times overProp(Surroundings site, PlacedMesh prop, Mesh mesh, Cancel cancel) {
        Samples places = prop.samplesOf(mesh);
        float[] driven = site.property(this, SPEED, places);
        double[] speed = new double[places.count()];
        double[] known = new double[places.count()];
        Lattice lattice = Lattice.along(site.ground(), nodes);
        float[] ground = times(site).arrival();
        double near = side(prop);
        for (int v = 0; v < speed.length; v++) {
            speed[v] = driven[v];
            double above = places.y()[v] - site.ground().height(places.x()[v], places.z()[v]);
            double at = above < near ? lattice.between(ground, places.x()[v], places.z()[v]) : NEVER;
            known[v] = at < 0.25 * NEVER && speed[v] > 0 ? at + Math.max(0, above) / speed[v] : FastMarching.NEVER;
        }
        double[] arrival =
                new FastMarching(mesh.positions(), mesh.triangles()).arrival(List.of(), known, speed, cancel);
        float[] out = new float[arrival.length];
        for (int v = 0; v < out.length; v++) {
            out[v] = (float) Math.min(NEVER, arrival[v]);
        }
        return new Times(out);
    }

    /** Seconds after it sets out at each node, {@link #NEVER} where it does not come. */
    record Times(float[] arrival) {
        private static final Times NONE = new Times(new float[0]);

        private long bytes() {
            return 4L * arrival.length + 32;
        }
    }

    private Times times(Surroundings site) {
        return site.state(
                (key, start) -> {
                    FrontLayer then = (FrontLayer) start.layer(id);
                    return new Made<>("front/1 " + key, Times.NONE, cancel -> then.march(start, cancel), Times::bytes);
                },
                1,
                1);
    }

    /** The front over the ground. @param site at 0 s */
    private Times march(Surroundings site, Cancel cancel) {
        Lattice lattice = Lattice.along(site.ground(), nodes);
        Samples samples = lattice.samples();
        int n = lattice.count();
        float[] positions = new float[3 * n];
        double[] speed = new double[n];
        float[] driven = site.property(this, SPEED, samples);
        for (int i = 0; i < n; i++) {
            positions[3 * i] = (float) samples.x()[i];
            positions[3 * i + 1] = (float) samples.y()[i];
            positions[3 * i + 2] = (float) samples.z()[i];
            speed[i] = driven[i];
        }
        double[] arrival =
                new FastMarching(positions, triangles(lattice)).arrival(seeds(site.place(from), site), speed, cancel);
        float[] out = new float[n];
        for (int i = 0; i < n; i++) {
            out[i] = (float) Math.min(NEVER, arrival[i]);
        }
        return new Times(out);
    }

    /** Cells halved by turns one way and the other, so that neither diagonal is favoured. */
    private static int[] triangles(Lattice lattice) {
        int columns = lattice.columns();
        int[] out = new int[6 * (columns - 1) * (lattice.rows() - 1)];
        int at = 0;
        for (int r = 0; r + 1 < lattice.rows(); r++) {
            for (int c = 0; c + 1 < columns; c++) {
                int i = r * columns + c;
                int[] cell = (r + c) % 2 == 0
                        ? new int[] {i, i + columns, i + 1, i + 1, i + columns, i + columns + 1}
                        : new int[] {i, i + columns, i + columns + 1, i, i + columns + 1, i + 1};
                System.arraycopy(cell, 0, out, at, 6);
                at += 6;
            }
        }
        return out;
    }

    private List<FastMarching.Seed> seeds(Place place, Surroundings site) {
        List<Point3> corners = new ArrayList<>(place.corners());
        if (place.closed()) {
            corners.add(corners.get(0));
        }
        List<FastMarching.Seed> seeds = new ArrayList<>();
        double gone = 0;
        for (int k = 0; k + 1 < Math.max(2, corners.size()); k++) {
            Point3 a = corners.get(k);
            Point3 b = corners.get(Math.min(k + 1, corners.size() - 1));
            double dx = b.x() - a.x();
            double dz = b.z() - a.z();
            double length = Math.sqrt(dx * dx + dz * dz);
            // pieces as short as the ground's cells, so that they lie on it
            int pieces = (int)
                    Math.max(1, Math.min(2000, Math.ceil(length / site.ground().cell() / 4)));
            for (int p = 0; p < pieces; p++) {
                double[] ends = new double[6];
                on(site, a.x() + dx * p / pieces, a.z() + dz * p / pieces, ends, 0);
                on(site, a.x() + dx * (p + 1) / pieces, a.z() + dz * (p + 1) / pieces, ends, 3);
                seeds.add(new FastMarching.Seed(
                        ends, after(gone + length * p / pieces), after(gone + length * (p + 1) / pieces)));
            }
            gone += length;
        }
        return seeds;
    }

    private double after(double metres) {
        return along > 0 ? metres / along : 0;
    }

    private static void on(Surroundings site, double x, double z, double[] out, int at) {
        out[at] = x;
        out[at + 1] = site.ground().height(x, z);
        out[at + 2] = z;
    }

    @Override
    public String sentence(String result, Surroundings site) {
        double[] ends = ends(site);
        return "From " + site.names().nameOf(Refers.PLACE, from) + " it sets out at " + Decimal.write(begins, 2)
                + " s; the last place that it reaches it comes to at " + Decimal.write(ends[1], 2) + " s.";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        int never = 0;
        float[] arrival = times(site).arrival();
        for (float each : arrival) {
            never += each < NEVER ? 0 : 1;
        }
        if (never == arrival.length) {
            return List.of(
                    Finding.warning(
                            this,
                            "never arrives",
                            "It reaches no place of the ground: its speed is 0 where it begins, or all round that. Let it be faster there."));
        }
        if (never > 0) {
            return List.of(Finding.note(
                    this,
                    "does not come everywhere",
                    "It never comes to " + Decimal.write(100.0 * never / arrival.length, 1)
                            + " % of the ground, where its speed is 0 or which only such ground leads to."));
        }
        return List.of();
    }
}
