package org.lumbrit.core.stills;

import static org.lumbrit.core.math.Smooth.smoothstep;

import java.util.Optional;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.water.WaterSurface;

/**
 * Water: what it mirrors by Fresnel's share, its bed seen through it by the law of refraction, swallowed the more the deeper it lies, a
 * glitter of the sun, and ice. Its vertices tell nothing.
 */
final class WaterLook implements Surface {
    private static final double[] DEEP = {0.004, 0.020, 0.032};
    private static final double[] SHALLOW = {0.014, 0.050, 0.054};
    private static final double[] BED = {0.115, 0.092, 0.055};
    private static final double[] MIRRORED = {0.80, 0.90, 0.96};
    private static final double[] FOAM = {0.30, 0.30, 0.27};

    private final Light light;
    private final Air air;
    private final Ground ground;
    private final Optional<WaterSurface> moving;
    private final boolean quiet;
    private Optional<Mirror> mirror = Optional.empty();
    private final ThreadLocal<double[][]> rooms = ThreadLocal.withInitial(() -> new double[3][3]);

    /** What is mirrored in level water; without one the sky is. */
    interface Mirror {
        /** @param across of the picture's width, away from the spot; @param up of its height; @param out linear light */
        void at(Spot spot, double across, double up, double[] out);
    }

    /** @param quiet whether values are what is looked at */
    WaterLook(Light light, Ground ground, Optional<WaterSurface> moving, boolean quiet) {
        this.light = light;
        this.air = light.air;
        this.ground = ground;
        this.moving = moving;
        this.quiet = quiet;
    }

    void mirrors(Mirror seen) {
        mirror = Optional.of(seen);
    }

    @Override
    public boolean bySample() {
        return true;
    }

    @Override
    public void colour(Spot s) {
        double[][] room = rooms.get();
        double[] out = room[0];
        double[] wave = room[1];
        double depth = s.y - ground.height(s.x, s.z);
        double px = s.x / air.grain;
        double pz = s.z / air.grain;
        // ripples finer than a pixel are not told
        double fine = smoothstep(0.3, 0.05, s.pixel / air.grain);
        double calm = smoothstep(0, 0.5 * air.grain, depth) * (0.35 + 0.65 * air.layered(0, 0.11 * px, 0.11 * pz));
        double east = calm
                * (0.110 * fine * (air.layered(0, 0.55 * px, 1.25 * pz) - 0.5)
                        + 0.090 * fine * (air.layered(0, 2.1 * px, 4.6 * pz) - 0.5));
        double south = calm
                * (0.110 * fine * (air.layered(1, 0.55 * px, 1.25 * pz) - 0.5)
                        + 0.090 * fine * (air.layered(1, 2.1 * px, 4.6 * pz) - 0.5));
        double folding = 0;
        double ice = 0;
        if (moving.isPresent()) {
            moving.get().glance(s.x, s.z, s.pixel, wave);
            east -= wave[0];
            south -= wave[1];
            folding = wave[2];
            ice = moving.get().ice(s.x, s.z);
        }
        double length = Math.sqrt(east * east + south * south + 1);
        double nx = east / length;
        double ny = 1 / length;
        double nz = south / length;
        double facing = Math.max(0, nx * s.toX + ny * s.toY + nz * s.toZ);
        double grazing = 1 - facing;
        double fresnel = 0.03 + 0.97 * grazing * grazing * grazing * grazing * grazing;
        mirrored(s, nx, ny, nz, east, south, out);
        double sun = light.open(s.x, s.z);
        // down to the bed: of the look, bent toward the surface's normal
        double eta = 1 / 1.333;
        double k = Math.sqrt(Math.max(0, 1 - eta * eta * (1 - facing * facing)));
        double down = Math.max(0.2, eta * s.toY + (k - eta * facing) * ny);
        double run = Math.min(depth / down, 4 * air.grain);
        double bx = s.x - run * (eta * s.toX + (k - eta * facing) * nx);
        double bz = s.z - run * (eta * s.toZ + (k - eta * facing) * nz);
        double there = Math.max(s.y - ground.height(bx, bz), 0);
        depth = Air.mix(depth, there, smoothstep(0, 0.3 * air.grain, depth)) / Math.max(down, 0.66) * 0.85;
        double through = 1 - StrictMath.exp(-1.5 * Math.max(0, depth));
        double spots = 0.6 + 0.6 * air.layered(0, 1.7 * bx, 1.7 * bz);
        double share = Math.min(1, 0.92 * fresnel + 0.05);
        double glitter = glitter(s, nx, ny, nz) * sun;
        double foam = 0.25 * smoothstep(0.10, 0, s.y - ground.height(s.x, s.z));
        if (folding > 0.42) {
            foam = Math.max(
                    foam, smoothstep(0.42, 0.8, folding) * smoothstep(0.35, 0.65, air.layered(0, 6 * px, 6 * pz)));
        }
        for (int c = 0; c < 3; c++) {
            double bed = BED[c] * spots * (air.sun[c] * sun * 0.6 + air.sky[c]);
            double body = Air.mix(SHALLOW[c], DEEP[c], smoothstep(0.2, 3.2, depth)) * air.all[c];
            body = Air.mix(bed, body, through);
            double seen = Air.mix(body, out[c] * MIRRORED[c], share) + 0.64 * air.sun[c] * glitter;
            out[c] = Air.mix(seen, FOAM[c] * air.all[c], foam);
        }
        s.set(out[0], out[1], out[2]);
        if (ice > 0) {
            ice(s, px, pz, ice, sun);
        }
        if (quiet) {
            double grey = 0.3 * s.red + 0.6 * s.green + 0.1 * s.blue;
            s.mix(0.55 * grey, 0.62 * grey, 0.66 * grey, 0.6);
        }
    }

