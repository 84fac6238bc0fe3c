package org.lumbrit.core.props;

import java.util.List;
import java.util.Optional;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Horizon;
import org.lumbrit.core.surface.TriangleTree;

/** What ground and props together hide of the sky, and of the sun. One object a thread: it keeps the probes. */
public final class Shelter {
    private static final int LAYERS = 16;

    private final Optional<Horizon> horizon;
    private final List<PlacedMesh> props;
    private final TriangleTree.Probe[] probes;
    private final double[][] bounds;
    private final double[] from = new double[3];
    private final double[] along = new double[3];

    /** Of props alone: only what they hide may be asked. */
    public Shelter(List<PlacedMesh> props) {
        this(Optional.empty(), props);
    }

    public Shelter(Ground ground, List<PlacedMesh> props) {
        this(Optional.of(new Horizon(ground)), props);
    }

    private Shelter(Optional<Horizon> horizon, List<PlacedMesh> props) {
        this.horizon = horizon;
        this.props = props;
        this.probes = new TriangleTree.Probe[props.size()];
        this.bounds = new double[props.size()][];
        for (int p = 0; p < probes.length; p++) {
            probes[p] = props.get(p).probe();
            bounds[p] = props.get(p).bounds();
        }
    }

    /** Whether a prop stands in the way of a ray; the direction is a unit vector. */
    public boolean hidden(double x, double y, double z, double dx, double dy, double dz, double reach) {
        from[0] = x;
        from[1] = y;
        from[2] = z;
        along[0] = dx;
        along[1] = dy;
        along[2] = dz;
        for (int p = 0; p < probes.length; p++) {
            if (passes(p, x, z, dx, dz, reach) && props.get(p).hides(probes[p], from, along, reach)) {
                return true;
            }
        }
        return false;
    }

    /** How high the highest surface of a prop lies under a place, metres; −∞ where none does. @param y metres from which is looked down; @param deep how far */
    public double highest(double x, double y, double z, double deep) {
        double highest = Double.NEGATIVE_INFINITY;
        for (int p = 0; p < probes.length; p++) {
            double[] b = bounds[p];
            if (x >= b[0] && x <= b[3] && z >= b[2] && z <= b[5] && y > b[4]) {
                double down =
                        props.get(p).meets(probes[p], new double[] {x, b[4] + 1, z}, new double[] {0, -1, 0}, deep);
                highest = down < Double.POSITIVE_INFINITY ? Math.max(highest, b[4] + 1 - down) : highest;
            }
        }
        return highest;
    }

    /** Metres to the nearest prop whose bounds lie within so many metres in plan; infinite where there is none. */
    public double nearest(double x, double y, double z, double within) {
        double nearest = Double.POSITIVE_INFINITY;
        for (int p = 0; p < probes.length; p++) {
            double[] b = bounds[p];
            if (x > b[0] - within && x < b[3] + within && z > b[2] - within && z < b[5] + within) {
                nearest = Math.min(nearest, props.get(p).distance(probes[p], x, y, z));
            }
        }
        return nearest;
    }

    /** Whether a ray seen in plan comes over the bounds of a prop. */
    private boolean passes(int p, double x, double z, double dx, double dz, double reach) {
        double[] b = bounds[p];
        double middleX = (b[0] + b[3]) / 2 - x;
        double middleZ = (b[2] + b[5]) / 2 - z;
        double radius = Math.sqrt((b[3] - b[0]) * (b[3] - b[0]) + (b[5] - b[2]) * (b[5] - b[2])) / 2;
        double flat = Math.sqrt(dx * dx + dz * dz);
        if (flat < 1e-9) {
            return middleX * middleX + middleZ * middleZ <= radius * radius;
        }
        double ahead = (middleX * dx + middleZ * dz) / flat;
        double aside = Math.abs(middleX * dz - middleZ * dx) / flat;
        return aside <= radius && ahead >= -radius && ahead <= reach + radius;
    }

    /**
     * Cosine-weighted free share of the sky: in each compass direction the ground hides what lies below its horizon, and of what
     * is left the layers of equal weight whose ray meets a prop.
     *
     * @param lift metres that rays start above the surface
     */
    public double sky(double x, double y, double z, double reach, double lift) {
        Horizon ground = horizon.orElseThrow();
        double sum = 0;
        for (int k = 0; k < Horizon.DIRECTIONS; k++) {
            double angle = 2 * StrictMath.PI * (k + 0.5) / Horizon.DIRECTIONS;
            double dx = StrictMath.sin(angle);
            double dz = StrictMath.cos(angle);
            double tangent = ground.tangent(x, y + lift, z, dx, dz, reach, 0);
            double hiddenShare = tangent * tangent / (1 + tangent * tangent);
            boolean near = false;
            for (int p = 0; p < probes.length && !near; p++) {
                near = passes(p, x, z, dx, dz, reach);
            }
            sum += near ? free(x, y + lift, z, dx, dz, hiddenShare, reach) : 1 - hiddenShare;
        }
        return sum / Horizon.DIRECTIONS;
    }

    private double free(double x, double y, double z, double dx, double dz, double hiddenShare, double reach) {
        double free = 0;
        for (int layer = 0; layer < LAYERS; layer++) {
            double low = Math.max((double) layer / LAYERS, hiddenShare);
            double share = (layer + 1.0) / LAYERS - low;
            if (share <= 0) {
                continue;
            }
            double sine = Math.sqrt((layer + 0.5) / LAYERS);
            double flat = Math.sqrt(1 - sine * sine);
            if (!hidden(x, y, z, dx * flat, sine, dz * flat, reach)) {
                free += share;
            }
        }
        return free;
    }
}
