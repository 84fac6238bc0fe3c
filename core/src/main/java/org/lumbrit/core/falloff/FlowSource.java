package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Samples;

/**
 * The area above: how much ground drains through a place, A, over all lower neighbours ({@link org.lumbrit.core.drainage.Ways}) once hollows
 * are filled. {@code clamp01(ln(A / from) / ln(to / from))}, so that each time as much again counts alike. On a prop that of the ground below.
 */
@Kind(
        name = "area-above",
        title = "Water lines",
        help = "1 where water from much ground runs together, 0 on crests: the lines that rain takes.")
public record FlowSource(
        @Setting(
                title = "from",
                unit = "m²",
                min = 1e-6,
                max = 1e10,
                slider = {1, 500},
                byDefault = "20",
                help = "0 where less ground than this drains through")
        double from,

        @Setting(
                title = "to",
                unit = "m²",
                min = 1e-6,
                max = 1e10,
                slider = {10, 10_000},
                byDefault = "1500",
                help = "1 where at least so much does")
        double to)
        implements Source {

    /** The area needs no settings. */
    private record Area() {}

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new Area(), (scene, samples) -> {
            Drained drained = Drained.over(scene);
            return (first, last, out) -> {
                for (int i = first; i < last; i++) {
                    out[i] = (float) drained.logArea(samples.x()[i], samples.z()[i]);
                }
            };
        }));
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int first, int last, float[] out) {
        double low = StrictMath.log(from);
        double high = StrictMath.log(to);
        for (int i = first; i < last; i++) {
            out[i] = (float) Smooth.ramp(low, high, measured[i]);
        }
    }

    @Override
    public String title(Names names) {
        return "Water lines from " + Readings.squareMetres(from);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return "the water of " + Readings.squareMetres(StrictMath.exp(measured[index]))
                + " of ground runs through here";
    }
}
