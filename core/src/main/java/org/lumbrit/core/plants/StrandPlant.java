package org.lumbrit.core.plants;

import java.util.Arrays;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Mesh;

/**
 * A flat blade that follows an arc of its own length and narrows to a point: centre line ((1−cos κa)/κ, sin κa/κ) for a in
 * 0..1, κ the bend at the tip. With s segments it has 2s−1 triangles.
 */
@Kind(name = "strand", title = "Strand", help = "A curved, tapered blade: grass, sedge, reed.")
public record StrandPlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different strands from one seed")
        int variants,

        @Setting(
                title = "triangles",
                min = 1,
                max = 63,
                byDefault = "11",
                help = "An odd number: two a segment, one at the tip")
        int triangles,

        @Setting(title = "bend", unit = "°", min = 0, max = 170, byDefault = "50", help = "How far the tip bends over")
        double bend,

        @Setting(
                title = "variety",
                min = 0,
                max = 1,
                byDefault = "0.5",
                help = "How much the bend differs between variants")
        double variety,

        @Setting(title = "taper", min = 0, max = 1, byDefault = "0.7", help = "How early the blade narrows")
        double taper,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.01,
                max = 20,
                slider = {0.05, 2},
                byDefault = "0.35",
                help = "From foot to tip, as it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.0005,
                max = 5,
                slider = {0.002, 0.05},
                byDefault = "0.008",
                help = "Of the blade at its foot, as it stands in the nursery")
        double width)
        implements Plant {

    /** One metre long and wide, to be sized where it stands. */
    public StrandPlant(int variants, int triangles, double bend, double variety, double taper) {
        this(variants, triangles, bend, variety, taper, 1, 1);
    }

    @Override
    public boolean flat() {
        return true;
    }

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        int segments = Math.max(1, (triangles + 1) / 2 >> detail);
        double turn = 2 * Hash.unit(Hash.of(seed, variant, 1)) - 1;
        double kappa = Math.max(1e-3, StrictMath.toRadians(bend) * (1 + variety * turn));
        int vertices = 2 * segments + 1;
        float[] positions = new float[3 * vertices];
        float[] normals = new float[3 * vertices];
        float[] centres = new float[3 * vertices];
        float[] along = new float[vertices];
        for (int v = 0; v < vertices; v++) {
            double a = (double) (v / 2) / segments;
            double side = v == vertices - 1 ? 0 : v % 2 == 0 ? -1 : 1;
            double sine = StrictMath.sin(kappa * a);
            double cosine = StrictMath.cos(kappa * a);
            positions[3 * v] = (float) (side * 0.5 * (1 - taper * a) * width);
            positions[3 * v + 1] = centres[3 * v + 1] = (float) (sine / kappa * length);
            positions[3 * v + 2] = centres[3 * v + 2] = (float) ((1 - cosine) / kappa * length);
            double rounded = 0.5 * side;
            double sum = Math.sqrt(1 + rounded * rounded);
            normals[3 * v] = (float) (rounded / sum);
            normals[3 * v + 1] = (float) (-sine / sum);
            normals[3 * v + 2] = (float) (cosine / sum);
            along[v] = (float) a;
        }
        int[] colours = new int[vertices];
        Arrays.fill(colours, PlantMesh.TINTED);
        return new PlantMesh(positions, normals, along, centres, colours, ladder(segments));
    }

    private static int[] ladder(int segments) {
        int[] indices = new int[3 * (2 * segments - 1)];
        int at = 0;
        for (int s = 0; s < segments; s++) {
            int left = 2 * s;
            int up = left + 2;
            indices[at++] = left;
            indices[at++] = left + 1;
            indices[at++] = up;
            if (s < segments - 1) {
                indices[at++] = left + 1;
                indices[at++] = up + 1;
                indices[at++] = up;
            }
        }
        return indices;
    }
}
