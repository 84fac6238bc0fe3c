package org.lumbrit.core.bodies;

/**
 * A surface through the nodes of a grid, smooth from cell to cell (bicubic, slopes at the nodes by central differences: E. Catmull and
 * R. Rom, 1974), so that what rolls on it is not shaken by facets. The nearest point to a ball is found from several sides, as in a V
 * there are two.
 */
final class SmoothGround implements Touching {
    private static final int ROUNDS = 40;
    private static final int HALVES = 8;

    private final double[] heights;
    private final int columns;
    private final int rows;
    private final double cellX;
    private final double cellZ;
    private final double west;
    private final double north;
    /** Height, slope to the east, slope to the south, and their changes: xx, xz, zz. */
    private final double[] at = new double[6];

    private final double[] wx = new double[4];
    private final double[] dwx = new double[4];
    private final double[] wz = new double[4];
    private final double[] dwz = new double[4];
    private final double[] ddwx = new double[4];
    private final double[] ddwz = new double[4];

    /** @param heights metres, row by row from the north-west; @param west metres; @param north metres */
    SmoothGround(double[] heights, int columns, int rows, double cellX, double cellZ, double west, double north) {
        this.heights = heights;
        this.columns = columns;
        this.rows = rows;
        this.cellX = cellX;
        this.cellZ = cellZ;
        this.west = west;
        this.north = north;
    }

    /** Whether a place lies over the grid. */
    boolean holds(double x, double z) {
        return x >= west && z >= north && x <= west + cellX * (columns - 1) && z <= north + cellZ * (rows - 1);
    }

    /** Metres at a place. */
    double height(double x, double z) {
        curve(x, z);
        return at[0];
    }

    /** Height, slopes, and how the slopes change, at a place. */
    private void curve(double x, double z) {
        double column = (x - west) / cellX;
        double row = (z - north) / cellZ;
        int c = (int) Math.max(0, Math.min(columns - 2, Math.floor(column)));
        int r = (int) Math.max(0, Math.min(rows - 2, Math.floor(row)));
        weights(Math.max(0, Math.min(1, column - c)), wx, dwx, ddwx);
        weights(Math.max(0, Math.min(1, row - r)), wz, dwz, ddwz);
        boolean inner = c > 0 && r > 0 && c < columns - 2 && r < rows - 2;
        double h = 0;
        double hx = 0;
        double hz = 0;
        double hxx = 0;
        double hxz = 0;
        double hzz = 0;
        for (int j = 0; j < 4; j++) {
            double line = 0;
            double slope = 0;
            double bend = 0;
            int first = (r + j - 1) * columns + c - 1;
            for (int i = 0; i < 4; i++) {
                double value = inner ? heights[first + i] : node(c + i - 1, r + j - 1);
                line += wx[i] * value;
                slope += dwx[i] * value;
                bend += ddwx[i] * value;
            }
            h += wz[j] * line;
            hx += wz[j] * slope;
            hz += dwz[j] * line;
            hxx += wz[j] * bend;
            hxz += dwz[j] * slope;
            hzz += ddwz[j] * line;
        }
        at[0] = h;
        at[1] = hx / cellX;
        at[2] = hz / cellZ;
        at[3] = hxx / (cellX * cellX);
        at[4] = hxz / (cellX * cellZ);
        at[5] = hzz / (cellZ * cellZ);
    }

    /** Beyond the border the surface goes on straight. */
    private double node(int column, int row) {
        if (column < 0) {
            return 2 * node(0, row) - node(1, row);
        }
        if (column >= columns) {
            return 2 * node(columns - 1, row) - node(columns - 2, row);
        }
        if (row < 0) {
            return 2 * heights[column] - heights[columns + column];
        }
        if (row >= rows) {
            return 2 * heights[(rows - 1) * columns + column] - heights[(rows - 2) * columns + column];
        }
        return heights[row * columns + column];
    }

