package org.lumbrit.core.recipe;

import java.util.function.Function;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.kinds.Saying;

/**
 * What a layer may ask while it is checked.
 *
 * @param domains the domain of a falloff by its id
 * @param wrong hears what is wrong, by the way from the layer on
 */
public record Checking(Recipe recipe, Function<String, Domain> domains, Saying wrong) {
    /**
     * Says what is wrong.
     *
     * @param path the way to it from the layer on
     */
    public void say(String path, String message) {
        wrong.say(path, message);
    }
}
