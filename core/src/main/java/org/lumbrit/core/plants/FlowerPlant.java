package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** A stalk that carries a head, a profile turned about its axis, and petals around it. */
@Kind(name = "flower", title = "Flower head", help = "A stalk with a head turned about its axis and petals.")
public record FlowerPlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.03, 1.5},
                byDefault = "0.3",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.005, 0.4},
                byDefault = "0.06",
                help = "Across the head with its petals")
        double width,

        @Setting(
                title = "stalk",
                unit = "m",
                min = 0.0005,
                max = 0.2,
                slider = {0.001, 0.01},
                byDefault = "0.003",
                help = "Across")
        double stalk,

        @Setting(
                title = "head",
                min = 0.05,
                max = 1,
                byDefault = "0.4",
                help = "Share of the width that is the head without petals")
        double head,

        @Setting(
                title = "head height",
                min = 0.1,
                max = 4,
                byDefault = "0.7",
                help = "Height of the head over its own width")
        double tall,

        @Setting(
                title = "petals",
                min = 0,
                max = 60,
                slider = {0, 24},
                byDefault = "9")
        int petals,

        @Setting(title = "open", unit = "°", min = -40, max = 100, byDefault = "25", help = "Petals from level, up")
        double open,

        @Setting(title = "bend", unit = "°", min = 0, max = 120, byDefault = "18", help = "Of the stalk")
        double bend,

        @Setting(title = "variety", min = 0, max = 1, byDefault = "0.4", help = "How much variants differ")
        double variety,

        @Setting(title = "petals", refers = Refers.COLOUR, byDefault = "#e9e2d0")
        String petal,

        @Setting(title = "head", refers = Refers.COLOUR, byDefault = "#c79a3a")
        String heart)
        implements Plant {

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        PlantBuilder builder = new PlantBuilder();
        double size = length * (1 + draw.about(1, 0, 0.3 * variety));
        double over = StrictMath.toRadians(bend * (1 + draw.about(2, 0, variety)));
        int steps = Math.max(2, 8 >> detail);
        double radius = width * head / 2;
        double[][] line = Arc.line(new double[3], new double[] {0, 0, 1}, size, 0, over, steps);
        double[] radii = new double[steps + 1];
        java.util.Arrays.fill(radii, stalk / 2);
        builder.tube(line, radii, 0, detail == 0 ? 6 : 3, PlantBuilder.colour("#5b6a2f", 0.5));
        double[] axis = Vec.unit(Vec.minus(line[steps], line[steps - 1]));
        int rings = Math.max(2, 7 >> detail);
        double[][] centres = new double[rings + 1][];
        double[] widths = new double[rings + 1];
        double[] along = new double[rings + 1];
        double high = 2 * radius * tall;
        for (int i = 0; i <= rings; i++) {
            double a = (double) i / rings;
            centres[i] = Vec.sum(line[steps], 1, axis, (a - 0.15) * high);
            widths[i] = radius * Math.sqrt(Math.max(0, 1 - (2 * a - 1) * (2 * a - 1)));
            along[i] = a * high;
        }
        builder.turned(centres, widths, size, Math.max(4, 12 >> detail), PlantBuilder.colour(heart, 0), along);
        double[] side = Vec.across(axis);
        double[] other = Vec.cross(axis, side);
        int count = detail > 2 ? petals / 2 : petals;
        for (int p = 0; p < count; p++) {
            double turn = 2 * StrictMath.PI * p / count;
            double lift = StrictMath.toRadians(open + draw.about(5, p, 14 * variety));
            double[] out = Vec.sum(side, StrictMath.cos(turn), other, StrictMath.sin(turn));
            double[] across = Vec.sum(side, -StrictMath.sin(turn), other, StrictMath.cos(turn));
            double[] reach = Vec.sum(out, StrictMath.cos(lift), axis, StrictMath.sin(lift));
            double[] from = Vec.sum(line[steps], 1, out, radius * 0.75);
            double far = Math.max(0.2 * width, width / 2 - radius * 0.75);
            double[][] rib = {from, Vec.sum(from, 1, reach, 0.6 * far), Vec.sum(from, 1, reach, far)};
            double broad = Math.min(far * 0.6, 2.4 * width / Math.max(4, count));
            builder.blade(
                    rib,
                    new double[] {broad * 0.5, broad, 0},
                    Arc.same(across, 3),
                    size,
                    0,
                    PlantBuilder.colour(petal, 0.25));
        }
        return builder.mesh();
    }
}
