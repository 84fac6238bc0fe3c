package org.lumbrit.formats.handover;

import org.lumbrit.core.surface.Mesh;

/** One mesh in its own frame as a GLB file. */
public final class GlbOfMesh {
    private static final double GAMMA = 2.2;

    private GlbOfMesh() {}

    /** @param colour 0xRRGGBB */
    public static byte[] write(String name, Mesh mesh, int colour) {
        Glb glb = new Glb();
        int material = glb.material(name, linear(colour >> 16), linear(colour >> 8), linear(colour), 1, 0.9, false);
        glb.node(name, glb.mesh(name, mesh.positions(), mesh.normals(), new float[0], mesh.triangles(), material));
        return glb.write(name);
    }

    private static double linear(int channel) {
        return StrictMath.pow((channel & 255) / 255.0, GAMMA);
    }
}
