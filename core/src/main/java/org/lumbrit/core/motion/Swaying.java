package org.lumbrit.core.motion;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.recipe.Frames;

/**
 * How plants swing in a wind. Each bends toward where the air goes by max bend · tanh(|wind| / stiffness), follows that with a
 * first-order lag, and has the mean of its swing over the frames taken out. Plants are computed each on its own, over all
 * frames, so that any frame is the same whether it was asked for alone or in order, and however plants are cut into batches.
 */
public final class Swaying {
    /** Frames before the first in which the lag settles where there is no loop, in time constants. */
    private static final double SETTLED = 16;

    private static final int MOST_NUMBERS = 1 << 17;

    private final WindField field;
    private final Frames frames;
    private final double lean;

    public Swaying(WindField field, Frames frames, SwayLayer layer) {
        this.field = field;
        this.frames = frames;
        this.lean = layer.lean();
    }

    /** Properties of a layer at plants, one array each, in a frame; frames may lie before the first. */
    public interface ByFrame {
        float[][] at(int frame);
    }

    /**
     * The plants and the air about them, one number a plant in every array.
     *
     * @param x feet, metres
     * @param air mean speed m/s, gust and turbulence shares
     * @param give largest angle in degrees, and stiffness m/s
     * @param mostBend degrees that no largest angle exceeds in any frame
     * @param damping seconds; @param phase seconds by which gusts come later
     */
    public record Stand(
            double[] x,
            double[] y,
            double[] z,
            ByFrame air,
            ByFrame give,
            double mostBend,
            float[] damping,
            float[] phase) {}

    /** The bends of every plant, quantised. */
    public SwayLoop loop(Stand stand, Cancel cancel) {
        int plants = stand.x.length;
        int count = frames.count();
        double most = Math.max(1e-9, stand.mostBend);
        double radians = StrictMath.toRadians(most) * (1 + Math.abs(1 - lean)) / 32767;
        if (plants == 0) {
            return new SwayLoop(frames, 0, FrameBlocks.allocate(0, count), radians, new SwayLoop.Seam(0, 0), 0);
        }
        frames.require(plants, 2, "plants");
        FrameBlocks steps = FrameBlocks.allocate(2 * plants, count);
        int chunk = chunk(stand);
        int chunks = (plants + chunk - 1) / chunk;
        double[] jump = new double[chunks];
        double[] inside = new double[chunks];
        double[] square = new double[chunks];
        double[][] sums = new double[chunks][];
        prepare(stand, cancel);
        Chunks.run(plants, chunk, cancel, (from, to) -> {
            double[] bends = bends(stand, from, to);
            int n = to - from;
            int c = from / chunk;
            double[] sum = new double[2 * count];
            double[] means = means(bends, 2 * n);
            for (int f = 0; f < count; f++) {
                int next = (f + 1 == count ? 0 : f + 1) * 2 * n;
                short[] block = steps.holding(f);
                int start = steps.start(f) + 2 * from;
                for (int k = 0; k < 2 * n; k++) {
                    double now = bends[f * 2 * n + k];
                    double swing = now - means[k];
                    block[start + k] = (short) Math.rint((swing + lean * means[k]) / radians);
                    double change = Math.abs(bends[next + k] - now);
                    if (next == 0) {
                        jump[c] = Math.max(jump[c], change);
                    } else {
                        inside[c] = Math.max(inside[c], change);
                    }
                    square[c] += swing * swing;
                    sum[2 * f + (k & 1)] += swing;
                }
            }
            sums[c] = sum;
        });
        return new SwayLoop(frames, plants, steps, radians, seam(jump, inside), together(square, sums, plants));
    }

    /** What every piece of work reads of each frame, made on all cores before any begins. */
    private void prepare(Stand stand, Cancel cancel) {
        for (int f = -before(stand); f < frames.count() && stand.x.length > 0; f++) {
            cancel.check();
            stand.air.at(f);
            stand.give.at(f);
        }
    }

