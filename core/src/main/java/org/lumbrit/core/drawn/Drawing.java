package org.lumbrit.core.drawn;

import java.util.List;
import org.lumbrit.core.math.Results;

/**
 * A picture of lines and flat facets, in pixels from the upper left corner.
 *
 * @param ink 0xRRGGBB; @param paper 0xRRGGBB
 * @param facets corners of triangles, six numbers each, the farthest first; @param colours 0xRRGGBB of each
 * @param strokes what is drawn over them
 * @param round whether lines end round
 * @param shown share of the plants that are drawn, 0..1
 */
public record Drawing(
        int width,
        int height,
        int ink,
        int paper,
        float[] facets,
        int[] colours,
        List<Stroke> strokes,
        boolean round,
        double shown)
        implements Results.Weighted {

    /** What a line stands for. */
    public enum Line {
        CONTOUR("Contours", 0.55),
        INDEX("Index contours", 1.15),
        SHORE("Shores", 1.3),
        CREASE("Creases", 0.75),
        OUTLINE("Outlines", 1.5),
        BORDER("Borders", 1),
        FOOT("Where things meet the ground", 0.9),
        PLANT("Plants", 0.55);

        private final String title;
        private final double weight;

        Line(String title, double weight) {
            this.title = title;
            this.weight = weight;
        }

        public String title() {
            return title;
        }

        /** How wide it is, of the width that is set. */
        double weight() {
            return weight;
        }
    }

    /**
     * A line from its first point to its last.
     *
     * @param of what it stands for; @param level metres of height of a contour or shore, NaN of others
     * @param hidden whether it lies behind something; @param width pixels; @param points x and y of each
     */
    public record Stroke(Line of, double level, boolean hidden, float width, float[] points) {}

    @Override
    public long bytes() {
        return 4L * facets.length
                + 4L * colours.length
                + strokes.stream()
                        .mapToLong(stroke -> 48 + 4L * stroke.points.length)
                        .sum();
    }

    /** How many lines there are of a kind. */
    public long count(Line of) {
        return strokes.stream().filter(stroke -> stroke.of == of).count();
    }
}
