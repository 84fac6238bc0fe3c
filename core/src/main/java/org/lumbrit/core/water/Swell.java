package org.lumbrit.core.water;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.recipe.Surroundings;

/** What moves a piece of water: which waves run over it. A new one is one record and its name in the {@code permits} line. */
public sealed interface Swell permits Swell.Waves, Swell.Wind, Swell.Noise, Swell.Still {
    /** Of the energy the share of the waves that are not too short to be told apart; it stands for all of it. */
    double LONG = 0.88;

    /** More cannot be drawn at once. */
    int MOST = 12;

    /**
     * Its waves on deep water.
     *
     * @param loop seconds after which all comes back; 0 where it need not
     */
    List<Wave> waves(Surroundings site, int seed, double loop);

    /** How high its waves are from trough to crest, the mean of the highest third, metres. */
    double height(Surroundings site);

    @Kind(name = "waves", title = "Waves", help = "Waves of a length and a height that come from one way.")
    record Waves(
            @Setting(
                    title = "length",
                    unit = "m",
                    min = 0.01,
                    max = 10_000,
                    slider = {0.2, 30},
                    byDefault = "3",
                    help = "From crest to crest, of the strongest waves")
            double length,

            @Setting(
                    title = "height",
                    unit = "m",
                    min = 0,
                    max = 100,
                    slider = {0, 1},
                    byDefault = "0.08",
                    help = "From trough to crest, the mean of the highest third")
            double high,

            @Setting(
                    title = "heading",
                    unit = "°",
                    min = -360,
                    max = 720,
                    slider = {0, 360},
                    byDefault = "90",
                    help = "The way they go: 0 is north, 90 east")
            double heading,

            @Setting(
                    title = "spread",
                    unit = "°",
                    min = 0,
                    max = 180,
                    slider = {0, 60},
                    byDefault = "25",
                    help = "How far their ways differ from it")
            double spread,

            @Setting(
                    title = "sharpness",
                    min = 0,
                    max = 4,
                    slider = {0, 1},
                    byDefault = "0.8",
                    help = "0 are sines, 1 are trochoids with sharp crests and wide troughs")
            double sharpness,

            @Setting(
                    title = "waves",
                    min = 1,
                    max = MOST,
                    byDefault = "9",
                    help = "How many run at once; 1 is a plain swell")
            int count)
            implements Swell {

        @Override
        public double height(Surroundings site) {
            return high;
        }

        @Override
        public List<Wave> waves(Surroundings site, int seed, double loop) {
            return spectrum(length, high, heading, spread, sharpness, count, seed, loop);
        }
    }

    /** As a wind raises them over a stretch of water (K. Hasselmann et al., JONSWAP, 1973). */
    @Kind(
            name = "wind",
            title = "By a wind",
            help = "As high and as long as a wind raises them over a stretch of water.")
    record Wind(
            @Setting(title = "wind", refers = Refers.LAYER, of = "wind")
            String wind,

            @Setting(
                    title = "over",
                    unit = "m",
                    min = 1,
                    max = 1e6,
                    slider = {10, 5000},
                    byDefault = "300",
                    help = "How far the wind blows over water before it comes here")
            double fetch,

            @Setting(
                    title = "spread",
                    unit = "°",
                    min = 0,
                    max = 180,
                    slider = {0, 60},
                    byDefault = "30",
                    help = "How far their ways differ from the wind’s")
            double spread,

            @Setting(
                    title = "sharpness",
                    min = 0,
                    max = 4,
                    slider = {0, 1},
                    byDefault = "1",
                    help = "0 are sines, 1 are trochoids with sharp crests and wide troughs")
            double sharpness,

            @Setting(title = "waves", min = 1, max = MOST, byDefault = "12", help = "How many run at once")
            int count)
            implements Swell {

        private WindLayer blowing(Surroundings site) {
            return (WindLayer) site.layer(wind);
        }

        private double speed(Surroundings site) {
            WindLayer layer = blowing(site);
            return layer.hidden()
                    ? 0
                    : Math.max(0, layer.properties().get(WindLayer.SPEED).high());
        }

        @Override
        public double height(Surroundings site) {
            double u = speed(site);
            return u < 1e-3 ? 0 : 0.0016 * StrictMath.sqrt(Dispersion.G * fetch / (u * u)) * u * u / Dispersion.G;
        }

        @Override
        public List<Wave> waves(Surroundings site, int seed, double loop) {
            double u = speed(site);
            if (u < 1e-3) {
                return List.of();
            }
            double period = 0.286 * StrictMath.cbrt(Dispersion.G * fetch / (u * u)) * u / Dispersion.G;
            double length = Dispersion.G * period * period / (2 * StrictMath.PI);
            return spectrum(length, height(site), blowing(site).heading(), spread, sharpness, count, seed, loop);
        }
    }

