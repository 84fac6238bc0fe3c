package org.lumbrit.core.relief;

import jdk.incubator.vector.DoubleVector;
import jdk.incubator.vector.LongVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * What {@link ThermalErosion} lets flow, bit for bit, several nodes at a time in the lanes of the processor's vectors: it is chosen by masks
 * of the sign, where the plain loop guesses wrong on worn ground. One neighbour after the other, because the compiler gives up on inlining
 * a long loop. Needs the module {@code jdk.incubator.vector}.
 */
final class CrumblingLanes {
    private static final VectorSpecies<Double> DOUBLES = DoubleVector.SPECIES_PREFERRED;
    private static final int LANES = DOUBLES.length();

    private CrumblingLanes() {}

    /** The first node after {@code first} that is left for the plain loop: whole vectors end there. */
    static int end(int first, int end) {
        return first + (end - first) / LANES * LANES;
    }

    /**
     * What flows into each node from the one {@code apart} further on, added to the sums that stand in {@code sums}.
     *
     * @param held metres of height that the talus holds; @param to the end of whole vectors from {@code from} on
     */
    static void add(double[] h, int apart, double held, double[] sums, int from, int to) {
        DoubleVector everywhere = DoubleVector.broadcast(DOUBLES, held);
        for (int i = from; i < to; i += LANES) {
            add(h, apart, everywhere, sums, i);
        }
    }

    /**
     * The same where the talus differs from node to node.
     *
     * @param tangents of the talus at the nodes; @param half of the metres to the neighbour
     */
    static void addDriven(double[] h, double[] tangents, int apart, double half, double[] sums, int from, int to) {
        for (int i = from; i < to; i += LANES) {
            DoubleVector both = DoubleVector.fromArray(DOUBLES, tangents, i)
                    .add(DoubleVector.fromArray(DOUBLES, tangents, i + apart));
            add(h, apart, both.mul(half), sums, i);
        }
    }

    private static void add(double[] h, int apart, DoubleVector held, double[] sums, int i) {
        DoubleVector difference =
                DoubleVector.fromArray(DOUBLES, h, i + apart).sub(DoubleVector.fromArray(DOUBLES, h, i));
        LongVector above = difference.sub(held).reinterpretAsLongs();
        LongVector below = difference.add(held).reinterpretAsLongs();
        LongVector notAbove = above.lanewise(VectorOperators.ASHR, 63);
        LongVector in = above.lanewise(VectorOperators.AND, notAbove.lanewise(VectorOperators.NOT));
        LongVector away = below.lanewise(VectorOperators.AND, below.lanewise(VectorOperators.ASHR, 63));
        DoubleVector.fromArray(DOUBLES, sums, i)
                .add(in.lanewise(VectorOperators.OR, away).reinterpretAsDoubles())
                .intoArray(sums, i);
    }
}
