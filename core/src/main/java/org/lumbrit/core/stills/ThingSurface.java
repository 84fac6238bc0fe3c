package org.lumbrit.core.stills;

import static org.lumbrit.core.math.Smooth.smoothstep;

import java.util.Optional;

/**
 * Props, bodies, what grows on them and what lies on them. Their vertices tell a normal, a colour in linear light, how far something
 * covers them, a value (or {@link #NONE}), and where they lie in the thing's own frame.
 */
final class ThingSurface implements Surface {
    static final int EACH = 11;
    /** No value. */
    static final float NONE = -1e9f;

    private final Light light;
    private final Air air;
    private final double water;
    private final boolean shell;
    private final Optional<Values> shown;
    private final ThreadLocal<double[]> rooms = ThreadLocal.withInitial(() -> new double[3]);

    /** @param water metres of its level; @param shell whether it is the surface of what lies on a prop */
    ThingSurface(Light light, double water, boolean shell, Optional<Values> shown) {
        this.light = light;
        this.air = light.air;
        this.water = water;
        this.shell = shell;
        this.shown = shown;
    }

    @Override
    public void colour(Spot s) {
        double[] n = s.numbers;
        double length = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
        length = length > 0 ? length : 1;
        if (n[0] * s.toX + n[1] * s.toY + n[2] * s.toZ < 0) {
            length = -length;
        }
        double nx = n[0] / length;
        double ny = n[1] / length;
        double nz = n[2] / length;
        double u = 2.3 * n[8];
        double v = 2.3 * n[9];
        double w = 2.3 * n[10];
        double rough = shell ? 0.10 : 0.35;
        double bx = nx + rough * (air.layered(0, 1.7 * v, 1.7 * w) - 0.5);
        double by = ny + rough * (air.layered(1, 1.7 * u, 1.7 * w) - 0.5);
        double bz = nz + rough * (air.layered(0, 1.7 * u, 1.7 * v) - 0.5);
        length = Math.sqrt(bx * bx + by * by + bz * bz);
        bx /= length;
        by /= length;
        bz /= length;
        double[] out = rooms.get();
        double high = smoothstep(0.6, 2.5, s.y - water);
        double through = light.through(s.x, s.y, s.z, nx, ny, nz, Light.own(s), out);
        double sun = through * Math.max(light.open(s.x, s.z), high);
        double sky = Air.mix(light.sky(s.x, s.z), 1, 0.35);
        double facing = Math.max(0, bx * air.toSun[0] + by * air.toSun[1] + bz * air.toSun[2]);
        double covered = n[6];
        double grain = air.layered(0, u + 0.7 * w, v + 0.7 * w) * 0.6 + air.layered(1, 2.7 * w + u, 2.7 * v + u) * 0.4;
        double moss = smoothstep(0.35, 0.8, ny)
                * smoothstep(0.45, 0.62, air.layered(0, (0.9 * s.x + s.y) / air.grain, (0.9 * s.z + s.y) / air.grain))
                * 0.5
                * (1 - covered);
        double soft = shell ? Math.max((facing + 0.12) / 1.12, 0) : facing;
        for (int c = 0; c < 3; c++) {
            double albedo = n[3 + c];
            if (!shell) {
                albedo *= Air.mix(0.80 + 0.40 * grain, 1, 0.85 * covered);
                albedo += moss * (MOSS[c] - albedo);
            }
            double lit = shell
                    ? 0.66
                            * (air.sun[c] * soft * sun
                                    + (air.sky[c] * (0.56 + 0.44 * by) * SNOWY[c] + air.bounce[c]) * sky)
                    : air.sun[c] * facing * sun + (air.sky[c] * (0.55 + 0.45 * by) + 2 * air.bounce[c]) * sky;
            out[c] = albedo * lit;
        }
        s.set(out[0], out[1], out[2]);
        if (shown.isPresent()) {
            values(s, n[7], facing, out);
        }
    }

    private void values(Spot s, double value, double facing, double[] out) {
        if (value > 0.5 * NONE) {
            boolean stripe = Math.floorMod((long) Math.floor((s.x + s.z) / air.grain), 2L) == 1;
            shown.orElseThrow().colour(value, stripe, out);
            double relief = 1.25 * (0.62 + 0.38 * (0.8 * facing + 0.3));
            s.set(out[0] * relief, out[1] * relief, out[2] * relief);
            return;
        }
        s.quiet(0.3, 0.8);
    }

    private static final double[] MOSS = {0.070, 0.078, 0.026};
    private static final double[] SNOWY = {0.90, 1.0, 1.13};
}
