package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.surface.Mesh;

/** A closed mesh: a tube along x with bark outside, a hollow that runs through it, and broken ends; it lies a little in the ground. */
@Kind(name = "log", title = "Log", help = "A fallen log: furrowed bark, broken ends, hollow as far as it has rotted.")
public record LogShape(
        @Setting(
                title = "length",
                unit = "m",
                min = 0.02,
                max = 100,
                slider = {0.2, 8},
                byDefault = "2.4")
        double length,

        @Setting(
                title = "radius",
                unit = "m",
                min = 0.005,
                max = 10,
                slider = {0.03, 0.8},
                byDefault = "0.3")
        double radius,

        @Setting(
                title = "hollow",
                min = 0.05,
                max = 0.95,
                slider = {0.05, 0.9},
                byDefault = "0.6",
                help = "Of its radius")
        double hollow,

        @Setting(
                title = "furrows",
                min = 0,
                max = 1,
                slider = {0, 1},
                byDefault = "0.5",
                help = "How deep the bark is furrowed along the log")
        double furrows,

        @Setting(
                title = "broken",
                min = 0,
                max = 1,
                slider = {0, 1},
                byDefault = "0.5",
                help = "How ragged its ends are")
        double broken,

        @Setting(
                title = "detail",
                min = 1,
                max = 6,
                slider = {2, 5},
                byDefault = "4",
                help = "Each step has four times the triangles")
        int detail,

        @Setting(
                title = "seed",
                min = 0,
                max = 1000000,
                slider = {0, 100},
                byDefault = "1",
                help = "Another seed, another one")
        int seed)
        implements Shape {
    /** Of its radius that lies in the ground. */
    private static final double SUNK = 0.16;

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        int round = 10 << detail;
        int along = 6 << detail;
        // outside from west to east, inside back again
        int rings = 2 * (along + 1);
        double[] x = new double[rings * round];
        double[] y = new double[x.length];
        double[] z = new double[x.length];
        for (int ring = 0; ring < rings; ring++) {
            boolean inside = ring > along;
            double t = 2.0 * (inside ? rings - 1 - ring : ring) / along - 1;
            for (int k = 0; k < round; k++) {
                double turn = 2 * StrictMath.PI * k / round;
                int at = ring * round + k;
                x[at] = t;
                y[at] = StrictMath.cos(turn);
                z[at] = StrictMath.sin(turn);
            }
        }
        double[] bark = noise(x, y, z, length / radius / 7, 2.6, 5, 0);
        double[] lumps = noise(x, y, z, length / radius / 2.5, 0.9, 3, 20);
        double[] ends = noise(x, y, z, 0.3, 2.2, 4, 40);
        float[] positions = new float[3 * x.length];
        for (int v = 0; v < x.length; v++) {
            boolean inside = v >= (along + 1) * round;
            double thick = inside ? hollow * (1 + 0.25 * lumps[v]) : 1 + 0.2 * lumps[v] + 0.28 * furrows * bark[v];
            // thinner toward its ends, which break off farther in some places than in others
            double taper = 1 - 0.1 * x[v] - 0.06 * x[v] * x[v];
            double end = 1 - broken * 0.22 * (0.5 + ends[v]) * Math.abs(x[v]);
            positions[3 * v] = (float) (x[v] * end * length / 2);
            positions[3 * v + 1] = (float) ((y[v] * thick * taper + 1 - SUNK) * radius);
            positions[3 * v + 2] = (float) (z[v] * thick * taper * radius);
        }
        return Mesh.of(positions, triangles(rings, round));
    }

    /** A few octaves at every vertex. @param lengthwise features over half the length; @param across features over a radius */
    private double[] noise(
            double[] x, double[] y, double[] z, double lengthwise, double across, int octaves, int salt) {
        double[] sum = new double[x.length];
        double[][] at = new double[3][x.length];
        for (int octave = 0; octave < octaves; octave++) {
            double finer = 1 << octave;
            for (int v = 0; v < x.length; v++) {
                at[0][v] = x[v] * lengthwise * finer + 5.3 * seed;
                at[1][v] = y[v] * across * finer + 0.7;
                at[2][v] = z[v] * across * finer - 2.1 * seed;
            }
            GradientNoise.add(
                    seed * 64 + salt + octave, at[0], at[1], at[2], x.length, StrictMath.pow(0.55, octave), sum);
        }
        return sum;
    }

    private static int[] triangles(int rings, int round) {
        int[] triangles = new int[6 * rings * round];
        int n = 0;
        for (int ring = 0; ring < rings; ring++) {
            for (int k = 0; k < round; k++) {
                int a = ring * round + k;
                int b = ring * round + (k + 1) % round;
                int c = (ring + 1) % rings * round + k;
                int d = (ring + 1) % rings * round + (k + 1) % round;
                for (int corner : new int[] {a, b, c, b, d, c}) {
                    triangles[n++] = corner;
                }
            }
        }
        return triangles;
    }
}