    /** Plants in one piece of work: as many as their numbers fit near to the processor. */
    private int chunk(Stand stand) {
        return Math.max(1, Math.min(128, MOST_NUMBERS / (5 * (frames.count() + before(stand)))));
    }

    /** The mean over all frames of each number of a row. */
    private double[] means(double[] bends, int row) {
        double[] means = new double[row];
        for (int f = 0; f < frames.count(); f++) {
            for (int k = 0; k < row; k++) {
                means[k] += bends[f * row + k];
            }
        }
        for (int k = 0; k < row; k++) {
            means[k] /= frames.count();
        }
        return means;
    }

    /** The largest bend of each plant in any frame, radians; nothing else is kept, however many they are. */
    public float[] amplitudes(Stand stand, Cancel cancel) {
        float[] most = new float[stand.x.length];
        prepare(stand, cancel);
        Chunks.run(most.length, chunk(stand), cancel, (from, to) -> {
            int row = 2 * (to - from);
            double[] bends = bends(stand, from, to);
            double[] means = means(bends, row);
            for (int f = 0; f < frames.count(); f++) {
                for (int i = 0; i < to - from; i++) {
                    double east = bends[f * row + 2 * i] - (1 - lean) * means[2 * i];
                    double south = bends[f * row + 2 * i + 1] - (1 - lean) * means[2 * i + 1];
                    most[from + i] = Math.max(most[from + i], (float) Math.sqrt(east * east + south * south));
                }
            }
        });
        return most;
    }

    private static SwayLoop.Seam seam(double[] jump, double[] inside) {
        double most = 0;
        double within = 0;
        for (int c = 0; c < jump.length; c++) {
            most = Math.max(most, jump[c]);
            within = Math.max(within, inside[c]);
        }
        return new SwayLoop.Seam(most, within);
    }

    /** The power of the mean swing of all plants against the mean power of their swings. */
    private static double together(double[] squares, double[][] sums, int plants) {
        double square = 0;
        double common = 0;
        for (double each : squares) {
            square += each;
        }
        for (int k = 0; sums.length > 0 && k < sums[0].length; k++) {
            double sum = 0;
            for (double[] each : sums) {
                sum += each[k];
            }
            common += sum * sum / plants;
        }
        return square > 0 ? common / square : 0;
    }

    /** How many frames the lag needs to settle where nothing repeats. */
    private int before(Stand stand) {
        if (frames.periodic()) {
            return 0;
        }
        double slowest = 0;
        for (float damping : stand.damping) {
            slowest = Math.max(slowest, damping);
        }
        return (int) Math.ceil(SETTLED * slowest / frames.step());
    }

    /**
     * Bends of plants from..to−1 before the mean is taken out, radians: frame after frame, of each plant toward east and south.
     */
    double[] bends(Stand stand, int from, int to) {
        int n = to - from;
        int early = before(stand);
        int all = frames.count() + early;
        double[] bends = new double[2 * n * all];
        field.passing(stand, from, to, -early, all, (f, east, south) -> {
            float[][] give = stand.give.at(f - early);
            for (int i = 0; i < n; i++) {
                double speed = Math.sqrt(east[i] * east[i] + south[i] * south[i]);
                double share = speed > 0
                        ? StrictMath.toRadians(give[0][from + i]) * tanh(speed / give[1][from + i]) / speed
                        : 0;
                bends[2 * (f * n + i)] = share * east[i];
                bends[2 * (f * n + i) + 1] = share * south[i];
            }
        });
        new Lag(stand.damping, from, n, frames.step(), bends, all, frames.periodic()).follow();
        return early == 0 ? bends : java.util.Arrays.copyOfRange(bends, 2 * n * early, bends.length);
    }

    /** Of a number that is not negative: 1 − 2/(e²ˣ + 1); by its series where that would cancel. */
    private static double tanh(double x) {
        if (x < 1e-3) {
            return x * (1 - x * x / 3);
        }
        return x > 20 ? 1 : 1 - 2 / (StrictMath.exp(2 * x) + 1);
    }
}
