package org.lumbrit.core.water;

/** How fast waves of a frequency go over water of a depth: ω² = g·k·tanh(k·h) (G. B. Airy, 1845). */
public final class Dispersion {
    /** m/s². */
    public static final double G = 9.81;

    private Dispersion() {}

    /** rad/m on deep water. @param omega rad/s */
    public static double deep(double omega) {
        return omega * omega / G;
    }

    /** rad/s of a wave so long on deep water. @param length metres */
    public static double frequency(double length) {
        return StrictMath.sqrt(G * 2 * StrictMath.PI / length);
    }

    /**
     * Wave number on water of a depth, by Newton's method from C. Eckart's estimate (1952).
     *
     * @param omega rad/s; @param depth metres, above 0
     * @return rad/m, to float rounding
     */
    public static double number(double omega, double depth) {
        double deep = deep(omega) * depth;
        if (deep > 20) {
            return deep / depth;
        }
        double kh = deep / StrictMath.sqrt(StrictMath.tanh(deep));
        for (int k = 0; k < 6; k++) {
            double tanh = StrictMath.tanh(kh);
            kh -= (kh * tanh - deep) / (tanh + kh * (1 - tanh * tanh));
        }
        return kh / depth;
    }

    /** Speed of the waves' energy, m/s. @param k rad/m as {@link #number} says it */
    public static double group(double omega, double k, double depth) {
        double kh = k * depth;
        return omega / k * 0.5 * (1 + (kh > 20 ? 0 : 2 * kh / StrictMath.sinh(2 * kh)));
    }
}
