package org.lumbrit.server.view;

import org.lumbrit.core.looks.MeshPicture;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.GroundMesh;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.image.ColourPng;
import org.lumbrit.server.results.KeptResults;
import org.springframework.stereotype.Component;

/** A small picture of a ground alone, drawn here, for where no view has been seen. */
@Component
public class GroundPicture {
    public static final int WIDTH = 280;
    public static final int HEIGHT = 210;

    private static final int NODES = 200;
    private static final int HEATH = 0x9A9473;

    private final KeptResults results;

    GroundPicture(KeptResults results) {
        this.results = results;
    }

    /** Makes sure that the picture is kept. @return its key, of a PNG under {@code /api/pictures/} */
    public String key(Ground ground) {
        of(ground);
        return keyOf(ground);
    }

    /** A PNG, seen from the south-east. */
    public byte[] of(Ground ground) {
        return results.get(keyOf(ground), Cancel.NEVER, shared -> {
            Lattice lattice = ground.lattice(NODES);
            Mesh mesh = GroundMesh.of(lattice, lattice.samples());
            int[] argb = MeshPicture.draw(mesh, new float[0], HEATH, false, WIDTH, HEIGHT);
            return ColourPng.write(WIDTH, HEIGHT, i -> argb[i]);
        });
    }

    private static String keyOf(Ground ground) {
        return new KeyBuilder("ground picture/1").add(ground.key()).key();
    }
}
