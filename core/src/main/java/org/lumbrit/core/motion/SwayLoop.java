package org.lumbrit.core.motion;

import org.lumbrit.core.recipe.Frames;

/**
 * The bends of plants over all frames, in steps of equal size: total = lean kept · mean + swing, the swing with its own mean
 * over the frames taken out.
 *
 * @param plants how many
 * @param steps in each frame of each plant two: toward east (+X) and toward south (+Z)
 * @param radians of one step; a bend is off by half of it at most
 * @param seam how it comes back
 * @param together 0 where plants swing each on its own, 1 where all swing in step
 */
public record SwayLoop(Frames frames, int plants, FrameBlocks steps, double radians, Seam seam, double together) {

    /** @param axis 0 toward east, 1 toward south; radians in the place's space */
    public double bend(int frame, int plant, int axis) {
        return steps.at(frame, 2 * plant + axis) * radians;
    }

    /**
     * The largest jump of anything from the last frame to the first, against the largest from one frame to the next inside.
     *
     * @param jump in the unit of what moves; @param inside likewise
     */
    public record Seam(double jump, double inside) {
        public static final double MOST = 1.05;
        /** Smaller jumps are no motion. */
        private static final double NOTHING = 1e-9;

        /** How many times the largest jump inside; at most 1.05 is no seam. */
        public double ratio() {
            return jump <= NOTHING ? 0 : inside <= NOTHING ? Double.POSITIVE_INFINITY : jump / inside;
        }

        /** The same as a number that any reader takes: −1 where nothing inside moves. */
        public double finiteRatio() {
            return Double.isInfinite(ratio()) ? -1 : ratio();
        }

        public boolean seen() {
            return ratio() > MOST;
        }

        public Seam with(Seam other) {
            return ratio() >= other.ratio() ? this : other;
        }
    }
}
