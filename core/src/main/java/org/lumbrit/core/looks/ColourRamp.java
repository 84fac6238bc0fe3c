package org.lumbrit.core.looks;

import java.util.List;
import org.lumbrit.core.math.Colour;

/**
 * Colours along 0..1, mixed in OKLab between the stops and held beyond the first and the last (B. Ottosson, "A perceptual color
 * space for image processing", 2020).
 */
public final class ColourRamp {
    private final double[] at;
    private final double[][] lab;

    /** @param stops at least one, from left to right */
    public ColourRamp(List<RampStop> stops) {
        at = stops.stream().mapToDouble(RampStop::at).toArray();
        lab = stops.stream().map(stop -> Colour.ofHex(stop.colour()).oklab()).toArray(double[][]::new);
    }

    /** The colour in linear light. */
    public Colour at(double v) {
        int next = 0;
        while (next < at.length && at[next] <= v) {
            next++;
        }
        double[] left = lab[Math.max(0, next - 1)];
        double[] right = lab[Math.min(at.length - 1, next)];
        double gap = next == 0 || next == at.length ? 0 : at[next] - at[next - 1];
        double t = gap == 0 ? 0 : (v - at[next - 1]) / gap;
        return Colour.ofOklab(
                left[0] + t * (right[0] - left[0]),
                left[1] + t * (right[1] - left[1]),
                left[2] + t * (right[2] - left[2]));
    }
}
