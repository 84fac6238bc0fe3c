package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** A shield that is broad at its foot, bulges outward and ends rounded or pointed. */
@Kind(name = "scale", title = "Scale", help = "A small curved shield, for parts over a mesh.")
public record ScalePlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.005, 0.5},
                byDefault = "0.05",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.005, 0.5},
                byDefault = "0.04",
                help = "At its broadest")
        double width,

        @Setting(
                title = "bulge",
                unit = "°",
                min = 0,
                max = 80,
                byDefault = "22",
                help = "Halves bent down from the middle")
        double bulge,

        @Setting(title = "lean", unit = "°", min = 0, max = 90, byDefault = "50", help = "Away from upright")
        double lean,

        @Setting(title = "pointed", min = 0, max = 1, byDefault = "0.4")
        double pointed,

        @Setting(title = "variety", min = 0, max = 1, byDefault = "0.3", help = "How much variants differ")
        double variety)
        implements Plant {

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        PlantBuilder builder = new PlantBuilder();
        int steps = Math.max(2, 8 >> detail);
        double size = length * (1 + draw.about(1, 0, 0.2 * variety));
        double tilt = StrictMath.toRadians(lean + draw.about(2, 0, 25 * variety));
        double[][] line = Arc.line(new double[3], new double[] {0, 0, 1}, size, tilt, 0.3, steps);
        double[] widths = new double[steps + 1];
        for (int i = 0; i < steps; i++) {
            double a = (double) i / steps;
            double round = Math.sqrt(1 - a * a * a);
            widths[i] = width * (0.75 + 0.25 * StrictMath.sin(StrictMath.PI * a)) * (round + pointed * (1 - a - round));
        }
        double[][] across = Arc.same(new double[] {1, 0, 0}, steps + 1);
        builder.blade(line, widths, across, 0, detail > 1 ? 0 : -bulge, PlantMesh.TINTED);
        return builder.mesh();
    }
}
