package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.surface.Mesh;

/** Logs side by side from north to south, planks across them, posts with lanterns. */
@Kind(name = "raft", title = "Raft", help = "Logs bound together, with a low deck and lantern posts.")
public record RaftShape(
        @Setting(
                title = "length",
                unit = "m",
                min = 0.5,
                max = 100,
                slider = {1, 10},
                byDefault = "4.4")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.5,
                max = 50,
                slider = {1, 6},
                byDefault = "2.6")
        double width,

        @Setting(
                title = "log",
                unit = "m",
                min = 0.05,
                max = 2,
                slider = {0.1, 0.6},
                byDefault = "0.3",
                help = "Thickness of a log")
        double log,

        @Setting(
                title = "lanterns",
                min = 0,
                max = 8,
                slider = {0, 4},
                byDefault = "2")
        int lanterns,

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
        int logs = Math.max(2, (int) Math.round(width / log));
        for (int n = 0; n < logs; n++) {
            long each = Hash.of(seed, n);
            double x = width * ((n + 0.5) / logs - 0.5);
            double front = length / 2 * (0.93 + 0.14 * Hash.unit(each));
            double back = length / 2 * (0.93 + 0.14 * Hash.unit(Hash.mix(each + 1)));
            double radius = width / logs / 2 * (0.94 + 0.1 * Hash.unit(Hash.mix(each + 2)));
            solid.log(x, log / 2, -back, x, log / 2, front, radius, 10);
        }
        int planks = Math.max(2, (int) Math.round(length / 0.5));
        for (int n = 0; n < planks; n++) {
            double z = length * 0.9 * ((n + 0.5) / planks - 0.5);
            solid.block(0, log * 1.1, z, width * 0.94, 0.06, 0.3, Quaternion.NONE, 0.3, Hash.of(seed, n, 4));
        }
        for (int n = 0; n < lanterns; n++) {
            double x = width * 0.38 * (n % 2 == 0 ? -1 : 1);
            double z = length * 0.4 * (n / 2 % 2 == 0 ? -1 : 1);
            solid.turned(x, z, 6, true, new double[] {0.045, log}, new double[] {0.04, log + 1.3});
            solid.turned(
                    x,
                    z,
                    8,
                    true,
                    new double[] {0.06, log + 1.3},
                    new double[] {0.13, log + 1.36},
                    new double[] {0.13, log + 1.6},
                    new double[] {0.02, log + 1.74});
        }
        return solid.mesh();
    }
}
