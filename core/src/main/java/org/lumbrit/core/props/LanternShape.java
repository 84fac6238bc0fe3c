package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.surface.Mesh;

/** A lantern on a rod that hangs from its own origin, so that pitch and roll swing it. */
@Kind(
        name = "lantern",
        title = "Lantern",
        help = "A lantern that hangs from a hook; key its pitch or roll to swing it.")
public record LanternShape(
        @Setting(
                title = "drop",
                unit = "m",
                min = 0,
                max = 50,
                slider = {0.1, 5},
                byDefault = "0.5",
                help = "From the hook to the lantern")
        double drop,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.05,
                max = 20,
                slider = {0.1, 2},
                byDefault = "0.45")
        double height)
        implements Shape {

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        Solid solid = new Solid();
        double wide = height * 0.6;
        double top = -drop;
        solid.log(0, top, 0, 0, 0.001, 0, height * 0.035, 6);
        for (int corner = 0; corner < 4; corner++) {
            double x = (corner % 2 == 0 ? -1 : 1) * wide * 0.42;
            double z = (corner < 2 ? -1 : 1) * wide * 0.42;
            solid.box(x, top - height * 0.52, z, wide * 0.09, height * 0.66, wide * 0.09, Quaternion.NONE);
        }
        solid.box(0, top - height * 0.55, 0, wide * 0.5, height * 0.5, wide * 0.5, Quaternion.NONE);
        solid.box(0, top - height * 0.9, 0, wide, height * 0.1, wide, Quaternion.NONE);
        solid.box(0, top - height * 0.17, 0, wide, height * 0.06, wide, Quaternion.NONE);
        solid.box(0, top - height * 0.09, 0, wide * 0.6, height * 0.12, wide * 0.6, Quaternion.NONE);
        return solid.mesh();
    }
}
