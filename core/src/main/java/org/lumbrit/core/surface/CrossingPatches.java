package org.lumbrit.core.surface;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * Patches of one surface that cross each other, made one surface: at each place as deep as the deepest of them, or raised as the highest
 * where none is pressed. Of two that lie over the same place only the finer one is drawn there, the later one of two that are as fine.
 */
public final class CrossingPatches {
    /** Cells of both within which both are drawn, so that there is no gap between them. */
    private static final double SEAM = 2;
    /** Less is neither pressed nor raised, metres. */
    private static final float STILL = 1e-5f;

    private CrossingPatches() {}

    /** The same patches in their order; those that no other covers wholly. */
    public static List<SurfacePatch> joined(List<SurfacePatch> patches, Cancel cancel) {
        List<SurfacePatch> joined = new ArrayList<>();
        for (int k = 0; k < patches.size(); k++) {
            SurfacePatch own = patches.get(k);
            List<SurfacePatch> others = new ArrayList<>();
            List<SurfacePatch> finer = new ArrayList<>();
            for (int other = 0; other < patches.size(); other++) {
                SurfacePatch each = patches.get(other);
                if (other != k && over(own, each)) {
                    others.add(each);
                    if (each.cell() < own.cell() || each.cell() == own.cell() && other > k) {
                        finer.add(each);
                    }
                }
            }
            SurfacePatch left = others.isEmpty() ? own : joined(own, others, finer, cancel);
            if (left == own || left.nodes().length > 0) {
                joined.add(left);
            }
        }
        return joined;
    }

    private static boolean over(SurfacePatch a, SurfacePatch b) {
        return a.west() <= b.x(b.columns() - 1)
                && b.west() <= a.x(a.columns() - 1)
                && a.north() <= b.z(b.rows() - 1)
                && b.north() <= a.z(a.rows() - 1);
    }

    private static SurfacePatch joined(
            SurfacePatch own, List<SurfacePatch> others, List<SurfacePatch> finer, Cancel cancel) {
        float[] change = own.change().clone();
        byte[] inside = own.inside().clone();
        // beyond its border too, as what is there throws shade on it
        Chunks.run(change.length, 4096, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                double x = own.x(i % own.columns());
                double z = own.z(i / own.columns());
                for (SurfacePatch other : others) {
                    change[i] = both(change[i], (float) other.at(x, z));
                }
                for (SurfacePatch other : inside[i] == 0 ? List.<SurfacePatch>of() : finer) {
                    if (other.holds(x, z, SEAM * (own.cell() + other.cell()))) {
                        inside[i] = 0;
                    }
                }
            }
        });
        return new SurfacePatch(own.west(), own.north(), own.cell(), own.columns(), own.rows(), inside, change);
    }

    private static float both(float a, float b) {
        return a < -STILL || b < -STILL ? Math.min(a, b) : Math.max(a, b);
    }
}
