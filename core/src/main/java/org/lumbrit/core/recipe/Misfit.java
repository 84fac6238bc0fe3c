package org.lumbrit.core.recipe;

import java.util.List;

/**
 * A motion of a layer that does not come back after the loop, with its numbers.
 *
 * @param fixes what may give way, the first the one that changes least to the eye
 */
public record Misfit(String text, List<Fix> fixes) {
    /**
     * One way to make it loop.
     *
     * @param words what becomes of which setting, for a button: "gust length 12.5 m"
     */
    public record Fix(String words, Layer better) {}

    /**
     * One way to make it loop.
     *
     * @param words what it sets, for a button
     */
    public static Fix fix(String words, Layer better) {
        return new Fix(words, better);
    }
}
