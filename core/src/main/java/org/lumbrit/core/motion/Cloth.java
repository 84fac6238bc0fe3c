package org.lumbrit.core.motion;

import java.util.Optional;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.Mesh;

/**
 * Whether a surface that is pushed along its normals stays sound: no facet's normal turns by more than 90°, and it does not pass
 * through itself. Looked at in moments spread over all frames.
 */
public final class Cloth {
    /** No more moments than this are looked at. */
    public static final int MOMENTS = 24;

    private static final int BISECTIONS = 20;

    private final Mesh rest;
    private final Crossings crossings;
    private final int[] frames;
    private final float[][] pushes;
    private final Cancel cancel;
    private final float[] shape;

    /** @param rest where it stands, metres, with unit normals @param loop as many vertices */
    public Cloth(Mesh rest, PushLoop loop, Cancel cancel) {
        this.rest = rest;
        this.crossings = new Crossings(rest);
        this.cancel = cancel;
        int count = loop.frames().count();
        int moments = Math.min(MOMENTS, count);
        frames = new int[moments];
        pushes = new float[moments][rest.vertices()];
        for (int m = 0; m < moments; m++) {
            frames[m] = (int) ((long) m * count / moments);
            for (int v = 0; v < rest.vertices(); v++) {
                pushes[m][v] = (float) loop.push(frames[m], v);
            }
        }
        shape = new float[rest.positions().length];
    }

    /**
     * Where it first goes wrong.
     *
     * @param frame of the first moment that is not sound; @param pairs of triangles that cross in it, 0 where a facet has turned
     * @param x place of the facet, metres; @param moments how many were looked at
     * @param free 0..1: the largest share of the strength found that is sound in every moment, as are a quarter, a half and three
     *     quarters of it
     */
    public record Fault(int frame, long pairs, double x, double y, double z, int moments, double free)
            implements Results.Weighted {
        @Override
        public long bytes() {
            return 64;
        }
    }

    private record Wrong(int moment, long pairs, int triangle) {}

    /** Nothing where it is sound. */
    public Optional<Fault> fault() {
        return wrong(1).map(found -> {
            double[] at = middle(found.triangle, found.moment);
            return new Fault(frames[found.moment], found.pairs, at[0], at[1], at[2], frames.length, largestFree());
        });
    }

    private double largestFree() {
        double free = largestFree(1);
        // a weaker push is not always sound where a stronger one is
        for (int quarter = 3; quarter >= 1; quarter--) {
            if (free > 0 && wrong(free * quarter / 4).isPresent()) {
                free = largestFree(free * quarter / 4);
                quarter = 4;
            }
        }
        return free;
    }

    /** By halving between none and a share that is not sound. */
    private double largestFree(double unsound) {
        double free = 0;
        double not = unsound;
        for (int i = 0; i < BISECTIONS; i++) {
            double middle = (free + not) / 2;
            if (wrong(middle).isEmpty()) {
                free = middle;
            } else {
                not = middle;
            }
        }
        return free;
    }

    private Optional<Wrong> wrong(double share) {
        for (int m = 0; m < frames.length; m++) {
            cancel.check();
            bend(m, share);
            int turned = turned();
            if (turned >= 0) {
                return Optional.of(new Wrong(m, 0, turned));
            }
            Crossings.Found found = crossings.in(shape, cancel);
            if (found.any()) {
                return Optional.of(new Wrong(m, found.pairs(), found.first()));
            }
        }
        return Optional.empty();
    }

    private void bend(int moment, double share) {
        float[] p = rest.positions();
        float[] n = rest.normals();
        for (int i = 0; i < shape.length; i++) {
            shape[i] = (float) (p[i] + share * pushes[moment][i / 3] * n[i]);
        }
    }

    private double[] middle(int triangle, int moment) {
        bend(moment, 1);
        double[] at = new double[3];
        for (int k = 0; k < 3; k++) {
            for (int d = 0; d < 3; d++) {
                at[d] += shape[3 * rest.triangles()[3 * triangle + k] + d] / 3;
            }
        }
        return at;
    }

    /** The first triangle whose normal has turned by more than 90°, or −1. */
    private int turned() {
        int[] t = rest.triangles();
        for (int i = 0; i < t.length; i += 3) {
            double dot = 0;
            for (int d = 0; d < 3; d++) {
                dot += normal(rest.positions(), t, i, d) * normal(shape, t, i, d);
            }
            if (dot < 0) {
                return i / 3;
            }
        }
        return -1;
    }

    /** One component of a triangle's normal, as long as twice its area. */
    private static double normal(float[] p, int[] t, int i, int d) {
        int e = (d + 1) % 3;
        int f = (d + 2) % 3;
        int a = 3 * t[i];
        int b = 3 * t[i + 1];
        int c = 3 * t[i + 2];
        return ((double) p[b + e] - p[a + e]) * ((double) p[c + f] - p[a + f])
                - ((double) p[b + f] - p[a + f]) * ((double) p[c + e] - p[a + e]);
    }
}
