package org.lumbrit.core.plants;

import org.lumbrit.core.math.Results;
import org.lumbrit.core.surface.Mesh;

/**
 * A plant in metres with its foot at the origin, +Y up. The arrays must not be changed.
 *
 * @param positions x, y, z of each vertex; @param normals unit, as many
 * @param along 0 at the foot … 1 at the tip: path length from the root over the longest such path
 * @param centres x, y, z of the centre line beside each vertex, about which growth narrows
 * @param colours 0xSSRRGGBB of each vertex: a colour of its own, and in SS (0..255) how much the cover's tint takes its place
 * @param indices three a triangle
 */
public record PlantMesh(
        float[] positions, float[] normals, float[] along, float[] centres, int[] colours, int[] indices)
        implements Results.Weighted {
    /** A vertex that is wholly of the cover's tint. */
    public static final int TINTED = 0xFFFFFFFF;

    @Override
    public long bytes() {
        return 4L * (10L * vertices() + along.length + indices.length);
    }

    /** How many vertices it has. */
    public int vertices() {
        return along.length;
    }

    /** How many triangles it has. */
    public int triangles() {
        return indices.length / 3;
    }

    /** The same triangles as a plain mesh. */
    public Mesh mesh() {
        return Mesh.of(positions, normals, indices);
    }

    /** Least x, y, z and greatest x, y, z; all 0 where there is no vertex. */
    public double[] bounds() {
        return new Mesh(positions, normals, indices, "").bounds();
    }

    /** Squeezed or spread level with the ground so that it is so wide about its foot, metres. */
    PlantMesh asWideAs(double width) {
        double most = 1e-12;
        for (int i = 0; i < positions.length; i += 3) {
            most = Math.max(most, positions[i] * positions[i] + positions[i + 2] * positions[i + 2]);
        }
        double times = width / 2 / Math.sqrt(most);
        return moved((v, p, n, c) -> {
            for (int d = 0; d < 3; d += 2) {
                p[3 * v + d] = (float) (p[3 * v + d] * times);
                c[3 * v + d] = (float) (c[3 * v + d] * times);
            }
            double x = n[3 * v] / times;
            double z = n[3 * v + 2] / times;
            double size = Math.sqrt(x * x + z * z + n[3 * v + 1] * n[3 * v + 1]);
            n[3 * v] = (float) (x / size);
            n[3 * v + 1] = (float) (n[3 * v + 1] / size);
            n[3 * v + 2] = (float) (z / size);
        });
    }

    /** The same of length 1 and width 1, to be scaled in metres where it stands; normals go the other way. */
    public PlantMesh unit(Plant plant) {
        double[] natural = {plant.width(), plant.length(), plant.flat() ? plant.length() : plant.width()};
        return moved((v, p, n, c) -> {
            double sum = 0;
            for (int d = 0; d < 3; d++) {
                p[3 * v + d] = (float) (p[3 * v + d] / natural[d]);
                c[3 * v + d] = (float) (c[3 * v + d] / natural[d]);
                double stretched = n[3 * v + d] * natural[d];
                n[3 * v + d] = (float) stretched;
                sum += stretched * stretched;
            }
            for (int d = 0; d < 3; d++) {
                n[3 * v + d] = sum > 0 ? (float) (n[3 * v + d] / Math.sqrt(sum)) : d == 1 ? 1 : 0;
            }
        });
    }

    /** The share of its vertices from which no neighbour leads toward the foot; more than 0.01 is bad for growth. */
    public double withoutWayDown() {
        return AlongMesh.withoutLower(mesh(), along);
    }

    /** With each vertex moved to the place, and its normal turned as, the mover says. */
    PlantMesh moved(Mover mover) {
        float[] p = positions.clone();
        float[] n = normals.clone();
        float[] c = centres.clone();
        for (int v = 0; v < along.length; v++) {
            mover.move(v, p, n, c);
        }
        return new PlantMesh(p, n, along, c, colours, indices);
    }

    /** Changes position, normal and centre of one vertex in place. */
    interface Mover {
        void move(int vertex, float[] positions, float[] normals, float[] centres);
    }
}
