package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** An upright pole, with an arm where it carries something. */
@Kind(name = "pole", title = "Pole", help = "An upright pole, with or without an arm.")
public record PoleShape(
        @Setting(
                title = "height",
                unit = "m",
                min = 0.1,
                max = 100,
                slider = {0.5, 12},
                byDefault = "3")
        double height,

        @Setting(
                title = "thickness",
                unit = "m",
                min = 0.005,
                max = 5,
                slider = {0.02, 0.4},
                byDefault = "0.09")
        double thickness,

        @Setting(
                title = "arm",
                unit = "m",
                min = 0,
                max = 50,
                slider = {0, 4},
                byDefault = "0",
                help = "How far an arm at its top reaches, to its front; 0 for none")
        double arm)
        implements Shape {

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        Solid solid = new Solid();
        solid.log(0, 0, 0, 0, height, 0, thickness / 2, 10);
        if (arm > 0) {
            double at = height - thickness;
            solid.log(0, at, thickness, 0, at, -arm, thickness * 0.36, 8);
            solid.log(0, height * 0.72, 0, 0, at, -arm * 0.55, thickness * 0.26, 8);
        }
        return solid.mesh();
    }
}
