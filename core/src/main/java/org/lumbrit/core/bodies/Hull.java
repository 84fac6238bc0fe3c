package org.lumbrit.core.bodies;

import java.util.LinkedHashSet;
import java.util.Set;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;

/** A closed mesh as a body: its mass and how it is spread from its volume, what it touches with from its outermost corners. */
final class Hull {
    private static final int DIRECTIONS = 96;
    private static final double GOLDEN = StrictMath.PI * (3 - Math.sqrt(5));
    /** Of the radius: balls at the corners. */
    private static final double CORNER = 0.02;

    private Hull() {}

    /** Volume, centre, and the second moments ∫x², ∫y², ∫z² about the origin, by tetrahedra from the origin to each triangle. */
    private static double[] moments(Mesh mesh) {
        double[] sums = new double[7];
        float[] p = mesh.positions();
        int[] t = mesh.triangles();
        for (int i = 0; i < t.length; i += 3) {
            int a = 3 * t[i];
            int b = 3 * t[i + 1];
            int c = 3 * t[i + 2];
            double six = (double) p[a] * ((double) p[b + 1] * p[c + 2] - (double) p[b + 2] * p[c + 1])
                    - (double) p[a + 1] * ((double) p[b] * p[c + 2] - (double) p[b + 2] * p[c])
                    + (double) p[a + 2] * ((double) p[b] * p[c + 1] - (double) p[b + 1] * p[c]);
            sums[0] += six / 6;
            for (int d = 0; d < 3; d++) {
                double x = p[a + d];
                double y = p[b + d];
                double z = p[c + d];
                sums[1 + d] += six * (x + y + z) / 24;
                sums[4 + d] += six * (x * x + y * y + z * z + x * y + y * z + z * x) / 60;
            }
        }
        return sums;
    }

    /** The same mesh with its centre of mass at the origin; of one without volume the middle of its bounds. */
    static Mesh centred(Mesh mesh) {
        double[] m = moments(mesh);
        double[] b = mesh.bounds();
        float[] moved = mesh.positions().clone();
        for (int i = 0; i < moved.length; i++) {
            int d = i % 3;
            double middle = Math.abs(MeshCheck.volume(mesh)) > 1e-12 ? m[1 + d] / m[0] : 0.5 * (b[d] + b[3 + d]);
            moved[i] -= (float) middle;
        }
        return Mesh.of(moved, mesh.normals(), mesh.triangles());
    }

    /** @param mesh about its centre */
    static Body body(Mesh mesh, double density) {
        double[] m = moments(mesh);
        double radius = radius(mesh);
        double mass = density * Math.abs(m[0]);
        double sign = m[0] < 0 ? -density : density;
        double least = 1e-3 * mass * radius * radius;
        double[] inertia = {
            Math.max(least, sign * (m[5] + m[6])),
            Math.max(least, sign * (m[4] + m[6])),
            Math.max(least, sign * (m[4] + m[5]))
        };
        if (mass <= 0) {
            return Body.ball(radius, density);
        }
        Set<Integer> corners = new LinkedHashSet<>();
        float[] p = mesh.positions();
        for (int k = 0; k < DIRECTIONS; k++) {
            double y = 1 - (2.0 * k + 1) / DIRECTIONS;
            double flat = Math.sqrt(1 - y * y);
            double x = flat * StrictMath.cos(GOLDEN * k);
            double z = flat * StrictMath.sin(GOLDEN * k);
            int best = 0;
            double most = Double.NEGATIVE_INFINITY;
            for (int v = 0; v < p.length; v += 3) {
                double along = p[v] * x + p[v + 1] * y + p[v + 2] * z;
                if (along > most) {
                    most = along;
                    best = v;
                }
            }
            corners.add(best);
        }
        double small = CORNER * radius;
        double[] balls = new double[4 * corners.size()];
        int at = 0;
        for (int v : corners) {
            double length = Math.sqrt(p[v] * p[v] + p[v + 1] * p[v + 1] + p[v + 2] * p[v + 2]);
            double in = length > small ? 1 - small / length : 0;
            balls[at++] = in * p[v];
            balls[at++] = in * p[v + 1];
            balls[at++] = in * p[v + 2];
            balls[at++] = small;
        }
        return new Body(mass, inertia, balls);
    }

    /** Half the mean of its three extents. */
    static double radius(Mesh mesh) {
        double[] b = mesh.bounds();
        return (b[3] - b[0] + b[4] - b[1] + b[5] - b[2]) / 6;
    }
}
