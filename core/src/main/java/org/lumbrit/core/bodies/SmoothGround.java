package org.lumbrit.core.bodies;

/**
 * A surface through the nodes of a grid, smooth from cell to cell (bicubic, slopes at the nodes by central differences: E. Catmull and
 * R. Rom, 1974), so that what rolls on it is not shaken by facets. The nearest point to a ball is found from several sides, as in a V
 * there are two.
 */
final class SmoothGround implements Touching {
    private static final int ROUNDS = 24;

    private final double[] heights;
    private final int columns;
    private final int rows;
    private final double cellX;
    private final double cellZ;
    private final double west;
    private final double north;
    /** Height, slope to the east, slope to the south. */
    private final double[] at = new double[3];

    private final double[] wx = new double[4];
    private final double[] dwx = new double[4];
    private final double[] wz = new double[4];
    private final double[] dwz = new double[4];

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
        look(x, z);
        return at[0];
    }

    private void look(double x, double z) {
        double column = (x - west) / cellX;
        double row = (z - north) / cellZ;
        int c = (int) Math.max(0, Math.min(columns - 2, Math.floor(column)));
        int r = (int) Math.max(0, Math.min(rows - 2, Math.floor(row)));
        weights(Math.max(0, Math.min(1, column - c)), wx, dwx);
        weights(Math.max(0, Math.min(1, row - r)), wz, dwz);
        double h = 0;
        double hx = 0;
        double hz = 0;
        for (int j = 0; j < 4; j++) {
            double line = 0;
            double slope = 0;
            for (int i = 0; i < 4; i++) {
                double value = node(c + i - 1, r + j - 1);
                line += wx[i] * value;
                slope += dwx[i] * value;
            }
            h += wz[j] * line;
            hx += wz[j] * slope;
            hz += dwz[j] * line;
        }
        at[0] = h;
        at[1] = hx / cellX;
        at[2] = hz / cellZ;
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

    private static void weights(double t, double[] w, double[] dw) {
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
        look(centre[0], centre[2]);
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

    /** Goes to the nearest point of the surface that is nearest from where it begins. */
    private void from(double[] centre, double x, double z, double radius, double within, Touches touches) {
        double u = x;
        double w = z;
        double distance = 0;
        for (int round = 0; round < ROUNDS; round++) {
            look(u, w);
            double up = at[0] - centre[1];
            double gu = u - centre[0] + up * at[1];
            double gw = w - centre[2] + up * at[2];
            double a = 1 + at[1] * at[1];
            double b = at[1] * at[2];
            double c = 1 + at[2] * at[2];
            double det = a * c - b * b;
            double du = -(c * gu - b * gw) / det;
            double dw = -(a * gw - b * gu) / det;
            double step = Math.sqrt(du * du + dw * dw);
            double most = 0.5 * Math.max(radius, Math.min(cellX, cellZ));
            double scale = step > most ? most / step : 1;
            u += scale * du;
            w += scale * dw;
            if (step < 1e-12 * (1 + radius)) {
                break;
            }
        }
        look(u, w);
        double dx = centre[0] - u;
        double dy = centre[1] - at[0];
        double dz = centre[2] - w;
        double length = Math.sqrt(1 + at[1] * at[1] + at[2] * at[2]);
        double nx = -at[1] / length;
        double ny = 1 / length;
        double nz = -at[2] / length;
        distance = dx * nx + dy * ny + dz * nz;
        double across = Math.sqrt(Math.max(0, dx * dx + dy * dy + dz * dz - distance * distance));
        if (across > 1e-3 * (Math.abs(distance) + radius) || distance - radius > within) {
            // no nearest point, or too far
            return;
        }
        touches.add(u, at[0], w, nx, ny, nz, distance - radius);
    }
}
