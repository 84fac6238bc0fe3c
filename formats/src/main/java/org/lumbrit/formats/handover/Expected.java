package org.lumbrit.formats.handover;

import java.util.List;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.site.SiteFiles;

/**
 * About how large a part of a hand-over will be and how long it will take, as sites of all sizes were measured; within a factor of two for most.
 *
 * @param bytes before the zip; @param seconds on a machine of two cores, the plants not placed yet
 */
public record Expected(HandOver format, double bytes, double seconds) {
    /** Plants that are placed and dressed in a second. */
    private static final double PLACED = 60_000;

    /** Every format, as if it were handed over alone. */
    public static List<Expected> of(SiteEvaluation evaluation, SiteFiles site, Choice choice) {
        Sizes sizes = Sizes.of(evaluation, site, choice);
        return choice.formats().stream()
                .map(format -> {
                    double bytes = format.bytes(sizes);
                    return new Expected(format, bytes, bytes / format.rate() + format.placed(sizes) / PLACED);
                })
                .toList();
    }
}
