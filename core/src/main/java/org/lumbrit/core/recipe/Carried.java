package org.lumbrit.core.recipe;

import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.Mesh;

/**
 * A body that a layer makes, where it is at a time.
 *
 * @param mesh in its own frame; @param origin where its centre lies, x, y, z, metres; @param turn a unit quaternion x, y, z, w
 * @param size so many times as large as its mesh; @param colour "#rrggbb"; @param skin what its vertices tell besides
 */
public record Carried(Mesh mesh, double[] origin, double[] turn, double size, String colour, Skin skin) {
    /**
     * What the vertices of a body tell.
     *
     * @param colours linear red, green, blue of each; none where it has one colour all over
     * @param name of a number of each, one word, "" for none; @param numbers that number, none where there is none
     */
    public record Skin(float[] colours, String name, float[] numbers) {
        public static final Skin PLAIN = new Skin(new float[0], "", new float[0]);

        /** Between two colours. @param shares 0 the first to 1 the second at each vertex */
        public static Skin between(Colour first, Colour second, float[] shares, String name, float[] numbers) {
            float[] colours = new float[3 * shares.length];
            for (int v = 0; v < shares.length; v++) {
                colours[3 * v] = (float) (first.red() + shares[v] * (second.red() - first.red()));
                colours[3 * v + 1] = (float) (first.green() + shares[v] * (second.green() - first.green()));
                colours[3 * v + 2] = (float) (first.blue() + shares[v] * (second.blue() - first.blue()));
            }
            return new Skin(colours, name, numbers);
        }
    }

    /** Of one colour. */
    public Carried(Mesh mesh, double[] origin, double[] turn, double size, String colour) {
        this(mesh, origin, turn, size, colour, Skin.PLAIN);
    }

    /** One that stands on a prop, given in metres along the prop's own axes. */
    public static Carried on(PlacedMesh prop, Mesh mesh, String colour, Skin skin) {
        Quaternion turn = prop.turn();
        return new Carried(mesh, prop.origin(), new double[] {turn.x(), turn.y(), turn.z(), turn.w()}, 1, colour, skin);
    }
}
