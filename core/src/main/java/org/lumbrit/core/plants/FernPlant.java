package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** Fronds that arch outward from one foot; leaflets stand to both sides of each and get shorter toward its tip. */
@Kind(name = "fern", title = "Fern", help = "Fronds from one foot, each with leaflets to both sides.")
public record FernPlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "fronds",
                min = 1,
                max = 40,
                slider = {3, 16},
                byDefault = "9")
        int fronds,

        @Setting(
                title = "leaflets a side",
                min = 2,
                max = 60,
                slider = {4, 30},
                byDefault = "14",
                help = "On each frond")
        int leaflets,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.1, 2},
                byDefault = "0.6",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.1, 3},
                byDefault = "0.9",
                help = "Across the whole fern")
        double width,

        @Setting(title = "lean", unit = "°", min = 0, max = 90, byDefault = "28", help = "Of a frond at its foot")
        double lean,

        @Setting(title = "bend", unit = "°", min = 0, max = 170, byDefault = "70", help = "How far fronds arch over")
        double bend,

        @Setting(
                title = "leaflet length",
                min = 0.02,
                max = 0.6,
                byDefault = "0.16",
                help = "Share of the length of the frond")
        double leaflet,

        @Setting(title = "variety", min = 0, max = 1, byDefault = "0.45", help = "How much fronds differ")
        double variety)
        implements Plant {

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        PlantBuilder builder = new PlantBuilder();
        int pairs = Math.max(2, leaflets >> detail);
        int count = detail > 2 ? Math.max(1, (fronds + 1) / 2) : fronds;
        for (int f = 0; f < count; f++) {
            double turn = 2 * StrictMath.PI * f / count + draw.about(1, f, 0.7 * variety);
            double size = length * (1 + draw.about(2, f, 0.45 * variety));
            double tilt = StrictMath.toRadians(lean) * (1 + draw.about(3, f, 0.6 * variety));
            double over = StrictMath.toRadians(bend) * (1 + draw.about(4, f, 0.5 * variety));
            frond(builder, Vec.level(turn), size, tilt, over, pairs, (double) leaflets / pairs);
        }
        return builder.mesh().asWideAs(width * (1 + draw.about(9, 0, 0.2 * variety)));
    }

    private void frond(
            PlantBuilder to, double[] heading, double size, double tilt, double over, int pairs, double broader) {
        double[][] line = Arc.line(new double[3], heading, size, tilt, over, pairs + 1);
        double[] side = {-heading[2], 0, heading[0]};
        double[] stalk = new double[pairs + 2];
        for (int i = 0; i < stalk.length - 1; i++) {
            stalk[i] = size * 0.012 * (1 - 0.8 * i / stalk.length);
        }
        to.blade(line, stalk, Arc.same(side, stalk.length), 0, 0, PlantBuilder.colour("#4a3a22", 0.35));
        double along = 0;
        for (int i = 1; i <= pairs; i++) {
            along += Vec.distance(line[i], line[i - 1]);
            double a = (double) i / (pairs + 1);
            double reach = leaflet * size * (a < 0.3 ? 0.35 + a / 0.3 * 0.65 : StrictMath.pow((1 - a) / 0.7, 0.8));
            double[] forward = Vec.unit(Vec.minus(line[i + 1], line[i]));
            for (int hand = -1; hand <= 1; hand += 2) {
                double[] out = Vec.unit(Vec.sum(side, hand * 0.9, forward, 0.42));
                double[] end = Vec.sum(line[i], 1, out, reach);
                end[1] -= 0.12 * reach;
                double[][] rib = {line[i], Vec.sum(line[i], 0.55, end, 0.45), end};
                double[] across = Vec.unit(Vec.sum(forward, 1, side, -hand * 0.42));
                double broad = Math.min(0.42 * reach, broader * size / (leaflets + 1) * 0.8);
                to.blade(rib, new double[] {broad * 0.6, broad, 0}, Arc.same(across, 3), along, 0, PlantMesh.TINTED);
            }
        }
    }
}
