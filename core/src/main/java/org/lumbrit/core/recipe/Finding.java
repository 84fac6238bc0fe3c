package org.lumbrit.core.recipe;

import java.util.List;

/**
 * One remark.
 *
 * @param falloff where it is, by id, "" where no falloff is meant; @param step likewise; @param layer likewise
 * @param remedy what the edits do, in a few words for a button, "" where there is none
 */
public record Finding(
        Severity severity,
        String title,
        String text,
        String falloff,
        String step,
        String layer,
        String remedy,
        List<Edit> edits) {

    /** How much it matters. */
    public enum Severity {
        /** Worth knowing. */
        NOTE,
        /** Probably not meant. */
        WARNING
    }

    /** A remark on a layer that nothing mends at once. */
    public static Finding note(Layer layer, String title, String text) {
        return of(Severity.NOTE, layer, title, text, "", List.of());
    }

    /** The same of what is probably not meant. */
    public static Finding warning(Layer layer, String title, String text) {
        return of(Severity.WARNING, layer, title, text, "", List.of());
    }

    /** A remark on a layer, with what mends it. */
    public static Finding of(
            Severity severity, Layer layer, String title, String text, String remedy, List<Edit> edits) {
        return new Finding(severity, layer.name() + ": " + title, text, "", "", layer.id(), remedy, edits);
    }
}
