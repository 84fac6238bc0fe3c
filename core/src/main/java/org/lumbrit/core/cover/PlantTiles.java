package org.lumbrit.core.cover;

import java.io.IOException;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Region;

/**
 * All plants of a cover, tile by tile, so that memory holds no more than a tile's: the ground is quartered until few enough are expected. A
 * cover of few plants is one tile. Together the tiles have every plant once, the same as the whole has.
 */
public final class PlantTiles {
    /** Plants that are expected in a tile at most. */
    public static final double MOST = 500_000;
    /** A cover of no more plants is one tile. */
    private static final double WHOLE = 1_000_000;
    /** Quarterings at most. */
    private static final int DEEPEST = 14;

    /** Scatters one region. */
    public interface Scatter {
        Plants plants(Region region);

        /** About how many there will be. */
        double guessed(Region region);
    }

    /** Takes one tile's plants. */
    public interface Taker {
        /** @param share 0..1 of the ground that is done with this tile */
        void take(Plants plants, double share) throws IOException;
    }

    private final Scatter scatter;
    private final Taker taker;
    private double done;

    private PlantTiles(Scatter scatter, Taker taker) {
        this.scatter = scatter;
        this.taker = taker;
    }

    /** Gives every tile to the taker, row after row within each quarter. */
    public static void each(Ground ground, Scatter scatter, Taker taker) throws IOException {
        if (scatter.guessed(Region.EVERYWHERE) <= WHOLE) {
            taker.take(scatter.plants(Region.EVERYWHERE), 1);
            return;
        }
        new PlantTiles(scatter, taker).tile(Region.of(ground), Region.EVERYWHERE, 0);
    }

    /** @param within of the ground; @param whole the same, and what lies beyond the border of the ground beside it */
    private void tile(Region within, Region whole, int depth) throws IOException {
        if (depth < DEEPEST && scatter.guessed(whole) > MOST) {
            quarter(within, whole, depth);
            return;
        }
        Plants plants;
        try {
            plants = scatter.plants(whole);
        } catch (CoverScatter.TooManyPlantsException e) {
            if (depth == DEEPEST) {
                throw e;
            }
            quarter(within, whole, depth);
            return;
        }
        done += StrictMath.scalb(1.0, -2 * depth);
        taker.take(plants, done);
    }

    private void quarter(Region within, Region whole, int depth) throws IOException {
        for (int part = 0; part < 4; part++) {
            tile(within.quarter(within, part), whole.quarter(within, part), depth + 1);
        }
    }
}
