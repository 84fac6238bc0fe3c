package org.lumbrit.cli;

import java.util.List;
import java.util.function.Function;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.relief.ReliefLayer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.BadInputException;

/** Finds by name or id, and says which names there are. */
final class Find {
    private Find() {}

    static Falloff falloff(Recipe recipe, String wanted) {
        return one("--falloff", recipe.falloffs(), wanted, Falloff::name, Falloff::id);
    }

    static CoverLayer cover(Recipe recipe, String wanted) {
        return layer(recipe, wanted, CoverLayer.class, "has no plants; choose a cover");
    }

    /** The detail levels of one of the nursery's plants, or of what a cover plants. */
    static Detail.Levels levels(SiteEvaluation evaluation, String wanted, int variant) {
        Recipe recipe = evaluation.plan().recipe();
        Layer layer = one("--layer", recipe.layers(), wanted, Layer::name, Layer::id);
        return recipe.layer(layer.id(), PlantLayer.class)
                .map(plant -> evaluation.levels(plant, variant))
                .orElseGet(() -> evaluation.levels(cover(recipe, wanted), variant));
    }

    static Prop prop(Recipe recipe, String wanted) {
        return one("--prop", recipe.props(), wanted, Prop::name, Prop::id);
    }

    static Layer relief(Recipe recipe, String wanted) {
        return layer(recipe, wanted, ReliefLayer.class, "does not shape the ground; choose a relief layer");
    }

    /** @param otherwise what is wrong with a layer of another kind: "is no wind; choose one" */
    static <T extends Layer> T layer(Recipe recipe, String wanted, Class<T> kind, String otherwise) {
        Layer layer = one("--layer", recipe.layers(), wanted, Layer::name, Layer::id);
        if (kind.isInstance(layer)) {
            return kind.cast(layer);
        }
        throw new BadInputException("--layer: “" + wanted + "” " + otherwise + ".");
    }

    static Field field(Layer layer, String wanted) {
        return layer.field(wanted)
                .orElseThrow(() -> new BadInputException("--field: “" + layer.name() + "” has no “" + wanted
                        + "”; it has "
                        + String.join(
                                ", ", layer.fields().stream().map(Field::name).toList()) + "."));
    }

    private static <T> T one(
            String option, List<T> all, String wanted, Function<T, String> name, Function<T, String> id) {
        return all.stream()
                .filter(each -> name.apply(each).equals(wanted))
                .findFirst()
                .or(() -> all.stream()
                        .filter(each -> id.apply(each).equals(wanted))
                        .findFirst())
                .orElseThrow(() -> new BadInputException(option + ": there is no “" + wanted
                        + "” in the recipe; it has "
                        + (all.isEmpty()
                                ? "none"
                                : String.join(", ", all.stream().map(name).toList())) + "."));
    }
}
