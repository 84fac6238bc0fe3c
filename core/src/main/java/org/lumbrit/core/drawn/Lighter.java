package org.lumbrit.core.drawn;

import org.lumbrit.core.seeing.View;
import org.lumbrit.core.surface.Clustering;
import org.lumbrit.core.surface.Mesh;

/**
 * A mesh as fine as it can be told in a picture: one of far more triangles than it has pixels is drawn with vertices joined that lie within about
 * half a pixel of each other.
 *
 * @param whole as it is; @param cells along its longest side that vertices are joined in, 0 where it stays whole
 */
record Lighter(Mesh whole, int cells) {
    /** Triangles that are never too many. */
    private static final int FEW = 4000;

    /** @param size how many times as large it stands; @param at where its own origin lies */
    static Lighter of(Mesh mesh, double size, double[] at, View view) {
        if (mesh.count() <= FEW) {
            return new Lighter(mesh, 0);
        }
        double[] b = mesh.bounds();
        double extent = 0;
        double reach = 0;
        for (int d = 0; d < 3; d++) {
            extent = Math.max(extent, size * (b[3 + d] - b[d]));
            reach += size * Math.max(Math.abs(b[d]), Math.abs(b[3 + d]));
        }
        double pixels = extent * view.pixels(at[0], at[1], at[2], reach);
        // by powers of two, so that few are kept
        long cells = 4L * Long.highestOneBit((long) Math.max(4, Math.min(1e6, pixels)));
        return new Lighter(mesh, 6 * cells * cells < mesh.count() ? (int) cells : 0);
    }

    /** Told apart from the whole by. */
    String key() {
        return cells == 0 ? "" : " in " + cells;
    }

    Mesh mesh() {
        return cells == 0 ? whole : Clustering.reduced(whole, cells);
    }
}
