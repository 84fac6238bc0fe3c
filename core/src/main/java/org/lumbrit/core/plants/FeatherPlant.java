package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** A shaft with barbs in one vane to each side, notched by chance. */
@Kind(name = "feather", title = "Feather", help = "A shaft with a vane to both sides, for parts over a mesh.")
public record FeatherPlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.01, 1},
                byDefault = "0.16",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.005, 0.4},
                byDefault = "0.04",
                help = "Across the vane")
        double width,

        @Setting(title = "quill", min = 0, max = 0.8, byDefault = "0.15", help = "Share of the length without a vane")
        double quill,

        @Setting(title = "lean", unit = "°", min = 0, max = 90, byDefault = "40", help = "Away from upright")
        double lean,

        @Setting(title = "bend", unit = "°", min = -90, max = 120, byDefault = "30", help = "Over its length")
        double bend,

        @Setting(title = "ragged", min = 0, max = 1, byDefault = "0.35", help = "How much the vane is split")
        double ragged,

        @Setting(title = "variety", min = 0, max = 1, byDefault = "0.3", help = "How much variants differ")
        double variety)
        implements Plant {

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        PlantBuilder builder = new PlantBuilder();
        int steps = Math.max(3, 24 >> detail);
        double size = length * (1 + draw.about(1, 0, 0.2 * variety));
        double tilt = StrictMath.toRadians(lean + draw.about(2, 0, 20 * variety));
        double over = StrictMath.toRadians(bend * (1 + draw.about(3, 0, variety)));
        double[][] line = Arc.line(new double[3], new double[] {0, 0, 1}, size, tilt, over, steps);
        double[] radii = new double[steps + 1];
        for (int i = 0; i < steps; i++) {
            radii[i] = size * 0.01 * (1 - 0.9 * i / steps);
        }
        builder.tube(line, radii, 0, 3, PlantBuilder.colour("#d8d0bd", 0.3));
        for (int hand = -1; hand <= 1; hand += 2) {
            for (int i = 0; i < steps; i++) {
                double a = (i + 0.5) / steps;
                double v = (a - quill) / (1 - quill);
                if (v > 0) {
                    double split = draw.unit(hand + 5, i) < ragged * 0.35 ? 0.55 : 1;
                    double reach = width
                            / 2
                            * split
                            * Math.sqrt(Math.max(0, StrictMath.sin(StrictMath.PI * StrictMath.pow(v, 0.6))));
                    double[] forward = Vec.unit(Vec.minus(line[i + 1], line[i]));
                    double[] out = Vec.unit(new double[] {hand, forward[1] * 0.9, forward[2] * 0.9});
                    double[][] barb = {line[i], Vec.sum(line[i], 1, out, reach)};
                    double broad = size / steps * 1.05;
                    builder.blade(
                            barb,
                            new double[] {broad, broad * 0.5},
                            Arc.same(forward, 2),
                            size * a,
                            0,
                            PlantMesh.TINTED);
                }
            }
        }
        return builder.mesh();
    }
}
