package org.lumbrit.core.bodies;

import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.TriangleTree;

/** What other bodies meet of a body: in its own frame, grown as much as it has. One object a thread. */
interface Solid {
    /**
     * Where a ball touches it or would.
     *
     * @param own the ball's centre in the body's frame before it grew, metres; @param radius in the same measure
     * @param found place x, y, z, unit normal toward the ball, gap, below 0 where the ball is in it
     * @return whether the gap is less than so much
     */
    boolean near(double[] own, double radius, double within, double[] found);

    /** Of balls that fill it. @param balls x, y, z, radius of each */
    static Solid ofBalls(double[] balls) {
        return (own, radius, within, found) -> {
            double least = within;
            for (int b = 0; b < balls.length; b += 4) {
                double x = own[0] - balls[b];
                double y = own[1] - balls[b + 1];
                double z = own[2] - balls[b + 2];
                double away = Math.sqrt(x * x + y * y + z * z);
                double gap = away - radius - balls[b + 3];
                if (gap < least && away > 0) {
                    least = gap;
                    double[] n = {x / away, y / away, z / away};
                    for (int d = 0; d < 3; d++) {
                        found[d] = balls[b + d] + n[d] * balls[b + 3];
                        found[3 + d] = n[d];
                    }
                    found[6] = gap;
                }
            }
            return least < within;
        };
    }

    /** Of a closed mesh. */
    static Solid ofMesh(Mesh mesh) {
        TriangleTree.Probe probe = new TriangleTree(mesh).probe();
        double[] point = new double[3];
        // some meshes have their faces turned in
        double sign = MeshCheck.volume(mesh) < 0 ? -1 : 1;
        return (own, radius, within, found) -> {
            double away = sign * probe.signed(own[0], own[1], own[2]);
            probe.point(point);
            double gap = away - radius;
            if (gap >= within || away == 0) {
                return false;
            }
            for (int d = 0; d < 3; d++) {
                found[d] = point[d];
                found[3 + d] = (own[d] - point[d]) / away;
            }
            found[6] = gap;
            return true;
        };
    }
}
