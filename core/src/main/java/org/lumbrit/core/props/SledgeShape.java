package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.surface.Mesh;

/** Two runners that curl up in front, to the north, uprights, slats and a load. */
@Kind(name = "sledge", title = "Sledge", help = "A supply sledge on two runners, with its load.")
public record SledgeShape(
        @Setting(
                title = "length",
                unit = "m",
                min = 0.3,
                max = 30,
                slider = {0.8, 4},
                byDefault = "1.9")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.2,
                max = 10,
                slider = {0.4, 2},
                byDefault = "0.8")
        double width,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.1,
                max = 5,
                slider = {0.2, 1},
                byDefault = "0.34")
        double height,

        @Setting(
                title = "load",
                min = 0,
                max = 12,
                slider = {0, 8},
                byDefault = "4",
                help = "Sacks and boxes on it")
        int load,

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
        for (int side = -1; side <= 1; side += 2) {
            double x = side * width / 2;
            solid.box(x, 0.03, 0.04 * length, 0.05, 0.06, length * 0.92, Quaternion.NONE);
            for (int n = 0; n < 5; n++) {
                double from = n / 5.0;
                double to = (n + 1) / 5.0;
                solid.log(
                        x,
                        curl(from),
                        -length * (0.42 + 0.13 * from),
                        x,
                        curl(to),
                        -length * (0.42 + 0.13 * to),
                        0.035,
                        6);
            }
            for (int n = 0; n < 4; n++) {
                double z = length * (n / 3.0 - 0.5) * 0.72;
                solid.log(x, 0.03, z, x * 0.92, height, z, 0.026, 6);
            }
            solid.box(x * 0.92, height, 0, 0.06, 0.05, length * 0.86, Quaternion.NONE);
        }
        int slats = Math.max(3, (int) Math.round(width / 0.15));
        for (int n = 0; n < slats; n++) {
            double x = width * 0.9 * ((n + 0.5) / slats - 0.5);
            solid.block(
                    x,
                    height + 0.035,
                    0,
                    width / slats * 0.8,
                    0.028,
                    length * 0.88,
                    Quaternion.NONE,
                    0.2,
                    Hash.of(seed, n, 2));
        }
        for (int n = 0; n < load; n++) {
            long each = Hash.of(seed, n, 6);
            double size = (0.26 + 0.14 * Hash.unit(each)) * width;
            double z = length * 0.66 * ((n / 2 + 0.5) / Math.max(1, (load + 1) / 2) - 0.5);
            double x = (n % 2 == 0 ? -1 : 1) * width * 0.2;
            Quaternion turn = Solid.heading(50 * (Hash.unit(Hash.mix(each + 1)) - 0.5));
            solid.block(x, height + 0.05 + size * 0.42, z, size * 1.3, size * 0.84, size, turn, 0.22, each);
        }
        return solid.mesh();
    }

    /** Height of the runner's tip, from where it leaves the ground to its end. */
    private double curl(double along) {
        return 0.03 + height * 0.9 * along * along;
    }
}
