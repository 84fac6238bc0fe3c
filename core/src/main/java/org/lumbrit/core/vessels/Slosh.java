package org.lumbrit.core.vessels;

/**
 * How the top of a liquid swings as its vessel is moved: a damped pendulum with the first frequency of an upright round vessel,
 * ω² = (1.841 g/r) tanh(1.841 h/r) (H. Lamb, "Hydrodynamics", 1932, §191), drawn toward the slope that steady acceleration would give it,
 * a/g.
 */
public final class Slosh {
    /** m/s². */
    public static final double GRAVITY = 9.81;
    /** The first zero of the derivative of the Bessel function J₁. */
    private static final double FIRST = 1.8411837813406593;
    /** Steps in one swing. */
    private static final int FINE = 60;
    /** Loops that are gone through before the one that is told, so that it comes back as it began. */
    private static final int BEFORE = 6;

    private Slosh() {}

    /** Radians a second. @param radius metres of a circle as wide as the top; @param deep metres of liquid */
    public static double frequency(double radius, double deep) {
        return Math.sqrt(FIRST * GRAVITY / radius * StrictMath.tanh(FIRST * deep / radius));
    }

    /**
     * Slopes of the top, frame by frame: how steeply it falls toward the east and the south.
     *
     * @param places x, y, z of the vessel in each frame, metres
     * @param step seconds from frame to frame
     * @param loops whether the frame after the last is the first
     * @param damping share of the critical
     * @return two numbers a frame
     */
    public static double[] slopes(double[] places, double step, boolean loops, double frequency, double damping) {
        int frames = places.length / 3;
        double[] pull = new double[2 * frames];
        for (int f = 0; f < frames; f++) {
            for (int d = 0; d < 2; d++) {
                pull[2 * f + d] = frames < 3 ? 0 : acceleration(places, f, 2 * d, step, loops) / GRAVITY;
            }
        }
        double[] out = new double[2 * frames];
        double[] state = new double[4];
        int within = (int) Math.max(1, Math.ceil(step * frequency / (2 * Math.PI) * FINE));
        double dt = step / within;
        for (int turn = loops ? -BEFORE : 0; turn <= 0; turn++) {
            for (int f = 0; f < frames; f++) {
                int after = f + 1 < frames ? f + 1 : loops ? 0 : f;
                out[2 * f] = state[0];
                out[2 * f + 1] = state[1];
                for (int k = 0; k < within; k++) {
                    double share = (k + 0.5) / within;
                    for (int d = 0; d < 2; d++) {
                        double toward = pull[2 * f + d] + share * (pull[2 * after + d] - pull[2 * f + d]);
                        swing(state, d, toward, frequency, damping, dt);
                    }
                }
            }
        }
        return out;
    }

    /** One step, exact for a pull that does not change in it. */
    private static void swing(double[] state, int d, double toward, double frequency, double damping, double dt) {
        double off = state[d] - toward;
        double speed = state[2 + d];
        double fades = damping * frequency;
        double rings = frequency * Math.sqrt(Math.max(1e-12, 1 - damping * damping));
        double decay = StrictMath.exp(-fades * dt);
        double cos = StrictMath.cos(rings * dt);
        double sin = StrictMath.sin(rings * dt);
        double mixed = (speed + fades * off) / rings;
        state[d] = toward + decay * (off * cos + mixed * sin);
        state[2 + d] = decay * (speed * cos - (fades * mixed + rings * off) * sin);
    }

    private static double acceleration(double[] p, int f, int axis, double step, boolean loops) {
        int frames = p.length / 3;
        int before = f > 0 ? f - 1 : loops ? frames - 1 : 0;
        int after = f + 1 < frames ? f + 1 : loops ? 0 : frames - 1;
        int middle = loops || f > 0 && f + 1 < frames ? f : Math.max(1, Math.min(frames - 2, f));
        if (middle != f) {
            before = middle - 1;
            after = middle + 1;
        }
        return (p[3 * after + axis] - 2 * p[3 * middle + axis] + p[3 * before + axis]) / (step * step);
    }
}
