package org.lumbrit.core.cover;

import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Region;

/**
 * How many candidates live per r² up to a rank, F(rank; S/r), where S is the side of the coarsest cell and r the spacing.
 * Survivors of settling are not linear in rank, so density must go through this curve. It is measured by settling large
 * regions with {@link #measure}, at ratios S/r = 2^(i/16); between them and between ranks it is linear.
 */
public final class SettlingCurve {
    /** Ratios a doubling. */
    public static final int NODES = 16;
    /** Doublings: the largest spacing is at most 2⁴ times the smallest. */
    public static final int DOUBLINGS = 4;
    /** Ranks a level. */
    public static final int RANKS = 32;

    private static final double LEAST_PART = 1.0 / (1 << 16);

    private static final SettlingCurve CURVE = read();

    private final float[][] table;

    private SettlingCurve(float[][] table) {
        this.table = table;
    }

    /** The one curve, measured once; see the class. */
    public static SettlingCurve curve() {
        return CURVE;
    }

    /** Levels that a spacing with this ratio descends. */
    static int levels(int node) {
        return Settling.LEVELS + Math.min(DOUBLINGS - 1, node / NODES);
    }

    /**
     * Settles a region of about the given number of plants and counts.
     *
     * @param node 0 … NODES · DOUBLINGS: the ratio is 2^(node/NODES)
     * @return living candidates per r² up to rank i/RANKS
     */
    public static float[] measure(int node, long seed, double plants) {
        double ratio = StrictMath.pow(2, (double) node / NODES);
        double spacing = 1 / ratio;
        double length = Math.ceil(Math.sqrt(plants / 0.686) * spacing);
        Region region = new Region(0, 0, length, length);
        int levels = levels(node);
        int sizeClass = Settling.sizeClass(0, spacing);
        Settling settling = new Settling(seed, 0, new Spacing.Same(spacing), levels - sizeClass);
        long[] living = settling.settle(region, Cancel.NEVER);
        long[] histogram = new long[levels * RANKS];
        long seedHash = Candidate.seedHash(seed);
        for (long id : living) {
            double rank = Candidate.level(id) + Candidate.order01(Candidate.hash(seedHash, id));
            histogram[Math.min(histogram.length - 1, (int) (rank * RANKS))]++;
        }
        float[] curve = new float[histogram.length + 1];
        long sum = 0;
        for (int i = 0; i < histogram.length; i++) {
            sum += histogram[i];
            curve[i + 1] = (float) (sum * spacing * spacing / region.area());
        }
        return curve;
    }

    private static SettlingCurve read() {
        try (InputStream resource = SettlingCurve.class.getResourceAsStream("settling-curve.bin");
                DataInputStream in = new DataInputStream(new java.io.BufferedInputStream(resource))) {
            float[][] table = new float[NODES * DOUBLINGS + 1][];
            for (int node = 0; node < table.length; node++) {
                table[node] = new float[levels(node) * RANKS + 1];
                for (int i = 0; i < table[node].length; i++) {
                    table[node][i] = in.readFloat();
                }
            }
            return new SettlingCurve(table);
        } catch (IOException e) {
            throw new UncheckedIOException("the settling curve that belongs to this program cannot be read", e);
        }
    }

    /** Living candidates per r² up to a rank (level + order within it). */
    public double perSquare(double ratio, double rank) {
        return perSquareAt(position(ratio), rank);
    }

    /** Where a ratio lies among the nodes: asked once for many ranks. */
    static double position(double ratio) {
        return Math.min(Math.max(log2(ratio) * NODES, 0), NODES * DOUBLINGS);
    }

    /** The same as {@link #perSquare}, by the position of its ratio. */
    double perSquareAt(double position, double rank) {
        int node = Math.min((int) position, NODES * DOUBLINGS - 1);
        double f = position - node;
        return (1 - f) * ofNode(node, rank) + f * ofNode(node + 1, rank);
    }

    private double ofNode(int node, double rank) {
        float[] curve = table[node];
        double position = Math.min(Math.max(rank * RANKS, 0), curve.length - 1);
        int i = Math.min((int) position, curve.length - 2);
        return curve[i] + (position - i) * (curve[i + 1] - curve[i]);
    }

    /** How many levels are needed to reach so many plants per r², for a spacing that fits the coarsest cell; 1…6. */
    public int levelsFor(double ratio, double perSquare) {
        for (int levels = 1; levels < Settling.LEVELS; levels++) {
            if (perSquare(ratio, levels) >= perSquare) {
                return levels;
            }
        }
        return Settling.LEVELS;
    }

    /** Which part of the first level's ranks reaches so many plants per r², rounded up to a power of ½; 1 where all of it does not. */
    double partFor(double ratio, double perSquare) {
        double part = 1;
        while (part > LEAST_PART && perSquare(ratio, part / 2) >= perSquare) {
            part /= 2;
        }
        return part;
    }

    private static double log2(double ratio) {
        return StrictMath.log(ratio) / StrictMath.log(2);
    }
}
