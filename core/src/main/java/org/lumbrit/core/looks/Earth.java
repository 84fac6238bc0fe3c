package org.lumbrit.core.looks;

import static org.lumbrit.core.math.Smooth.smoothstep;

import java.util.Optional;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/**
 * The surface of bare ground by rule: turf with soil showing through, heath higher up, scree on slopes, rock in beds with joints where
 * it is steep, snow on the tops, wet at the water's edge. Of each place its colour without light and shade, its roughness, and how
 * high its stones and grains stand. The page draws the same near the eye; patterns finer than the samples lie apart stay at their mean.
 */
public final class Earth {
    /** Height that a site has at least, as a share of its longer side, so that a low one does not reach from turf to snow. */
    private static final double LEAST_RELIEF = 0.06;
    /** Metres of a site's longer side from which on patterns are as large as they are; in a smaller one they are finer. */
    private static final double COARSE = 40;
    /** Numbers of one place: red, green, blue in linear light, roughness 0..1, metres that stand on the ground. */
    public static final int NUMBERS = 5;

    private final double lowest;
    private final double height;
    private final double water;
    private final double grain;
    private final double spacing;
    private final SurfacePattern pattern;
    private final Optional<GroundCharacter> character;
    private final double unseenBumps;
    private final double unseenFine;

    /**
     * @param lowest metres; @param highest metres, of the whole ground; @param longer metres of its longer side
     * @param water metres of its level, −∞ for none; @param spacing metres from one sample to the next
     * @param character where it is damp and hollow; nowhere where it is left out
     */
    Earth(
            double lowest,
            double highest,
            double longer,
            double water,
            double spacing,
            Optional<GroundCharacter> character) {
        this.character = character;
        this.lowest = lowest;
        this.height = Math.max(highest - lowest, LEAST_RELIEF * longer);
        this.water = water;
        this.grain = Math.min(1, longer / COARSE);
        this.spacing = spacing / grain;
        this.pattern = new SurfacePattern(this.spacing);
        this.unseenBumps = pattern.unseen(0.55);
        this.unseenFine = pattern.unseen(3.1);
    }

    /** Of a whole ground. @param water metres of its level, −∞ for none; @param spacing metres from one sample to the next */
    public static Earth of(Ground ground, double water, double spacing, GroundCharacter character) {
        return new Earth(
                ground.lowest(),
                ground.highest(),
                Math.max(ground.width(), ground.depth()),
                water,
                spacing,
                Optional.of(character));
    }

    /** Red, green and blue in linear light of each sample. */
    public float[] colours(Samples samples, Cancel cancel) {
        return colours(surface(samples, cancel));
    }

    /** The colours alone, of what {@link #surface} gave. */
    public static float[] colours(float[] surface) {
        float[] rgb = new float[surface.length / NUMBERS * 3];
        for (int i = 0; i < rgb.length; i++) {
            rgb[i] = surface[i / 3 * NUMBERS + i % 3];
        }
        return rgb;
    }

    /** {@link #NUMBERS} of each sample. */
    public float[] surface(Samples samples, Cancel cancel) {
        float[] all = new float[NUMBERS * samples.count()];
        Chunks.run(samples.count(), cancel, (from, to) -> {
            Place place = new Place();
            for (int i = from; i < to; i++) {
                place.set(samples.x()[i], samples.y()[i], samples.z()[i]);
                place.face(samples.nx()[i], samples.ny()[i], samples.nz()[i]);
                place.put(all, NUMBERS * i);
            }
        });
        return all;
    }

    /** Works out one place after another, for one thread. */
    public interface Pen {
        /** @param nx the unit normal, with ny and nz; @param out {@link #NUMBERS} of the place */
        void at(double x, double y, double z, double nx, double ny, double nz, float[] out);
    }

    public Pen pen() {
        Place place = new Place();
        return (x, y, z, nx, ny, nz, out) -> {
            place.set(x, y, z);
            place.face(nx, ny, nz);
            place.put(out, 0);
        };
    }

    /** The five numbers of one place. @param nx the unit normal, with ny and nz */
    float[] at(double x, double y, double z, double nx, double ny, double nz) {
        float[] out = new float[NUMBERS];
        Place place = new Place();
        place.set(x, y, z);
        place.face(nx, ny, nz);
        place.put(out, 0);
        return out;
    }

    /** Works one place out; made once a thread. */
    private final class Place {
        private double height0;
        /** 0..1, and −1 a crest … 1 a hollow. */
        private double damp;

