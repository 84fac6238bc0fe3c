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
            int argb = plant.colours()[v];
            Colour own = Colour.ofPacked(argb);
            mean[4 * band] += own.red();
            mean[4 * band + 1] += own.green();
            mean[4 * band + 2] += own.blue();
            mean[4 * band + 3] += argb >>> 24;
            members[band]++;
        }
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
                int n = Math.max(1, members[band]);
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

    private static int band(float y, double low, double tall) {
        return Math.min(BANDS - 1, Math.max(0, (int) ((y - low) / tall * BANDS)));
    }
}
