package org.lumbrit.core.water;

import java.util.function.DoubleFunction;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Submerged;

/**
 * Where a prop lies that floats: its height and its tilt come from the same surface as the picture's, so that it is never below the
 * water and never above it; where the water is too shallow for it, it is held.
 *
 * @param x metres of its origin; @param turn how it is turned in the site
 * @param water metres of the surface under its middle
 * @param above metres that its origin lies above that
 * @param off metres that it lies off that height, as it rests on the bed; 0 where it floats
 * @param tilt degrees that its deck is off the level
 * @param held whether the shore holds it back from where it would drift
 * @param wet how many of its places lie on water; 0 on dry land
 */
public record Afloat(
        double x,
        double y,
        double z,
        Quaternion turn,
        double water,
        double above,
        double off,
        double tilt,
        boolean held,
        int wet) {
    private static final double DENSITY = 1000;
    private static final int ACROSS = 5;
    /** Farther apart the way is not looked at for a shore, metres, where the ground's cells are not finer. */
    private static final double LOOK = 0.5;

    private static final int LOOKS = 20_000;

    /** How deep it lies in level water. @param above metres of its origin above the water; @param below metres from the water to its lowest place */
    public record Draught(double above, double below, double volume) {}

    /** @param mesh in the prop's own frame */
    public static Draught draught(Prop prop, Pose.Floats floats, Mesh mesh) {
        double[] up = prop.turned().inverse().rotate(0, 1, 0);
        double[] ends = mesh.extentAlong(up[0], up[1], up[2]);
        double level = floats.weight() > 0
                ? Submerged.level(mesh, up[0], up[1], up[2], floats.weight() / DENSITY / cube(prop.size()))
                : -floats.offset() / prop.size();
        double volume = Math.abs(Submerged.below(mesh, up[0], up[1], up[2], level)[0]) * cube(prop.size());
        return new Draught(-level * prop.size(), Math.max(0, level - ends[0]) * prop.size(), volume);
    }

    /** How it lies, in a sentence. */
    public String said() {
        if (wet == 0) {
            return "It lies on dry land.";
        }
        return "It floats with its origin " + Decimal.write(100 * Math.abs(above), 1) + " cm "
                + (above < 0 ? "below" : "above") + " the water, " + Decimal.write(100 * off, 1) + " cm off, tilted "
                + Decimal.write(tilt, 1) + "°" + (held ? "; the shore holds it." : ".");
    }

    /** How many kilograms of water all of a prop displaces. */
    public static double carries(Prop prop, Mesh mesh) {
        double highest = mesh.extentAlong(0, 1, 0)[1];
        return DENSITY * Math.abs(Submerged.below(mesh, 0, 1, 0, highest + 1)[0]) * cube(prop.size());
    }

    private static double cube(double value) {
        return value * value * value;
    }

    /**
     * @param drifted where it would be at a second of the clock if no shore held it
     * @param time seconds of the clock
     */
    public static Afloat of(
            DoubleFunction<Prop> drifted,
            double time,
            Pose.Floats floats,
            Mesh mesh,
            WaterSurface surface,
            Ground ground) {
        Prop there = drifted.apply(time);
        Draught draught = draught(there, floats, mesh);
        boolean held = false;
        if (floats.drifts()) {
            double last = free(drifted, time, floats, draught.below(), surface, ground);
            held = last < time;
            there = held ? drifted.apply(last) : there;
        }
        return at(there, floats, mesh, draught, held, surface, ground);
    }

    /** The last second up to now at which the water was deep enough all the way. */
    private static double free(
            DoubleFunction<Prop> drifted,
            double time,
            Pose.Floats floats,
            double needs,
            WaterSurface surface,
            Ground ground) {
        double step = Math.min(LOOK, 0.5 * ground.cell()) / Math.abs(floats.speed());
        double end = Math.max(0, time);
        int looks = (int) Math.min(LOOKS, Math.ceil(end / step));
        double last = 0;
        for (int k = 0; k <= looks; k++) {
            double at = looks == 0 ? end : end * k / looks;
            Prop there = drifted.apply(at);
            if (surface.depth(there.x(), there.z()) < needs) {
                return last;
            }
            last = at;
        }
        return time;
    }

    private static Afloat at(
            Prop there,
            Pose.Floats floats,
            Mesh mesh,
            Draught draught,
            boolean held,
            WaterSurface surface,
            Ground ground) {
        double x = there.x();
        double z = there.z();
        Quaternion turn = there.turned();
        double[] plane = {0, 0, 0};
        int wet = 0;
        if (floats.rides() == Pose.Rides.BODY) {
            double[] foot = footprint(there, mesh, draught.above());
            wet = plane(foot, x, z, surface, plane);
        } else if (surface.depth(x, z) > 0) {
            wet = 1;
            plane[0] = surface.rest(x, z) + surface.height(x, z);
        }
        if (wet == 0) {
            double[] up = turn.inverse().rotate(0, 1, 0);
            double lowest = mesh.extentAlong(up[0], up[1], up[2])[0] * there.size();
            double bed = ground.height(x, z);
            return new Afloat(x, bed - lowest, z, turn, bed, draught.above(), 0, 0, held, 0);
        }
        double length = Math.sqrt(1 + plane[1] * plane[1] + plane[2] * plane[2]);
        Quaternion tilted =
                upTo(-plane[1] / length, 1 / length, -plane[2] / length).times(turn);
        double y = plane[0] + draught.above();
        double bed = ground.height(x, z) + draught.below() + draught.above();
        double off = Math.max(0, bed - y);
        double tilt = StrictMath.toDegrees(StrictMath.acos(Math.min(1, 1 / length)));
        return new Afloat(x, y + off, z, tilted, plane[0], draught.above(), off, tilt, held, wet);
    }

    /** Half its size across and along and its middle, as its part below the water is seen from above: right, front. */
    private static double[] footprint(Prop prop, Mesh mesh, double above) {
        Quaternion turn = prop.turned();
        double[] ends = {
            Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY
        };
        double[] all = ends.clone();
        float[] p = mesh.positions();
        for (int i = 0; i < p.length; i += 3) {
            double[] at = turn.rotate(prop.size() * p[i], prop.size() * p[i + 1], prop.size() * p[i + 2]);
            widen(all, at);
            if (at[1] <= -above) {
                widen(ends, at);
            }
        }
        return ends[0] > ends[1] ? all : ends;
    }

    private static void widen(double[] ends, double[] at) {
        ends[0] = Math.min(ends[0], at[0]);
        ends[1] = Math.max(ends[1], at[0]);
        ends[2] = Math.min(ends[2], at[2]);
        ends[3] = Math.max(ends[3], at[2]);
    }

    /**
     * The plane of least squares through the surface at places of a footprint, dry ones left out; level where fewer than three are wet.
     *
     * @param plane out: height at the prop's place, height over way to the east, to the south
     * @return how many are wet
     */
    private static int plane(double[] foot, double x, double z, WaterSurface surface, double[] plane) {
        double[][] m = new double[3][4];
        int wet = 0;
        double mean = 0;
        for (int k = 0; k < ACROSS * ACROSS; k++) {
            double u = foot[0] + (foot[1] - foot[0]) * (0.1 + 0.8 * (k % ACROSS) / (ACROSS - 1));
            double v = foot[2] + (foot[3] - foot[2]) * (0.1 + 0.8 * (k / ACROSS) / (ACROSS - 1));
            if (!(surface.depth(x + u, z + v) > 0)) {
                continue;
            }
            wet++;
            double height = surface.rest(x + u, z + v) + surface.height(x + u, z + v);
            mean += height;
            double[] row = {1, u, v, height};
            for (int a = 0; a < 3; a++) {
                for (int b = 0; b < 4; b++) {
                    m[a][b] += row[a] * row[b];
                }
            }
        }
        if (wet < 3 || !solved(m, plane)) {
            plane[0] = wet == 0 ? 0 : mean / wet;
            plane[1] = 0;
            plane[2] = 0;
        }
        return wet;
    }

    /** Solves three equations by elimination; false where they do not say enough. */
    private static boolean solved(double[][] m, double[] out) {
        double scale = Math.max(m[1][1], m[2][2]);
        for (int c = 0; c < 3; c++) {
            int best = c;
            for (int r = c + 1; r < 3; r++) {
                best = Math.abs(m[r][c]) > Math.abs(m[best][c]) ? r : best;
            }
            double[] held = m[c];
            m[c] = m[best];
            m[best] = held;
            if (Math.abs(m[c][c]) < 1e-9 * scale) {
                return false;
            }
            for (int r = 0; r < 3; r++) {
                if (r != c) {
                    double times = m[r][c] / m[c][c];
                    for (int k = c; k < 4; k++) {
                        m[r][k] -= times * m[c][k];
                    }
                }
            }
        }
        for (int c = 0; c < 3; c++) {
            out[c] = m[c][3] / m[c][c];
        }
        return true;
    }

    /** The shortest turn that brings up to a direction, a unit vector above the level. */
    private static Quaternion upTo(double x, double y, double z) {
        // half way between the two
        double hx = x;
        double hy = y + 1;
        double hz = z;
        double length = Math.sqrt(hx * hx + hy * hy + hz * hz);
        hx /= length;
        hy /= length;
        hz /= length;
        // up × half, up · half
        return new Quaternion(hz, 0, -hx, hy);
    }
}
