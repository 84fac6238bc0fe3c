package org.lumbrit.core.findings;

import java.util.List;
import org.lumbrit.core.site.Edit;

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
}
