package org.lumbrit.core.plants;

import org.lumbrit.core.math.Colour;

/** What stands for a plant while working or far away: two crossed cards in its outline, 16 triangles, in its mean colours. */
final class StandIn {
    private static final int BANDS = 4;

    private StandIn() {}

    static PlantMesh of(PlantMesh plant) {
        double[] b = plant.bounds();
        double tall = Math.max(1e-9, b[4] - b[1]);
        double[] out = new double[BANDS];
        double[] middle = new double[2 * BANDS];
        double[] mean = new double[4 * BANDS];
        int[] members = new int[BANDS];
        float[] p = plant.positions();
        for (int v = 0; v < plant.vertices(); v++) {
            int band = band(p[3 * v + 1], b[1], tall);
            middle[2 * band] += p[3 * v];
            middle[2 * band + 1] += p[3 * v + 2];
            members[band]++;
        }
        double[] covers = colours(plant, b[1], tall, mean);
        for (int k = 0; k < BANDS; k++) {
            middle[2 * k] /= Math.max(1, members[k]);
            middle[2 * k + 1] /= Math.max(1, members[k]);
        }
        for (int v = 0; v < plant.vertices(); v++) {
            int band = band(p[3 * v + 1], b[1], tall);
            double dx = p[3 * v] - middle[2 * band];
            double dz = p[3 * v + 2] - middle[2 * band + 1];
            out[band] = Math.max(out[band], Math.sqrt(dx * dx + dz * dz));
        }
        PlantBuilder builder = new PlantBuilder();
        for (int card = 0; card < 2; card++) {
            double[] side = Vec.level(StrictMath.PI / 2 * card + 0.4);
            int before = -1;
            for (int row = 0; row <= BANDS; row++) {
                int band = Math.min(BANDS - 1, row);
                double y = b[1] + tall * row / BANDS;
                double broad =
                        row == BANDS ? 0.35 * out[band] : row == 0 ? 0.6 * out[0] : (out[band] + out[row - 1]) / 2;
                double[] centre = {middle[2 * band], y, middle[2 * band + 1]};
                int first = builder.vertices();
                double n = Math.max(1e-30, covers[band]);
                int rgb = new Colour(mean[4 * band] / n, mean[4 * band + 1] / n, mean[4 * band + 2] / n).packed();
                int colour = (int) (mean[4 * band + 3] / n) << 24 | rgb;
                for (int hand = -1; hand <= 1; hand += 2) {
                    double[] normal = {side[0] * hand * 0.8, 0.6, side[2] * hand * 0.8};
                    builder.vertex(
                            Vec.sum(centre, 1, side, hand * broad * 0.9), normal, centre, tall * row / BANDS, colour);
                }
                if (before >= 0 && (members[band] > 0 || row == BANDS)) {
                    builder.triangle(before, before + 1, first);
                    builder.triangle(before + 1, first + 1, first);
                }
                before = first;
            }
        }
        return builder.mesh();
    }

    /**
     * Sums the colours of each band by the area that they cover, as the eye does: twigs have many vertices and little of the look.
     *
     * @param mean filled with red, green, blue and the share of the tint; @return the area of each band
     */
    private static double[] colours(PlantMesh plant, double low, double tall, double[] mean) {
        double[] covers = new double[BANDS];
        float[] p = plant.positions();
        int[] corners = plant.indices();
        for (int t = 0; t < corners.length; t += 3) {
            double[] e = side(p, corners[t], corners[t + 1]);
            double[] f = side(p, corners[t], corners[t + 2]);
            double x = e[1] * f[2] - e[2] * f[1];
            double y = e[2] * f[0] - e[0] * f[2];
            double z = e[0] * f[1] - e[1] * f[0];
            double area = Math.sqrt(x * x + y * y + z * z) / 6;
            for (int k = 0; k < 3; k++) {
                int band = band(p[3 * corners[t + k] + 1], low, tall);
                int argb = plant.colours()[corners[t + k]];
                Colour own = Colour.ofPacked(argb);
                mean[4 * band] += area * own.red();
                mean[4 * band + 1] += area * own.green();
                mean[4 * band + 2] += area * own.blue();
                mean[4 * band + 3] += area * (argb >>> 24);
                covers[band] += area;
            }
        }
        return covers;
    }

    private static double[] side(float[] p, int from, int to) {
        return new double[] {
            (double) p[3 * to] - p[3 * from],
            (double) p[3 * to + 1] - p[3 * from + 1],
            (double) p[3 * to + 2] - p[3 * from + 2]
        };
    }

    private static int band(float y, double low, double tall) {
        return Math.min(BANDS - 1, Math.max(0, (int) ((y - low) / tall * BANDS)));
    }
}
