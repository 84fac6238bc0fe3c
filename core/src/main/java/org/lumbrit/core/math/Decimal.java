package org.lumbrit.core.math;

/**
 * Our own decimal writer: the same characters on any machine and any Java version. Rounds half away from zero to at most
 * nine places and leaves out trailing zeros.
 */
public final class Decimal {
    private static final long[] POWERS = {
        1, 10, 100, 1_000, 10_000, 100_000, 1_000_000, 10_000_000, 100_000_000, 1_000_000_000
    };

    private Decimal() {}

    /** @param places 0..9; values beyond ±9·10⁸ are written with fewer places, and as whole numbers from 9·10¹⁷ on. */
    public static String write(double value, int places) {
        StringBuilder text = new StringBuilder(20);
        append(text, value, places);
        return text.toString();
    }

    /** Writes a number with at most so many places after the point, zeros at the end left out; the same on every machine. */
    public static void append(StringBuilder text, double value, int places) {
        if (!Double.isFinite(value)) {
            throw new IllegalArgumentException("only finite numbers are written, not " + value);
        }
        double magnitude = Math.abs(value);
        int kept = places;
        while (kept > 0 && magnitude * POWERS[kept] >= 9e17) {
            kept--;
        }
        if (magnitude >= 9e17) {
            text.append(new java.math.BigDecimal(value)
                    .setScale(0, java.math.RoundingMode.HALF_UP)
                    .toPlainString());
            return;
        }
        long whole = (long) magnitude;
        long fraction = (long) ((magnitude - whole) * POWERS[kept] + 0.5);
        if (fraction == POWERS[kept]) {
            whole++;
            fraction = 0;
        }
        if (value < 0 && (whole != 0 || fraction != 0)) {
            text.append('-');
        }
        text.append(whole);
        if (fraction == 0) {
            return;
        }
        text.append('.');
        while (fraction % 10 == 0) {
            fraction /= 10;
            kept--;
        }
        for (int place = kept - 1; place >= 0; place--) {
            text.append((char) ('0' + fraction / POWERS[place] % 10));
        }
    }
}