    private static void weights(double t, double[] w, double[] dw, double[] ddw) {
        ddw[0] = 2 - 3 * t;
        ddw[1] = -5 + 9 * t;
        ddw[2] = 4 - 9 * t;
        ddw[3] = -1 + 3 * t;
        w[0] = 0.5 * t * (-1 + t * (2 - t));
        w[1] = 1 + 0.5 * t * t * (-5 + 3 * t);
        w[2] = 0.5 * t * (1 + t * (4 - 3 * t));
        w[3] = 0.5 * t * t * (t - 1);
        dw[0] = -0.5 + t * (2 - 1.5 * t);
        dw[1] = t * (-5 + 4.5 * t);
        dw[2] = 0.5 + t * (4 - 4.5 * t);
        dw[3] = t * (-1 + 1.5 * t);
    }

    @Override
    public void near(double[] centre, double radius, double within, Touches touches) {
        curve(centre[0], centre[2]);
        if (centre[1] - at[0] > 4 * (radius + within)) {
            // far above all but cliffs
            double steep = Math.sqrt(at[1] * at[1] + at[2] * at[2]);
            if (steep < 3) {
                return;
            }
        }
        from(centre, centre[0], centre[2], radius, within, touches);
        double aside = 0.9 * Math.max(radius, 1e-6);
        from(centre, centre[0] + aside, centre[2], radius, within, touches);
        from(centre, centre[0] - aside, centre[2], radius, within, touches);
        from(centre, centre[0], centre[2] + aside, radius, within, touches);
        from(centre, centre[0], centre[2] - aside, radius, within, touches);
    }

    /** Goes down to a point of the surface that is nearer than all round it: Newton's steps, halved until they lead nearer. */
    private void from(double[] centre, double x, double z, double radius, double within, Touches touches) {
        double u = x;
        double w = z;
        curve(u, w);
        double far = square(centre, u, w);
        double most = 0.5 * Math.max(radius, Math.min(cellX, cellZ));
        for (int round = 0; round < ROUNDS; round++) {
            double up = at[0] - centre[1];
            double gu = u - centre[0] + up * at[1];
            double gw = w - centre[2] + up * at[2];
            double a = 1 + at[1] * at[1] + up * at[3];
            double b = at[1] * at[2] + up * at[4];
            double c = 1 + at[2] * at[2] + up * at[5];
            double det = a * c - b * b;
            if (a <= 0 || det <= 1e-9 * a * a) {
                // curved more than the way is short: without that part it still leads down
                a = 1 + at[1] * at[1];
                b = at[1] * at[2];
                c = 1 + at[2] * at[2];
                det = a * c - b * b;
            }
            double du = -(c * gu - b * gw) / det;
            double dw = -(a * gw - b * gu) / det;
            double step = Math.sqrt(du * du + dw * dw);
            if (step < 1e-11 * (1 + radius)) {
                break;
            }
            double scale = step > most ? most / step : 1;
            double nearer = far;
            for (int half = 0; half < HALVES; half++) {
                curve(u + scale * du, w + scale * dw);
                nearer = square(centre, u + scale * du, w + scale * dw);
                if (nearer < far) {
                    break;
                }
                scale *= 0.5;
            }
            if (nearer >= far) {
                curve(u, w);
                break;
            }
            u += scale * du;
            w += scale * dw;
            far = nearer;
        }
        double length = Math.sqrt(1 + at[1] * at[1] + at[2] * at[2]);
        double nx = -at[1] / length;
        double ny = 1 / length;
        double nz = -at[2] / length;
        double dx = centre[0] - u;
        double dy = centre[1] - at[0];
        double dz = centre[2] - w;
        double along = dx * nx + dy * ny + dz * nz;
        double distance = Math.sqrt(far);
        double away = along < 0 ? -distance : distance;
        if (away - radius > within) {
            return;
        }
        if (distance > 1e-6 * radius) {
            nx = dx / away;
            ny = dy / away;
            nz = dz / away;
        }
        touches.add(u, at[0], w, nx, ny, nz, away - radius);
    }

    private double square(double[] centre, double u, double w) {
        double dx = centre[0] - u;
        double dy = centre[1] - at[0];
        double dz = centre[2] - w;
        return dx * dx + dy * dy + dz * dz;
    }
}
