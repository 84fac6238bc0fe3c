package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** One sheet of cloth: held along its own x = 0, free toward +x, from its lower corner up, with a tail cut out of its free end. */
@Kind(name = "banner", title = "Banner", help = "A sheet of cloth, held at one end; a push lets it wave.")
public record BannerShape(
        @Setting(
                title = "length",
                unit = "m",
                min = 0.05,
                max = 100,
                slider = {0.3, 8},
                byDefault = "2.4",
                help = "From the end that is held to the free one")
        double length,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.05,
                max = 100,
                slider = {0.2, 6},
                byDefault = "1.2")
        double height,

        @Setting(
                title = "tail",
                min = 0,
                max = 0.9,
                byDefault = "0.3",
                help = "How deep its free end is cut in, against its length")
        double tail,

        @Setting(
                title = "fineness",
                min = 2,
                max = 400,
                slider = {6, 80},
                byDefault = "36",
                help = "Cells along its length; waves need two of them each")
        int cells)
        implements Shape {

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        int down = Math.max(2, 2 * (int) Math.round(cells * height / length / 2));
        float[] positions = new float[3 * (cells + 1) * (down + 1)];
        for (int row = 0; row <= down; row++) {
            double up = (double) row / down;
            double reach = length * (1 - tail * (1 - Math.abs(2 * up - 1)));
            for (int column = 0; column <= cells; column++) {
                int v = 3 * (row * (cells + 1) + column);
                positions[v] = (float) (reach * column / cells);
                positions[v + 1] = (float) (height * up);
            }
        }
        int[] triangles = new int[6 * cells * down];
        for (int c = 0; c < cells * down; c++) {
            int a = c / cells * (cells + 1) + c % cells;
            int b = a + cells + 1;
            // diagonals follow the tail on either side of the middle
            int[] two = c / cells < down / 2
                    ? new int[] {a, a + 1, b, a + 1, b + 1, b}
                    : new int[] {a, a + 1, b + 1, a, b + 1, b};
            System.arraycopy(two, 0, triangles, 6 * c, 6);
        }
        return Mesh.of(positions, triangles);
    }
}
