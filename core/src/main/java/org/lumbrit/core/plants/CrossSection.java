package org.lumbrit.core.plants;

/** Cuts across a plant, each through all that is equally far along it from the foot. */
public final class CrossSection {
    /** The last cut lies this share of the way before the tip, where there still is an outline. */
    private static final double BEFORE_TIP = 1e-3;

    private CrossSection() {}

    /**
     * What values at the vertices come to along the plant: their mean over the lines in which the mesh is cut there. At the foot
     * it is the mean of the vertices that stand there; at the tip what it is just before it.
     *
     * @param values one a vertex
     * @param places 0 the foot … 1 the tip
     * @param elsewhere one a place: what holds where nothing is cut
     * @return one a place, a new array
     */
    public static float[] means(PlantMesh mesh, float[] values, double[] places, float[] elsewhere) {
        float[] means = elsewhere.clone();
        double farthest = 0;
        for (float along : mesh.along()) {
            farthest = Math.max(farthest, along);
        }
        for (int k = 0; k < places.length; k++) {
            Mean mean = new Mean();
            if (places[k] <= 0) {
                atFoot(mesh, values, mean);
            } else {
                at(mesh, values, Math.min(places[k], farthest * (1 - BEFORE_TIP)), mean);
            }
            if (mean.weight > 0) {
                means[k] = (float) (mean.sum / mean.weight);
            }
        }
        return means;
    }

    private static void atFoot(PlantMesh mesh, float[] values, Mean mean) {
        for (int v = 0; v < values.length; v++) {
            if (mesh.along()[v] <= 0) {
                mean.add(values[v], 1);
            }
        }
    }

    private static void at(PlantMesh mesh, float[] values, double place, Mean mean) {
        int[] corner = mesh.indices();
        double[] cut = new double[6];
        for (int t = 0; t < corner.length; t += 3) {
            int ends = 0;
            double value = 0;
            for (int e = 0; e < 3; e++) {
                int a = corner[t + e];
                int b = corner[t + (e + 1) % 3];
                double low = mesh.along()[a] - place;
                double high = mesh.along()[b] - place;
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
                double x = cut[3] - cut[0];
                double y = cut[4] - cut[1];
                double z = cut[5] - cut[2];
                mean.add(value / 2, Math.sqrt(x * x + y * y + z * z));
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
