package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.surface.Mesh;

/** Planks across two beams, on piles where the walk lies above its foot; it runs from north to south. */
@Kind(name = "planks", title = "Planks", help = "A walk of planks on beams.")
public record PlanksShape(
        @Setting(
                title = "length",
                unit = "m",
                min = 0.3,
                max = 1000,
                slider = {1, 60},
                byDefault = "6")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.2,
                max = 50,
                slider = {0.4, 4},
                byDefault = "1.4")
        double width,

        @Setting(
                title = "plank",
                unit = "m",
                min = 0.03,
                max = 2,
                slider = {0.08, 0.4},
                byDefault = "0.2",
                help = "Width of a plank")
        double plank,

        @Setting(
                title = "above",
                unit = "m",
                min = 0,
                max = 20,
                slider = {0, 2},
                byDefault = "0.35",
                help = "How high the walk lies above its foot")
        double above,

        @Setting(
                title = "seed",
                min = 0,
                max = 1000000,
                slider = {0, 100},
                byDefault = "1",
                help = "Another seed, another one")
        int seed)
        implements Shape {

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        Solid solid = new Solid();
        double thick = 0.25 * plank;
        int count = Math.max(1, (int) Math.round(length / plank));
        for (int n = 0; n < count; n++) {
            long each = Hash.of(seed, n);
            double wide = width * (0.94 + 0.12 * Hash.unit(each));
            double shift = 0.06 * width * (Hash.unit(Hash.mix(each + 1)) - 0.5);
            double z = length * ((n + 0.5) / count - 0.5);
            Quaternion turn = Solid.heading(3 * (Hash.unit(Hash.mix(each + 2)) - 0.5));
            solid.block(shift, above + thick * 1.5, z, wide, thick, length / count * 0.93, turn, 0.15, each);
        }
        for (int side = -1; side <= 1; side += 2) {
            solid.box(side * 0.32 * width, above + thick / 2, 0, 0.6 * plank, thick, length, Quaternion.NONE);
            int piles = above > 0 ? Math.max(2, (int) Math.round(length / 2.5) + 1) : 0;
            for (int n = 0; n < piles; n++) {
                double z = (length - plank) * ((double) n / (piles - 1) - 0.5);
                solid.turned(
                        side * 0.32 * width, z, 8, true, new double[] {0.3 * plank, 0}, new double[] {0.3 * plank, above
                        });
            }
        }
        return solid.mesh();
    }
}
