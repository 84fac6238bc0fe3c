package org.lumbrit.demo;

import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Smooth;

/** The ground of Thessock Tarn: a basin with a shore terrace, slopes with boulders, and a pass between two mountains. */
final class TarnGround {
    static final int NODES = 512;
    static final double WIDTH = 160;
    static final double LOWEST = 0;
    static final double HIGHEST = 58;
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
        double h =
                tarn < shore ? WATER - 5.6 * Smooth.smoothstep(shore, shore - 22, tarn) : WATER + terrace(tarn - shore);
        h += mountains(x, z);
        h += 0.5 * Smooth.smoothstep(shore - 3, shore + 9, tarn) * noise(13, x, z, 9, 4);
        h += boulders(x, z, Smooth.smoothstep(shore + 3, shore + 22, tarn));
        return Math.min(HIGHEST, Math.max(LOWEST, h));
    }

    /** Gentle for some metres behind the shore, then rising. */
    private static double terrace(double beyond) {
        return 0.045 * beyond + 5.5 * Smooth.smoothstep(8, 60, beyond) + 0.002 * beyond * beyond * 0.4;
    }

    /** Ridges to the north with a pass between them, lower arms to the west and east. */
    private static double mountains(double x, double z) {
        double bend = 9 * noise(21, x, z, 55, 2);
        double pass = 1 - 0.80 * StrictMath.exp(-square((x - 9 + bend) / 21));
        double north = Smooth.smoothstep(-24, -84, z + 0.4 * bend);
        double sides = 0.40 * Smooth.smoothstep(44, 96, Math.abs(x + 3) + 0.5 * bend) * Smooth.smoothstep(80, -30, z);
        double ridged = 0;
        double weight = 1;
        double size = 52;
        for (int octave = 0; octave < 6; octave++) {
            ridged += weight * square(1 - Math.abs(noise(30 + octave, x, z, size, 1)) * 1.4);
            weight *= 0.48;
            size *= 0.5;
        }
        double uneven = 0.85 + 0.30 * noise(37, x, z, 70, 1);
        return 47 * (0.30 + 0.42 * ridged) * uneven * (north * pass + sides * (1 - north));
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
                    seed * 100 + octave,
                    new double[] {x / scale},
                    new double[] {0.37},
                    new double[] {z / scale},
                    1,
                    weight,
                    sum);
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
