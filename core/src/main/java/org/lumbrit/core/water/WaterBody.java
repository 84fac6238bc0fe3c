package org.lumbrit.core.water;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.lumbrit.core.surface.ContourLines;
import org.lumbrit.core.surface.Ground;

/**
 * One connected piece of water up to a level. Its edge is the contour of the level by marching squares; area and volume are those
 * within that edge, the bottom linear between the edge and the nodes.
 *
 * @param area square metres in plan; @param volume cubic metres; @param deepest metres
 * @param x of the deepest node; @param z of the deepest node
 * @param edges its outlines, islands included; those that end at the border of the ground are open
 */
public record WaterBody(double area, double volume, double deepest, double x, double z, List<ContourLines.Line> edges) {

    /** Every piece of water that a level makes, the largest first. */
    public static List<WaterBody> of(Ground ground, double level) {
        return new Pieces(ground, level).bodies();
    }

    /** Finds the pieces. */
    private static final class Pieces {
        private final Ground ground;
        private final double level;
        private final int[] piece;
        private final double[] area;
        private final double[] volume;
        private final int[] deepest;
        private int count;

        Pieces(Ground ground, double level) {
            this.ground = ground;
            this.level = level;
            this.piece = new int[ground.heights().length];
            List<Integer> deep = new ArrayList<>();
            int[] stack = new int[ground.heights().length];
            for (int start = 0; start < piece.length; start++) {
                if (piece[start] == 0 && depth(start) > 0) {
                    deep.add(flood(start, ++count, stack));
                }
            }
            deepest = deep.stream().mapToInt(Integer::intValue).toArray();
            area = new double[count];
            volume = new double[count];
            measure();
        }

        private double depth(int node) {
            return level - ground.heights()[node];
        }

        /** Marks all wet nodes that hang together by the sides of the grid, or crosswise where the cell's mean is wet. */
        private int flood(int start, int number, int[] stack) {
            int filled = 0;
            int deep = start;
            stack[filled++] = start;
            piece[start] = number;
            int w = ground.columns();
            while (filled > 0) {
                int node = stack[--filled];
                deep = depth(node) > depth(deep) ? node : deep;
                int c = node % w;
                int r = node / w;
                for (int dr = -1; dr <= 1; dr++) {
                    for (int dc = -1; dc <= 1; dc++) {
                        int nc = c + dc;
                        int nr = r + dr;
                        if (nc < 0 || nr < 0 || nc >= w || nr >= ground.rows()) {
                            continue;
                        }
                        int next = nr * w + nc;
                        boolean across = dr != 0 && dc != 0;
                        if (piece[next] == 0
                                && depth(next) > 0
                                && (!across || depth(node) + depth(next) + depth(r * w + nc) + depth(nr * w + c) > 0)) {
                            piece[next] = number;
                            stack[filled++] = next;
                        }
                    }
                }
            }
            return deep;
        }

        private void measure() {
            int w = ground.columns();
            double[] x = {0, 1, 1, 0};
            double[] z = {0, 0, 1, 1};
            for (int row = 0; row < ground.rows() - 1; row++) {
                for (int column = 0; column < w - 1; column++) {
                    int i = row * w + column;
                    int[] corners = {i, i + 1, i + w + 1, i + w};
                    int wet = 0;
                    double mean = 0;
                    for (int corner : corners) {
                        wet += depth(corner) > 0 ? 1 : 0;
                        mean += depth(corner) / 4;
                    }
                    if (wet == 0) {
                        continue;
                    }
                    boolean apart = wet == 2 && mean <= 0 && (depth(corners[0]) > 0) == (depth(corners[2]) > 0);
                    if (apart) {
                        for (int k = 0; k < 4; k++) {
                            if (depth(corners[k]) > 0) {
                                corner(corners, k);
                            }
                        }
                    } else {
                        around(corners, x, z);
                    }
                }
            }
        }

        /** A single wet corner cut off from the others. */
        private void corner(int[] corners, int k) {
            double d = depth(corners[k]);
            double before = d / (d - depth(corners[(k + 3) % 4]));
            double after = d / (d - depth(corners[(k + 1) % 4]));
            double share = before * after / 2;
            add(piece[corners[k]], share, share * d / 3);
        }

        /** All wet corners of a cell as one piece, going round. */
        private void around(int[] corners, double[] x, double[] z) {
            double[] px = new double[8];
            double[] pz = new double[8];
            double[] deep = new double[8];
            int n = 0;
            int number = 0;
            for (int k = 0; k < 4; k++) {
                int next = (k + 1) % 4;
                double a = depth(corners[k]);
                double b = depth(corners[next]);
                if (a > 0) {
                    px[n] = x[k];
                    pz[n] = z[k];
                    deep[n++] = a;
                    number = piece[corners[k]];
                }
                if (a > 0 != b > 0) {
                    double t = a / (a - b);
                    px[n] = x[k] + t * (x[next] - x[k]);
                    pz[n] = z[k] + t * (z[next] - z[k]);
                    deep[n++] = 0;
                }
            }
            if (n == 4 && deep[0] > 0 && deep[1] > 0 && deep[2] > 0 && deep[3] > 0) {
                add(number, 1, (deep[0] + deep[1] + deep[2] + deep[3]) / 4);
                return;
            }
            for (int k = 2; k < n; k++) {
                double share = ((px[k - 1] - px[0]) * (pz[k] - pz[0]) - (px[k] - px[0]) * (pz[k - 1] - pz[0])) / 2;
                add(number, share, share * (deep[0] + deep[k - 1] + deep[k]) / 3);
            }
        }

        private void add(int number, double share, double depths) {
            double cell = ground.cellX() * ground.cellZ();
            area[number - 1] += share * cell;
            volume[number - 1] += depths * cell;
        }

        List<WaterBody> bodies() {
            List<List<ContourLines.Line>> edges = new ArrayList<>();
            for (int k = 0; k < count; k++) {
                edges.add(new ArrayList<>());
            }
            for (ContourLines.Line line : ContourLines.lines(ground, level)) {
                int number = beside(line);
                if (number > 0) {
                    edges.get(number - 1).add(line);
                }
            }
            List<WaterBody> bodies = new ArrayList<>();
            for (int k = 0; k < count; k++) {
                int node = deepest[k];
                bodies.add(new WaterBody(
                        area[k],
                        volume[k],
                        depth(node),
                        ground.x(node % ground.columns()),
                        ground.z(node / ground.columns()),
                        edges.get(k)));
            }
            bodies.sort(Comparator.comparingDouble(WaterBody::area).reversed());
            return bodies;
        }

        /** The piece of water that an edge belongs to: that of the wet end of the side of the grid it starts on. */
        private int beside(ContourLines.Line line) {
            double column = (line.points().get(0).x() + ground.width() / 2) / ground.cellX();
            double row = (line.points().get(0).z() + ground.depth() / 2) / ground.cellZ();
            int best = 0;
            double nearest = Double.POSITIVE_INFINITY;
            for (int r = (int) Math.floor(row - 1e-6); r <= Math.ceil(row + 1e-6); r++) {
                for (int c = (int) Math.floor(column - 1e-6); c <= Math.ceil(column + 1e-6); c++) {
                    if (r < 0 || c < 0 || r >= ground.rows() || c >= ground.columns()) {
                        continue;
                    }
                    double away = Math.abs(r - row) + Math.abs(c - column);
                    if (piece[r * ground.columns() + c] > 0 && away < nearest) {
                        nearest = away;
                        best = piece[r * ground.columns() + c];
                    }
                }
            }
            return best;
        }
    }
}
