package org.lumbrit.core.plants;

/** Level cuts through a plant. */
public final class CrossSection {
    /** The topmost cut lies this share of the plant's height below its tip, where there still is an outline. */
    private static final double BELOW_TIP = 1e-3;

    private CrossSection() {}

    /**
     * What values at the vertices come to at heights: their mean over the line in which a level plane cuts the mesh. At the foot
     * it is the mean of the vertices that stand there; above the tip what it is just below the tip.
     *
     * @param values one a vertex
     * @param heights metres, 0 for the foot
     * @param elsewhere one a height: what holds where the plane cuts nothing
     * @return one a height, a new array
     */
    public static float[] means(PlantMesh mesh, float[] values, double[] heights, float[] elsewhere) {
        double tip = mesh.bounds()[4] * (1 - BELOW_TIP);
        float[] means = elsewhere.clone();
        for (int k = 0; k < heights.length; k++) {
            Mean mean = new Mean();
            if (heights[k] <= 0) {
                atFoot(mesh, values, mean);
            } else {
                at(mesh, values, Math.min(heights[k], tip), mean);
            }
            if (mean.weight > 0) {
                means[k] = (float) (mean.sum / mean.weight);
            }
        }
        return means;
    }

    private static void atFoot(PlantMesh mesh, float[] values, Mean mean) {
        for (int v = 0; v < values.length; v++) {
            if (mesh.positions()[3 * v + 1] <= 0) {
                mean.add(values[v], 1);
            }
        }
    }

    private static void at(PlantMesh mesh, float[] values, double height, Mean mean) {
        int[] corner = mesh.indices();
        double[] cut = new double[6];
        for (int t = 0; t < corner.length; t += 3) {
            int ends = 0;
            double value = 0;
            for (int e = 0; e < 3; e++) {
                int a = corner[t + e];
                int b = corner[t + (e + 1) % 3];
                double low = mesh.positions()[3 * a + 1] - height;
                double high = mesh.positions()[3 * b + 1] - height;
                if (low < 0 == high < 0) {
                    continue;
                }
                double share = low / (low - high);
                for (int d = 0; d < 3; d++) {
                    double from = mesh.positions()[3 * a + d];
                    cut[3 * ends + d] = from + share * (mesh.positions()[3 * b + d] - from);
                }
                value += values[a] + share * (values[b] - values[a]);
                ends++;
            }
            if (ends == 2) {
                mean.add(value / 2, Math.hypot(cut[3] - cut[0], cut[5] - cut[2]));
            }
        }
    }

    private static final class Mean {
        private double sum;
        private double weight;

        void add(double value, double by) {
            sum += by * value;
            weight += by;
        }
    }
}
