package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** A stem that winds along its way up and carries leaves to both sides, facing away from the wall behind it (toward +Z). */
@Kind(name = "climber", title = "Climber", help = "A winding stem with leaves along it, for walls.")
public record ClimberPlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.2, 5},
                byDefault = "1.2",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.05, 2},
                byDefault = "0.5",
                help = "From leaf to leaf across")
        double width,

        @Setting(
                title = "leaves",
                min = 1,
                max = 400,
                slider = {6, 80},
                byDefault = "34")
        int leaves,

        @Setting(
                title = "leaf size",
                unit = "m",
                min = 0.005,
                max = 1,
                slider = {0.02, 0.2},
                byDefault = "0.085")
        double leaf,

        @Setting(
                title = "stem",
                unit = "m",
                min = 0.0005,
                max = 0.2,
                slider = {0.002, 0.03},
                byDefault = "0.008",
                help = "Across at its foot")
        double stem,

        @Setting(title = "winding", min = 0, max = 1, byDefault = "0.5", help = "How far the stem strays from straight")
        double winding,

        @Setting(
                title = "branches",
                min = 0,
                max = 12,
                slider = {0, 8},
                byDefault = "3",
                help = "Side shoots")
        int branches,

        @Setting(title = "variety", min = 0, max = 1, byDefault = "0.5", help = "How much leaves and shoots differ")
        double variety,

        @Setting(title = "stem colour", refers = Refers.COLOUR, byDefault = "#54422f")
        String bark)
        implements Plant {

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        PlantBuilder builder = new PlantBuilder();
        shoot(builder, draw, 0, new double[3], new double[] {0, 1, 0}, length, 0, leaves, detail);
        double[][] main = way(draw, 0, new double[3], new double[] {0, 1, 0}, length, 24);
        int shoots = detail > 2 ? branches / 2 : branches;
        for (int b = 1; b <= shoots; b++) {
            int at = Math.min(20, 3 + (int) (18 * (b - 0.5 + draw.about(6, b, 0.4)) / shoots));
            double turn = (b % 2 == 0 ? 1 : -1) * (0.75 + draw.about(7, b, 0.35));
            double[] aim = {StrictMath.sin(turn), StrictMath.cos(turn), 0};
            double rest = length * (1 - at / 24.0) * 0.75;
            shoot(builder, draw, b, main[at], aim, rest, length * at / 24, leaves / 3, detail);
        }
        return builder.mesh();
    }

    private double[][] way(Draw draw, int which, double[] foot, double[] aim, double size, int steps) {
        double[][] line = new double[steps + 1][];
        double[] side = {aim[1], -aim[0], 0};
        double reach = winding * Math.min(width, size) * 0.5;
        double phase = 6.283 * draw.unit(10, which);
        for (int i = 0; i <= steps; i++) {
            double a = (double) i / steps;
            double off = reach * (StrictMath.sin(5.1 * a + phase) - StrictMath.sin(phase)) * 0.6
                    + reach * 0.35 * (StrictMath.sin(13.7 * a + 2 * phase) - StrictMath.sin(2 * phase));
            line[i] = Vec.sum(foot, 1, Vec.sum(aim, size * a, side, off), 1);
            line[i][2] += 0.012 * StrictMath.sin(9 * a + phase) * a;
        }
        return line;
    }

    private void shoot(
            PlantBuilder to,
            Draw draw,
            int which,
            double[] foot,
            double[] aim,
            double size,
            double start,
            int count,
            int detail) {
        int steps = Math.max(3, 24 >> detail);
        double[][] line = way(draw, which, foot, aim, size, steps);
        double[] radii = new double[steps + 1];
        for (int i = 0; i < steps; i++) {
            radii[i] = stem / 2 * (which == 0 ? 1 : 0.6) * (1 - 0.85 * i / steps);
        }
        to.tube(line, radii, start, detail == 0 ? 5 : 3, PlantBuilder.colour(bark, 0));
        int kept = Math.max(1, count >> detail);
        double larger = Math.sqrt((double) count / kept);
        for (int l = 0; l < kept; l++) {
            double a = (l + 0.7) / (kept + 0.4);
            int i = Math.min(steps - 1, (int) (a * steps));
            double[] at = Vec.sum(line[i], 1 - (a * steps - i), line[i + 1], a * steps - i);
            int id = 1000 * which + l;
            double hand = l % 2 == 0 ? 1 : -1;
            double turn = hand * (0.9 + draw.about(11, id, 0.7 * variety)) + draw.about(12, id, 0.5);
            double[] out = Vec.unit(new double[] {
                StrictMath.sin(turn), StrictMath.cos(turn) * 0.55 - 0.25, 0.35 + draw.about(13, id, 0.3)
            });
            double big = leaf * larger * (0.55 + 0.6 * draw.unit(14, id)) * (1 - 0.45 * a * a);
            double[] tip = Vec.sum(at, 1, out, big);
            double[] across = Vec.unit(Vec.cross(out, new double[] {0.25 * hand, 0.1, 1}));
            double[][] rib = {at, Vec.sum(at, 0.55, tip, 0.45), tip};
            rib[1][2] += 0.12 * big;
            double[] widths = {0.45 * big, 0.95 * big, 0};
            to.blade(rib, widths, Arc.same(across, 3), start + size * a, detail == 0 ? 14 : 0, PlantMesh.TINTED);
        }
    }
}
