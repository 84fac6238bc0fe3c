package org.lumbrit.core.adapt;

import java.util.List;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;

/**
 * What comes of carrying rules to another site.
 *
 * @param recipe the other site with them; @param edits that make it so, in order
 * @param notes what was matched, renamed or changed on the way, as sentences
 * @param lost what could not be carried
 * @param asked names of places and props of the first site that have nothing to stand for them in the other
 */
public record Adapted(Recipe recipe, List<Edit> edits, List<String> notes, List<Lost> lost, List<String> asked) {
    /**
     * One thing that could not be carried.
     *
     * @param name of the falloff or layer; @param reason why, and what would help
     */
    public record Lost(String name, String reason) {}
}
