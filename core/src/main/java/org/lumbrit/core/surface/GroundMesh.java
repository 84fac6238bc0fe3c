package org.lumbrit.core.surface;

import java.util.Arrays;

/** The ground as triangles, two a cell, counter-clockwise seen from above; cells with a hole are left out. */
public final class GroundMesh {
    private GroundMesh() {}

    /**
     * Two triangles a cell.
     *
     * @param samples of all nodes of the lattice
     */
    public static Mesh of(Lattice lattice, Samples samples) {
        float[] positions = new float[3 * samples.count()];
        float[] normals = new float[positions.length];
        for (int i = 0; i < samples.count(); i++) {
            positions[3 * i] = (float) samples.x()[i];
            positions[3 * i + 1] = (float) samples.y()[i];
            positions[3 * i + 2] = (float) samples.z()[i];
            normals[3 * i] = samples.nx()[i];
            normals[3 * i + 1] = samples.ny()[i];
            normals[3 * i + 2] = samples.nz()[i];
        }
        return Mesh.of(positions, normals, triangles(lattice, samples, Double.POSITIVE_INFINITY));
    }

    /** Of cells of which any corner lies below a level. */
    public static int[] triangles(Lattice lattice, Samples samples, double below) {
        Ground ground = lattice.ground();
        int[] indices = new int[6 * (lattice.columns() - 1) * (lattice.rows() - 1)];
        int n = 0;
        for (int row = 0; row < lattice.rows() - 1; row++) {
            for (int column = 0; column < lattice.columns() - 1; column++) {
                int a = row * lattice.columns() + column;
                int c = a + lattice.columns();
                double lowest = Math.min(
                        Math.min(samples.y()[a], samples.y()[a + 1]), Math.min(samples.y()[c], samples.y()[c + 1]));
                double x = (lattice.x(column) + lattice.x(column + 1)) / 2;
                double z = (lattice.z(row) + lattice.z(row + 1)) / 2;
                if (lowest < below && !ground.holeAt(x, z)) {
                    for (int corner : new int[] {a, c, a + 1, a + 1, c, c + 1}) {
                        indices[n++] = corner;
                    }
                }
            }
        }
        return Arrays.copyOf(indices, n);
    }
}
