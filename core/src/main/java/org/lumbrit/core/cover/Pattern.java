package org.lumbrit.core.cover;

import java.util.List;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.Region;

/**
 * How plants are spread over the ground. A new pattern is one record and its name in the {@code permits} line. Density thins
 * whatever the pattern gives, so a higher density only adds plants.
 */
public sealed interface Pattern permits Pattern.Scattered, ClusterPattern, RowPattern, PathPattern {

    /** The place that it follows, where it follows one. */
    default java.util.Optional<String> place() {
        return java.util.Optional.empty();
    }

    /**
     * Places with the density, plants per m² in plan, from which on each is taken.
     *
     * @param most no density is greater
     * @param corners finds the corners of a place by its id
     */
    Spots spots(long seed, double most, Region region, Function<String, List<Point3>> corners);

    /** Evenly by chance. */
    @Kind(
            name = "scattered",
            title = "Scattered",
            help = "Anywhere by chance, as near to each other as spacing allows.")
    record Scattered() implements Pattern {
        @Override
        public Spots spots(long seed, double most, Region region, Function<String, List<Point3>> corners) {
            throw new IllegalStateException("scattered plants have candidates of their own");
        }
    }
}
