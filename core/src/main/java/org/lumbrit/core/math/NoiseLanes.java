package org.lumbrit.core.math;

import jdk.incubator.vector.DoubleVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.LongVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * The same noise as {@link GradientNoise}, bit for bit, several samples at a time in the lanes of the processor's vectors. Needs
 * the module {@code jdk.incubator.vector}.
 *
 * <p>The lattice indices are read off the low bits of {@code floor + 1.5·2⁵²}, the hash works on the lower half of each lane, and
 * the twelve gradients (±p ±q, two of x, y, z) are chosen by bits; every rounding is that of the plain loop. A block of samples
 * goes through many short passes behind one interface, because the compiler gives up on inlining a long one.
 */
final class NoiseLanes {
    private static final VectorSpecies<Double> DOUBLES = DoubleVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Long> LONGS = LongVector.SPECIES_PREFERRED;
    private static final int LANES = DOUBLES.length();
    private static final int BLOCK = 256;

    private static final double SHIFT = 0x1.8p52;
    /** Beyond this the trick with the low bits fails, and the plain loop takes over. */
    private static final double FAR = 0x1p50;

    private static final long ONE = Double.doubleToRawLongBits(1);

    /** One operation on the first so many samples of the block. */
    private interface Pass {
        void run(int count);
    }

    private int start;
    private final Axis x = new Axis(GradientNoise.PRIME_X);
    private final Axis y = new Axis(GradientNoise.PRIME_Y);
    private final Axis z = new Axis(GradientNoise.PRIME_Z);
    private final double[][] corners = new double[8][BLOCK];
    private final Pass[] passes = passes();

    private Pass[] passes() {
        java.util.List<Pass> list = new java.util.ArrayList<>(java.util.List.of(x, y, z));
        for (int c = 0; c < 8; c++) {
            list.add(new Products(c));
        }
        for (int c = 0; c < 8; c += 2) {
            list.add(new Blend(x.fade, corners[c], corners[c + 1]));
        }
        list.add(new Blend(y.fade, corners[0], corners[2]));
        list.add(new Blend(y.fade, corners[4], corners[6]));
        list.add(new Blend(z.fade, corners[0], corners[4]));
        return list.toArray(Pass[]::new);
    }

    /** As {@link GradientNoise#add}. */
    static void add(int seed, double[] x, double[] y, double[] z, int count, double weight, double[] sum) {
        NoiseLanes lanes = new NoiseLanes();
        lanes.x.mixIn = seed;
        lanes.x.places = x;
        lanes.y.places = y;
        lanes.z.places = z;
        int whole = count - count % LANES;
        for (int start = 0; start < whole; start += BLOCK) {
            int length = Math.min(BLOCK, whole - start);
            if (!lanes.block(start, length, weight / GradientNoise.GREATEST, sum)) {
                GradientNoise.addPlain(seed, x, y, z, start, start + length, weight, sum);
            }
        }
        GradientNoise.addPlain(seed, x, y, z, whole, count, weight, sum);
    }

    /** Whether it could be done here: not where a place lies too far away. */
    private boolean block(int from, int count, double scale, double[] sum) {
        start = from;
        for (Pass pass : passes) {
            pass.run(count);
        }
        if (Math.max(x.farthest, Math.max(y.farthest, z.farthest)) >= FAR) {
            return false;
        }
        double[] noise = corners[0];
        for (int i = 0; i < count; i++) {
            sum[from + i] += scale * noise[i];
        }
        return true;
    }

    /** Splits coordinates into the mixed lattice index and the way from it, and fades the way. */
    private final class Axis implements Pass {
        private final int prime;
        private double[] places;
        private double farthest;
        private int mixIn;
        /** The mixed index of the lattice point before and of the one after. */
        private final long[][] hash = new long[2][BLOCK];
        /** The way from each, as bits. */
        private final long[][] way = new long[2][BLOCK];

        private final double[] fade = new double[BLOCK];

        Axis(int prime) {
            this.prime = prime;
        }