    /** Waves of one size that go every way: noise by its spectrum, drawn out across a heading and travelling along it. */
    @Kind(name = "noise", title = "Noise", help = "A restless surface of one feature size, drawn out and travelling.")
    record Noise(
            @Setting(
                    title = "feature size",
                    unit = "m",
                    min = 0.01,
                    max = 10_000,
                    slider = {0.1, 10},
                    byDefault = "1.5",
                    help = "From bump to bump")
            double size,

            @Setting(
                    title = "height",
                    unit = "m",
                    min = 0,
                    max = 100,
                    slider = {0, 0.5},
                    byDefault = "0.04",
                    help = "From trough to crest, the mean of the highest third")
            double high,

            @Setting(
                    title = "drawn out",
                    min = 0.05,
                    max = 20,
                    slider = {1, 6},
                    byDefault = "2",
                    help = "So many times as long across its heading")
            double drawn,

            @Setting(
                    title = "heading",
                    unit = "°",
                    min = -360,
                    max = 720,
                    slider = {0, 360},
                    byDefault = "90",
                    help = "The way it travels: 0 is north, 90 east")
            double heading,

            @Setting(
                    title = "travels",
                    unit = "m/s",
                    min = -100,
                    max = 100,
                    slider = {0, 4},
                    byDefault = "0.5",
                    help = "How fast it goes that way")
            double speed)
            implements Swell {

        @Override
        public double height(Surroundings site) {
            return high;
        }

        @Override
        public List<Wave> waves(Surroundings site, int seed, double loop) {
            List<Wave> all = new ArrayList<>();
            double[] ahead = Headings.direction(heading, 0);
            for (int j = 0; j < MOST; j++) {
                double turn = 2 * StrictMath.PI * (j + Hash.unit(Hash.of(seed, 4 * j))) / MOST;
                double k = 2 * StrictMath.PI / size * (0.75 + 0.5 * Hash.unit(Hash.of(seed, 4 * j + 1)));
                double along = k * StrictMath.cos(turn);
                double aside = k * StrictMath.sin(turn) / drawn;
                double east = along * ahead[0] - aside * ahead[2];
                double south = along * ahead[2] + aside * ahead[0];
                double number = Math.sqrt(east * east + south * south);
                double own = 0.4 * (Hash.unit(Hash.of(seed, 4 * j + 2)) - 0.5) * Dispersion.frequency(size);
                all.add(new Wave(
                        east / number,
                        south / number,
                        number,
                        fitted(along * speed + own, loop, true),
                        high / 4 * Math.sqrt(2.0 / MOST),
                        0,
                        2 * StrictMath.PI * Hash.unit(Hash.of(seed, 4 * j + 3))));
            }
            return all;
        }
    }

    @Kind(name = "still", title = "Still", help = "No waves; rings and things that float may still move on it.")
    record Still() implements Swell {
        @Override
        public double height(Surroundings site) {
            return 0;
        }

        @Override
        public List<Wave> waves(Surroundings site, int seed, double loop) {
            return List.of();
        }
    }

    /**
     * Waves of equal energy each, by the spectrum of W. J. Pierson and L. Moskowitz (1964): the share of the energy below a frequency is
     * exp(−1.25 (ω_peak / ω)⁴). Their ways lie about the heading as normal numbers do.
     */
    private static List<Wave> spectrum(
            double length,
            double high,
            double heading,
            double spread,
            double sharpness,
            int count,
            int seed,
            double loop) {
        double peak = Dispersion.frequency(length);
        double amplitude = high / 4 * Math.sqrt(2.0 / count);
        List<Wave> all = new ArrayList<>();
        for (int j = 0; j < count; j++) {
            double share = count == 1
                    ? StrictMath.exp(-1.25)
                    : LONG * (j + 0.2 + 0.6 * Hash.unit(Hash.of(seed, 3 * j))) / count;
            double omega = fitted(peak * StrictMath.sqrt(StrictMath.sqrt(-1.25 / StrictMath.log(share))), loop, false);
            double k = Dispersion.deep(omega);
            double off = count == 1
                    ? 0
                    : 1.4 * (Hash.unit(Hash.of(seed, 3 * j + 1)) + Hash.unit(Hash.of(seed, 7 * j + 5)) - 1);
            double[] way = Headings.direction(heading + spread * off, 0);
            all.add(new Wave(
                    way[0],
                    way[2],
                    k,
                    omega,
                    amplitude,
                    sharpness,
                    2 * StrictMath.PI * Hash.unit(Hash.of(seed, 3 * j + 2))));
        }
        return all;
    }

    /** The nearest frequency that comes back after a loop; of waves it is never 0. */
    private static double fitted(double omega, double loop, boolean mayStand) {
        if (loop <= 0) {
            return omega;
        }
        double rounds = Math.rint(omega * loop / (2 * StrictMath.PI));
        return 2 * StrictMath.PI / loop * (mayStand ? rounds : Math.max(1, rounds));
    }
}
