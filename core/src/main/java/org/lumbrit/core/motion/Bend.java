package org.lumbrit.core.motion;

import org.lumbrit.core.math.Results;
import org.lumbrit.core.plants.CentreLines;
import org.lumbrit.core.plants.PlantMesh;

/**
 * How a plant gives way in its own frame, foot at the origin, upright +Y. Bending, its own centre lines are followed from the
 * foot, straight or curved: each short piece is turned by bend · w, w the mask at the piece, and the turned pieces are summed, so
 * that every line keeps its length; a vertex keeps its offset from its line, turned by the angle there. A straight plant with an
 * even mask becomes one arc, ((1 − cos κa)/κ, sin κa/κ). Turning, the whole plant goes about its foot by bend · mask(tip).
 *
 * <p>The sum over a line's pieces is ∫ R(bend · w) dc. R is read at {@link #PIECES} values of w, the Chebyshev nodes of 0..1, and
 * its interpolating polynomial integrated against dc once for each vertex: what is left is six vectors a vertex, each turned by
 * one angle. For a bend of 90° this is exact to 1e-5 of the plant's length, for 150° to 3e-4.
 */
public final class Bend implements Results.Weighted {
    /** Places along at which the mask is read, evenly from foot to tip. */
    public static final int NODES = 9;
    /** Vectors that make up the way from the foot to a vertex's place on its line. */
    public static final int PIECES = 6;

    private static final double[] TURNS = turns();
    private static final double[] GAUSS = {
        -0.861136311594052575, -0.339981043584856265, 0.339981043584856265, 0.861136311594052575
    };
    private static final double[] GAUSS_WEIGHTS = {
        0.347854845137453857, 0.652145154862546143, 0.652145154862546143, 0.347854845137453857
    };

    private final double[] mask;
    private final SwayLayer.Way way;
    private final float[] pieces;
    private final float[] offsets;
    private final float[] weights;

    /**
     * @param mesh in any unit: pieces and offsets are in it
     * @param mask at each node, foot first, 0..1
     */
    public Bend(PlantMesh mesh, float[] mask, SwayLayer.Way way) {
        if (mask.length != NODES) {
            throw new IllegalArgumentException("a mask has " + NODES + " nodes, not " + mask.length);
        }
        this.mask = new double[NODES];
        for (int k = 0; k < NODES; k++) {
            this.mask[k] = mask[k];
        }
        this.way = way;
        int vertices = mesh.vertices();
        pieces = new float[3 * PIECES * vertices];
        offsets = new float[3 * vertices];
        weights = new float[vertices];
        CentreLines lines = new CentreLines(mesh);
        double[] ofPlaces = alongLines(lines);
        for (int v = 0; v < vertices; v++) {
            int from = 3 * PIECES * lines.placeOf(v);
            for (int i = 0; i < 3 * PIECES; i++) {
                pieces[3 * PIECES * v + i] = (float) ofPlaces[from + i];
            }
            for (int d = 3 * v; d < 3 * v + 3; d++) {
                offsets[d] = mesh.positions()[d] - mesh.centres()[d];
            }
            weights[v] = (float) weight(mesh.along()[v]);
        }
    }

    @Override
    public long bytes() {
        return 4L * (pieces.length + offsets.length + weights.length);
    }

    /** A mask that rises evenly. */
    public static float[] even() {
        float[] mask = new float[NODES];
        for (int k = 0; k < NODES; k++) {
            mask[k] = (float) k / (NODES - 1);
        }
        return mask;
    }

    /** The share of the bend by which each of a vertex's pieces is turned. */
    public static double[] turns() {
        double[] turns = new double[PIECES];
        for (int i = 0; i < PIECES; i++) {
            turns[i] = 0.5 * (1 - StrictMath.cos(StrictMath.PI * (2 * i + 1) / (2 * PIECES)));
        }
        return turns;
    }

    /** The pieces of every vertex, x, y, z each, in the mesh's unit. The array must not be changed. */
    public float[] pieces() {
        return pieces;
    }

    /** From its line to every vertex, x, y, z, in the mesh's unit. The array must not be changed. */
    public float[] offsets() {
        return offsets;
    }

    /** The share of the bend by which every vertex's offset is turned. The array must not be changed. */
    public float[] weights() {
        return weights;
    }

    /** No vertex moves by more than this for a change of the bend by 1 radian, metres. @param size metres of the mesh's unit */
    public double leverage(double[] size) {
        double most = 0;
        for (int v = 0; v < weights.length; v++) {
            double sum = length(offsets, 3 * v, size);
            for (int i = 0; i < PIECES; i++) {
                sum += length(pieces, 3 * (PIECES * v + i), size);
            }
            most = Math.max(most, sum);
        }
        return most;
    }

    private static double length(float[] vectors, int at, double[] size) {
        double x = vectors[at] * size[0];
        double y = vectors[at + 1] * size[1];
        double z = vectors[at + 2] * size[2];
        return Math.sqrt(x * x + y * y + z * z);
    }

