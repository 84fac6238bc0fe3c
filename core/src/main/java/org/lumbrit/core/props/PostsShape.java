package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Mesh;

/** Posts from west to east, leaning a little, with rails between them. */
@Kind(name = "posts", title = "Posts", help = "A row of posts with rails, a fence or a mooring.")
public record PostsShape(
        @Setting(
                title = "length",
                unit = "m",
                min = 0.1,
                max = 1000,
                slider = {1, 60},
                byDefault = "8")
        double length,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.1,
                max = 50,
                slider = {0.4, 4},
                byDefault = "1.2")
        double height,

        @Setting(
                title = "apart",
                unit = "m",
                min = 0.1,
                max = 100,
                slider = {0.5, 8},
                byDefault = "1.6",
                help = "From post to post")
        double apart,

        @Setting(
                title = "thickness",
                unit = "m",
                min = 0.02,
                max = 5,
                slider = {0.05, 0.5},
                byDefault = "0.12")
        double thickness,

        @Setting(
                title = "rails",
                min = 0,
                max = 8,
                slider = {0, 4},
                byDefault = "2")
        int rails,

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
        int count = Math.max(2, (int) Math.round(length / apart) + 1);
        for (int n = 0; n < count; n++) {
            long each = Hash.of(seed, n);
            double x = length * ((double) n / (count - 1) - 0.5);
            double tall = height * (0.9 + 0.2 * Hash.unit(each));
            double lean = 0.06 * height * (Hash.unit(Hash.mix(each + 1)) - 0.5);
            solid.log(x, 0, 0, x + lean, tall, lean, thickness / 2, 8);
        }
        for (int r = 0; r < rails; r++) {
            double y = height * (r + 1.0) / (rails + 0.6);
            for (int n = 0; n + 1 < count; n++) {
                double a = length * ((double) n / (count - 1) - 0.5);
                double b = length * ((n + 1.0) / (count - 1) - 0.5);
                double sag = 0.03 * height * (Hash.unit(Hash.of(seed, n, r + 3)) - 0.5);
                solid.log(a - 0.08, y + sag, thickness * 0.5, b + 0.08, y - sag, thickness * 0.5, thickness * 0.3, 6);
            }
        }
        return solid.mesh();
    }
}
