package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;

/**
 * The topographic wetness index, ln(a / tan β): a the area above for each metre of contour, β the slope (K. J. Beven and M. J. Kirkby, "A
 * physically based, variable contributing area model of basin hydrology", Hydrol. Sci. Bull. 24, 1979). From 0 at {@code from} to 1 at
 * {@code to}; slopes below 0.001 count as that. On a prop that of the ground below.
 */
@Kind(
        name = "wetness",
        title = "Wetness of the ground",
        help = "1 where much water gathers on gentle ground, 0 on steep crests that drain at once.")
public record WetnessSource(
        @Setting(
                title = "from",
                min = -20,
                max = 40,
                slider = {0, 12},
                byDefault = "4",
                help = "Drier than this index is 0")
        double from,

        @Setting(
                title = "to",
                min = -20,
                max = 40,
                slider = {2, 20},
                byDefault = "10",
                help = "Wetter than this index is 1")
        double to)
        implements Source {

    private static final double LEVEL = 1e-3;

    /** The index needs no settings. */
    private record Index() {}

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new Index(), (scene, samples) -> {
            Drained drained = Drained.over(scene);
            Lattice lattice = drained.lattice();
            double contour = StrictMath.log(Math.sqrt(Drained.cell(lattice).area()));
            double step = 0.5
                    * Math.min(Drained.cell(lattice).x(), Drained.cell(lattice).z());
            return (first, last, out) -> {
                for (int i = first; i < last; i++) {
                    double x = samples.x()[i];
                    double z = samples.z()[i];
                    double east =
                            scene.ground().height(x + step, z) - scene.ground().height(x - step, z);
                    double south =
                            scene.ground().height(x, z + step) - scene.ground().height(x, z - step);
                    double slope = Math.max(LEVEL, Math.sqrt(east * east + south * south) / (2 * step));
                    out[i] = (float) (drained.logArea(x, z) - contour - StrictMath.log(slope));
                }
            };
        }));
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int first, int last, float[] out) {
        for (int i = first; i < last; i++) {
            out[i] = (float) Smooth.ramp(from, to, measured[i]);
        }
    }

    @Override
    public String title(Names names) {
        return "Wetness of the ground";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return "wetness index " + Decimal.write(measured[index], 1);
    }
}
