package org.lumbrit.core.motion;

import java.util.Arrays;
import org.lumbrit.core.falloff.Loop;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.NoiseRun;
import org.lumbrit.core.math.WrappedNoise;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.surface.Samples;

/**
 * The wind as a function of place and time:
 *
 * <pre>wind(p, t) = W·((1 + gust·N((p·d − v·t)/F, (p·s)/Fs, p·up/Fu))·b + turbulence·(N₁·b + N₂·c)) + what the gust source adds</pre>
 *
 * <p>with d downwind by the heading and s to its right, v how fast gusts travel, F their length; b is the way the air goes now
 * and c to its right. N is gradient noise of one octave within [−1, 1], on a lattice that is turned downwind and, in a loop,
 * repeats along d after the way that gusts travel in it. Turbulence is the same with its own size. Thread-safe.
 */
public final class WindField {
    private static final int TURBULENCE_SEED = 1_000_003;

    private final WindLayer layer;
    private final Frames frames;
    private final double[] downwind;
    private final int gustPeriod;
    private final int churnPeriod;
    private final int turbulencePeriod;

    public WindField(WindLayer layer, Frames frames) {
        this.layer = layer;
        this.frames = frames;
        this.downwind = Travel.direction(layer.heading());
        this.gustPeriod = Travel.period(layer.gustSpeed(), frames.loop(), layer.gustLength());
        this.churnPeriod = Loop.whole(layer.churn() * frames.loop());
        this.turbulencePeriod = Travel.period(layer.gustSpeed(), frames.loop(), layer.turbulenceSize());
    }

    /** East and south of the unit vector along which gusts travel. */
    public double[] downwind() {
        return downwind.clone();
    }

    /** East and south of the unit vector along which the air goes at a time. */
    double[] blows(double time) {
        return Travel.direction(layer.blows().headingAt(time, layer.heading()));
    }

    /**
     * The wind at samples from..to−1 at one time.
     *
     * @param air mean speed m/s, gust and turbulence shares at all samples
     * @param east m/s, written from index 0; @param south likewise
     */
    public void at(double time, Samples places, int from, int to, float[][] air, double[] east, double[] south) {
        at(
                time,
                places.x(),
                places.y(),
                places.z(),
                from,
                to - from,
                air[0],
                air[1],
                air[2],
                new float[0],
                east,
                south,
                new Scratch(to - from));
    }

    /** What {@link #at} needs for one batch after the other; one for each thread. */
    static final class Scratch {
        final double[] x;
        final double[] y;
        final double[] z;
        final double[] gust;
        final double[] along;
        final double[] across;

        Scratch(int most) {
            x = new double[most];
            y = new double[most];
            z = new double[most];
            gust = new double[most];
            along = new double[most];
            across = new double[most];
        }
    }

    /**
     * The wind at {@code count} places at one time.
     *
     * @param from index of the first place in every array of places and properties
     * @param speed m/s; @param gust share; @param turbulence share, of each place
     * @param later seconds by which gusts come later to each place, or an empty array for none
     * @param east m/s, written from index 0; @param south likewise
     */
    void at(
            double time,
            double[] px,
            double[] py,
            double[] pz,
            int from,
            int count,
            float[] speed,
            float[] gust,
            float[] turbulence,
            float[] later,
            double[] east,
            double[] south,
            Scratch scratch) {
        noise(time, px, py, pz, from, count, later, scratch);
        blow(time, px, pz, from, count, speed, gust, turbulence, scratch, 0, east, south);
    }

    /** What noise makes of the mean wind at one time. @param at where its values begin in the scratch */
    private void blow(
            double time,
            double[] px,
            double[] pz,
            int from,
            int count,
            float[] speed,
            float[] gust,
            float[] turbulence,
            Scratch scratch,
            int at,
            double[] east,
            double[] south) {
        double[] b = blows(time);
        double strength = layer.blows()
                .strength(time, layer.properties().get(WindLayer.SPEED).high());
        GustSource.Orbiting orbit = layer.source() instanceof GustSource.Orbiting circling ? circling : null;
        double[] source = new double[2];
        double[] pushed = new double[2];
        if (orbit != null) {
            orbit.place(frames.length() > 0 ? (time - frames.start()) / frames.length() : 0, source);
        }
        for (int i = 0; i < count; i++) {
            double mean = strength * speed[from + i];
            double forward =
                    mean * (1 + gust[from + i] * scratch.gust[at + i] + turbulence[from + i] * scratch.along[at + i]);
            double right = mean * turbulence[from + i] * scratch.across[at + i];
            east[i] = forward * b[0] - right * b[1];
            south[i] = forward * b[1] + right * b[0];
            if (orbit != null) {
                pushed[0] = 0;
                pushed[1] = 0;
                orbit.add(source, px[from + i], pz[from + i], pushed);
                east[i] += pushed[0];
                south[i] += pushed[1];
            }
        }
    }

