package org.lumbrit.core.crust;

import java.util.Arrays;
import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Mesh;

/**
 * Spikes that stand on a mesh: so many a square metre, each with a place and a length of its own that do not depend on the time, leaning from
 * the surface's normal toward a combed direction, narrowing to a point, with branches.
 *
 * @param length metres of the longest; @param uneven share of the length that chance takes at most; @param wide radius at the root, metres
 * @param tip share of that radius at the tip; @param combed the direction they are combed in, a unit vector; @param lean 0 along the normal, 1 as
 *     combed; @param stray so far each leans its own way; @param branches on each; @param seed of all that is random
 */
public record Spikes(
        double length,
        double uneven,
        double wide,
        double tip,
        double[] combed,
        double lean,
        double stray,
        int branches,
        int seed) {
    /** Numbers of a spike: root, tip, radius at the root, radius at the tip. */
    public static final int NUMBERS = 8;
    /** So many can be fused at most. */
    private static final int MOST = 500_000;
    /** Length of a branch as a share of what it stands on, and how far it leans out. */
    private static final double BRANCH = 0.45;

    private static final double OUT = 0.9;

    /**
     * Those that have begun.
     *
     * @param mesh that they stand on; @param density a square metre, at its vertices; @param grown how far each vertex has come, 0..1
     * @return {@link #NUMBERS} each
     * @throws BeyondRoomException where there would be too many
     */
    public double[] of(Mesh mesh, float[] density, double[] grown) {
        double all = 0;
        for (int t = 0; t < mesh.count(); t++) {
            all += mesh.area(3 * t) * ((double) density[mesh.triangles()[3 * t]]);
        }
        if (all * (1 + branches) > MOST) {
            throw new BeyondRoomException("There would be about " + Math.round(all * (1 + branches)) + " spikes; "
                    + MOST + " are the most. Lower how many stand on a square metre.");
        }
        double[] out = new double[NUMBERS * 64];
        int filled = 0;
        int[] c = mesh.triangles();
        for (int t = 0; t < mesh.count(); t++) {
            int a = c[3 * t];
            int b = c[3 * t + 1];
            int d = c[3 * t + 2];
            if (grown[a] <= 0 && grown[b] <= 0 && grown[d] <= 0) {
                continue;
            }
            double wanted = mesh.area(3 * t) * ((double) density[a] + density[b] + density[d]) / 3;
            int count = (int) wanted + (Hash.unit(Hash.of(seed, t, 1)) < wanted - (int) wanted ? 1 : 0);
            for (int k = 0; k < count; k++) {
                long own = Hash.of(seed, t, 7L + k);
                double u = Hash.unit(Hash.of(own, 1));
                double v = Hash.unit(Hash.of(own, 2));
                if (u + v > 1) {
                    u = 1 - u;
                    v = 1 - v;
                }
                double come = (1 - u - v) * grown[a] + u * grown[b] + v * grown[d];
                if (come <= 0) {
                    continue;
                }
                double[] root = new double[3];
                double[] normal = new double[3];
                for (int axis = 0; axis < 3; axis++) {
                    root[axis] = between(mesh.positions(), a, b, d, u, v, axis);
                    normal[axis] = between(mesh.normals(), a, b, d, u, v, axis);
                }
                int room = NUMBERS * (filled + 1 + branches);
                if (room > out.length) {
                    out = Arrays.copyOf(out, 2 * room);
                }
                filled = stand(out, filled, own, root, normal, come);
            }
        }
        return Arrays.copyOf(out, NUMBERS * filled);
    }

    private static double between(float[] values, int a, int b, int c, double u, double v, int axis) {
        return (1 - u - v) * values[3 * a + axis] + u * values[3 * b + axis] + v * values[3 * c + axis];
    }

    private int stand(double[] out, int filled, long own, double[] root, double[] normal, double come) {
        double eased = Smooth.smoothstep(0, 1, come);
        double long1 = eased * length * (1 - uneven * Hash.unit(Hash.of(own, 3)));
        double[] way = new double[3];
        double square = 0;
        for (int d = 0; d < 3; d++) {
            way[d] = (1 - lean) * normal[d] + lean * combed[d] + stray * (2 * Hash.unit(Hash.of(own, 10, d)) - 1);
            square += way[d] * way[d];
        }
        double scale = square > 1e-12 ? 1 / Math.sqrt(square) : 0;
        double radius = wide * (0.4 + 0.6 * eased) * (1 - 0.4 * uneven * Hash.unit(Hash.of(own, 4)));
        for (int d = 0; d < 3; d++) {
            way[d] = square > 1e-12 ? way[d] * scale : normal[d];
        }
        put(out, filled, root, way, long1, radius);
        for (int k = 0; k < branches; k++) {
            double at = 0.3 + 0.5 * Hash.unit(Hash.of(own, 20, k));
            double[] from = new double[3];
            double[] to = new double[3];
            double length2 = 0;
            for (int d = 0; d < 3; d++) {
                from[d] = root[d] + at * long1 * way[d];
                to[d] = way[d] + OUT * (2 * Hash.unit(Hash.of(own, 30 + k, d)) - 1);
                length2 += to[d] * to[d];
            }
            for (int d = 0; d < 3; d++) {
                to[d] /= Math.max(1e-9, Math.sqrt(length2));
            }
            put(out, filled + 1 + k, from, to, BRANCH * long1 * (1 - at / 2), radius * (1 - at * (1 - tip)));
        }
        return filled + 1 + branches;
    }

    private void put(double[] out, int at, double[] root, double[] way, double reach, double radius) {
        for (int d = 0; d < 3; d++) {
            out[NUMBERS * at + d] = root[d];
            out[NUMBERS * at + 3 + d] = root[d] + reach * way[d];
        }
        out[NUMBERS * at + 6] = radius;
        out[NUMBERS * at + 7] = radius * tip;
    }
}
