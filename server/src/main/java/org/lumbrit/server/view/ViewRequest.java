package org.lumbrit.server.view;

/**
 * What is looked at: a falloff at a stage (−1 for its result), or a property of a layer. Empty texts where not chosen.
 */
public record ViewRequest(String falloff, int stage, String layer, String property) {
    public boolean ofProperty() {
        return layer != null && !layer.isEmpty() && property != null && !property.isEmpty();
    }
}
