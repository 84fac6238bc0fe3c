package org.lumbrit.core.falloff;

/** Powers that are the same to the bit everywhere; whole and half exponents, the common ones, without a transcendental. */
final class Power {
    private Power() {}

    static double of(double base, double exponent) {
        if (base == 0) {
            return 0;
        }
        if (exponent == 1) {
            return base;
        }
        if (exponent == 2) {
            return base * base;
        }
        if (exponent == 3) {
            return base * base * base;
        }
        if (exponent == 0.5) {
            return Math.sqrt(base);
        }
        return StrictMath.pow(base, exponent);
    }
}
