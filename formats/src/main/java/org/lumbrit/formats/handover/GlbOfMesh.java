package org.lumbrit.formats.handover;

import org.lumbrit.core.math.Colour;
import org.lumbrit.core.surface.Mesh;

/** One mesh in its own frame as a GLB file. */
public final class GlbOfMesh {
    private GlbOfMesh() {}

    /** @param colour 0xRRGGBB, sRGB encoded */
    public static byte[] write(String name, Mesh mesh, int colour) {
        Glb glb = new Glb();
        Colour own = Colour.ofPacked(colour);
        int material = glb.material(name, own.red(), own.green(), own.blue(), 1, 0.9, false);
        glb.node(name, glb.mesh(name, mesh.positions(), mesh.normals(), new float[0], mesh.triangles(), material));
        return glb.write(name);
    }
}
