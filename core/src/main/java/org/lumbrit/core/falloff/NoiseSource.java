package org.lumbrit.core.falloff;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.surface.Samples;

/**
 * Gradient or simplex noise, octaves normalised by Σ gainᵏ. The first octave is 0 at the lattice points, whole multiples of the
 * feature size; the others are shifted by a hashed offset so that their zeros do not fall together. <em>Turned</em>, all octaves stand
 * askew ({@link org.lumbrit.core.math.TurnedNoise}) and no axis shows. Ridged is 1 − 2|n| and
 * billow 2|n| − 1 of each octave. A pattern may be warped, travel, and churn along a fourth axis; with a loop, both come back
 * exactly where the way, or the turn, is a whole number of cells.
 */
@Kind(name = "noise", version = 3, title = "Noise", help = "Soft irregular patches of a chosen size.")
public record NoiseSource(
        @Setting(
                title = "feature size",
                unit = "m",
                min = 0.01,
                max = 10000,
                slider = {0.2, 40},
                byDefault = "5")
        double featureSize,

        @Setting(
                title = "octaves",
                min = 1,
                max = 10,
                slider = {1, 8},
                byDefault = "3",
                help = "How many finer patterns are laid over the first",
                onCard = false)
        int octaves,

        @Setting(
                title = "gain",
                min = 0,
                max = 1,
                byDefault = "0.5",
                onCard = false,
                help = "How strong each finer pattern is against the one before")
        double gain,

        @Setting(
                title = "lacunarity",
                min = 1,
                max = 4,
                byDefault = "2",
                onCard = false,
                help = "How much finer each pattern is than the one before")
        double lacunarity,

        @Setting(
                title = "stretch x",
                min = 0.01,
                max = 100,
                slider = {0.1, 10},
                byDefault = "1",
                onCard = false,
                help = "Features are so many times longer from west to east")
        double stretchX,

        @Setting(
                title = "stretch y",
                min = 0.01,
                max = 100,
                slider = {0.1, 10},
                byDefault = "1",
                onCard = false,
                help = "Features are so many times taller")
        double stretchY,

        @Setting(
                title = "stretch z",
                min = 0.01,
                max = 100,
                slider = {0.1, 10},
                byDefault = "1",
                onCard = false,
                help = "Features are so many times longer from north to south")
        double stretchZ,

        @Setting(
                title = "range",
                byDefault = "zero-to-one",
                onCard = false,
                help = "Whether values run from 0 to 1 or from −1 to 1")
        Range range,

        @Setting(
                title = "seed",
                min = 0,
                max = 1_000_000,
                slider = {0, 100},
                byDefault = "1",
                onCard = false)
        int seed,

        @Setting(
                title = "lattice",
                byDefault = "gradient",
                onCard = false,
                help = "Cubes, or simplices without main directions")
        Basis basis,

        @Setting(
                title = "shape",
                byDefault = "plain",
                onCard = false,
                help = "Plain hills, ridged crests, or billows with sharp valleys")
        Shape shape,

        @Setting(
                title = "warp",
                unit = "m",
                min = 0,
                max = 10000,
                slider = {0, 10},
                byDefault = "0",
                onCard = false,
                help = "How far the pattern is pushed about by a noise of the same feature size")
        double warp,

        @Setting(like = Travelling.class, help = "How fast the pattern moves over the ground")
        double travel,

        @Setting(like = Travelling.class) double heading,

        @Setting(
                title = "churn",
                unit = "/s",
                min = 0,
                max = 100,
                slider = {0, 2},
                byDefault = "0",
                onCard = false,
                help = "How often a second the pattern becomes another one on the spot")
        double churn,

        @Setting(
                title = "space",
                byDefault = "place",
                onCard = false,
                help = "Sizes in metres, or as parts of the longest side of the thing itself")
        Space space,

        @Setting(
                title = "turned",
                byDefault = "true",
                before = "false",
                onCard = false,
                help = "Each octave stands askew to the others, so that no main direction shows")
        boolean turned)
        implements Source {

    /** Where the values lie. */
    public enum Range {
        ZERO_TO_ONE,
        MINUS_ONE_TO_ONE
    }

    /** The lattice of the noise. */
    public enum Basis {
        GRADIENT,
        SIMPLEX
    }

    /** What becomes of each octave. */
    public enum Shape {
        PLAIN,
        RIDGED,
        BILLOW
    }

    /** Noise at rest, from cubes in line, plain. */
    public NoiseSource(
            double featureSize,
            int octaves,
            double gain,
            double lacunarity,
            double stretchX,
            double stretchY,
            double stretchZ,
            Range range,
            int seed) {
        this(
                featureSize,
                octaves,
                gain,
                lacunarity,
                stretchX,
                stretchY,
                stretchZ,
                range,
                seed,
                Basis.GRADIENT,
                Shape.PLAIN,
                0,
                0,
                90,
                0,
                Space.PLACE,
                false);
    }

    @Override
    public Set<Surrounding> reads() {
        return travel == 0 && churn == 0 ? Set.of() : Set.of(Surrounding.TIME);
    }

    @Override
    public Optional<Loop> loop(double seconds) {
        if (!readsTime()) {
            return Optional.empty();
        }
        double way = Math.abs(travel) * seconds / (featureSize * stretchX);
        return Optional.of(new Loop(travel == 0 ? 0 : way, churn * seconds, basis == Basis.GRADIENT && wholeOctaves()));
    }

    private boolean wholeOctaves() {
        return octaves == 1 || lacunarity == Math.rint(lacunarity);
    }

    @Override
    public Source fitted(double seconds) {
        Loop loop = loop(seconds).orElse(new Loop(0, 0, true));
        double size = loop.cells() == 0 ? featureSize : featureSize * loop.cells() / loop.nearestCells();
        double turns = loop.turns() == 0 ? churn : loop.nearestTurns() / seconds;
        return with(size, wholeOctaves() ? lacunarity : Math.rint(lacunarity), Basis.GRADIENT, turns);
    }

    private NoiseSource with(double newSize, double newLacunarity, Basis newBasis, double newChurn) {
        return new NoiseSource(
                newSize,
                octaves,
                gain,
                newLacunarity,
                stretchX,
                stretchY,
                stretchZ,
                range,
                seed,
                newBasis,
                shape,
                warp,
                travel,
                heading,
                newChurn,
                space,
                turned);
    }

    @Override
    public List<Remark> remarks(Scene scene) {
        List<Remark> remarks = new ArrayList<>(Remarks.noLoop(scene, this));
        if (space == Space.PLACE) {
            remarks.addAll(Remarks.tooFine(scene, featureSize, size -> with(size, lacunarity, basis, churn)));
        }
        return remarks;
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        new NoiseBlocks(this, scene, samples).run(from, to, out);
    }

    @Override
    public String title(Names names) {
        String what = shape == Shape.PLAIN ? "Noise" : shape == Shape.RIDGED ? "Ridged noise" : "Billow";
        return what + " of " + Readings.metres(featureSize);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return "pattern of " + Readings.metres(featureSize);
    }
}
