package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/**
 * How hollow or crested the ground is at a chosen size: twice what a circle of that radius lies higher than its middle on the mean, over
 * the radius squared, which is the mean curvature of gentle ground, 1/m (a bowl of radius R has 1/R). {@code ½ + ½·curvature·tightest},
 * clamped: ½ on even slopes, 1 in a hollow as tight as {@code tightest}, 0 on such a crest. On a prop that of the ground below.
 */
@Kind(
        name = "curvature",
        title = "Hollows and crests",
        help = "1 in hollows, 0 on crests and ½ on even slopes, at a size you choose.")
public record CurvatureSource(
        @Setting(
                title = "size",
                unit = "m",
                min = 0.001,
                max = 20_000,
                slider = {0.2, 40},
                byDefault = "4",
                help = "Radius of the circle that is compared with its middle")
        double size,

        @Setting(
                title = "tightest",
                unit = "m",
                min = 0.001,
                max = 1e6,
                slider = {1, 200},
                byDefault = "15",
                help = "A hollow, or a crest, of this radius counts in full")
        double tightest)
        implements Source {

    private static final int AROUND = 16;
    private static final double[] EAST = new double[AROUND];
    private static final double[] SOUTH = new double[AROUND];

    static {
        for (int k = 0; k < AROUND; k++) {
            EAST[k] = StrictMath.cos(2 * StrictMath.PI * k / AROUND);
            SOUTH[k] = StrictMath.sin(2 * StrictMath.PI * k / AROUND);
        }
    }

    private record Of(double size) {}

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new Of(size), (scene, samples, first, last, out) -> {
            Ground ground = scene.ground();
            for (int i = first; i < last; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                double sum = 0;
                for (int k = 0; k < AROUND; k++) {
                    sum += ground.height(x + size * EAST[k], z + size * SOUTH[k]);
                }
                out[i] = (float) (2 * (sum / AROUND - ground.height(x, z)) / (size * size));
            }
        }));
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int first, int last, float[] out) {
        for (int i = first; i < last; i++) {
            out[i] = (float) Smooth.clamp01(0.5 + 0.5 * measured[i] * tightest);
        }
    }

    @Override
    public String title(Names names) {
        return "Hollows of " + Readings.metres(size);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        double curvature = measured[index];
        if (Math.abs(curvature) < 1e-6) {
            return "even ground";
        }
        return (curvature > 0 ? "a hollow" : "a crest") + " with a radius of "
                + Readings.metres(Math.abs(1 / curvature));
    }
}
