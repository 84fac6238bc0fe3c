package org.lumbrit.core.looks;

import org.lumbrit.core.math.Smooth;

/** Value noise of four octaves about 0.5, two independent patterns, that repeats after some features: the page's own, in its numbers. */
public final class SurfacePattern {
    /** Of the four octaves of the pattern: the first's weight, and each next one's share of it. */
    private static final double FIRST_WEIGHT = 0.5;

    private static final double GAIN = 0.54;
    private static final double SPREAD = 0.92;
    private static final int OCTAVES = 4;
    /** Standard deviation of evenly spread lattice values between which is eased in both directions: √(1/12) times the mean of (1−e)² + e², 0.743. */
    private static final double OCTAVE_SPREAD = 0.214;
    /** Features after which the pattern repeats. */
    private static final int PERIOD = 32;
    /** An octave is seen where samples lie closer than this share of its features. */
    private static final double SEEN = 0.5;

    private final double spacing;

    /** @param spacing from one sample to the next, in the pattern's lengths: finer octaves stay at their mean */
    public SurfacePattern(double spacing) {
        this.spacing = spacing;
    }

    /** @param channel 0 or 1; @param often features a length */
    public double layered(int channel, double x, double z, double often) {
        double sum = 0;
        double weight = FIRST_WEIGHT;
        for (int octave = 0; octave < OCTAVES; octave++) {
            double features = often * (1 << octave);
            if (spacing * features <= SEEN) {
                sum += weight * 2 * (values(x * features, z * features, octave, channel) - 0.5);
            }
            weight *= GAIN;
        }
        return Smooth.clamp01(0.5 + SPREAD * sum);
    }

    /** How far the octaves that are not seen would spread about the mean: their standard deviation. @param often features a length */
    double unseen(double often) {
        double variance = 0;
        double weight = FIRST_WEIGHT;
        for (int octave = 0; octave < OCTAVES; octave++) {
            if (spacing * often * (1 << octave) > SEEN) {
                double one = 2 * SPREAD * weight * OCTAVE_SPREAD;
                variance += one * one;
            }
            weight *= GAIN;
        }
        return Math.sqrt(variance);
    }

    /** Of each octave of each channel the hashed numbers of its lattice, which repeats after a power of two. */
    private static final int[][] LATTICES = new int[2 * OCTAVES][];

    static {
        for (int k = 0; k < LATTICES.length; k++) {
            int octave = k % OCTAVES;
            int cells = PERIOD << octave;
            LATTICES[k] = new int[cells * cells];
            for (int i = 0; i < LATTICES[k].length; i++) {
                LATTICES[k][i] = hashed(i % cells, i / cells, 17 * octave + 101 * (k / OCTAVES));
            }
        }
    }

    private static double values(double u, double v, int octave, int channel) {
        int[] lattice = LATTICES[channel * OCTAVES + octave];
        int mask = (PERIOD << octave) - 1;
        double c = Math.floor(u);
        double r = Math.floor(v);
        double fu = ease(u - c);
        double fv = ease(v - r);
        int west = (int) ((long) c & mask);
        int east = west + 1 & mask;
        int above = ((int) ((long) r & mask)) * (mask + 1);
        int below = ((int) ((long) r + 1 & mask)) * (mask + 1);
        double north = share(lattice[above + west]);
        north += fu * (share(lattice[above + east]) - north);
        double south = share(lattice[below + west]);
        south += fu * (share(lattice[below + east]) - south);
        return north + fv * (south - north);
    }

    private static double ease(double t) {
        return t * t * (3 - 2 * t);
    }

    private static double share(int hashed) {
        return (hashed & 0xFFFFFFFFL) / 4294967296.0;
    }

    private static int hashed(int column, int row, int seed) {
        int h = (column + 1) * 0x27d4eb2f ^ (row + 1) * 0x165667b1 ^ (seed + 1) * 0x9e3779b1;
        h = (h ^ h >>> 15) * 0x85ebca6b;
        h = (h ^ h >>> 13) * 0xc2b2ae35;
        return h ^ h >>> 16;
    }
}
