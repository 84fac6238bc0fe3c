package org.lumbrit.core.drawn;

import java.util.Arrays;

/** Things by the squares of the picture that their bounds touch; a square with many is cut into smaller ones. */
final class Buckets {
    /** Of one square: more are parted once more, into so many squares along a side, no oftener than so. */
    private static final int FULL = 40;

    private static final int PARTS = 6;
    private static final int DEEPEST = 4;
    /** Share of a square's area that its things cover, each, where parting it is worth it. */
    private static final double SMALL = 0.3;

    private final double west;
    private final double north;
    private final double side;
    private final int columns;
    private final int rows;
    private final int[] from;
    private final int[] things;
    private final Buckets[] parts;

    /** The bounds of a thing in the picture: west, north, east, south. @return whether it counts */
    interface Bounds {
        boolean of(int thing, double[] out);
    }

    /** @param across squares along the longer side; @param parted whether full squares are parted */
    static Buckets of(int width, int height, int across, int count, boolean parted, Bounds bounds) {
        double side = Math.max(width, height) / (double) across;
        int[] all = new int[count];
        int used = 0;
        double[] b = new double[4];
        float[] boxes = new float[4 * count];
        for (int i = 0; i < count; i++) {
            if (bounds.of(i, b)) {
                all[used++] = i;
                for (int d = 0; d < 4; d++) {
                    boxes[4 * i + d] = (float) b[d];
                }
            }
        }
        return new Buckets(
                0,
                0,
                side,
                (int) Math.ceil(width / side),
                (int) Math.ceil(height / side),
                Arrays.copyOf(all, used),
                parted ? DEEPEST : 0,
                boxes);
    }

    private Buckets(
            double west, double north, double side, int columns, int rows, int[] all, int deeper, float[] boxes) {
        this.west = west;
        this.north = north;
        this.side = side;
        this.columns = columns;
        this.rows = rows;
        from = new int[columns * rows + 1];
        int[] span = new int[4];
        for (int thing : all) {
            if (span(boxes, thing, span)) {
                for (int r = span[1]; r <= span[3]; r++) {
                    for (int c = span[0]; c <= span[2]; c++) {
                        from[r * columns + c + 1]++;
                    }
                }
            }
        }
        for (int k = 1; k < from.length; k++) {
            from[k] += from[k - 1];
        }
        things = new int[from[from.length - 1]];
        int[] next = Arrays.copyOf(from, from.length - 1);
        for (int thing : all) {
            if (span(boxes, thing, span)) {
                for (int r = span[1]; r <= span[3]; r++) {
                    for (int c = span[0]; c <= span[2]; c++) {
                        things[next[r * columns + c]++] = thing;
                    }
                }
            }
        }
        parts = new Buckets[deeper > 0 ? columns * rows : 0];
        for (int k = 0; k < parts.length; k++) {
            int many = from[k + 1] - from[k];
            if (many > FULL && small(from[k], from[k + 1], boxes)) {
                int[] held = Arrays.copyOfRange(things, from[k], from[k + 1]);
                parts[k] = new Buckets(
                        west + k % columns * side,
                        north + (k / columns) * side,
                        side / PARTS,
                        PARTS,
                        PARTS,
                        held,
                        deeper - 1,
                        boxes);
            }
        }
    }

    /** Whether things of a square are so much smaller than it that they are parted by parting it; told by some of them. */
    private boolean small(int start, int end, float[] boxes) {
        int step = Math.max(1, (end - start) / 32);
        double sum = 0;
        int looked = 0;
        for (int k = start; k < end; k += step) {
            int at = 4 * things[k];
            double wide = Math.min(side, boxes[at + 2] - boxes[at]) / side;
            double tall = Math.min(side, boxes[at + 3] - boxes[at + 1]) / side;
            sum += (wide + 1.0 / PARTS) * (tall + 1.0 / PARTS);
            looked++;
        }
        return sum < SMALL * looked;
    }

    private boolean span(float[] boxes, int thing, int[] out) {
        return span(boxes[4 * thing], boxes[4 * thing + 1], boxes[4 * thing + 2], boxes[4 * thing + 3], out);
    }

    /** First column and row, last column and row. @return whether any of it lies in the squares */
    boolean span(double x0, double y0, double x1, double y1, int[] out) {
        if (!(x1 >= west && y1 >= north && x0 < west + columns * side && y0 < north + rows * side)) {
            return false;
        }
        out[0] = (int) Math.max(0, Math.floor((x0 - west) / side));
        out[1] = (int) Math.max(0, Math.floor((y0 - north) / side));
        out[2] = (int) Math.min(columns - 1, Math.floor((x1 - west) / side));
        out[3] = (int) Math.min(rows - 1, Math.floor((y1 - north) / side));
        return true;
    }

    /** The square at a column and row. */
    int at(int column, int row) {
        return row * columns + column;
    }

    int first(int square) {
        return from[square];
    }

    int end(int square) {
        return from[square + 1];
    }

    int thing(int k) {
        return things[k];
    }

    /** Something asked of a thing. */
    interface Asked {
        boolean of(int thing);
    }

    /** Whether one of the things whose square holds a point answers with yes. */
    boolean any(double x, double y, Asked asked) {
        int c = (int) Math.floor((x - west) / side);
        int r = (int) Math.floor((y - north) / side);
        if (c < 0 || r < 0 || c >= columns || r >= rows) {
            return false;
        }
        int square = at(c, r);
        if (parts.length > 0 && parts[square] != null) {
            return parts[square].any(x, y, asked);
        }
        for (int k = from[square]; k < from[square + 1]; k++) {
            if (asked.of(things[k])) {
                return true;
            }
        }
        return false;
    }
}
