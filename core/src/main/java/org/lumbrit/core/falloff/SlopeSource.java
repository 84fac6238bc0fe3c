package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.math.Wide;
import org.lumbrit.core.surface.Samples;

/** The slope angle acos(n·up) within a band: 1 from the gentlest to the steepest angle, softened outside both ends. */
@Kind(name = "slope", title = "Slope band", help = "1 where the slope lies between two angles, with soft edges.")
public record SlopeSource(
        @Setting(
                title = "from",
                unit = "°",
                min = 0,
                max = 180,
                slider = {0, 90},
                byDefault = "0")
        double from,

        @Setting(
                title = "to",
                unit = "°",
                min = 0,
                max = 180,
                slider = {0, 90},
                byDefault = "20")
        double to,

        @Setting(
                title = "softness",
                unit = "°",
                min = 0,
                max = 90,
                slider = {0, 45},
                byDefault = "10",
                help = "Over how many degrees beyond each end the value falls to 0")
        double softness)
        implements Source {

    /** The angle of a surface to the level needs no settings. */
    private record Angle() {}

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new Angle(), (scene, samples, first, last, out) -> {
            for (int i = first; i < last; i++) {
                double nx = samples.nx()[i];
                double nz = samples.nz()[i];
                double flat = Math.sqrt(nx * nx + nz * nz);
                out[i] = (float) StrictMath.toDegrees(StrictMath.atan2(flat, samples.ny()[i]));
            }
        }));
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int first, int last, float[] out) {
        double[] values = Wide.from(measured, first, last, Chunks.scratch(0, last - first));
        for (int i = 0; i < last - first; i++) {
            double slope = values[i];
            double rises = Smooth.smoothstep(from - softness, from, slope);
            double falls = softness == 0 ? (slope <= to ? 1 : 0) : Smooth.smoothstep(to + softness, to, slope);
            values[i] = rises * falls;
        }
        Wide.to(values, out, first, last);
    }

    @Override
    public String title(Names names) {
        return "Slope " + Readings.degrees(from) + " to " + Readings.degrees(to);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return Readings.degrees(measured[index]) + " slope";
    }
}
