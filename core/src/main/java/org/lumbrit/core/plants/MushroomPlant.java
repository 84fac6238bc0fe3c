package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** A profile turned about an axis: a stem, and a cap with its underside. */
@Kind(name = "mushroom", title = "Mushroom", help = "A stem and a cap, both turned about one axis.")
public record MushroomPlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.01, 0.4},
                byDefault = "0.09",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.01, 0.4},
                byDefault = "0.08",
                help = "Across the cap")
        double width,

        @Setting(title = "stem", min = 0.05, max = 0.9, byDefault = "0.22", help = "Share of the width")
        double stem,

        @Setting(title = "cap height", min = 0.05, max = 1, byDefault = "0.42", help = "Share of the whole height")
        double cap,

        @Setting(title = "variety", min = 0, max = 1, byDefault = "0.5", help = "How much variants differ")
        double variety,

        @Setting(title = "stem", refers = Refers.COLOUR, byDefault = "#d9cdb4")
        String pale)
        implements Plant {

    @Override
    public boolean solid() {
        return true;
    }

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        PlantBuilder builder = new PlantBuilder();
        double tall = length * (1 + draw.about(1, 0, 0.35 * variety));
        double broad = width * (1 + draw.about(2, 0, 0.3 * variety));
        double lean = draw.about(3, 0, 0.15 * variety) * tall;
        int sides = Math.max(5, 18 >> detail);
        double rim = tall * (1 - cap);
        int low = Math.max(1, 4 >> detail);
        builder.turned(
                centres(low, 0, rim + 0.1 * cap * tall, lean, tall),
                radii(low, a -> broad * stem / 2 * (1.15 - 0.35 * a)),
                0,
                sides,
                PlantBuilder.colour(pale, 0.1),
                lengths(low, rim));
        int high = Math.max(2, 8 >> detail);
        double[][] line = centres(high, rim, tall, lean, tall);
        double[] dome = radii(high, a -> broad / 2 * Math.sqrt(Math.max(0, 1 - a * a)));
        double[] along = lengths(high, tall - rim);
        builder.turned(line, dome, rim, sides, PlantMesh.TINTED, along);
        double[][] under = {line[0], Vec.sum(line[0], 1, new double[] {0, 1, 0}, 0.15 * (tall - rim))};
        builder.turned(
                new double[][] {under[1], under[0]},
                new double[] {broad * stem / 2, dome[0]},
                rim,
                sides,
                PlantBuilder.colour(pale, 0.2),
                new double[2]);
        return builder.mesh();
    }

    private static double[][] centres(int steps, double from, double to, double lean, double tall) {
        double[][] line = new double[steps + 1][];
        for (int i = 0; i <= steps; i++) {
            double y = from + (to - from) * i / steps;
            line[i] = new double[] {lean * y * y / (tall * tall), y, 0};
        }
        return line;
    }

    private static double[] radii(int steps, java.util.function.DoubleUnaryOperator profile) {
        double[] radii = new double[steps + 1];
        for (int i = 0; i <= steps; i++) {
            radii[i] = profile.applyAsDouble((double) i / steps);
        }
        return radii;
    }

    private static double[] lengths(int steps, double length) {
        return radii(steps, a -> a * length);
    }
}
