package org.lumbrit.core.looks;

import static org.lumbrit.core.math.Smooth.smoothstep;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Samples;

/**
 * The colours of bare ground as daylight shows them, without light and shade: turf, heath higher up, rock where it is steep, snow
 * on the tops, wet at the water's edge. The page draws the same; patterns finer than the samples lie apart are left at their mean.
 */
public final class Earth {
    /** Metres of height that a site has at least, so that a low one does not reach from turf to snow. */
    private static final double LEAST_RELIEF = 24;
    /** Of the four octaves of the pattern: the first's weight, and each next one's share of it. */
    private static final double FIRST_WEIGHT = 0.5;

    private static final double GAIN = 0.54;
    private static final double SPREAD = 0.92;
    private static final int OCTAVES = 4;
    /** Features after which the pattern repeats. */
    private static final int PERIOD = 32;
    /** An octave is seen where samples lie closer than this share of its features. */
    private static final double SEEN = 0.5;

    private final double lowest;
    private final double height;
    private final double water;
    private final double spacing;

    /**
     * @param lowest metres; @param highest metres, of the whole ground
     * @param water metres of its level, −∞ for none; @param spacing metres from one sample to the next
     */
    public Earth(double lowest, double highest, double water, double spacing) {
        this.lowest = lowest;
        this.height = Math.max(highest - lowest, LEAST_RELIEF);
        this.water = water;
        this.spacing = spacing;
    }

    /** Red, green and blue in linear light of each sample. */
    public float[] colours(Samples samples, Cancel cancel) {
        float[] rgb = new float[3 * samples.count()];
        Chunks.run(samples.count(), cancel, (from, to) -> {
            double[] c = new double[3];
            for (int i = from; i < to; i++) {
                at(samples.x()[i], samples.y()[i], samples.z()[i], samples.ny()[i], c);
                for (int k = 0; k < 3; k++) {
                    rgb[3 * i + k] = (float) c[k];
                }
            }
        });
        return rgb;
    }

    /** @param up the normal's part upward; @param c is filled with red, green and blue in linear light */
    void at(double x, double y, double z, double up, double[] c) {
        double steep = 1 - up;
        double rough = layered(0, x, z, 0.55);
        double fine = layered(0, x + 11 / 3.1, z + 11 / 3.1, 3.1);
        double tall = Smooth.clamp01((y - lowest) / height);
        double open = smoothstep(0.25, 0.75, rough);
        set(c, 0.062, 0.068, 0.022);
        mix(c, 0.150, 0.118, 0.044, open);
        mix(c, 0.040, 0.056, 0.020, 0.6 * smoothstep(0.5, 0.68, fine));
        double heath = smoothstep(0.16, 0.5, tall + 0.25 * (rough - 0.5));
        mix(c, 0.085 + 0.055 * fine, 0.058 + 0.050 * fine, 0.036 + 0.024 * fine, heath);
        double strata = layered(1, (0.11 * x + 0.09 * z) / 0.75, y, 0.75);
        double grain = 0.55 * layered(0, x + y * 0.7 / 0.9, z + y * 0.4 / 0.9, 0.9) + 0.45 * strata;
        double light = 0.70 + 0.60 * fine;
        double bare = smoothstep(0.10, 0.30, steep + 0.16 * (rough - 0.5) + 0.18 * smoothstep(0.25, 0.7, tall));
        mix(c, light * (0.072 + 0.123 * grain), light * (0.072 + 0.116 * grain), light * (0.070 + 0.106 * grain), bare);
        double snow = smoothstep(0.50, 0.70, tall + 0.30 * (rough - 0.5))
                * (1 - smoothstep(0.20, 0.40, steep + 0.3 * (fine - 0.5)));
        mix(c, 0.62, 0.66, 0.70, 0.9 * snow);
        double wet = 1 - smoothstep(0, 0.35, y - water);
        double mud = 0.7 + 0.6 * fine;
        mix(c, 0.085 * mud, 0.075 * mud, 0.052 * mud, 0.8 * wet);
    }

    private static void set(double[] c, double red, double green, double blue) {
        c[0] = red;
        c[1] = green;
        c[2] = blue;
    }

    private static void mix(double[] c, double red, double green, double blue, double share) {
        c[0] += share * (red - c[0]);
        c[1] += share * (green - c[1]);
        c[2] += share * (blue - c[2]);
    }

    /** Four octaves of value noise about 0.5. @param often features a metre */
    private double layered(int channel, double x, double z, double often) {
        double sum = 0;
        double weight = FIRST_WEIGHT;
        for (int octave = 0; octave < OCTAVES; octave++) {
            double features = often * (1 << octave);
            if (spacing * features <= SEEN) {
                sum += weight
                        * 2
                        * (values(x * features, z * features, PERIOD << octave, 17 * octave + 101 * channel) - 0.5);
            }
            weight *= GAIN;
        }
        return Smooth.clamp01(0.5 + SPREAD * sum);
    }

    private static double values(double u, double v, int cells, int seed) {
        double c = Math.floor(u);
        double r = Math.floor(v);
        double fu = ease(u - c);
        double fv = ease(v - r);
        int column = (int) Math.floorMod((long) c, (long) cells);
        int row = (int) Math.floorMod((long) r, (long) cells);
        double north = lattice(column, row, cells, seed);
        north += fu * (lattice(column + 1, row, cells, seed) - north);
        double south = lattice(column, row + 1, cells, seed);
        south += fu * (lattice(column + 1, row + 1, cells, seed) - south);
        return north + fv * (south - north);
    }

    private static double ease(double t) {
        return t * t * (3 - 2 * t);
    }

    private static double lattice(int column, int row, int cells, int seed) {
        int h = (column % cells + 1) * 0x27d4eb2f ^ (row % cells + 1) * 0x165667b1 ^ (seed + 1) * 0x9e3779b1;
        h = (h ^ h >>> 15) * 0x85ebca6b;
        h = (h ^ h >>> 13) * 0xc2b2ae35;
        return ((h ^ h >>> 16) & 0xFFFFFFFFL) / 4294967296.0;
    }
}
