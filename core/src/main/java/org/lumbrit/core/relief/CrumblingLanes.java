package org.lumbrit.core.relief;

import jdk.incubator.vector.DoubleVector;
import jdk.incubator.vector.VectorSpecies;

/**
 * The two loops of {@link ThermalErosion} in the lanes of the processor's vectors; what is left over at the end of a row is theirs to do.
 * Needs the module {@code jdk.incubator.vector}.
 */
final class CrumblingLanes {
    private static final VectorSpecies<Double> LANES = DoubleVector.SPECIES_PREFERRED;

    private CrumblingLanes() {}

    /** As {@link ThermalErosion#flow}. @return how many faces are done */
    static int flow(double[] h, int from, int count, ThermalErosion.Faces faces, double[] into, int at, double[] held) {
        int next = from + faces.apart();
        int back = from + faces.back();
        int on = from + faces.on();
        int nextBack = next + faces.back();
        int nextOn = next + faces.on();
        double half = 0.5 * faces.across() * faces.across();
        int end = LANES.loopBound(count);
        for (int k = 0; k < end; k += LANES.length()) {
            DoubleVector difference = of(h, next + k).sub(of(h, from + k));
            DoubleVector down = difference.mul(faces.along());
            DoubleVector here = of(h, on + k).sub(of(h, back + k));
            DoubleVector there = of(h, nextOn + k).sub(of(h, nextBack + k));
            DoubleVector square = here.mul(here);
            DoubleVector other = there.mul(there);
            DoubleVector greater = square.add(other).add(square.sub(other).abs());
            DoubleVector slope = down.mul(down).add(greater.mul(half)).add(ThermalErosion.TINY);
            DoubleVector over = DoubleVector.broadcast(LANES, 1).sub(of(held, k).div(slope));
            difference.mul(over.add(over.abs())).intoArray(into, at + k);
        }
        return end;
    }

    /** As {@link ThermalErosion#settle}. @return how many nodes are done */
    static int settle(
            double[] h,
            int first,
            int count,
            double[] east,
            double alongX,
            double[] north,
            double[] south,
            double alongZ,
            double[] next) {
        int end = LANES.loopBound(count);
        for (int c = 0; c < end; c += LANES.length()) {
            DoubleVector x = of(east, c + 1).sub(of(east, c)).mul(alongX);
            DoubleVector z = of(south, c).sub(of(north, c)).mul(alongZ);
            of(h, first + c).add(x.add(z)).intoArray(next, first + c);
        }
        return end;
    }

    private static DoubleVector of(double[] from, int at) {
        return DoubleVector.fromArray(LANES, from, at);
    }
}
