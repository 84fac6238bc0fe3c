package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** A flat outline, widest at a chosen place, folded along its midrib and bent along its length. */
@Kind(name = "leaf", title = "Leaf", help = "One leaf with a midrib fold and a bend.")
public record LeafPlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.01, 1},
                byDefault = "0.12",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.005, 0.5},
                byDefault = "0.05",
                help = "At its widest")
        double width,

        @Setting(
                title = "widest at",
                min = 0.05,
                max = 0.95,
                byDefault = "0.4",
                help = "Share of the length from the foot")
        double widest,

        @Setting(
                title = "fold",
                unit = "°",
                min = 0,
                max = 80,
                byDefault = "18",
                help = "Each half lifted from the midrib")
        double fold,

        @Setting(
                title = "lean",
                unit = "°",
                min = 0,
                max = 120,
                byDefault = "35",
                help = "Away from upright at the foot")
        double lean,

        @Setting(
                title = "bend",
                unit = "°",
                min = -120,
                max = 170,
                byDefault = "45",
                help = "Turned further toward the tip")
        double bend,

        @Setting(
                title = "segments",
                min = 1,
                max = 32,
                slider = {2, 16},
                byDefault = "8",
                help = "Along the leaf")
        int segments,

        @Setting(title = "variety", min = 0, max = 1, byDefault = "0.4", help = "How much variants differ")
        double variety)
        implements Plant {

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        PlantBuilder builder = new PlantBuilder();
        int steps = Math.max(1, segments >> detail);
        double size = length * (1 + draw.about(1, 0, 0.25 * variety));
        double tilt = StrictMath.toRadians(lean * (1 + draw.about(2, 0, 0.5 * variety)));
        double over = StrictMath.toRadians(bend * (1 + draw.about(3, 0, 0.6 * variety)));
        double[][] line = Arc.line(new double[3], new double[] {0, 0, 1}, size, tilt, over, steps);
        double[][] across = Arc.same(new double[] {1, 0, 0}, steps + 1);
        builder.blade(line, outline(steps, width, widest), across, 0, detail > 1 ? 0 : fold, PlantMesh.TINTED);
        return builder.mesh();
    }

    /** Widths along a leaf: rounded below its widest place, drawn out to the tip above it; a narrow stalk at the foot. */
    static double[] outline(int steps, double width, double widest) {
        double[] widths = new double[steps + 1];
        for (int i = 0; i < steps; i++) {
            double a = (double) i / steps;
            double rise = a < widest ? a / widest : (1 - a) / (1 - widest);
            widths[i] = width * Math.max(0.12, a < widest ? Math.sqrt(rise * (2 - rise)) : StrictMath.pow(rise, 0.8));
        }
        widths[0] = width * (steps == 1 ? 1 : 0.12);
        return widths;
    }
}