        private double hollow;
        /** In the pattern's lengths. */
        private double x;

        private double y;
        private double z;
        private double steep;
        private double wall;
        /** How much of a wall faces east or west, 0..1. */
        private double side;

        private double red;
        private double green;
        private double blue;
        private double rough;
        private double stands;

        private void set(double metresX, double metresY, double metresZ) {
            height0 = metresY;
            damp = character.map(at -> at.dampAt(metresX, metresZ)).orElse(0.0);
            hollow = character.map(at -> at.hollowAt(metresX, metresZ)).orElse(0.0);
            x = metresX / grain;
            y = metresY / grain;
            z = metresZ / grain;
        }

        private void face(double nx, double ny, double nz) {
            steep = 1 - ny;
            wall = smoothstep(0.22, 0.5, steep);
            side = smoothstep(0.35, 0.65, nx * nx / (nx * nx + nz * nz + 1e-5));
        }

        private double layered(int channel, double u, double v, double often) {
            return pattern.layered(channel, u, v, often);
        }

        /** From above on gentle ground, from the side on walls, so that nothing is drawn out. @param top the pattern from above */
        private double around(double often, double top) {
            if (wall <= 0) {
                return top;
            }
            double facing = side >= 1 ? 0 : layered(0, x, y, often);
            double across = side <= 0 ? 0 : layered(1, z, y, often);
            return top + wall * (facing + side * (across - facing) - top);
        }

        private void colour(double r, double g, double b, double light) {
            red = r * light;
            green = g * light;
            blue = b * light;
        }

        private void mix(double r, double g, double b, double share) {
            red += share * (r - red);
            green += share * (g - green);
            blue += share * (b - blue);
        }

        /** Lays another surface over what there is. */
        private void lay(double r, double g, double b, double roughness, double high, double share) {
            mix(r, g, b, share);
            rough += share * (roughness - rough);
            stands += share * (high - stands);
        }

        private void put(float[] out, int at) {
            double tall = Smooth.clamp01((height0 - lowest) / height);
            double broad = layered(0, x + 5 / 0.07, z + 5 / 0.07, 0.07);
            double bumps = around(0.55, layered(0, x, z, 0.55));
            double fine = around(3.1, layered(0, 0.87 * x - 0.49 * z + 11 / 3.1, 0.49 * x + 0.87 * z + 11 / 3.1, 3.1));
            turf(bumps, fine, tall);
            // crests are swept bare, soil collects in hollows and along water
            double stony =
                    steep + 0.16 * (bumps - 0.5) + 0.18 * smoothstep(0.25, 0.7, tall) - 0.07 * hollow - 0.06 * damp;
            double loose =
                    smoothstep(0.09, 0.15, stony) * (1 - wall) * smoothstep(0.12, 0.3, tall + 0.3 * (broad - 0.5));
            if (loose > 0) {
                scree(bumps, fine, loose);
            }
            double rocky = smoothstep(0.15, 0.32, stony);
            if (rocky > 0) {
                rock(bumps, fine, rocky);
            }
            // whole slopes are darker or paler, warmer or colder, as their rock is
            double slopes = smoothstep(0.3, 0.7, layered(1, x + 0.013 / 0.021 * y, z + 2 / 0.021, 0.021));
            double share = Math.max(rocky, loose);
            red *= 1 + share * (0.62 + 0.62 * slopes - 1);
            green *= 1 + share * (0.60 + 0.60 * slopes - 1);
            blue *= 1 + share * (0.60 + 0.50 * slopes - 1);
            // the tops of a log carry none
            double snow = smoothstep(0.62, 0.84, tall + 0.26 * (bumps - 0.5) + 0.05 * hollow)
                    * smoothstep(0.40, 0.20, steep + 0.3 * (fine - 0.5))
                    * smoothstep(0.5, 1, grain);
            mix(0.62, 0.66, 0.70, 0.9 * snow);
            rough += snow * (0.6 - rough);
            stands += snow * (0.16 * bumps - stands);
            double wet = 1 - smoothstep(0, 0.35 * grain, height0 - water);
            double mud = 0.7 + 0.6 * fine;
            mix(0.085 * mud, 0.075 * mud, 0.052 * mud, 0.8 * wet);
            rough += wet * (0.32 - rough);
            out[at] = (float) red;
            out[at + 1] = (float) green;
            out[at + 2] = (float) blue;
            out[at + 3] = (float) rough;
            out[at + 4] = (float) (stands * grain);
        }

