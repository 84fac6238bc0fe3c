package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** A round profile with hoops. */
@Kind(name = "barrel", title = "Barrel", help = "A rain barrel of staves and hoops, open at the top or closed.")
public record BarrelShape(
        @Setting(
                title = "radius",
                unit = "m",
                min = 0.05,
                max = 20,
                slider = {0.15, 1.5},
                byDefault = "0.36")
        double radius,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.1,
                max = 40,
                slider = {0.3, 3},
                byDefault = "0.95")
        double height,

        @Setting(
                title = "bulge",
                min = 0,
                max = 0.5,
                slider = {0, 0.3},
                byDefault = "0.14",
                help = "How much wider it is at the middle")
        double bulge,

        @Setting(
                title = "staves",
                min = 6,
                max = 96,
                slider = {8, 40},
                byDefault = "20")
        int staves)
        implements Shape {

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        Solid solid = new Solid();
        int rings = 12;
        double[][] profile = new double[rings + 1][];
        for (int r = 0; r <= rings; r++) {
            double at = 2.0 * r / rings - 1;
            profile[r] = new double[] {radius * (1 + bulge * (1 - at * at)), height * r / rings};
        }
        solid.turned(0, 0, staves, false, profile);
        for (double at : new double[] {0.08, 0.3, 0.7, 0.92}) {
            double off = 2 * at - 1;
            double ring = radius * (1 + bulge * (1 - off * off)) * 1.02;
            double half = 0.022 * height;
            solid.turned(
                    0, 0, staves, true, new double[] {ring, at * height - half}, new double[] {ring, at * height + half
                    });
        }
        solid.turned(
                0, 0, staves, true, new double[] {radius * 1.03, height}, new double[] {radius * 1.03, height + 0.02});
        return solid.mesh();
    }
}
