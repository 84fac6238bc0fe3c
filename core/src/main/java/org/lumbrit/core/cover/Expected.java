package org.lumbrit.core.cover;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;

/**
 * How many plants a cover will have on the ground, before any is placed: the integral of its density over the true surface, no denser
 * than its spacing floor leaves room for. Read at one hashed place in each cell of a lattice, so that neither rows nor waves of a
 * falloff fall in step with it. Plants taken out or placed by hand, and what a cover keeps clear of, are not in it.
 */
final class Expected {
    /** Cells along the longer side of the part of the ground where density may be more than 0, for a number that is said. */
    static final int FINE = 768;
    /** The same for a first guess. */
    static final int COARSE = 96;

    private static final int SALT = 61;

    private final CoverScatter scatter;
    private final CoverSite site;
    private final Ground ground;
    private final double end;
    private final int cells;

    /** @param cells along the longer side; @param end plants per m² in plan from which on the spacing floor leaves no room, of a spacing of 1 m */
    Expected(CoverScatter scatter, CoverSite site, double end, int cells) {
        this.cells = cells;
        this.scatter = scatter;
        this.site = site;
        this.ground = site.ground();
        this.end = end;
    }

    /** Plants within a region in plan. */
    double within(Region region, Cancel cancel) {
        Region part = site.values("")
                .support(CoverLayer.DENSITY)
                .and(Region.of(ground))
                .and(region);
        if (part.isEmpty()) {
            return 0;
        }
        double across = part.x1() - part.x0();
        double along = part.z1() - part.z0();
        double longer = Math.max(across, along);
        int columns = Math.max(1, (int) Math.ceil(cells * across / longer));
        int rows = Math.max(1, (int) Math.ceil(cells * along / longer));
        Samples samples = Samples.allocate(
                new KeyBuilder("expected/1")
                        .add(ground.key())
                        .add(part.x0())
                        .add(part.z0())
                        .add(part.x1())
                        .add(part.z1())
                        .add(cells)
                        .key(),
                columns * rows);
        Chunks.run(samples.count(), cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                long hash = Hash.of(SALT, i, 0);
                samples.id()[i] = i;
                samples.x()[i] = part.x0() + across * (i % columns + Hash.unit(hash)) / columns;
                samples.z()[i] = part.z0() + along * (i / columns + Hash.unit(Hash.mix(hash))) / rows;
            }
            ground.settle(samples, from, to);
        });
        float[] density = site.values("").at(CoverLayer.DENSITY, samples);
        double[] spacing = scatter.spacings(samples);
        double sum = 0;
        for (int i = 0; i < density.length; i++) {
            if (!(density[i] > 0) || ground.holeAt(samples.x()[i], samples.z()[i])) {
                continue;
            }
            double wanted = density[i] * Ground.stretch(samples.ny()[i]);
            sum += spacing[i] > 0 ? Math.min(wanted, end / (spacing[i] * spacing[i])) : wanted;
        }
        return sum * across * along / samples.count();
    }
}
