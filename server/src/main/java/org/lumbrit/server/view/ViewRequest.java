package org.lumbrit.server.view;

import jakarta.validation.constraints.NotNull;

/**
 * What is looked at: a falloff at a stage (−1 for its result), or a property of a layer. Empty texts where not chosen.
 *
 * @param time seconds on the site's clock; 0 where it is not given
 */
public record ViewRequest(
        @NotNull String falloff,
        @NotNull Integer stage,
        @NotNull String layer,
        @NotNull String property,
        Double time) {
    public double seconds() {
        return time == null || !Double.isFinite(time) ? 0 : Math.max(-1e6, Math.min(1e6, time));
    }

    public boolean ofProperty() {
        return layer != null && !layer.isEmpty() && property != null && !property.isEmpty();
    }
}
