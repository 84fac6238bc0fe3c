package org.lumbrit.core.plants;

import java.util.Arrays;
import java.util.Comparator;
import org.lumbrit.core.math.Colour;

/**
 * What stands for a plant while working or far away: its wood as a few crossed spikes, its leaves as clumps of a triangle each. A
 * clump has the middle, the spread, the mean colours and at most the area of the triangles that it stands for, so that a thin crown
 * stays thin. After the thought of Cook, Halstead, Planck and Ryu, Stochastic simplification of aggregate detail, 2007, with the
 * parts put together instead of picked.
 */
final class StandIn {
    private static final int LEAVES = 20;
    private static final int WOOD = 3;
    /** Share of the cover's tint from which on a triangle counts as leaf. */
    private static final int LEAF = 128;
    /** Turns of the power method; after them the direction is far closer than can be seen. */
    private static final int TURNS = 40;

    private final PlantMesh plant;
    private final double low;
    private final double[] core;
    private final double[] areas;
    private final double[] middles;
    private final PlantBuilder builder = new PlantBuilder();

    private StandIn(PlantMesh plant) {
        this.plant = plant;
        double[] b = plant.bounds();
        this.low = b[1];
        this.core = new double[] {(b[0] + b[3]) / 2, b[1] + 0.4 * (b[4] - b[1]), (b[2] + b[5]) / 2};
        int triangles = plant.triangles();
        this.areas = new double[triangles];
        this.middles = new double[3 * triangles];
        for (int t = 0; t < triangles; t++) {
            double[] a = corner(t, 0);
            double[] n = Vec.cross(Vec.minus(corner(t, 1), a), Vec.minus(corner(t, 2), a));
            areas[t] = Math.sqrt(Vec.dot(n, n)) / 2;
            for (int k = 0; k < 3; k++) {
                double[] at = corner(t, k);
                for (int d = 0; d < 3; d++) {
                    middles[3 * t + d] += at[d] / 3;
                }
            }
        }
    }

    /** At most 26 triangles; the same for the same plant. */
    static PlantMesh of(PlantMesh plant) {
        return new StandIn(plant).made();
    }

    private PlantMesh made() {
        Integer[] all = new Integer[plant.triangles()];
        Arrays.setAll(all, t -> t);
        Integer[] leaves = Arrays.stream(all).filter(this::leaf).toArray(Integer[]::new);
        Integer[] wood = Arrays.stream(all).filter(t -> !leaf(t)).toArray(Integer[]::new);
        if (leaves.length == 0 || wood.length == 0) {
            split(all, LEAVES, false);
        } else {
            split(wood, WOOD, true);
            split(leaves, LEAVES, false);
        }
        return builder.mesh();
    }

    private boolean leaf(int triangle) {
        int tinted = 0;
        for (int k = 0; k < 3; k++) {
            tinted += plant.colours()[plant.indices()[3 * triangle + k]] >>> 24;
        }
        return tinted >= 3 * LEAF;
    }

    private double[] corner(int triangle, int k) {
        int v = plant.indices()[3 * triangle + k];
        return new double[] {plant.positions()[3 * v], plant.positions()[3 * v + 1], plant.positions()[3 * v + 2]};
    }

    /** Cuts the triangles across where they reach farthest, into clumps of equal area. */
    private void split(Integer[] triangles, int clumps, boolean crossed) {
        if (clumps == 1 || triangles.length == 1) {
            clump(triangles, crossed);
            return;
        }
        int across = widest(triangles);
        Arrays.sort(
                triangles,
                Comparator.<Integer>comparingDouble(t -> middles[3 * t + across])
                        .thenComparing(t -> t));
        int first = clumps / 2;
        double wanted = area(triangles) * first / clumps;
        int cut = 0;
        for (double sum = 0; cut < triangles.length - 1 && sum < wanted; cut++) {
            sum += areas[triangles[cut]];
        }
        cut = Math.max(1, cut);
        split(Arrays.copyOfRange(triangles, 0, cut), first, crossed);
        split(Arrays.copyOfRange(triangles, cut, triangles.length), clumps - first, crossed);
    }

    private int widest(Integer[] triangles) {
        int widest = 0;
        double most = -1;
        for (int d = 0; d < 3; d++) {
            double least = Double.POSITIVE_INFINITY;
            double greatest = Double.NEGATIVE_INFINITY;
            for (int t : triangles) {
                least = Math.min(least, middles[3 * t + d]);
                greatest = Math.max(greatest, middles[3 * t + d]);
            }
            if (greatest - least > most) {
                most = greatest - least;
                widest = d;
            }
        }
        return widest;
    }

    private double area(Integer[] triangles) {
        double sum = 0;
        for (int t : triangles) {
            sum += areas[t];
        }
        return sum;
    }

