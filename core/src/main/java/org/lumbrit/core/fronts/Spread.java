package org.lumbrit.core.fronts;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.FastMarching;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.Samples;

/** How something spreads over a prop: a mesh of it that is fine enough, and where it begins. */
public final class Spread {
    /** Triangles of a mesh that is cut no more. */
    private static final int MOST = 200_000;

    private Spread() {}

    /** The mesh, its sides cut until none is longer, or there are many triangles. */
    public static Mesh fine(Mesh mesh, double side) {
        return mesh.cut(side, MOST);
    }

    /** Where it begins on a prop: what of it is nearest to each corner of a place, and straight between them; metres along the prop's own axes. */
    public static List<FastMarching.Seed> onto(PlacedMesh prop, Place place) {
        List<double[]> ends = new ArrayList<>();
        for (Point3 corner : place.corners()) {
            Samples nearest = prop.sampleAt(corner.x(), corner.y(), corner.z());
            double[] at = {nearest.x()[0], nearest.y()[0], nearest.z()[0]};
            prop.toOwn(at);
            ends.add(new double[] {at[0] * prop.size(), at[1] * prop.size(), at[2] * prop.size()});
        }
        if (place.closed()) {
            ends.add(ends.get(0));
        }
        List<FastMarching.Seed> seeds = new ArrayList<>();
        // each corner by itself too, as pieces of the prop may lie apart
        ends.forEach(at -> seeds.add(FastMarching.Seed.at(at[0], at[1], at[2])));
        for (int k = 0; k + 1 < Math.max(2, ends.size()); k++) {
            double[] a = ends.get(k);
            double[] b = ends.get(Math.min(k + 1, ends.size() - 1));
            seeds.add(new FastMarching.Seed(new double[] {a[0], a[1], a[2], b[0], b[1], b[2]}, 0, 0));
        }
        return seeds;
    }
}