    /** The mask at a place along, linear between its nodes. */
    private double weight(double along) {
        double at = Math.min(1, Math.max(0, along)) * (NODES - 1);
        int k = Math.min(NODES - 2, (int) at);
        return mask[k] + (at - k) * (mask[k + 1] - mask[k]);
    }

    private double[] alongLines(CentreLines lines) {
        double[] sums = new double[3 * PIECES * lines.places()];
        double[] shares = new double[PIECES];
        for (int place : lines.upwardOrder()) {
            int below = lines.before(place);
            if (below < 0) {
                continue;
            }
            shares(lines.along(below), lines.along(place), shares);
            for (int i = 0; i < PIECES; i++) {
                for (int d = 0; d < 3; d++) {
                    double step = (double) lines.centre(place, d) - lines.centre(below, d);
                    sums[3 * (PIECES * place + i) + d] = sums[3 * (PIECES * below + i) + d] + shares[i] * step;
                }
            }
        }
        return sums;
    }

    /**
     * How a straight stretch between two places along is shared among the pieces: the mean over it of the polynomial that is 1 at
     * one turn and 0 at the others, by Gauss's rule on each part between two nodes of the mask.
     */
    private void shares(double from, double to, double[] shares) {
        java.util.Arrays.fill(shares, 0);
        double length = to - from;
        double at = from;
        while (at < to) {
            double node = (Math.floor(at * (NODES - 1) + 1e-9) + 1) / (NODES - 1);
            double end = Math.min(to, node);
            for (int g = 0; g < GAUSS.length; g++) {
                double w = weight((at + end) / 2 + GAUSS[g] * (end - at) / 2);
                double part = GAUSS_WEIGHTS[g] / 2 * (end - at) / length;
                for (int i = 0; i < PIECES; i++) {
                    shares[i] += part * basis(i, w);
                }
            }
            at = end;
        }
    }

    private static double basis(int i, double w) {
        double product = 1;
        for (int j = 0; j < PIECES; j++) {
            if (j != i) {
                product *= (w - TURNS[j]) / (TURNS[i] - TURNS[j]);
            }
        }
        return product;
    }

    /** A moment of one plant: sine and cosine of the angle that each piece turns by, worked out once for all its vertices. */
    public final class Moment {
        private final double bend;
        private final double dx;
        private final double dz;
        private final double[] sines = new double[PIECES];
        private final double[] cosines = new double[PIECES];

        private Moment(double bendX, double bendZ) {
            bend = Math.sqrt(bendX * bendX + bendZ * bendZ);
            dx = bend > 0 ? bendX / bend : 0;
            dz = bend > 0 ? bendZ / bend : 0;
            for (int i = 0; i < PIECES; i++) {
                double angle = bend * (way == SwayLayer.Way.TURN ? mask[NODES - 1] : TURNS[i]);
                sines[i] = StrictMath.sin(angle);
                cosines[i] = StrictMath.cos(angle);
            }
        }

        /**
         * Moves a vertex, or a vertex and its normal.
         *
         * @param size metres of the mesh's unit along x, y and z
         * @param wide how wide the plant is about its line there, 1 for its full width
         * @param p x, y, z at rest in metres, changed; then, where it has six numbers, the normal, turned
         */
        public void apply(int vertex, double[] size, double wide, double[] p) {
            if (!(bend > 0)) {
                return;
            }
            double sine = sines[0];
            double cosine = cosines[0];
            if (way == SwayLayer.Way.TURN) {
                add(p[0], p[1], p[2], sine, cosine, p);
            } else {
                double angle = bend * weights[vertex];
                sine = StrictMath.sin(angle);
                cosine = StrictMath.cos(angle);
                for (int i = 0; i < PIECES; i++) {
                    int at = 3 * (PIECES * vertex + i);
                    add(
                            pieces[at] * size[0],
                            pieces[at + 1] * size[1],
                            pieces[at + 2] * size[2],
                            sines[i],
                            cosines[i],
                            p);
                }
                int at = 3 * vertex;
                add(
                        wide * offsets[at] * size[0],
                        wide * offsets[at + 1] * size[1],
                        wide * offsets[at + 2] * size[2],
                        sine,
                        cosine,
                        p);
            }
            if (p.length >= 6) {
                double n = p[3] * dx + p[5] * dz;
                double turned = p[4] * sine + n * cosine - n;
                p[3] += turned * dx;
                p[5] += turned * dz;
                p[4] = p[4] * cosine - n * sine;
            }
        }

        /** Adds by how much a turned vector differs from itself. */
        private void add(double x, double y, double z, double sine, double cosine, double[] p) {
            double level = x * dx + z * dz;
            double out = level * (cosine - 1) + y * sine;
            p[0] += out * dx;
            p[2] += out * dz;
            p[1] += y * (cosine - 1) - level * sine;
        }
    }

    /** @param bendX radians toward own +X; @param bendZ toward own +Z */
    public Moment moment(double bendX, double bendZ) {
        return new Moment(bendX, bendZ);
    }
}