        @Override
        public void run(int count) {
            DoubleVector most = DoubleVector.zero(DOUBLES);
            for (int i = 0; i < count; i += LANES) {
                DoubleVector place = DoubleVector.fromArray(DOUBLES, places, start + i);
                most = most.max(place.abs());
                DoubleVector nearest = place.add(SHIFT).sub(SHIFT);
                LongVector above = place.sub(nearest).reinterpretAsLongs().lanewise(VectorOperators.ASHR, 63);
                DoubleVector floor =
                        nearest.sub(above.lanewise(VectorOperators.AND, ONE).reinterpretAsDoubles());
                IntVector before = floor.add(SHIFT).reinterpretAsInts().mul(prime);
                before.lanewise(VectorOperators.XOR, mixIn).reinterpretAsLongs().intoArray(hash[0], i);
                before.add(prime)
                        .lanewise(VectorOperators.XOR, mixIn)
                        .reinterpretAsLongs()
                        .intoArray(hash[1], i);
                DoubleVector t = place.sub(floor);
                t.reinterpretAsLongs().intoArray(way[0], i);
                t.sub(1).reinterpretAsLongs().intoArray(way[1], i);
                t.mul(t).mul(t).mul(t.mul(t.mul(6).sub(15)).add(10)).intoArray(fade, i);
            }
            farthest = most.reduceLanes(VectorOperators.MAX);
        }
    }

    /**
     * The scalar product of the gradient of corner c, which lies one cell further along x, y, z where its bits 0, 1, 2 are set,
     * and the way from that corner.
     */
    private final class Products implements Pass {
        private final long[] hashX;
        private final long[] hashY;
        private final long[] hashZ;
        private final long[] wayX;
        private final long[] wayY;
        private final long[] wayZ;
        private final double[] out;

        Products(int c) {
            hashX = x.hash[c & 1];
            hashY = y.hash[c >> 1 & 1];
            hashZ = z.hash[c >> 2];
            wayX = x.way[c & 1];
            wayY = y.way[c >> 1 & 1];
            wayZ = z.way[c >> 2];
            out = corners[c];
        }

        @Override
        public void run(int count) {
            for (int i = 0; i < count; i += LANES) {
                IntVector h = LongVector.fromArray(LONGS, hashX, i)
                        .lanewise(VectorOperators.XOR, LongVector.fromArray(LONGS, hashY, i))
                        .lanewise(VectorOperators.XOR, LongVector.fromArray(LONGS, hashZ, i))
                        .reinterpretAsInts();
                h = h.lanewise(VectorOperators.XOR, h.lanewise(VectorOperators.LSHR, 15))
                        .mul(0x85EBCA6B);
                h = h.lanewise(VectorOperators.XOR, h.lanewise(VectorOperators.LSHR, 13))
                        .mul(0xC2B2AE35);
                LongVector low = h.reinterpretAsLongs().lanewise(VectorOperators.AND, 0xFFFFFFFFL);
                // bits 30…33 of three times the hash are the edge: two signs, then the pair of axes xy, xz, yz
                LongVector edge = low.add(low).add(low);
                LongVector vx = LongVector.fromArray(LONGS, wayX, i);
                LongVector vy = LongVector.fromArray(LONGS, wayY, i);
                LongVector vz = LongVector.fromArray(LONGS, wayZ, i);
                LongVector isYz = edge.lanewise(VectorOperators.LSHL, 30).lanewise(VectorOperators.ASHR, 63);
                LongVector hasZ = edge.lanewise(VectorOperators.LSHL, 31)
                        .lanewise(VectorOperators.OR, isYz)
                        .lanewise(VectorOperators.ASHR, 63);
                LongVector p = signed(choose(vx, vy, isYz), edge.lanewise(VectorOperators.LSHL, 33));
                LongVector q = signed(choose(vy, vz, hasZ), edge.lanewise(VectorOperators.LSHL, 32));
                p.reinterpretAsDoubles().add(q.reinterpretAsDoubles()).intoArray(out, i);
            }
        }
    }

    private static LongVector choose(LongVector off, LongVector on, LongVector mask) {
        LongVector both = off.lanewise(VectorOperators.XOR, on).lanewise(VectorOperators.AND, mask);
        return off.lanewise(VectorOperators.XOR, both);
    }

    private static LongVector signed(LongVector value, LongVector sign) {
        return value.lanewise(VectorOperators.XOR, sign.lanewise(VectorOperators.AND, Long.MIN_VALUE));
    }

    /** Blends the second into the first. */
    private static final class Blend implements Pass {
        private final double[] share;
        private final double[] first;
        private final double[] second;

        Blend(double[] share, double[] first, double[] second) {
            this.share = share;
            this.first = first;
            this.second = second;
        }

        @Override
        public void run(int count) {
            double[] t = share;
            double[] a = first;
            double[] b = second;
            for (int i = 0; i < count; i++) {
                a[i] += t[i] * (b[i] - a[i]);
            }
        }
    }
}
