package org.lumbrit.core.recipe;

import org.lumbrit.core.surface.Mesh;

/**
 * A body that a layer makes, where it is at a time.
 *
 * @param mesh in its own frame; @param origin where its centre lies, x, y, z, metres; @param turn a unit quaternion x, y, z, w
 * @param size so many times as large as its mesh; @param colour "#rrggbb"
 * @param colours linear red, green, blue of each vertex; none where it has one colour all over
 */
public record Carried(Mesh mesh, double[] origin, double[] turn, double size, String colour, float[] colours) {
    /** Of one colour. */
    public Carried(Mesh mesh, double[] origin, double[] turn, double size, String colour) {
        this(mesh, origin, turn, size, colour, new float[0]);
    }
}
