package org.lumbrit.core.falloff;

import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Samples;

/**
 * Bands across a direction d: with t the distance in periods from the middle of the nearest band, 1 − smoothstep(s/2 − e,
 * s/2 + e, t) for the share s and the soft edge e = softness·min(s, 1 − s)/2, so that softness keeps the share.
 */
@Kind(name = "bands", title = "Bands", help = "Stripes of a chosen width, one after the other along a direction.")
public record BandsSource(
        @Setting(
                title = "period",
                unit = "m",
                min = 0.001,
                max = 20000,
                slider = {0.1, 40},
                byDefault = "4",
                help = "From one band to the next")
        double period,

        @Setting(title = "share", min = 0, max = 1, byDefault = "0.5", help = "How much of the period the band takes")
        double share,

        @Setting(
                title = "softness",
                min = 0,
                max = 1,
                byDefault = "0.2",
                onCard = false,
                help = "0 is a hard edge, 1 a wave")
        double softness,

        @Setting(
                title = "heading",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "90",
                onCard = false,
                help = "Which way one band follows the other: 0 is north (−z), 90 is east (+x)")
        double heading,

        @Setting(title = "elevation", unit = "°", min = -90, max = 90, byDefault = "0", onCard = false)
        double elevation,

        @Setting(
                title = "offset",
                unit = "m",
                min = -20000,
                max = 20000,
                slider = {0, 20},
                byDefault = "0",
                onCard = false,
                help = "Where the middle of the first band lies")
        double offset)
        implements Source {

    @Override
    public List<Remark> remarks(Scene scene) {
        return Remarks.tooFine(
                scene, period, size -> new BandsSource(size, share, softness, heading, elevation, offset));
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        double[] d = Headings.direction(heading, elevation);
        double edge = softness * Math.min(share, 1 - share) / 2;
        for (int i = from; i < to; i++) {
            double t = fromMiddle(samples, i, d);
            boolean hard = edge == 0;
            out[i] = hard
                    ? (t <= share / 2 && share > 0 ? 1 : 0)
                    : (float) (1 - Smooth.smoothstep(share / 2 - edge, share / 2 + edge, t));
        }
    }

    private double fromMiddle(Samples samples, int i, double[] d) {
        double along = samples.x()[i] * d[0] + samples.y()[i] * d[1] + samples.z()[i] * d[2] - offset;
        double periods = along / period;
        return Math.abs(periods - Math.rint(periods));
    }

    @Override
    public String title(Names names) {
        return "Bands of " + Readings.metres(period);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        double t = fromMiddle(samples, index, Headings.direction(heading, elevation));
        return Readings.metres(t * period) + " from the middle of a band (" + Decimal.write(t, 2) + " periods)";
    }
}
