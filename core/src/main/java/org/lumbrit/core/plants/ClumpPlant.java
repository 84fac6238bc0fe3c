package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** Strands that start on a small disc, lean outward with their distance from its centre, and get shorter toward the rim. */
@Kind(name = "clump", title = "Clump", help = "Many strands from one foot: a tussock, a sedge clump.")
public record ClumpPlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "strands",
                min = 3,
                max = 400,
                slider = {5, 80},
                byDefault = "28")
        int strands,

        @Setting(
                title = "triangles a strand",
                min = 1,
                max = 63,
                slider = {1, 21},
                byDefault = "7",
                help = "An odd number")
        int triangles,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.05, 2},
                byDefault = "0.45",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.05, 2},
                byDefault = "0.4",
                help = "Across the whole clump")
        double width,

        @Setting(
                title = "blade width",
                unit = "m",
                min = 0.0005,
                max = 1,
                slider = {0.002, 0.03},
                byDefault = "0.007",
                help = "Of a strand at its foot")
        double blade,

        @Setting(
                title = "spread",
                min = 0,
                max = 1,
                byDefault = "0.35",
                help = "Share of the width from which strands start")
        double spread,

        @Setting(title = "lean", unit = "°", min = 0, max = 90, byDefault = "38", help = "Of the outermost strands")
        double lean,

        @Setting(title = "bend", unit = "°", min = 0, max = 170, byDefault = "50", help = "How far tips bend over")
        double bend,

        @Setting(
                title = "length falls off",
                min = 0,
                max = 1,
                byDefault = "0.35",
                help = "How much shorter strands are at the rim than in the middle")
        double falling,

        @Setting(title = "variety", min = 0, max = 1, byDefault = "0.5", help = "How much strands differ")
        double variety)
        implements Plant {

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        PlantBuilder builder = new PlantBuilder();
        int count = Math.max(3, strands >> Math.max(0, detail - 2));
        int segments = Math.max(1, (triangles + 1) / 2 >> detail);
        double wider = Math.sqrt((double) strands / count);
        for (int i = 0; i < count; i++) {
            double out = Math.sqrt((i + 0.5) / count);
            double turn = 2.399963 * i + draw.about(1, i, 0.6 * variety);
            double[] heading = Vec.level(turn);
            double[] foot = {heading[0] * out * spread * width / 4, 0, heading[2] * out * spread * width / 4};
            double size = length * (1 - falling * out) * (1 + draw.about(2, i, 0.4 * variety));
            double tilt = StrictMath.toRadians(lean) * out * (1 + draw.about(3, i, 0.5 * variety));
            double over = StrictMath.toRadians(bend) * (1 + draw.about(4, i, variety));
            double[][] line = Arc.line(foot, heading, size, tilt, over, segments);
            double[] widths = new double[segments + 1];
            for (int s = 0; s < segments; s++) {
                widths[s] = blade * wider * (1 - 0.75 * StrictMath.pow((double) s / segments, 1.5));
            }
            double twist = turn + StrictMath.PI / 2 + draw.about(5, i, 0.5 * variety);
            builder.blade(line, widths, Arc.same(Vec.level(twist), segments + 1), 0, 0, PlantMesh.TINTED);
        }
        return builder.mesh().asWideAs(width * (1 + draw.about(9, 0, 0.2 * variety)));
    }
}
