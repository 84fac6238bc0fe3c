package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.surface.Mesh;

/** Walls of boards with a doorway to the south, a roof of two slopes, a chimney. */
@Kind(name = "hut", title = "Hut", help = "A small house with a pitched roof, a door and a chimney.")
public record HutShape(
        @Setting(
                title = "width",
                unit = "m",
                min = 0.5,
                max = 100,
                slider = {2, 12},
                byDefault = "4.2")
        double width,

        @Setting(
                title = "depth",
                unit = "m",
                min = 0.5,
                max = 100,
                slider = {2, 16},
                byDefault = "5.6")
        double depth,

        @Setting(
                title = "wall",
                unit = "m",
                min = 0.3,
                max = 50,
                slider = {1, 5},
                byDefault = "2.2",
                help = "Height of the walls")
        double wall,

        @Setting(
                title = "pitch",
                unit = "°",
                min = 0,
                max = 75,
                slider = {10, 60},
                byDefault = "40",
                help = "Slope of the roof")
        double pitch,

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
        double rise = width / 2 * StrictMath.tan(StrictMath.toRadians(pitch));
        int boards = Math.max(4, (int) Math.round(wall / 0.24));
        for (int n = 0; n < boards; n++) {
            double y = wall * (n + 0.5) / boards;
            for (int side = -1; side <= 1; side += 2) {
                long each = Hash.of(seed, n, side + 5);
                solid.block(side * width / 2, y, 0, 0.16, wall / boards * 0.96, depth, Quaternion.NONE, 0.2, each);
                boolean door = side > 0 && y < 0.86 * Math.min(wall, 2.1);
                double opening = Math.min(1, 0.3 * width);
                if (door) {
                    double part = (width - opening) / 2;
                    solid.block(
                            -(opening + part) / 2,
                            y,
                            depth / 2,
                            part,
                            wall / boards * 0.96,
                            0.16,
                            Quaternion.NONE,
                            0.2,
                            each + 1);
                    solid.block(
                            (opening + part) / 2,
                            y,
                            depth / 2,
                            part,
                            wall / boards * 0.96,
                            0.16,
                            Quaternion.NONE,
                            0.2,
                            each + 2);
                } else {
                    solid.block(
                            0, y, side * depth / 2, width, wall / boards * 0.96, 0.16, Quaternion.NONE, 0.2, each + 3);
                }
            }
        }
        gable(solid, rise);
        double slant = Math.sqrt(width * width / 4 + rise * rise) * 1.16;
        int rows = Math.max(3, (int) Math.round(slant / 0.42));
        for (int side = -1; side <= 1; side += 2) {
            Quaternion turn = Quaternion.about(0, 0, 1, -side * pitch);
            for (int n = 0; n < rows; n++) {
                double along = slant * (n + 0.5) / rows;
                double x = side * along * StrictMath.cos(StrictMath.toRadians(pitch));
                double y = wall + rise + 0.12 - along * StrictMath.sin(StrictMath.toRadians(pitch));
                solid.block(x, y, 0, slant / rows * 1.22, 0.09, depth * 1.14, turn, 0.25, Hash.of(seed, n, side + 9));
            }
        }
        solid.block(
                width * 0.24,
                wall + rise * 0.95,
                -depth * 0.28,
                0.6,
                rise * 1.1,
                0.6,
                Quaternion.NONE,
                0.1,
                seed + 77L);
        return solid.mesh();
    }

    /** The triangles of the walls under the roof. */
    private void gable(Solid solid, double rise) {
        for (int side = -1; side <= 1; side += 2) {
            double z = side * depth / 2;
            double thick = 0.08;
            double[] left = {-width / 2, wall, z + thick};
            double[] right = {width / 2, wall, z + thick};
            double[] top = {0, wall + rise, z + thick};
            double[] backLeft = {-width / 2, wall, z - thick};
            double[] backRight = {width / 2, wall, z - thick};
            double[] backTop = {0, wall + rise, z - thick};
            solid.face(left, right, top);
            solid.face(backRight, backLeft, backTop);
            solid.face(left, top, backTop, backLeft);
            solid.face(right, backRight, backTop, top);
            solid.face(left, backLeft, backRight, right);
        }
    }
}
