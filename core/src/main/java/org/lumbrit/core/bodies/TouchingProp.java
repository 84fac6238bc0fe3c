package org.lumbrit.core.bodies;

import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.TriangleTree;

/** The nearest point of a prop; closed ones keep what is in them apart from what is not. */
final class TouchingProp implements Touching {
    private final PlacedMesh prop;
    private final TriangleTree.Probe probe;
    private final double[] bounds;

    TouchingProp(PlacedMesh prop) {
        this.prop = prop;
        this.probe = prop.probe();
        this.bounds = prop.bounds();
    }

    @Override
    public void near(double[] centre, double radius, double within, Touches touches) {
        double reach = radius + within;
        for (int d = 0; d < 3; d++) {
            if (centre[d] < bounds[d] - reach || centre[d] > bounds[3 + d] + reach) {
                return;
            }
        }
        double[] point = new double[3];
        double away = prop.nearest(probe, centre[0], centre[1], centre[2], point);
        if (Math.abs(away) - radius > within) {
            return;
        }
        double[] n = {centre[0] - point[0], centre[1] - point[1], centre[2] - point[2]};
        double length = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
        if (length < 1e-12) {
            return;
        }
        touches.add(point[0], point[1], point[2], n[0] / length, n[1] / length, n[2] / length, length - radius);
    }
}