        /** A threshold on the pattern; where it is too fine to be seen, the mean of what the threshold makes of it. */
        private double over(double from, double to, double value, double unseen) {
            return smoothstep(from - 1.7 * unseen, to + 1.7 * unseen, value);
        }

        private void turf(double bumps, double fine, double tall) {
            double open = over(0.25, 0.75, bumps, unseenBumps);
            colour(0.062, 0.068, 0.022, 1);
            mix(0.150, 0.118, 0.044, open);
            mix(0.040, 0.056, 0.020, 0.6 * over(0.5, 0.68, fine, unseenFine));
            double soil = 0.6 + 0.8 * fine;
            mix(
                    0.088 * soil,
                    0.064 * soil,
                    0.040 * soil,
                    0.7 * over(0.60, 0.72, bumps + 0.35 * (fine - 0.5), unseenBumps));
            double heath = smoothstep(0.16, 0.5, tall + 0.25 * (bumps - 0.5));
            mix(0.085 + 0.055 * fine, 0.058 + 0.050 * fine, 0.036 + 0.024 * fine, heath);
            // where water gathers the turf is lush, and mud shows in the middle of its way
            mix(0.046, 0.070, 0.020, 0.65 * damp * (1 - 0.5 * heath));
            mix(0.060 * soil, 0.048 * soil, 0.032 * soil, 0.6 * smoothstep(0.75, 1, damp));
            rough = 0.96 - 0.3 * smoothstep(0.75, 1, damp);
            stands = 0.22 * bumps + 0.075 * fine;
        }

        /** Stones that have come to rest: each a shade of its own, dark between them. */
        private void scree(double bumps, double fine, double share) {
            double u = 0.81 * x - 0.59 * z;
            double v = 0.59 * x + 0.81 * z;
            double stone = layered(1, u, v, 2.3);
            double gap = 1 - smoothstep(0, 0.07, Math.abs(stone - 0.5));
            double shade = layered(0, u + 3 / 1.1, v + 3 / 1.1, 1.1);
            double light = 0.72 + 0.5 * fine;
            double dark = 0.7 * gap;
            lay(
                    (0.105 + 0.110 * shade) * light * (1 - dark) + 0.030 * dark,
                    (0.100 + 0.105 * shade) * light * (1 - dark) + 0.028 * dark,
                    (0.092 + 0.096 * shade) * light * (1 - dark) + 0.024 * dark,
                    0.88,
                    0.32 * Math.abs(stone - 0.5) + 0.20 * bumps,
                    share);
        }

        /** A joint in rock: a line where what runs across it is half way to the next whole number, where the rock has opened. */
        private double joint(double across, double slope, double open) {
            double width = Math.max(0.022, 1.2 * spacing * slope);
            double off = Math.abs(across - Math.floor(across) - 0.5);
            return (1 - smoothstep(0, width, off)) * smoothstep(0.46, 0.60, open) * Math.min(1, 0.045 / width);
        }

        /** Beds that lie one on the other, joints that cross them, lichen where it is rough. */
        private void rock(double bumps, double fine, double share) {
            double bed = layered(1, 0.11 * x + 0.09 * z, 0.75 * y + 0.4 * bumps, 1);
            double open = Math.max(
                    joint(0.42 * x + 0.06 * y + 0.17 * z + 0.30 * bumps + 0.06 * fine, 0.5, bumps),
                    joint(-0.12 * x + 0.09 * y + 0.33 * z + 0.25 * bed + 0.06 * fine, 0.4, bed));
            open = Math.max(open, wall * joint(0.55 * y + 0.05 * x - 0.04 * z + 0.16 * bed, 0.6, fine));
            double pale = 0.5 * bumps + 0.5 * bed;
            double light = 0.70 + 0.60 * fine;
            double lichen = 0.35 * smoothstep(0.58, 0.72, fine) * (1 - wall);
            double dark = 0.75 * open;
            double r = (0.068 + 0.137 * pale) * light;
            double g = (0.067 + 0.129 * pale) * light;
            double b = (0.066 + 0.116 * pale) * light;
            r += lichen * (0.150 - r);
            g += lichen * (0.150 - g);
            b += lichen * (0.085 - b);
            lay(
                    r + dark * (0.022 - r),
                    g + dark * (0.021 - g),
                    b + dark * (0.020 - b),
                    0.74 + 0.16 * fine,
                    0.40 * bed * wall + 0.50 * bumps + 0.12 * fine - 0.10 * open,
                    share);
        }
    }
}
