package org.lumbrit.core.recipe;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleSupplier;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.References.Reference;
import org.lumbrit.core.kinds.Refers;

/**
 * What is at hand when a new layer is made.
 *
 * @param recipe that it goes into; @param nodes of its ground, counted when they are asked for; @param layer the chosen layer by id, "" for none; @param prop likewise; @param falloff likewise
 * @param ids gives a free id that begins with a letter
 */
public record Beginning(
        Recipe recipe, DoubleSupplier nodes, String layer, String prop, String falloff, UnaryOperator<String> ids) {
    /** What a reference of a layer with everything by default holds before it is given one. */
    public static final String OPEN = "open";

    /** The layer under a free id and name, with a seed of its own. */
    public <T extends Layer> T ready(T fresh, String name) {
        Record named = Kinds.with(Kinds.with((Record) fresh, "id", ids.apply("l")), "name", freeLayerName(name));
        @SuppressWarnings("unchecked")
        T ready = (T) Kinds.with(named, "seed", 1 + recipe.layers().size());
        return ready;
    }

    /** A name that no layer has. */
    public String freeLayerName(String wish) {
        return NameRule.free(wish, recipe.layers().stream().map(Layer::name).toList());
    }

    /** A name that no falloff has. */
    public String freeFalloffName(String wish) {
        return NameRule.free(wish, recipe.falloffs().stream().map(Falloff::name).toList());
    }

    /** The layer with each open reference given to what is chosen, or else to the first thing that fits; or what is missing. */
    public Begun filled(Layer fresh, String name, Function<Layer, Begun> made) {
        Record filled = (Record) ready(fresh, name);
        for (Reference reference : References.of(filled)) {
            if (!reference.id().equals(OPEN)) {
                continue;
            }
            Optional<String> id = fitting(reference);
            if (id.isEmpty()) {
                return missing(reference);
            }
            filled = References.replaced(filled, reference.path(), id.get());
        }
        return made.apply((Layer) filled);
    }

    private Optional<String> fitting(Reference reference) {
        String chosen = reference.what() == Refers.PROP ? prop : reference.what() == Refers.FALLOFF ? falloff : layer;
        List<String> fit = new ArrayList<>();
        switch (reference.what()) {
            case LAYER -> recipe.layers().forEach(each -> fit.add(each.id()));
            case FALLOFF -> recipe.falloffs().forEach(each -> fit.add(each.id()));
            case PROP -> recipe.props().forEach(each -> fit.add(each.id()));
            case PLACE -> recipe.places().forEach(each -> fit.add(each.id()));
            default -> {}
        }
        fit.removeIf(id -> !reference.allows(recipe.thing(reference.what(), id).orElseThrow()));
        // of several kinds that will do, the first named is meant
        if (!reference.kinds().isEmpty()) {
            fit.sort(Comparator.comparingInt(id -> reference
                    .kinds()
                    .indexOf(Kinds.of(recipe.thing(reference.what(), id).orElseThrow())
                            .name())));
        }
        return fit.contains(chosen) ? Optional.of(chosen) : fit.stream().findFirst();
    }

    private static Begun missing(Reference reference) {
        String wanted =
                reference.kinds().isEmpty() ? Kinds.word(reference.what()) : String.join(" or ", reference.kinds());
        String one = ("aeiou".indexOf(wanted.charAt(0)) >= 0 ? "an " : "a ") + wanted;
        return switch (reference.what()) {
            case PLACE ->
                new Begun.Missing(
                        "It needs " + one + ": draw it on the ground, then add the layer again.",
                        reference.kinds().isEmpty()
                                ? "point"
                                : reference.kinds().get(0));
            case PROP -> new Begun.Missing("It needs " + one + ": put one up with + prop first.", "");
            case FALLOFF -> new Begun.Missing("It needs " + one + ": make one with + falloff first.", "");
            default -> new Begun.Missing("It needs " + one + ": add one first, with + layer.", "");
        };
    }
}
