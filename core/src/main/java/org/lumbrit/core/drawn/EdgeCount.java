package org.lumbrit.core.drawn;

import org.lumbrit.core.surface.Mesh;

/**
 * How many edges of a mesh are drawn, whether something hides them or not.
 *
 * @param creases between two facets that turn from each other by more than an angle; @param outlines of those between a facet that shows its
 *     front to a place and one that shows its back; @param borders with a facet on one side only
 */
public record EdgeCount(int creases, int outlines, int borders) {
    /** @param crease degrees; @param from metres, x, y, z of the eye */
    public static EdgeCount of(Mesh mesh, double crease, double[] from) {
        Shape shape = Shape.of(mesh, p -> p);
        float least = (float) StrictMath.cos(StrictMath.toRadians(crease));
        int creases = 0;
        int outlines = 0;
        int borders = 0;
        for (int e = 0; e < shape.folded().length; e++) {
            int s = shape.beside()[2 * e];
            int t = shape.beside()[2 * e + 1];
            if (t < 0) {
                borders++;
                continue;
            }
            creases += shape.folded()[e] < least ? 1 : 0;
            outlines += front(shape, s, from) != front(shape, t, from) ? 1 : 0;
        }
        return new EdgeCount(creases, outlines, borders);
    }

    private static boolean front(Shape shape, int t, double[] from) {
        double facing = 0;
        int a = 3 * shape.triangles()[3 * t];
        for (int d = 0; d < 3; d++) {
            facing += shape.normals()[3 * t + d] * (from[d] - shape.positions()[a + d]);
        }
        return facing > 0;
    }
}
