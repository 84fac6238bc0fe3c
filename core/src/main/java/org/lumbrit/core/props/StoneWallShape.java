package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.surface.Mesh;

/** Courses of hewn stones, shifted against each other, thinner toward the top. */
@Kind(name = "stone-wall", title = "Stone wall", help = "A dry wall of uneven stones.")
public record StoneWallShape(
        @Setting(
                title = "length",
                unit = "m",
                min = 0.2,
                max = 1000,
                slider = {1, 40},
                byDefault = "8")
        double length,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.1,
                max = 50,
                slider = {0.3, 4},
                byDefault = "1.1")
        double height,

        @Setting(
                title = "thickness",
                unit = "m",
                min = 0.1,
                max = 20,
                slider = {0.2, 2},
                byDefault = "0.55")
        double thickness,

        @Setting(
                title = "stone",
                unit = "m",
                min = 0.05,
                max = 10,
                slider = {0.15, 1.2},
                byDefault = "0.42",
                help = "Length of a stone")
        double stone,

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
        int courses = Math.max(1, (int) Math.round(height / (0.55 * stone)));
        double rise = height / courses;
        for (int course = 0; course < courses; course++) {
            double x = -length / 2 - stone * Hash.unit(Hash.of(seed, course, 1));
            for (int n = 0; x < length / 2; n++) {
                long each = Hash.of(seed, course, n, 2);
                double end = Math.min(length / 2, x + stone * (0.7 + 0.7 * Hash.unit(each)));
                double start = Math.max(-length / 2, x);
                x += stone * (0.7 + 0.7 * Hash.unit(each));
                if (end - start < 0.15 * stone) {
                    continue;
                }
                double deep =
                        thickness * (1.05 - 0.25 * course / courses) * (0.9 + 0.2 * Hash.unit(Hash.mix(each + 1)));
                double tall = rise * (course == courses - 1 ? 0.7 + 0.6 * Hash.unit(Hash.mix(each + 2)) : 1.04);
                solid.block(
                        (start + end) / 2,
                        course * rise + tall / 2,
                        0,
                        (end - start) * 0.985,
                        tall,
                        deep,
                        Quaternion.NONE,
                        0.22,
                        each);
            }
        }
        return solid.mesh();
    }
}
