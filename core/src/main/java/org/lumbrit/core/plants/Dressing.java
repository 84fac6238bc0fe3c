package org.lumbrit.core.plants;

import org.lumbrit.core.math.Colour;

/** What the falloffs along a plant make of its mesh: its width, its curvature and its accent, each read from foot to tip. */
public final class Dressing {
    /** Places along at which curvature is read. */
    public static final int STEPS = 64;

    private Dressing() {}

    /** The mesh with each vertex moved away from its centre line so many times as far. */
    public static PlantMesh widened(PlantMesh plant, float[] times) {
        return plant.moved((v, p, n, c) -> {
            for (int d = 3 * v; d < 3 * v + 3; d++) {
                p[d] = c[d] + times[v] * (p[d] - c[d]);
            }
        });
    }

    /**
     * The plant bent toward +Z: the turn at a height is the integral of the curvature below it; its upright axis keeps its
     * length, and what lies beside the axis keeps its offset.
     *
     * @param degrees curvature at {@link #STEPS}+1 places from foot to tip, degrees over the whole length
     */
    public static PlantMesh curved(PlantMesh plant, float[] degrees) {
        double[] b = plant.bounds();
        double tall = Math.max(1e-9, b[4]);
        double[] turn = new double[STEPS + 1];
        double[] up = new double[STEPS + 1];
        double[] out = new double[STEPS + 1];
        for (int i = 1; i <= STEPS; i++) {
            turn[i] = turn[i - 1] + StrictMath.toRadians((degrees[i - 1] + degrees[i]) / 2.0) / STEPS;
            double mean = (turn[i] + turn[i - 1]) / 2;
            up[i] = up[i - 1] + StrictMath.cos(mean) * tall / STEPS;
            out[i] = out[i - 1] + StrictMath.sin(mean) * tall / STEPS;
        }
        return plant.moved((v, p, n, c) -> {
            double at = Math.min(STEPS, Math.max(0, p[3 * v + 1] / tall * STEPS));
            int i = Math.min(STEPS - 1, (int) at);
            double f = at - i;
            double angle = turn[i] + f * (turn[i + 1] - turn[i]);
            double sine = StrictMath.sin(angle);
            double cosine = StrictMath.cos(angle);
            double y = up[i] + f * (up[i + 1] - up[i]);
            double z = out[i] + f * (out[i + 1] - out[i]);
            double below = Math.min(0, p[3 * v + 1]);
            double centreZ = c[3 * v + 2];
            place(p, v, y + below - p[3 * v + 2] * sine, z + p[3 * v + 2] * cosine);
            place(c, v, y + below - centreZ * sine, z + centreZ * cosine);
            double ny = n[3 * v + 1];
            double nz = n[3 * v + 2];
            n[3 * v + 1] = (float) (ny * cosine - nz * sine);
            n[3 * v + 2] = (float) (ny * sine + nz * cosine);
        });
    }

    private static void place(float[] p, int v, double y, double z) {
        p[3 * v + 1] = (float) y;
        p[3 * v + 2] = (float) z;
    }

    /** The mesh with a share of the accent in place of its tint at each vertex. */
    public static PlantMesh accented(PlantMesh plant, String accent, float[] share) {
        Colour own = Colour.ofHex(accent);
        int[] colours = plant.colours().clone();
        for (int v = 0; v < colours.length; v++) {
            double left = 1 - Math.min(1, Math.max(0, share[v]));
            Colour before = Colour.ofPacked(colours[v]);
            // what is wholly of the tint has no colour of its own yet
            double weight = 1 - left * (1 - (colours[v] >>> 24) / 255.0);
            double s = weight > 0 ? Math.min(1, (1 - left) / weight) : 0;
            int rgb = new Colour(
                            before.red() + s * (own.red() - before.red()),
                            before.green() + s * (own.green() - before.green()),
                            before.blue() + s * (own.blue() - before.blue()))
                    .packed();
            colours[v] = (int) Math.rint((colours[v] >>> 24) * left) << 24 | rgb;
        }
        return new PlantMesh(
                plant.positions(), plant.normals(), plant.along(), plant.centres(), colours, plant.indices());
    }
}
