package org.lumbrit.core.surface;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Triangles that fill flat outlines, with holes: each hole is joined to the outline round it by a bridge, then ears are cut off one by one
 * (G. H. Meisters, "Polygons have ears", 1975; D. Eberly, "Triangulation by ear clipping", 2002).
 */
final class FlatCap {
    /** Of the square of their extent: what rounding can make of three corners in a line. */
    private static final double ROUNDING = 1e-7;

    private final double[][] flat;
    private final double trace;

    /** @param points of space; @param normal the way that the triangles face, a unit vector */
    FlatCap(List<float[]> points, double[] normal) {
        double[] u = across(normal);
        double[] v = {
            normal[1] * u[2] - normal[2] * u[1],
            normal[2] * u[0] - normal[0] * u[2],
            normal[0] * u[1] - normal[1] * u[0]
        };
        flat = new double[points.size()][];
        for (int i = 0; i < flat.length; i++) {
            float[] p = points.get(i);
            flat[i] = new double[] {u[0] * p[0] + u[1] * p[1] + u[2] * p[2], v[0] * p[0] + v[1] * p[1] + v[2] * p[2]};
        }
        double extent = 0;
        for (double[] each : flat) {
            extent = Math.max(extent, Math.max(Math.abs(each[0] - flat[0][0]), Math.abs(each[1] - flat[0][1])));
        }
        trace = ROUNDING * extent * extent;
    }

    private static double[] across(double[] n) {
        double[] axis = Math.abs(n[0]) < 0.6 ? new double[] {1, 0, 0} : new double[] {0, 0, 1};
        double along = n[0] * axis[0] + n[1] * axis[1] + n[2] * axis[2];
        double length = 0;
        for (int d = 0; d < 3; d++) {
            axis[d] -= along * n[d];
            length += axis[d] * axis[d];
        }
        for (int d = 0; d < 3; d++) {
            axis[d] /= Math.sqrt(length);
        }
        return axis;
    }

    /** @param loops outlines counter-clockwise about the normal, holes clockwise; @param faces out */
    void fill(List<int[]> loops, List<int[]> faces) {
        List<int[]> holes = new ArrayList<>();
        List<List<Integer>> outlines = new ArrayList<>();
        for (int[] loop : loops) {
            if (area(loop) >= 0) {
                List<Integer> outline = new ArrayList<>();
                for (int each : loop) {
                    outline.add(each);
                }
                outlines.add(outline);
            } else {
                holes.add(loop);
            }
        }
        holes.sort(Comparator.comparingDouble(hole -> -flat[rightmost(hole)][0]));
        for (int[] hole : holes) {
            for (List<Integer> outline : outlines) {
                if (holds(outline, flat[hole[0]])) {
                    bridge(outline, hole);
                    break;
                }
            }
        }
        for (List<Integer> outline : outlines) {
            cutEars(outline, faces);
        }
    }

    private double area(int[] loop) {
        double sum = 0;
        for (int k = 0; k < loop.length; k++) {
            double[] a = flat[loop[k]];
            double[] b = flat[loop[(k + 1) % loop.length]];
            sum += a[0] * b[1] - b[0] * a[1];
        }
        return sum / 2;
    }

    private int rightmost(int[] loop) {
        int best = loop[0];
        for (int each : loop) {
            best = flat[each][0] > flat[best][0] ? each : best;
        }
        return best;
    }

    private boolean holds(List<Integer> outline, double[] p) {
        boolean inside = false;
        for (int k = 0; k < outline.size(); k++) {
            double[] a = flat[outline.get(k)];
            double[] b = flat[outline.get((k + 1) % outline.size())];
            if (a[1] > p[1] != b[1] > p[1] && p[0] < a[0] + (p[1] - a[1]) / (b[1] - a[1]) * (b[0] - a[0])) {
                inside = !inside;
            }
        }
        return inside;
    }

    /** Joins a hole by the shortest bridge from its rightmost corner that crosses no side. */
    private void bridge(List<Integer> outline, int[] hole) {
        int from = rightmost(hole);
        int best = -1;
        double least = Double.POSITIVE_INFINITY;
        for (int k = 0; k < outline.size(); k++) {
            double[] a = flat[outline.get(k)];
            double away = StrictMath.hypot(a[0] - flat[from][0], a[1] - flat[from][1]);
            if (away < least && isFree(outline, from, outline.get(k)) && isFree(boxed(hole), from, outline.get(k))) {
                least = away;
                best = k;
            }
        }
        if (best < 0) {
            return;
        }
        int at = 0;
        while (hole[at] != from) {
            at++;
        }
        List<Integer> way = new ArrayList<>();
        for (int k = 0; k <= hole.length; k++) {
            way.add(hole[(at + k) % hole.length]);
        }
        way.add(outline.get(best));
        outline.addAll(best + 1, way);
    }

    private static List<Integer> boxed(int[] loop) {
        List<Integer> all = new ArrayList<>();
        for (int each : loop) {
            all.add(each);
        }
        return all;
    }

    private boolean isFree(List<Integer> loop, int from, int to) {
        for (int k = 0; k < loop.size(); k++) {
            int a = loop.get(k);
            int b = loop.get((k + 1) % loop.size());
            if (a != from && a != to && b != from && b != to && cross(flat[a], flat[b], flat[from], flat[to])) {
                return false;
            }
        }
        return true;
    }

    private static boolean cross(double[] a, double[] b, double[] c, double[] d) {
        return side(a, b, c) > 0 != side(a, b, d) > 0 && side(c, d, a) > 0 != side(c, d, b) > 0;
    }

    private static double side(double[] a, double[] b, double[] c) {
        return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
    }

    private void cutEars(List<Integer> corners, List<int[]> faces) {
        int[] outline = corners.stream().mapToInt(Integer::intValue).toArray();
        int count = outline.length;
        int k = 0;
        int looked = 0;
        while (count > 3) {
            int a = outline[(k + count - 1) % count];
            int b = outline[k];
            int c = outline[(k + 1) % count];
            // after a whole round without an ear flat ones will do; after another rounding has the word: take the next
            // corner
            if (looked > 2 * count || isEar(outline, count, a, b, c, looked > count ? -trace : 0)) {
                faces.add(new int[] {a, b, c});
                System.arraycopy(outline, k + 1, outline, k, count - k - 1);
                count--;
                looked = 0;
                // the corner after the next, so that no corner gathers all ears
                k = (k + 1) % count;
            } else {
                k = (k + 1) % count;
                looked++;
            }
        }
        faces.add(new int[] {outline[0], outline[1], outline[2]});
    }

    private boolean isEar(int[] outline, int count, int a, int b, int c, double least) {
        double[] pa = flat[a];
        double[] pb = flat[b];
        double[] pc = flat[c];
        if (side(pa, pb, pc) <= least) {
            return false;
        }
        double west = Math.min(pa[0], Math.min(pb[0], pc[0]));
        double east = Math.max(pa[0], Math.max(pb[0], pc[0]));
        for (int i = 0; i < count; i++) {
            int each = outline[i];
            double[] p = flat[each];
            if (p[0] < west || p[0] > east || each == a || each == b || each == c) {
                continue;
            }
            // what lies on a side, as corners of a straight wall do, is not inside
            if (side(pa, pb, p) > trace && side(pb, pc, p) > trace && side(pc, pa, p) > trace) {
                return false;
            }
        }
        return true;
    }
}
