package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.surface.Mesh;

/** A plain box. */
@Kind(name = "box", title = "Box", help = "A plain box, to block out a place.")
public record BoxShape(
        @Setting(
                title = "width",
                unit = "m",
                min = 0.01,
                max = 10000,
                slider = {0.1, 20},
                byDefault = "2")
        double width,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.01,
                max = 10000,
                slider = {0.1, 20},
                byDefault = "2")
        double height,

        @Setting(
                title = "depth",
                unit = "m",
                min = 0.01,
                max = 10000,
                slider = {0.1, 20},
                byDefault = "2")
        double depth)
        implements Shape {

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        Solid solid = new Solid();
        solid.box(0, height / 2, 0, width, height, depth, Quaternion.NONE);
        return solid.mesh();
    }
}
