package org.lumbrit.core.relief;

import jdk.incubator.vector.DoubleVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * What {@link ThermalErosion} lets flow, bit for bit, several faces at a time in the lanes of the processor's vectors. Roots and quotients
 * are only taken where any of them crumbles. Needs the module {@code jdk.incubator.vector}.
 */
final class CrumblingLanes {
    private static final VectorSpecies<Double> DOUBLES = DoubleVector.SPECIES_PREFERRED;
    private static final int LANES = DOUBLES.length();
    private static final DoubleVector NOTHING = DoubleVector.zero(DOUBLES);

    private CrumblingLanes() {}

    /** The first node after {@code first} that is left for the plain loop: whole vectors end there. */
    static int end(int first, int end) {
        return first + (end - first) / LANES * LANES;
    }

    /**
     * What crosses faces that lie alike.
     *
     * @param to the end of whole vectors from {@code from} on; @param tangents of the talus at the nodes, none where it is {@code even}
     * @param into metres, {@code shift} further on than the node
     */
    static void flow(
            double[] h,
            int from,
            int to,
            ThermalErosion.Faces faces,
            double[] tangents,
            double even,
            double[] into,
            int shift) {
        DoubleVector held = DoubleVector.broadcast(DOUBLES, even);
        boolean driven = tangents.length > 0;
        int apart = faces.apart();
        int back = faces.back();
        int on = faces.on();
        double along = faces.along();
        double square = faces.across() * faces.across();
        for (int i = from; i < to; i += LANES) {
            DoubleVector difference = at(h, i + apart).sub(at(h, i));
            DoubleVector x = difference.mul(along);
            DoubleVector here = at(h, i + on).sub(at(h, i + back));
            DoubleVector there = at(h, i + apart + on).sub(at(h, i + apart + back));
            DoubleVector slope =
                    x.mul(x).add(here.mul(here).max(there.mul(there)).mul(square));
            if (driven) {
                held = at(tangents, i).add(at(tangents, i + apart)).mul(0.5);
            }
            VectorMask<Double> crumbles = slope.compare(VectorOperators.GT, held.mul(held));
            if (crumbles.anyTrue()) {
                DoubleVector left = held.div(slope.add(ThermalErosion.TINY).lanewise(VectorOperators.SQRT))
                        .neg()
                        .add(1);
                NOTHING.blend(difference.mul(left.max(0)), crumbles).intoArray(into, i + shift);
            } else {
                NOTHING.intoArray(into, i + shift);
            }
        }
    }

    private static DoubleVector at(double[] values, int i) {
        return DoubleVector.fromArray(DOUBLES, values, i);
    }
}
