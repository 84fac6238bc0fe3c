package org.lumbrit.core.plants;

/**
 * Leaves at the ends of twigs.
 *
 * @param shape of each; @param size metres of the usual one; @param each so many at a twig's end, half of it further back
 * @param fold degrees by which each half is lifted from the midrib
 */
record Foliage(LeafShape shape, double size, int each, double fold) {
    /** No leaves. */
    static final Foliage NONE = new Foliage(LeafShape.PLAIN, 0, 0, 0);

    void put(PlantBuilder to, Branches branches, Draw draw, int detail) {
        if (size <= 0 || each <= 0) {
            return;
        }
        // plain ones are few triangles from the start: what is coarser leaves out more of them
        int every = 1 << (shape == LeafShape.PLAIN ? detail : Math.max(0, detail - 1));
        double larger = Math.sqrt(every);
        int seen = 0;
        int[] heir = branches.heirs();
        int[] toEnd = branches.toEnds();
        for (int node = 0; node < branches.count(); node++) {
            if (toEnd[node] >= shape.leafy() || branches.parent(node) < 0 || branches.bare(node)) {
                continue;
            }
            for (int l = 0; l < (heir[node] < 0 ? each : (each + 1) / 2); l++) {
                if (seen++ % every == 0) {
                    leaf(to, branches, draw, node, l, larger, detail);
                }
            }
        }
    }

    private void leaf(PlantBuilder to, Branches branches, Draw draw, int node, int which, double larger, int detail) {
        long id = 64L * node + which;
        int from = Math.max(0, branches.parent(node));
        double[] forward = Vec.unit(Vec.minus(branches.place(node), branches.place(from)));
        double[] side = Vec.turned(Vec.across(forward), forward, 6.283 * draw.unit(400, id));
        double[] out = Vec.unit(Vec.sum(side, 0.9, forward, 0.5 + draw.about(401, id, 0.4)));
        double back = draw.unit(402, id) * 0.5;
        double[] at = Vec.sum(branches.place(node), 1 - back, branches.place(from), back);
        double big = size * larger * (0.7 + 0.6 * draw.unit(403, id));
        double start = branches.length(from) + (1 - back) * (branches.length(node) - branches.length(from));
        double roll = draw.about(404, id, 0.8);
        if (shape == LeafShape.PLAIN) {
            LeafShape.plain(to, at, out, Vec.turned(forward, out, roll), big, start, detail > 0);
            return;
        }
        double[] crown = Vec.unit(new double[] {at[0], 0.35 * at[1], at[2]});
        new Leaf(to, shape, fold, at, out, roll, crown, start, draw, id).put(big, detail);
    }
}
