package org.lumbrit.core.falloff;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.CellularNoise;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Samples;

/** Cellular noise (Worley 1996): distance to the nearest hashed point, or second less first, in feature sizes, clamped to 1. */
@Kind(name = "cellular", title = "Cells", help = "Cells around scattered points: their distance, or their borders.")
public record CellularSource(
        @Setting(
                title = "feature size",
                unit = "m",
                min = 0.01,
                max = 10000,
                slider = {0.2, 40},
                byDefault = "5")
        double featureSize,

        @Setting(
                title = "measure",
                byDefault = "nearest",
                help =
                        "Distance to the nearest point, or how much farther the second is: 0 on the borders of the cells")
        Measure measure,

        @Setting(title = "inverted", byDefault = "false", onCard = false, help = "1 − the value: balls instead of pits")
        boolean inverted,

        @Setting(like = Travelling.class) double travel,

        @Setting(like = Travelling.class) double heading,

        @Setting(
                title = "space",
                byDefault = "place",
                onCard = false,
                help = "Sizes in metres, or as parts of the longest side of the thing itself")
        Space space,

        @Setting(
                title = "seed",
                min = 0,
                max = 1_000_000,
                slider = {0, 100},
                byDefault = "1",
                onCard = false)
        int seed)
        implements Source {

    /** What is taken of the distances. */
    public enum Measure {
        NEAREST,
        SECOND_LESS_FIRST
    }

    private static final int BLOCK = 256;

    @Override
    public Set<Surrounding> reads() {
        return travel == 0 ? Set.of() : Set.of(Surrounding.TIME);
    }

    @Override
    public Optional<Loop> loop(double seconds) {
        return travel == 0
                ? Optional.empty()
                : Optional.of(new Loop(Math.abs(travel) * seconds / featureSize, 0, true));
    }

    @Override
    public Source fitted(double seconds) {
        Loop loop = loop(seconds).orElse(new Loop(0, 0, true));
        double size = loop.cells() == 0 ? featureSize : featureSize * loop.cells() / loop.nearestCells();
        return new CellularSource(size, measure, inverted, travel, heading, space, seed);
    }

    @Override
    public List<Remark> remarks(Scene scene) {
        List<Remark> remarks = new ArrayList<>(Remarks.noLoop(scene, this));
        if (space == Space.PLACE) {
            remarks.addAll(Remarks.tooFine(
                    scene,
                    featureSize,
                    size -> new CellularSource(size, measure, inverted, travel, heading, space, seed)));
        }
        return remarks;
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        PatternFrame frame = new PatternFrame(travel, heading, space);
        double loop = readsTime() ? scene.loop() : 0;
        int period = loop > 0 ? frame.period(loop, featureSize) : 0;
        double now = readsTime() ? scene.time() : 0;
        double time = period > 0 ? now - Math.floor(now / loop) * loop : now;
        int hashed = (int) Hash.of(seed, 77);
        double[] x = new double[BLOCK];
        double[] y = new double[BLOCK];
        double[] z = new double[BLOCK];
        double[] distances = new double[2];
        for (int start = from; start < to; start += BLOCK) {
            int count = Math.min(BLOCK, to - start);
            frame.coordinates(scene, time, samples, start, count, x, y, z);
            for (int i = 0; i < count; i++) {
                CellularNoise.distances(
                        hashed, x[i] / featureSize, y[i] / featureSize, z[i] / featureSize, period, distances);
                double v = measure == Measure.NEAREST ? distances[0] : distances[1] - distances[0];
                out[start + i] = (float) (inverted ? 1 - Math.min(1, v) : Math.min(1, v));
            }
        }
    }

    @Override
    public String title(Names names) {
        return "Cells of " + Readings.metres(featureSize);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return "cells of " + Readings.metres(featureSize);
    }
}
