package org.lumbrit.server.view;

import jakarta.validation.constraints.NotNull;

/**
 * What is looked at: a falloff at a stage (−1 for its result), or a property of a layer. Empty texts where not chosen.
 *
 * @param draft whether something is being dragged, so that a coarse ground may be shown where the fine one is not there yet
 * @param alone a relief layer that is looked at without the others, "" for none
 * @param full whether every plant is wanted, however many; else they are thinned by rank
 * @param courseLayer a relief layer whose course is looked at, "" for none; @param courseStep after which of its steps
 * @param eyeX where crowds of plants are looked at from, metres, with {@code eyeZ}, the heading that is looked to in degrees, and metres above
 *     the ground; left out, they are as thin everywhere
 * @param since the key of a manifest that is held: only what has changed is told then; left out, all is
 * @param time seconds on the site's clock; 0 where it is not given
 */
public record ViewRequest(
        @NotNull String falloff,
        @NotNull Integer stage,
        @NotNull String layer,
        @NotNull String property,
        Double time,
        Boolean draft,
        String alone,
        String courseLayer,
        Integer courseStep,
        Boolean full,
        Double eyeX,
        Double eyeZ,
        Double eyeHeading,
        Double eyeAbove,
        String since) {
    /** Whether it is said from where crowds are looked at. */
    public boolean fromSomewhere() {
        return eyeX != null
                && eyeZ != null
                && eyeHeading != null
                && Double.isFinite(eyeX)
                && Double.isFinite(eyeZ)
                && Double.isFinite(eyeHeading)
                && eyeAbove != null
                && Double.isFinite(eyeAbove);
    }

    public boolean draftWanted() {
        return draft != null && draft;
    }

    public boolean fullWanted() {
        return full != null && full;
    }

    public boolean oneAlone() {
        return alone != null && !alone.isEmpty();
    }

    /** Whether the ground is wanted as it was after a step of a layer's course. */
    public boolean onCourse() {
        return courseLayer != null && !courseLayer.isEmpty() && courseStep != null && courseStep >= 0;
    }

    public double seconds() {
        return time == null || !Double.isFinite(time) ? 0 : Math.max(-1e6, Math.min(1e6, time));
    }

    public boolean ofProperty() {
        return layer != null && !layer.isEmpty() && property != null && !property.isEmpty();
    }
}