    /**
     * The wind at plants from..to−1 in so many frames one after the other: gusts that only travel pass each plant along a line.
     *
     * @param first the first frame; it may lie before the clock's first
     * @param each receives the wind of a frame, m/s to the east and to the south
     */
    void passing(Swaying.Stand stand, int from, int to, int first, int count, Passing each) {
        int n = to - from;
        double[] east = new double[n];
        double[] south = new double[n];
        boolean travels = layer.churn() == 0;
        Scratch scratch = new Scratch(travels ? n * count : n);
        if (travels) {
            runs(stand, from, n, first, count, scratch);
        }
        for (int f = 0; f < count; f++) {
            double time = frames.time(first + f);
            float[][] air = stand.air().at(first + f);
            if (!travels) {
                noise(time, stand.x(), stand.y(), stand.z(), from, n, stand.phase(), scratch);
            }
            blow(
                    time,
                    stand.x(),
                    stand.z(),
                    from,
                    n,
                    air[0],
                    air[1],
                    air[2],
                    scratch,
                    travels ? f * n : 0,
                    east,
                    south);
            each.frame(f, east, south);
        }
    }

    /** Takes the wind of one frame. */
    interface Passing {
        void frame(int frame, double[] east, double[] south);
    }

    private void runs(Swaying.Stand stand, int from, int n, int first, int count, Scratch scratch) {
        NoiseRun gust = new NoiseRun(layer.seed(), gustPeriod);
        NoiseRun along = new NoiseRun(layer.seed() + TURBULENCE_SEED, turbulencePeriod);
        NoiseRun across = new NoiseRun(layer.seed() + 2 * TURBULENCE_SEED, turbulencePeriod);
        for (int i = 0; i < n; i++) {
            int k = from + i;
            double start = stand.x()[k] * downwind[0] + stand.z()[k] * downwind[1];
            if (stand.phase().length > 0) {
                start += layer.gustSpeed() * stand.phase()[k];
            }
            double side = stand.z()[k] * downwind[0] - stand.x()[k] * downwind[1];
            double small = layer.turbulenceSize();
            double level = stand.y()[k] / layer.gustHeight();
            gust.begin(level, side / layer.gustBreadth());
            along.begin(level * layer.gustHeight() / small, side / small);
            across.begin(level * layer.gustHeight() / small, side / small);
            for (int f = 0; f < count; f++) {
                double way = start - layer.gustSpeed() * frames.time(first + f);
                scratch.gust[f * n + i] = gust.at(way / layer.gustLength());
                scratch.along[f * n + i] = along.at(way / small);
                scratch.across[f * n + i] = across.at(way / small);
            }
        }
    }

    private void noise(
            double time, double[] px, double[] py, double[] pz, int from, int count, float[] later, Scratch scratch) {
        double travelled = layer.gustSpeed() * time;
        double[] x = scratch.x;
        double[] y = scratch.y;
        double[] z = scratch.z;
        for (int i = 0; i < count; i++) {
            int k = from + i;
            double along = px[k] * downwind[0] + pz[k] * downwind[1] - travelled;
            if (later.length > 0) {
                along += layer.gustSpeed() * later[k];
            }
            x[i] = along / layer.gustLength();
            y[i] = py[k] / layer.gustHeight();
            z[i] = (pz[k] * downwind[0] - px[k] * downwind[1]) / layer.gustBreadth();
        }
        Arrays.fill(scratch.gust, 0, count, 0);
        if (layer.churn() > 0) {
            double turn = layer.churn() * time;
            // two patterns half a cell apart in time, as one alone is fainter in the middle of its cells
            WrappedNoise.addInFour(layer.seed(), gustPeriod, churnPeriod, x, y, z, turn, count, 0.5, scratch.gust);
            WrappedNoise.addInFour(
                    ~layer.seed(), gustPeriod, churnPeriod, x, y, z, turn + 0.5, count, 0.5, scratch.gust);
        } else {
            add(layer.seed(), gustPeriod, x, y, z, count, scratch.gust);
        }
        double length = layer.gustLength() / layer.turbulenceSize();
        double height = layer.gustHeight() / layer.turbulenceSize();
        double breadth = layer.gustBreadth() / layer.turbulenceSize();
        for (int i = 0; i < count; i++) {
            x[i] *= length;
            y[i] *= height;
            z[i] *= breadth;
        }
        Arrays.fill(scratch.along, 0, count, 0);
        Arrays.fill(scratch.across, 0, count, 0);
        add(layer.seed() + TURBULENCE_SEED, turbulencePeriod, x, y, z, count, scratch.along);
        add(layer.seed() + 2 * TURBULENCE_SEED, turbulencePeriod, x, y, z, count, scratch.across);
    }

    private static void add(int seed, int period, double[] x, double[] y, double[] z, int count, double[] sum) {
        if (period == 0) {
            GradientNoise.add(seed, x, y, z, count, 1, sum);
        } else {
            WrappedNoise.add(seed, period, x, y, z, count, 1, sum);
        }
    }
}
