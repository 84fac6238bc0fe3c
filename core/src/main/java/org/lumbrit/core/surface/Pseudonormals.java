package org.lumbrit.core.surface;

/** Outward directions at faces, corners and sides of a mesh whose vertices are joined by position. Lengths carry no meaning. */
final class Pseudonormals {
    private Pseudonormals() {}

    /** @return per triangle, in the given order, seven vectors: its face, its three corners, the sides after each corner */
    static float[] of(Mesh mesh, int[] order) {
        int[] first = Welding.firsts(mesh.positions(), 0);
        int[] triangles = new int[mesh.triangles().length];
        for (int i = 0; i < triangles.length; i++) {
            triangles[i] = first[mesh.triangles()[i]];
        }
        float[] atCorners = Mesh.angleWeighted(mesh.positions(), triangles);
        double[] faces = faces(mesh.positions(), triangles);
        Sides sides = new Sides(triangles);
        double[] atSides = new double[3 * sides.count()];
        for (int i = 0; i < triangles.length; i++) {
            int side = sides.of(triangles[i], triangles[Sides.after(i)]);
            for (int d = 0; d < 3; d++) {
                atSides[3 * side + d] += faces[i / 3 * 3 + d];
            }
        }
        float[] out = new float[21 * order.length];
        for (int s = 0; s < order.length; s++) {
            int t = order[s];
            int[] side = new int[3];
            for (int k = 0; k < 3; k++) {
                side[k] = sides.of(triangles[3 * t + k], triangles[Sides.after(3 * t + k)]);
            }
            for (int d = 0; d < 3; d++) {
                out[21 * s + d] = (float) faces[3 * t + d];
                for (int k = 0; k < 3; k++) {
                    out[21 * s + 3 + 3 * k + d] = atCorners[3 * triangles[3 * t + k] + d];
                    out[21 * s + 12 + 3 * k + d] = (float) atSides[3 * side[k] + d];
                }
            }
        }
        return out;
    }

    private static double[] faces(float[] p, int[] triangles) {
        double[] faces = new double[triangles.length];
        for (int t = 0; t < triangles.length; t += 3) {
            int a = 3 * triangles[t];
            int b = 3 * triangles[t + 1];
            int c = 3 * triangles[t + 2];
            double ux = (double) p[b] - p[a];
            double uy = (double) p[b + 1] - p[a + 1];
            double uz = (double) p[b + 2] - p[a + 2];
            double vx = (double) p[c] - p[a];
            double vy = (double) p[c + 1] - p[a + 1];
            double vz = (double) p[c + 2] - p[a + 2];
            double x = uy * vz - uz * vy;
            double y = uz * vx - ux * vz;
            double z = ux * vy - uy * vx;
            double length = Math.sqrt(x * x + y * y + z * z);
            double scale = length > 0 ? 1 / length : 0;
            faces[t] = x * scale;
            faces[t + 1] = y * scale;
            faces[t + 2] = z * scale;
        }
        return faces;
    }
}
