package org.lumbrit.core.plants;

import java.util.Arrays;

/** Puts tubes, blades and turned surfaces together into one plant; lengths along are given in metres from the root. */
final class PlantBuilder {
    private float[] positions = new float[3 * 256];
    private float[] normals = new float[3 * 256];
    private float[] centres = new float[3 * 256];
    private double[] lengths = new double[256];
    private int[] colours = new int[256];
    private int[] indices = new int[3 * 512];
    private int vertices;
    private int corners;

    /** A fixed colour of its own, "#rrggbb"; the cover's tint shows through by a share 0..1. */
    static int colour(String hex, double tinted) {
        return (int) Math.rint(255 * tinted) << 24 | Integer.parseInt(hex.substring(1), 16);
    }

    /**
     * @param p place; @param n normal of any length but 0; @param centre beside it on the centre line
     * @param length metres along from the root
     */
    int vertex(double[] p, double[] n, double[] centre, double length, int colour) {
        if (3 * vertices + 3 > positions.length) {
            positions = Arrays.copyOf(positions, 2 * positions.length);
            normals = Arrays.copyOf(normals, positions.length);
            centres = Arrays.copyOf(centres, positions.length);
            lengths = Arrays.copyOf(lengths, positions.length / 3);
            colours = Arrays.copyOf(colours, positions.length / 3);
        }
        double size = Math.sqrt(Vec.dot(n, n));
        for (int d = 0; d < 3; d++) {
            positions[3 * vertices + d] = (float) p[d];
            normals[3 * vertices + d] = size > 0 ? (float) (n[d] / size) : d == 1 ? 1 : 0;
            centres[3 * vertices + d] = (float) centre[d];
        }
        lengths[vertices] = length;
        colours[vertices] = colour;
        return vertices++;
    }

    void triangle(int a, int b, int c) {
        if (corners + 3 > indices.length) {
            indices = Arrays.copyOf(indices, 2 * indices.length);
        }
        indices[corners++] = a;
        indices[corners++] = b;
        indices[corners++] = c;
    }

    /**
     * A tube around a line that ends in a point.
     *
     * @param line at least two places; @param radii metres, as many; @param start metres along at the first place
     * @param sides at least 3
     */
    void tube(double[][] line, double[] radii, double start, int sides, int colour) {
        tube(line, radii, start, sides, (ring, side) -> colour);
    }

    /** The colour of one place of a tube, by its number along and round. */
    interface Paint {
        int at(int ring, int side);
    }

    /** The same, each place of it in a colour of its own. */
    void tube(double[][] line, double[] radii, double start, int sides, Paint paint) {
        double length = start;
        double[] side = Vec.across(Vec.minus(line[1], line[0]));
        int before = -1;
        for (int i = 0; i < line.length; i++) {
            double[] tangent = Vec.minus(line[Math.min(i + 1, line.length - 1)], line[Math.max(i - 1, 0)]);
            side = Vec.unit(Vec.reject(side, tangent));
            double[] other = Vec.unit(Vec.cross(tangent, side));
            length += i == 0 ? 0 : Vec.distance(line[i], line[i - 1]);
            if (i == line.length - 1) {
                int tip = vertex(line[i], tangent, line[i], length, paint.at(i, 0));
                for (int k = 0; k < sides; k++) {
                    triangle(before + k, tip, before + (k + 1) % sides);
                }
                return;
            }
            int ring = vertices;
            for (int k = 0; k < sides; k++) {
                double turn = 2 * StrictMath.PI * k / sides;
                double[] out = Vec.sum(side, StrictMath.cos(turn), other, StrictMath.sin(turn));
                vertex(Vec.sum(line[i], 1, out, radii[i]), out, line[i], length, paint.at(i, k));
            }
            for (int k = 0; before >= 0 && k < sides; k++) {
                int k2 = (k + 1) % sides;
                triangle(before + k, ring + k, before + k2);
                triangle(before + k2, ring + k, ring + k2);
            }
            before = ring;
        }
    }

