package org.lumbrit.demo;

import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Smooth;

/** The ground of Thessock Tarn: a basin with a shore terrace, slopes with boulders, and a pass between two mountains. */
final class TarnGround {
    static final int NODES = 512;
    static final double WIDTH = 160;
    static final double LOWEST = 0;
    static final double HIGHEST = 84;
    static final double WATER = 6;

    private TarnGround() {}

    static double x(int column) {
        return -WIDTH / 2 + WIDTH * column / (NODES - 1);
    }

    /** Metres above the basin's floor. */
    static double height(double x, double z) {
        double wander = 5.5 * noise(11, x, z, 34, 3) + 2.2 * noise(12, x, z, 11, 2);
        double tarn = Math.sqrt(square((x + 2) / 1.28) + square(z - 2)) + wander;
        double shore = 27;
        double h = tarn < shore
                ? WATER - 5.6 * Smooth.smoothstep(shore, shore - 22, tarn)
                : WATER + terrace(tarn - shore);
        h += mountains(x, z);
        h += 0.5 * Smooth.smoothstep(shore - 3, shore + 9, tarn) * noise(13, x, z, 9, 4);
        h += boulders(x, z, Smooth.smoothstep(shore + 3, shore + 22, tarn));
        return Math.min(HIGHEST, Math.max(LOWEST, h));
    }

    /** Gentle for some metres behind the shore, then rising. */
    private static double terrace(double beyond) {
        return 0.045 * beyond + 5.5 * Smooth.smoothstep(8, 60, beyond) + 0.002 * beyond * beyond * 0.4;
    }

    private static double mountains(double x, double z) {
        double pass = 1 - 0.72 * StrictMath.exp(-square((x - 4 + 6 * noise(21, x, z, 40, 2)) / 17));
        double north = Smooth.smoothstep(-26, -86, z);
        double sides = 0.34 * Smooth.smoothstep(42, 92, Math.abs(x + 3)) * Smooth.smoothstep(70, -20, z);
        double ridged = 0;
        double weight = 1;
        double size = 46;
        for (int octave = 0; octave < 5; octave++) {
            ridged += weight * (1 - 2 * Math.abs(noise(30 + octave, x, z, size, 1)));
            weight *= 0.5;
            size *= 0.5;
        }
        double relief = 0.66 + 0.22 * ridged;
        return 78 * relief * (north * pass + sides * (1 - north));
    }

    /** Half-sunken domes, at most one in each cell of 7 m, fewer and smaller on level ground. */
    private static double boulders(double x, double z, double amount) {
        double most = 0;
        int cx = (int) Math.floor(x / 7);
        int cz = (int) Math.floor(z / 7);
        for (int ix = cx - 1; ix <= cx + 1; ix++) {
            for (int iz = cz - 1; iz <= cz + 1; iz++) {
                long hash = Hash.of(91, ix, iz);
                if (Hash.unit(Hash.mix(hash + 1)) > 0.45) {
                    continue;
                }
                double bx = (ix + Hash.unit(Hash.mix(hash + 2))) * 7;
                double bz = (iz + Hash.unit(Hash.mix(hash + 3))) * 7;
                double radius = 0.7 + 1.7 * square(Hash.unit(Hash.mix(hash + 4)));
                double inside = 1 - (square(x - bx) + square(z - bz)) / square(radius);
                most = Math.max(most, inside <= 0 ? 0 : 0.75 * radius * Math.sqrt(inside));
            }
        }
        return most * amount;
    }

    private static double noise(int seed, double x, double z, double size, int octaves) {
        double[] sum = {0};
        double weight = 1;
        double total = 0;
        double scale = size;
        for (int octave = 0; octave < octaves; octave++) {
            GradientNoise.add(
                    seed * 100 + octave, new double[] {x / scale}, new double[] {0.37}, new double[] {z / scale}, 1, weight, sum);
            total += weight;
            weight *= 0.5;
            scale *= 0.5;
        }
        return sum[0] / total;
    }

    private static double square(double v) {
        return v * v;
    }
}
