package org.lumbrit.core.trials;

import java.util.Optional;
import org.lumbrit.core.answers.Cost;
import org.lumbrit.core.answers.Summary;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;

/**
 * The numbers of a site as one trial leaves it.
 *
 * @param values of the falloff that is looked at, over the ground; none where none is
 * @param plants that stand; @param triangles of all that is drawn near, of the covers
 * @param lowest metres of the ground; @param highest metres
 */
public record Trial(Optional<Summary> values, long plants, long triangles, double lowest, double highest) {
    /** Nodes along the longer side that values are read at. */
    private static final int NODES = 257;

    /** @param falloff that is looked at, by its id; "" for none */
    public static Trial of(SiteEvaluation site, String falloff) {
        Optional<Summary> values = Optional.empty();
        if (!falloff.isEmpty()) {
            Lattice lattice = site.plan().ground().lattice(NODES);
            Samples samples = site.samples(lattice);
            values = Optional.of(Summary.of(site.falloff(falloff, samples), lattice.areas(samples), 0.5));
        }
        long plants = 0;
        long triangles = 0;
        for (Cost cost : Cost.of(site.thinning())) {
            plants += cost.plants();
            triangles += cost.triangles();
        }
        return new Trial(
                values,
                plants,
                triangles,
                site.plan().ground().lowest(),
                site.plan().ground().highest());
    }
}
