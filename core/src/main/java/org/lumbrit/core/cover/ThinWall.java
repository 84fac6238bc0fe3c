package org.lumbrit.core.cover;

import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.WayRound;

/**
 * Places on a mesh, in its own frame, and which of them stand on the two sides of a thin wall: their triangles look opposite ways,
 * each place lies behind the other's triangle, and the way round over the mesh is longer than what should lie between them.
 * All in the mesh's own frame, so that turning the mesh changes nothing.
 */
final class ThinWall implements PointSettling.LeftAlone {
    /** Cosine between normals, within 30° of opposite. */
    private static final double OPPOSITE = -Math.sqrt(0.75);

    private final Mesh mesh;
    private final double size;
    private final int[] triangle;
    private final double[] own;
    private WayRound wayRound;

    /**
     * @param size metres a unit of the mesh's frame; @param triangle the triangle that each place lies on
     * @param own x, y, z of each place in the mesh's frame
     */
    ThinWall(Mesh mesh, double size, int[] triangle, double[] own) {
        this.mesh = mesh;
        this.size = size;
        this.triangle = triangle;
        this.own = own;
    }

    /** One coordinate of all places, metres in the mesh's frame: 0 x, 1 y, 2 z. */
    double[] metres(int axis) {
        double[] out = new double[triangle.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = size * own[3 * i + axis];
        }
        return out;
    }

    @Override
    public boolean leaves(int i, int j, double near) {
        double[] n = normal(triangle[i]);
        double[] m = normal(triangle[j]);
        if (n[0] * m[0] + n[1] * m[1] + n[2] * m[2] > OPPOSITE || !behind(n, i, j) || !behind(m, j, i)) {
            return false;
        }
        if (wayRound == null) {
            wayRound = new WayRound(mesh);
        }
        return wayRound.longer(triangle[i], place(i), triangle[j], place(j), near / size);
    }

    private double[] place(int i) {
        return new double[] {own[3 * i], own[3 * i + 1], own[3 * i + 2]};
    }

    private boolean behind(double[] n, int i, int j) {
        double sum = 0;
        for (int d = 0; d < 3; d++) {
            sum += n[d] * (own[3 * j + d] - own[3 * i + d]);
        }
        return sum <= 0;
    }

    private double[] normal(int t) {
        double[] n = mesh.facing(3 * t);
        double length = Math.max(1e-300, Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]));
        return new double[] {n[0] / length, n[1] / length, n[2] / length};
    }
}
