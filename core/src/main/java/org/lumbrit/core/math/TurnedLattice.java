package org.lumbrit.core.math;

/**
 * A lattice of noise that stands askew. Each octave is the sum of two lattices, so turned against each other that the main directions of
 * one fill the gaps of the other (the pair was found by search: the power of their sum by direction, over the ground and over walls,
 * differs by less than 4 % from its mean), and every further octave is turned by the golden angle about the vertical. So neither hills nor
 * creases show an axis.
 *
 * <p>Where a pattern must come back after a way along the first axis, the turn gives way a little: the way becomes a whole number of cells
 * along each axis of the lattice, which then repeats along that vector.
 */
final class TurnedLattice {
    /** How many stand for one octave. */
    static final int LATTICES = 2;

    /** What the sum of the lattices is multiplied by, so that it spreads as one alone. */
    static final double SHARE = Math.sqrt(0.5);

    /** Quaternions x, y, z, w of the turns of the two. */
    private static final double[][] TURNS = {{0.373, 0.468, 0.738, 0.31}, {-0.165, 0.973, -0.002, 0.16}};

    private static final double GOLDEN_ANGLE = Math.PI * (3 - Math.sqrt(5));

    /** Rows of the matrix from places to the lattice. */
    private final double[] matrix;
    /** The vector that the lattice repeats along, cells; all 0 where it does not. */
    private final int[] period;

    private TurnedLattice(double[] matrix, int[] period) {
        this.matrix = matrix;
        this.period = period;
    }

    /**
     * @param octave from 0; @param which of the two, 0 or 1
     * @param cells of the size of the octave after which it comes back along the first axis, 0 for never
     */
    static TurnedLattice of(int octave, int which, int cells) {
        double[] turn = turn(TURNS[which]);
        double angle = octave * GOLDEN_ANGLE;
        double cos = StrictMath.cos(angle);
        double sin = StrictMath.sin(angle);
        double[] matrix = times(turn, new double[] {cos, 0, sin, 0, 1, 0, -sin, 0, cos});
        int[] period = new int[3];
        return cells == 0 ? new TurnedLattice(matrix, period) : repeating(matrix, cells);
    }

    /** The smallest further turn, and a scale, that make the first axis times so many cells a whole vector of the lattice. */
    private static TurnedLattice repeating(double[] matrix, int cells) {
        double[] from = {matrix[0], matrix[3], matrix[6]};
        int[] period = new int[3];
        double square = 0;
        for (int a = 0; a < 3; a++) {
            period[a] = (int) Math.rint(cells * from[a]);
            square += (double) period[a] * period[a];
        }
        if (square == 0) {
            period[0] = 1;
            square = 1;
        }
        double length = Math.sqrt(square);
        double[] to = {period[0] / length, period[1] / length, period[2] / length};
        double[] turned = times(between(from, to), matrix);
        for (int i = 0; i < 9; i++) {
            turned[i] *= length / cells;
        }
        return new TurnedLattice(turned, period);
    }

    /** The turn by the smallest angle that takes one unit vector to another that is not opposite. */
    private static double[] between(double[] from, double[] to) {
        double x = from[1] * to[2] - from[2] * to[1];
        double y = from[2] * to[0] - from[0] * to[2];
        double z = from[0] * to[1] - from[1] * to[0];
        double cosine = from[0] * to[0] + from[1] * to[1] + from[2] * to[2];
        double k = 1 / (1 + cosine);
        return new double[] {
            cosine + k * x * x,
            k * x * y - z,
            k * x * z + y,
            k * x * y + z,
            cosine + k * y * y,
            k * y * z - x,
            k * x * z - y,
            k * y * z + x,
            cosine + k * z * z
        };
    }

    private static double[] turn(double[] q) {
        double n = Math.sqrt(q[0] * q[0] + q[1] * q[1] + q[2] * q[2] + q[3] * q[3]);
        double x = q[0] / n;
        double y = q[1] / n;
        double z = q[2] / n;
        double w = q[3] / n;
        return new double[] {
            1 - 2 * (y * y + z * z),
            2 * (x * y - z * w),
            2 * (x * z + y * w),
            2 * (x * y + z * w),
            1 - 2 * (x * x + z * z),
            2 * (y * z - x * w),
            2 * (x * z - y * w),
            2 * (y * z + x * w),
            1 - 2 * (x * x + y * y)
        };
    }

    private static double[] times(double[] a, double[] b) {
        double[] product = new double[9];
        for (int row = 0; row < 3; row++) {
            for (int column = 0; column < 3; column++) {
                product[3 * row + column] =
                        a[3 * row] * b[column] + a[3 * row + 1] * b[3 + column] + a[3 * row + 2] * b[6 + column];
            }
        }
        return product;
    }

    /** Places in cells of the octave's size become places of the lattice, in cells, in their own arrays. */
    void lay(double[] x, double[] y, double[] z, int count, double[] offset, double[] toX, double[] toY, double[] toZ) {
        double[] m = matrix;
        for (int i = 0; i < count; i++) {
            toX[i] = m[0] * x[i] + m[1] * y[i] + m[2] * z[i] + offset[0];
        }
        for (int i = 0; i < count; i++) {
            toY[i] = m[3] * x[i] + m[4] * y[i] + m[5] * z[i] + offset[1];
        }
        for (int i = 0; i < count; i++) {
            toZ[i] = m[6] * x[i] + m[7] * y[i] + m[8] * z[i] + offset[2];
        }
    }

    /** Cells along each axis of the vector that the lattice repeats along; all 0 where it does not. */
    int[] period() {
        return period;
    }
}
