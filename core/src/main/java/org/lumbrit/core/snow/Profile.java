package org.lumbrit.core.snow;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Picture;

/** What presses a track: how deep it goes at a place, against its deepest. A new kind is one record and its name in the {@code permits} line. */
public sealed interface Profile
        permits Profile.Boots, Profile.Hooves, Profile.Wheels, Profile.Runners, Profile.Skis, Profile.OfPicture {

    /** Metres from the line to the farthest that is pressed. */
    double half();

    /**
     * How deep it presses, 0..1.
     *
     * @param along metres from the beginning of the line; @param aside metres to its right
     */
    double at(Surroundings site, double along, double aside);

    /** The print of a step whose middle lies at 0: a sole and a heel with bars across. @param u metres ahead; @param v to the side */
    private static double sole(double u, double v, double length, double width) {
        double ball = ellipse(u - 0.18 * length, v, 0.36 * length, 0.5 * width);
        double heel = ellipse(u + 0.34 * length, v, 0.17 * length, 0.38 * width);
        double arch = 0.55 * ellipse(u + 0.05 * length, v, 0.34 * length, 0.30 * width);
        double pressed = Math.max(arch, Math.max(ball, heel));
        double bars = 0.10 * Smooth.smoothstep(0.25, 0.5, Math.abs(frac(u / (0.09 * length)) - 0.5));
        return pressed * (1 - bars);
    }

    private static double ellipse(double u, double v, double a, double b) {
        return Smooth.smoothstep(1.12, 0.88, Math.sqrt(u * u / (a * a) + v * v / (b * b)));
    }

    private static double frac(double x) {
        return x - Math.floor(x);
    }

    /** A smooth trough. */
    private static double trough(double aside, double half) {
        return Smooth.smoothstep(1.15, 0.8, Math.abs(aside) / half);
    }

    @Kind(name = "boots", title = "Boots", help = "Somebody walks: left, right, left.")
    record Boots(
            @Setting(
                    title = "stride",
                    unit = "m",
                    min = 0.01,
                    max = 100,
                    slider = {0.3, 1.2},
                    byDefault = "0.68",
                    help = "From one print to the next")
            double stride,

            @Setting(
                    title = "length",
                    unit = "m",
                    min = 0.01,
                    max = 20,
                    slider = {0.15, 0.5},
                    byDefault = "0.31")
            double length,

            @Setting(
                    title = "width",
                    unit = "m",
                    min = 0.005,
                    max = 20,
                    slider = {0.05, 0.3},
                    byDefault = "0.12")
            double width,

            @Setting(
                    title = "apart",
                    unit = "m",
                    min = 0,
                    max = 20,
                    slider = {0, 0.5},
                    byDefault = "0.2",
                    help = "Left from right")
            double apart)
            implements Profile {
        @Override
        public double half() {
            return apart / 2 + width;
        }

        @Override
        public double at(Surroundings site, double along, double aside) {
            long step = Math.round(along / stride);
            double most = 0;
            for (long k = step - 1; k <= step + 1; k++) {
                double side = Math.floorMod(k, 2) == 0 ? -1 : 1;
                most = Math.max(most, sole(along - k * stride, aside - side * apart / 2, length, width));
            }
            return most;
        }
    }

    @Kind(name = "hooves", title = "Hooves", help = "An animal walks: two and two.")
    record Hooves(
            @Setting(
                    title = "stride",
                    unit = "m",
                    min = 0.01,
                    max = 100,
                    slider = {0.3, 2},
                    byDefault = "0.85",
                    help = "From one print to the next of the same side")
            double stride,

            @Setting(
                    title = "size",
                    unit = "m",
                    min = 0.005,
                    max = 20,
                    slider = {0.03, 0.3},
                    byDefault = "0.1")
            double size,

            @Setting(
                    title = "apart",
                    unit = "m",
                    min = 0,
                    max = 20,
                    slider = {0, 0.8},
                    byDefault = "0.24",
                    help = "Left from right")
            double apart)
            implements Profile {
        @Override
        public double half() {
            return apart / 2 + size;
        }

        @Override
        public double at(Surroundings site, double along, double aside) {
            double most = 0;
            for (int side = -1; side <= 1; side += 2) {
                double shifted = along - (side > 0 ? 0.5 * stride : 0);
                double u = shifted - stride * Math.rint(shifted / stride);
                double v = aside - side * apart / 2;
                double toes = Math.max(
                        ellipse(u, v - 0.2 * size, 0.55 * size, 0.24 * size),
                        ellipse(u, v + 0.2 * size, 0.55 * size, 0.24 * size));
                most = Math.max(most, toes);
            }
            return most;
        }
    }

    @Kind(name = "wheels", title = "A pair of wheels", help = "Two ruts with the bars of a tread.")
    record Wheels(
            @Setting(
                    title = "gauge",
                    unit = "m",
                    min = 0,
                    max = 100,
                    slider = {0.3, 2.5},
                    byDefault = "1.1",
                    help = "From one rut to the other")
            double gauge,

            @Setting(
                    title = "width",
                    unit = "m",
                    min = 0.005,
                    max = 20,
                    slider = {0.03, 0.6},
                    byDefault = "0.09")
            double width,

            @Setting(
                    title = "bars",
                    unit = "m",
                    min = 0.005,
                    max = 20,
                    slider = {0.02, 0.3},
                    byDefault = "0.11",
                    help = "From one bar of the tread to the next")
            double bars)
            implements Profile {
        @Override
        public double half() {
            return gauge / 2 + width;
        }

        @Override
        public double at(Surroundings site, double along, double aside) {
            double v = Math.abs(aside) - gauge / 2;
            double bar = 0.18 * Smooth.smoothstep(0.22, 0.34, Math.abs(frac((along + 0.5 * Math.abs(v)) / bars) - 0.5));
            return trough(v, width / 2) * (1 - bar);
        }
    }

    @Kind(name = "runners", title = "Sledge runners", help = "Two narrow smooth grooves.")
    record Runners(
            @Setting(
                    title = "gauge",
                    unit = "m",
                    min = 0,
                    max = 100,
                    slider = {0.2, 1.5},
                    byDefault = "0.62",
                    help = "From one groove to the other")
            double gauge,

            @Setting(
                    title = "width",
                    unit = "m",
                    min = 0.005,
                    max = 20,
                    slider = {0.02, 0.3},
                    byDefault = "0.07")
            double width)
            implements Profile {
        @Override
        public double half() {
            return gauge / 2 + width;
        }

        @Override
        public double at(Surroundings site, double along, double aside) {
            return trough(Math.abs(aside) - gauge / 2, width / 2);
        }
    }

    @Kind(name = "skis", title = "A pair of skis", help = "Two flat grooves with a rib along their middle.")
    record Skis(
            @Setting(
                    title = "gauge",
                    unit = "m",
                    min = 0,
                    max = 100,
                    slider = {0.05, 0.6},
                    byDefault = "0.22",
                    help = "From one groove to the other")
            double gauge,

            @Setting(
                    title = "width",
                    unit = "m",
                    min = 0.005,
                    max = 20,
                    slider = {0.02, 0.3},
                    byDefault = "0.09")
            double width)
            implements Profile {
        @Override
        public double half() {
            return gauge / 2 + width;
        }

        @Override
        public double at(Surroundings site, double along, double aside) {
            double v = Math.abs(aside) - gauge / 2;
            double rib = 0.3 * Smooth.smoothstep(0.12, 0.05, Math.abs(v) / width);
            return trough(v, width / 2) * (1 - rib);
        }
    }

    @Kind(
            name = "picture",
            title = "A picture",
            help = "A picture of one’s own, again and again: white presses deepest; its top goes ahead.")
    record OfPicture(
            @Setting(title = "picture", refers = Refers.PICTURE)
            String picture,

            @Setting(
                    title = "width",
                    unit = "m",
                    min = 0.005,
                    max = 1000,
                    slider = {0.05, 2},
                    byDefault = "0.3")
            double width,

            @Setting(
                    title = "every",
                    unit = "m",
                    min = 0.005,
                    max = 1000,
                    slider = {0.05, 3},
                    byDefault = "0.6",
                    help = "From one print to the next; no nearer than it is long")
            double every)
            implements Profile {
        @Override
        public double half() {
            return width;
        }

        @Override
        public double at(Surroundings site, double along, double aside) {
            Picture print = site.scene().picture(picture);
            double length = width * print.rows() / print.columns();
            double u = along - every * Math.rint(along / every);
            if (Math.abs(u) > length / 2 || Math.abs(aside) > width / 2) {
                return 0;
            }
            return print.at(aside / width + 0.5, 0.5 - u / length, Picture.Edge.HOLD);
        }
    }
}
