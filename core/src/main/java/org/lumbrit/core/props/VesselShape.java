package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** An open vessel with walls of two sides, closed below: what a liquid can be filled into. Its front is where a jug pours. */
@Kind(
        name = "vessel",
        title = "Vessel",
        help = "An open barrel, pail, bowl, trough or jug, with walls that a liquid can stand in.")
public record VesselShape(
        @Setting(title = "form", byDefault = "barrel") Form form,

        @Setting(
                title = "radius",
                unit = "m",
                min = 0.005,
                max = 50,
                slider = {0.05, 1.5},
                byDefault = "0.3",
                help = "At its widest, outside; half the breadth of a trough")
        double radius,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.005,
                max = 50,
                slider = {0.05, 2},
                byDefault = "0.8")
        double height,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.01,
                max = 200,
                slider = {0.2, 6},
                byDefault = "1.6",
                help = "Of a trough, from end to end")
        double length,

        @Setting(
                title = "wall",
                unit = "m",
                min = 0.0005,
                max = 10,
                slider = {0.005, 0.1},
                byDefault = "0.025",
                help = "How thick wall and floor are; half the radius at most")
        double wall,

        @Setting(
                title = "sides",
                min = 8,
                max = 256,
                slider = {12, 96},
                byDefault = "40")
        int sides)
        implements Shape {
    /** Rings from the floor to the rim. */
    private static final int RINGS = 14;

    /** What it looks like. */
    public enum Form {
        BARREL,
        PAIL,
        BOWL,
        TROUGH,
        JUG
    }

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        Solid solid = new Solid();
        double thick = Math.min(wall, Math.min(0.5 * radius, 0.45 * height));
        double[][] rings = new double[2 * RINGS + 2][];
        for (int k = 0; k <= RINGS; k++) {
            double up = (double) k / RINGS;
            rings[k] = new double[] {radius * wide(up), height * up, up};
            // the same wall from inside, from the rim down to the floor
            double down = thick / height + (1 - thick / height) * (1 - up);
            rings[RINGS + 1 + k] =
                    new double[] {Math.max(0.02 * radius, radius * wide(down) - thick), height * down, down};
        }
        int[][] rows = new int[rings.length][];
        for (int r = 0; r < rings.length; r++) {
            boolean inner = r > RINGS;
            // flat parts have corners of their own, so that edges stay sharp
            rows[r] = row(solid, rings[r], inner ? -1 : 1, 0);
        }
        for (int r = 0; r + 1 < rings.length; r++) {
            if (r == RINGS) {
                join(solid, row(solid, rings[r], 0, 1), row(solid, rings[r + 1], 0, 1));
            } else {
                join(solid, rows[r], rows[r + 1]);
            }
        }
        lid(solid, rings[0], -1);
        lid(solid, rings[rings.length - 1], 1);
        return solid.mesh();
    }

    /** Share of the radius at a share of the height. */
    private double wide(double up) {
        return switch (form) {
            case BARREL -> 0.86 + 0.14 * (1 - (2 * up - 1) * (2 * up - 1));
            case PAIL -> 0.72 + 0.28 * up;
            case BOWL -> Math.sqrt(Math.max(0.06, 1 - (1 - up) * (1 - up)));
            case TROUGH -> 0.8 + 0.2 * up;
            case JUG ->
                up < 0.62
                        ? 0.72 + 0.28 * StrictMath.sin(Math.PI * (0.18 + 0.82 * up / 0.62))
                        : neck((up - 0.62) / 0.38);
        };
    }

    private static double neck(double up) {
        return 0.72 - 0.16 * StrictMath.sin(Math.PI * up) + 0.04 * up;
    }

    private int[] row(Solid solid, double[] ring, double out, double up) {
        int[] row = new int[sides];
        for (int s = 0; s < sides; s++) {
            double[] at = corner(ring, s);
            double length = Math.sqrt(at[0] * at[0] + at[2] * at[2]);
            row[s] = solid.vertex(at[0], at[1], at[2], out * at[0] / length, up, out * at[2] / length);
        }
        return row;
    }

    private double[] corner(double[] ring, int s) {
        double angle = 2 * Math.PI * s / sides;
        double x = StrictMath.sin(angle);
        double z = StrictMath.cos(angle);
        if (form == Form.TROUGH) {
            // between a round and a straight outline
            double square =
                    1 / StrictMath.pow(StrictMath.pow(Math.abs(x), 8) + StrictMath.pow(Math.abs(z), 8), 1.0 / 8);
            return new double[] {x * square * ring[0], ring[1], z * square * (ring[0] + (length / 2 - radius))};
        }
        double reach = ring[0];
        if (form == Form.JUG) {
            // the lip stands out to the front, which is −z
            double front = Math.max(0, -z);
            double lip = Math.max(0, ring[2] - 0.8) / 0.2;
            reach += 0.28 * radius * lip * lip * StrictMath.pow(front, 24);
        }
        return new double[] {x * reach, ring[1], z * reach};
    }

    private void join(Solid solid, int[] below, int[] above) {
        for (int s = 0; s < sides; s++) {
            int next = (s + 1) % sides;
            solid.triangle(below[s], below[next], above[next]);
            solid.triangle(below[s], above[next], above[s]);
        }
    }

    private void lid(Solid solid, double[] ring, double up) {
        int middle = solid.vertex(0, ring[1], 0, 0, up, 0);
        int[] row = row(solid, ring, 0, up);
        for (int s = 0; s < sides; s++) {
            int next = (s + 1) % sides;
            if (up > 0) {
                solid.triangle(middle, row[s], row[next]);
            } else {
                solid.triangle(middle, row[next], row[s]);
            }
        }
    }
}
