package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Room;

/** Places in plan that grow in number: identity, x, z and the density from which on each is taken. */
public final class Spots {
    private static final int MOST = 40_000_000;
    /** What a place that becomes a plant takes with the arrays that it is made from: reckoned, with room to spare, not measured. */
    private static final int BYTES_A_PLACE = 250;
    /** The same where places settle with a spacing: 26 million of them were scattered with 6.4 GB. */
    private static final int BYTES_A_SETTLED_PLACE = 120;

    private long[] ids = new long[1024];
    private double[] x = new double[1024];
    private double[] z = new double[1024];
    private double[] threshold = new double[1024];
    private int count;

    /**
     * @param expected how many places a pattern would give
     * @param remedy a sentence
     * @throws CoverScatter.TooManyPlantsException before any memory is taken, where they are too many
     */
    static void refuse(double expected, String remedy) {
        if (expected > most()) {
            throw new CoverScatter.TooManyPlantsException(
                    "This pattern would give about " + tooMany(expected) + " " + remedy);
        }
    }

    /** More are refused before memory is taken: what the heap holds. */
    static int most() {
        return (int) Math.min(MOST, Room.forThings(BYTES_A_PLACE));
    }

    /** "51 million places for plants; with 4 GB of memory this program holds 8.5 million." */
    static String tooMany(double expected) {
        return tooMany(expected, most());
    }

    static String tooMany(double expected, int most) {
        return Math.round(expected / 1e6) + " million places for plants; with " + Room.said()
                + " of memory this program holds " + Decimal.write(most / 1e6, 1) + " million.";
    }

    /** Of places that settle with a spacing, of which fewer become plants. */
    static int mostSettled() {
        return (int) Math.min(MOST, Room.forThings(BYTES_A_SETTLED_PLACE));
    }

    /** All of them, one after the other. */
    static Spots joined(Spots... parts) {
        Spots all = new Spots();
        int total = Arrays.stream(parts).mapToInt(Spots::count).sum();
        all.ids = new long[Math.max(1, total)];
        all.x = new double[Math.max(1, total)];
        all.z = new double[Math.max(1, total)];
        all.threshold = new double[Math.max(1, total)];
        for (Spots part : parts) {
            System.arraycopy(part.ids, 0, all.ids, all.count, part.count);
            System.arraycopy(part.x, 0, all.x, all.count, part.count);
            System.arraycopy(part.z, 0, all.z, all.count, part.count);
            System.arraycopy(part.threshold, 0, all.threshold, all.count, part.count);
            all.count += part.count;
        }
        return all;
    }

    void add(long newId, double newX, double newZ, double from) {
        if (count == ids.length) {
            ids = Arrays.copyOf(ids, 2 * count);
            x = Arrays.copyOf(x, 2 * count);
            z = Arrays.copyOf(z, 2 * count);
            threshold = Arrays.copyOf(threshold, 2 * count);
        }
        ids[count] = newId;
        x[count] = newX;
        z[count] = newZ;
        threshold[count++] = from;
    }

    int count() {
        return count;
    }

    long[] ids() {
        return ids;
    }

    double[] x() {
        return x;
    }

    double[] z() {
        return z;
    }

    double[] threshold() {
        return threshold;
    }
}
