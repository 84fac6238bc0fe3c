package org.lumbrit.formats.handover;

import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.BadInputException;

/**
 * What of a site is handed over: in which formats, and which layers stay at home. A layer left out has no files of its own and
 * stands in no file of several; all else is as if it were there: other plants keep away from its plants, and the ground keeps its
 * shape.
 *
 * @param formats one or more; @param without ids of layers that {@link #layers} lists
 * @param texels pixels along the ground's longer side, of its pictures
 */
public record Choice(Set<HandOver> formats, Set<String> without, int texels) {
    /** Pixels along the ground's longer side unless said otherwise. */
    public static final int TEXELS = 2048;

    private static final int FEWEST_TEXELS = 256;
    private static final int MOST_TEXELS = 8192;

    public Choice {
        if (texels < FEWEST_TEXELS || texels > MOST_TEXELS) {
            throw new BadInputException("The ground’s pictures can have " + FEWEST_TEXELS + " to " + MOST_TEXELS
                    + " pixels along its longer side, not " + texels + ".");
        }
        formats = EnumSet.copyOf(formats);
        without = Set.copyOf(without);
    }

    /** Every shown layer, in the formats. */
    public static Choice of(Set<HandOver> formats) {
        return new Choice(formats, Set.of(), TEXELS);
    }

    /**
     * @param without ids or names of layers
     * @throws BadInputException where one is none of {@link #layers}
     */
    public static Choice of(Set<HandOver> formats, List<String> without, int texels, Recipe recipe) {
        Set<String> ids = new HashSet<>();
        List<Layer> layers = layers(recipe).toList();
        for (String wanted : without) {
            List<String> found = layers.stream()
                    .filter(layer -> layer.id().equals(wanted) || layer.name().equals(wanted))
                    .map(Layer::id)
                    .toList();
            if (found.isEmpty()) {
                throw new BadInputException(
                        "“" + wanted + "” cannot be left out, as no shown layer with files of its own is"
                                + " called that. Layers that can: "
                                + layers.stream().map(Layer::name).collect(Collectors.joining(", ")) + ".");
            }
            ids.addAll(found);
        }
        return new Choice(formats, ids, texels);
    }

    /** The shown layers that have files or objects of their own in a hand-over, in the order of the board. */
    public static Stream<Layer> layers(Recipe recipe) {
        return recipe.layers().stream().filter(layer -> !layer.hidden() && layer.handedOver());
    }

    /** The layers of a kind that go along. */
    <L extends Layer> List<L> layers(Recipe recipe, Class<L> kind) {
        return layers(recipe)
                .filter(layer -> !without.contains(layer.id()))
                .filter(kind::isInstance)
                .map(kind::cast)
                .toList();
    }

    /** What stays at home, as a sentence for the report, "" where nothing does. */
    String said(Recipe recipe) {
        String names = layers(recipe)
                .filter(layer -> without.contains(layer.id()))
                .map(layer -> "“" + layer.name() + "”")
                .collect(Collectors.joining(", "));
        return names.isEmpty() ? "" : "Left out by choice: " + names + ".";
    }
}