    private void clump(Integer[] triangles, boolean crossed) {
        double area = area(triangles);
        if (!(area > 0)) {
            return;
        }
        double[] middle = new double[3];
        for (int t : triangles) {
            for (int d = 0; d < 3; d++) {
                middle[d] += areas[t] / area * middles[3 * t + d];
            }
        }
        double[][] spread = spread(triangles, area, middle);
        double[] first = direction(spread, new double[] {0.31, 1, 0.17});
        double reach = along(spread, first);
        double[] second = widest(spread, first);
        double[] third = Vec.cross(first, second);
        int colour = colour(triangles, area);
        double cap = crossed ? area / 2 : area;
        spike(middle, first, reach, second, along(spread, second), cap, colour);
        if (crossed) {
            spike(middle, first, reach, third, along(spread, third), cap, colour);
        }
    }

    /** A triangle whose places spread as much as the clump's: its height squared over 18 along, its base squared over 24 across. */
    private void spike(
            double[] middle, double[] up, double reach, double[] side, double width, double most, int colour) {
        double height = Math.sqrt(18 * Math.max(0, reach));
        double base = Math.sqrt(24 * Math.max(0, width));
        double area = height * base / 2;
        if (!(area > 0)) {
            return;
        }
        double smaller = Math.sqrt(Math.min(1, most / area));
        double sign = up[1] < 0 ? -1 : 1;
        double[] out = Vec.sum(Vec.unit(Vec.minus(middle, core)), 0.8, new double[] {0, 1, 0}, 0.6);
        double[] foot = Vec.sum(middle, 1, up, -sign * smaller * height / 3);
        int at = builder.vertices();
        vertex(Vec.sum(foot, 1, side, -smaller * base / 2), out, colour);
        vertex(Vec.sum(foot, 1, side, smaller * base / 2), out, colour);
        vertex(Vec.sum(middle, 1, up, sign * smaller * height * 2 / 3), out, colour);
        builder.triangle(at, at + 1, at + 2);
    }

    private void vertex(double[] at, double[] normal, int colour) {
        double y = Math.max(low, at[1]);
        builder.vertex(new double[] {at[0], y, at[2]}, normal, new double[] {core[0], y, core[2]}, y - low, colour);
    }

    /** How the triangles' places lie about their middle: the covariance, weighed by area. */
    private double[][] spread(Integer[] triangles, double area, double[] middle) {
        double[][] sum = new double[3][3];
        for (int t : triangles) {
            double[] c = {middles[3 * t], middles[3 * t + 1], middles[3 * t + 2]};
            double[] off = Vec.minus(c, middle);
            for (int i = 0; i < 3; i++) {
                for (int j = 0; j < 3; j++) {
                    double own = 0;
                    for (int k = 0; k < 3; k++) {
                        double[] at = Vec.minus(corner(t, k), c);
                        own += at[i] * at[j] / 12;
                    }
                    sum[i][j] += areas[t] / area * (off[i] * off[j] + own);
                }
            }
        }
        return sum;
    }

    /** The direction of the largest spread, by the power method. */
    private static double[] direction(double[][] spread, double[] from) {
        double[] v = Vec.unit(from);
        for (int turn = 0; turn < TURNS; turn++) {
            double[] next = Vec.unit(times(spread, v));
            if (Vec.dot(next, next) == 0) {
                return v;
            }
            v = next;
        }
        return v;
    }

    private static double[] times(double[][] m, double[] v) {
        return new double[] {Vec.dot(m[0], v), Vec.dot(m[1], v), Vec.dot(m[2], v)};
    }

    private static double along(double[][] spread, double[] v) {
        return Vec.dot(times(spread, v), v);
    }

    /** The direction of the largest spread across another: the long axis of an ellipse. */
    private static double[] widest(double[][] spread, double[] first) {
        double[] u = Vec.across(first);
        double[] v = Vec.cross(first, u);
        double both = Vec.dot(times(spread, u), v);
        double turn = StrictMath.atan2(2 * both, along(spread, u) - along(spread, v)) / 2;
        return Vec.sum(u, StrictMath.cos(turn), v, StrictMath.sin(turn));
    }

    /** The mean colour and share of the tint by area, as the eye takes it: twigs have many vertices and little of the look. */
    private int colour(Integer[] triangles, double area) {
        double[] mean = new double[4];
        for (int t : triangles) {
            double part = areas[t] / area / 3;
            for (int k = 0; k < 3; k++) {
                int argb = plant.colours()[plant.indices()[3 * t + k]];
                Colour own = Colour.ofPacked(argb);
                mean[0] += part * own.red();
                mean[1] += part * own.green();
                mean[2] += part * own.blue();
                mean[3] += part * (argb >>> 24);
            }
        }
        return (int) Math.rint(mean[3]) << 24 | new Colour(mean[0], mean[1], mean[2]).packed();
    }
}
