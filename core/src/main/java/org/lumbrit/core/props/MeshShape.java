package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Welding;

/** A mesh that was brought in. Its units and its upward axis are what was said on import; they are never guessed. */
@Kind(name = "mesh", title = "Mesh from a file", help = "A mesh that was brought in from OBJ, PLY, STL, GLB or glTF.")
public record MeshShape(
        @Setting(title = "file", refers = Refers.MESH, onCard = false, help = "File name beside the recipe")
        String file,

        @Setting(
                title = "one unit is",
                unit = "m",
                min = 1e-6,
                max = 1e6,
                slider = {0.001, 1},
                byDefault = "1",
                help = "0.001 where the file is in millimetres, 0.0254 in inches")
        double unit,

        @Setting(title = "up", byDefault = "y", help = "The axis of the file that points up")
        Up up,

        @Setting(
                title = "weld",
                unit = "m",
                min = -1,
                max = 1000,
                slider = {-1, 0.1},
                byDefault = "-1",
                help = "Joins corners within this distance and makes normals anew; −1 leaves them")
        double weld,

        @Setting(
                title = "face outward",
                byDefault = "false",
                help = "Turns facets so that all face the same way, outward")
        boolean consistent)
        implements Shape {

    /** Which axis of the file points up; the others are turned with it, right-handed. */
    public enum Up {
        Y {
            @Override
            void turn(float[] v, int at) {}
        },
        Z {
            @Override
            void turn(float[] v, int at) {
                float y = v[at + 1];
                v[at + 1] = v[at + 2];
                v[at + 2] = -y;
            }
        },
        X {
            @Override
            void turn(float[] v, int at) {
                float x = v[at];
                v[at] = -v[at + 1];
                v[at + 1] = x;
            }
        },
        MINUS_Y {
            @Override
            void turn(float[] v, int at) {
                v[at + 1] = -v[at + 1];
                v[at + 2] = -v[at + 2];
            }
        },
        MINUS_Z {
            @Override
            void turn(float[] v, int at) {
                float y = v[at + 1];
                v[at + 1] = -v[at + 2];
                v[at + 2] = y;
            }
        },
        MINUS_X {
            @Override
            void turn(float[] v, int at) {
                float x = v[at];
                v[at] = v[at + 1];
                v[at + 1] = -x;
            }
        };

        abstract void turn(float[] v, int at);

        /** The axis that most likely points up by the bounds alone: the one along which a mesh stands on 0; an offer only. */
        public static Up offered(Mesh mesh) {
            double[] b = mesh.bounds();
            double[] size = {b[3] - b[0], b[4] - b[1], b[5] - b[2]};
            double y = Math.abs(b[1]) / Math.max(1e-12, size[1]);
            double z = Math.abs(b[2]) / Math.max(1e-12, size[2]);
            return z + 0.05 < y ? Z : Y;
        }
    }

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        Mesh read = files.apply(file);
        float[] positions = read.positions().clone();
        float[] normals = read.normals().clone();
        for (int i = 0; i < positions.length; i += 3) {
            up.turn(positions, i);
            up.turn(normals, i);
        }
        for (int i = 0; i < positions.length; i++) {
            positions[i] = (float) (positions[i] * unit);
        }
        Mesh mesh = Mesh.of(positions, normals, read.triangles());
        if (weld >= 0) {
            mesh = Welding.weld(mesh, weld);
        }
        return consistent ? MeshCheck.consistent(mesh) : mesh;
    }
}
