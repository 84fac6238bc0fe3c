package org.lumbrit.core.vessels;

import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.PlaneCut;

/**
 * A liquid in its hollow, moment by moment.
 *
 * @param round where the vessel is in each
 * @param numbers {@link #NUMBERS} of each moment
 */
public record Filling(Cavity cavity, List<Surroundings.Moment> round, double[] numbers) {
    /** Normal of the top, its level along it (both of the site), litres in it, litres spilt, litres that there is room for, tilt in degrees. */
    public static final int NUMBERS = 8;

    /** How many moments there are. */
    public int count() {
        return round.size();
    }

    /** One of the numbers of a moment. */
    public double number(int moment, int which) {
        return numbers[NUMBERS * moment + which];
    }

    /** Metres of the top over the vessel's origin, in the site's height. */
    public double height(int moment) {
        double[] origin = round.get(moment).prop().origin();
        return (number(moment, 3) - number(moment, 0) * origin[0] - number(moment, 2) * origin[2]) / number(moment, 1);
    }

    /** Whether it lies and its vessel stands as in the moment before. */
    public boolean asBefore(int moment) {
        int at = NUMBERS * moment;
        return moment > 0
                && Arrays.equals(numbers, at, at + NUMBERS, numbers, at - NUMBERS, at)
                && round.get(moment)
                        .prop()
                        .key()
                        .equals(round.get(moment - 1).prop().key());
    }

    /** It as a closed mesh of the site. */
    public PlaneCut body(int moment) {
        return cut(moment, PlaneCut::below);
    }

    /** Its top alone. */
    public PlaneCut top(int moment) {
        return cut(moment, PlaneCut::cap);
    }

    @FunctionalInterface
    private interface Cut {
        PlaneCut of(Mesh mesh, double nx, double ny, double nz, double level);
    }

    private PlaneCut cut(int moment, Cut cut) {
        PlacedMesh prop = round.get(moment).prop();
        double nx = number(moment, 0);
        double ny = number(moment, 1);
        double nz = number(moment, 2);
        double[] up = prop.turn().inverse().rotate(nx, ny, nz);
        double[] origin = prop.origin();
        double level = (number(moment, 3) - nx * origin[0] - ny * origin[1] - nz * origin[2]) / prop.size();
        PlaneCut own = cut.of(cavity.mesh(), up[0], up[1], up[2], level);
        float[] p = own.mesh().positions();
        float[] placed = new float[p.length];
        for (int i = 0; i < p.length; i += 3) {
            double[] there = prop.toPlace(p[i], p[i + 1], p[i + 2]);
            for (int d = 0; d < 3; d++) {
                placed[i + d] = (float) there[d];
            }
        }
        return new PlaneCut(Mesh.of(placed, own.mesh().triangles()), own.cap(), own.rim());
    }
}
