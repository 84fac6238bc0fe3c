package org.lumbrit.core.plants;

/**
 * A plant of length 1 with its foot at the origin, +Y up: instances scale x by their width, y and z by their length.
 *
 * @param positions x, y, z of each vertex; @param normals unit, as many; @param along 0 at the foot … 1 at the tip
 * @param indices three a triangle
 */
public record PlantMesh(float[] positions, float[] normals, float[] along, int[] indices) {
    public int triangles() {
        return indices.length / 3;
    }
}