    private void mirrored(Spot s, double nx, double ny, double nz, double east, double south, double[] out) {
        if (mirror.isPresent()) {
            double near = Math.max(0.15, Math.min(1, 18 / s.far));
            mirror.get().at(s, east * 0.55 * near, south * 1.4 * near, out);
            return;
        }
        double twice = 2 * (nx * s.toX + ny * s.toY + nz * s.toZ);
        air.sky(twice * nx - s.toX, Math.abs(twice * ny - s.toY), twice * nz - s.toZ, false, out);
    }

    private double glitter(Spot s, double nx, double ny, double nz) {
        double hx = s.toX + air.toSun[0];
        double hy = s.toY + air.toSun[1];
        double hz = s.toZ + air.toSun[2];
        double length = Math.sqrt(hx * hx + hy * hy + hz * hz);
        double facing = (nx * hx + ny * hy + nz * hz) / length;
        return facing <= 0.9 ? 0 : StrictMath.pow(facing, 260);
    }

    /** Old ice: greenish where it is clear, grey white where air and snow lie in it, with cracks along its floes. */
    private void ice(Spot s, double px, double pz, double ice, double sun) {
        double frozen = smoothstep(
                0.42,
                0.58,
                ice
                        + 0.36 * (air.layered(0, 0.55 * px, 0.55 * pz) - 0.5)
                        + 0.12 * (air.layered(1, 2.3 * px, 2.3 * pz) - 0.5));
        double snow = smoothstep(
                0.25,
                0.80,
                air.layered(0, 0.31 * px + 7, 0.31 * pz + 7)
                        + 0.5 * (air.layered(1, 2.3 * px, 2.3 * pz) - 0.5)
                        + 0.25 * (air.layered(1, 9 * px, 9 * pz) - 0.5));
        double crack = 0.55
                * smoothstep(0.022, 0.003, Math.abs(air.layered(1, 0.5 * px + 3, 0.5 * pz + 3) - 0.5))
                * (1 - snow);
        double up = Math.max(0, air.toSun[1]);
        double[] c = rooms.get()[2];
        for (int k = 0; k < 3; k++) {
            double albedo = Air.mix(Air.mix(CLEAR[k], WHITE[k], snow), CRACK[k], crack);
            c[k] = albedo * (air.sun[k] * sun * up + air.sky[k] * light.sky(s.x, s.z));
        }
        s.mix(c[0], c[1], c[2], frozen);
    }

    private static final double[] CLEAR = {0.34, 0.44, 0.48};
    private static final double[] WHITE = {0.66, 0.71, 0.76};
    private static final double[] CRACK = {0.10, 0.17, 0.20};
}