    /**
     * A flat blade along a line, its edges to both sides, the midrib lowered by a fold; it ends in a point where its last width
     * is 0.
     *
     * @param across unit vector to the side at each place; @param widths metres from edge to edge, as many
     * @param fold 0 flat; else the angle in degrees by which each half is lifted from the midrib
     */
    void blade(double[][] line, double[] widths, double[][] across, double start, double fold, int colour) {
        double length = start;
        boolean folded = fold != 0;
        double lift = StrictMath.sin(StrictMath.toRadians(fold));
        double flat = StrictMath.cos(StrictMath.toRadians(fold));
        int columns = folded ? 3 : 2;
        int before = -1;
        for (int i = 0; i < line.length; i++) {
            double[] tangent = Vec.unit(Vec.minus(line[Math.min(i + 1, line.length - 1)], line[Math.max(i - 1, 0)]));
            double[] face = Vec.unit(Vec.cross(across[i], tangent));
            length += i == 0 ? 0 : Vec.distance(line[i], line[i - 1]);
            if (i == line.length - 1 && widths[i] == 0) {
                int tip = vertex(line[i], face, line[i], length, colour);
                for (int k = 0; k < columns - 1; k++) {
                    triangle(before + k, before + k + 1, tip);
                }
                return;
            }
            int row = vertices;
            for (int k = 0; k < columns; k++) {
                double to = 2.0 * k / (columns - 1) - 1;
                double half = widths[i] / 2;
                double[] at = Vec.sum(line[i], 1, across[i], to * half * flat);
                at = Vec.sum(at, 1, face, Math.abs(to) * half * lift);
                double tilt = to == 0 ? 0 : folded ? -to * lift : to * 0.5;
                vertex(at, Vec.sum(face, 1, across[i], tilt), line[i], length, colour);
            }
            for (int k = 0; before >= 0 && k < columns - 1; k++) {
                triangle(before + k, before + k + 1, row + k);
                triangle(before + k + 1, row + k + 1, row + k);
            }
            before = row;
        }
    }

    /**
     * A profile turned about a line, open at its ends; a radius of 0 closes an end.
     *
     * @param line centre of each ring; @param radii metres, as many
     * @param lengths metres along of each ring after the start
     */
    void turned(double[][] line, double[] radii, double start, int sides, int colour, double[] lengths) {
        double[] tangent = Vec.unit(Vec.minus(line[line.length - 1], line[0]));
        if (Vec.dot(tangent, tangent) == 0) {
            tangent = new double[] {0, 1, 0};
        }
        double[] side = Vec.across(tangent);
        double[] other = Vec.cross(tangent, side);
        int first = vertices;
        for (int i = 0; i < line.length; i++) {
            int a = Math.max(0, i - 1);
            int b = Math.min(line.length - 1, i + 1);
            double rise = Vec.dot(Vec.minus(line[b], line[a]), tangent);
            double grow = radii[b] - radii[a];
            for (int k = 0; k < sides; k++) {
                double turn = 2 * StrictMath.PI * k / sides;
                double[] out = Vec.sum(side, StrictMath.cos(turn), other, StrictMath.sin(turn));
                double[] n = Vec.sum(out, rise, tangent, -grow);
                vertex(Vec.sum(line[i], 1, out, radii[i]), n, line[i], start + lengths[i], colour);
            }
        }
        for (int i = 1; i < line.length; i++) {
            for (int k = 0; k < sides; k++) {
                int k2 = (k + 1) % sides;
                int lower = first + (i - 1) * sides;
                int upper = first + i * sides;
                if (radii[i - 1] > 0) {
                    triangle(lower + k, upper + k, lower + k2);
                }
                if (radii[i] > 0) {
                    triangle(lower + k2, upper + k, upper + k2);
                }
            }
        }
    }

    int vertices() {
        return vertices;
    }

    /** The plant; along is each length over the longest. */
    PlantMesh mesh() {
        double longest = 0;
        for (int v = 0; v < vertices; v++) {
            longest = Math.max(longest, lengths[v]);
        }
        float[] along = new float[vertices];
        for (int v = 0; v < vertices; v++) {
            along[v] = longest > 0 ? (float) (lengths[v] / longest) : 0;
        }
        return new PlantMesh(
                Arrays.copyOf(positions, 3 * vertices),
                Arrays.copyOf(normals, 3 * vertices),
                along,
                Arrays.copyOf(centres, 3 * vertices),
                Arrays.copyOf(colours, vertices),
                Arrays.copyOf(indices, corners));
    }
}
