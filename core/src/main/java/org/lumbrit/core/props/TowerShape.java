package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Mesh;

/** Courses of stones around a core, windows left out here and there, a platform and battlements. */
@Kind(name = "tower", title = "Tower", help = "A round tower of stone with battlements and windows.")
public record TowerShape(
        @Setting(
                title = "radius",
                unit = "m",
                min = 0.3,
                max = 100,
                slider = {1, 10},
                byDefault = "2.6")
        double radius,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.5,
                max = 300,
                slider = {2, 40},
                byDefault = "11")
        double height,

        @Setting(
                title = "taper",
                min = 0,
                max = 0.9,
                slider = {0, 0.5},
                byDefault = "0.18",
                help = "How much narrower it is at the top")
        double taper,

        @Setting(
                title = "battlements",
                min = 0,
                max = 64,
                slider = {0, 24},
                byDefault = "10")
        int teeth,

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
        int courses = Math.max(4, (int) Math.round(height / 0.55));
        int stones = Math.max(10, (int) Math.round(2 * StrictMath.PI * radius / 0.9));
        solid.turned(
                0, 0, stones, false, new double[] {radius * 0.97, 0}, new double[] {radius * (1 - taper) * 0.97, height
                });
        for (int course = 0; course < courses; course++) {
            double at = (course + 0.5) / courses;
            double ring = radius * (1 - taper * at);
            for (int n = 0; n < stones; n++) {
                long each = Hash.of(seed, course, n, 3);
                if (course > 2 && course % 7 > 4 && n % (stones / 3) == course / 7 % 3) {
                    continue;
                }
                double heading = 360.0 * (n + 0.5 * (course % 2)) / stones;
                double sine = StrictMath.sin(StrictMath.toRadians(heading));
                double cosine = StrictMath.cos(StrictMath.toRadians(heading));
                double wide = 2 * StrictMath.PI * ring / stones * 0.97;
                double deep = 0.3 + 0.1 * Hash.unit(each);
                solid.block(
                        ring * sine,
                        at * height,
                        -ring * cosine,
                        wide,
                        height / courses * 0.98,
                        deep,
                        Solid.heading(heading),
                        0.16,
                        each);
            }
        }
        double top = radius * (1 - taper);
        solid.turned(0, 0, stones, true, new double[] {top * 1.16, height}, new double[] {top * 1.2, height + 0.3});
        for (int n = 0; n < teeth; n++) {
            double heading = 360.0 * n / teeth;
            double sine = StrictMath.sin(StrictMath.toRadians(heading));
            double cosine = StrictMath.cos(StrictMath.toRadians(heading));
            double wide = StrictMath.PI * top / teeth * 1.15;
            solid.block(
                    top * 1.06 * sine,
                    height + 0.3 + 0.4,
                    -top * 1.06 * cosine,
                    wide,
                    0.85,
                    0.34,
                    Solid.heading(heading),
                    0.12,
                    Hash.of(seed, n, 9));
        }
        return solid.mesh();
    }
}
