package org.lumbrit.core.site;

import java.util.HashSet;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Function;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.HandPlaced;
import org.lumbrit.core.cover.Pattern;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.plants.KeptPlant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.surface.PointPlace;

/** What must hold of covers and of the nursery's plants before a recipe is accepted. */
final class CoverCheck {
    private static final int MOST_BY_HAND = 200_000;

    private final Recipe recipe;
    private final Function<String, Domain> domains;
    private final BiConsumer<String, String> say;

    /** @param domains the domain of a falloff by its id; @param say receives a path and what is wrong there */
    CoverCheck(Recipe recipe, Function<String, Domain> domains, BiConsumer<String, String> say) {
        this.recipe = recipe;
        this.domains = domains;
        this.say = say;
    }

    void plant(String at, PlantLayer layer) {
        if (layer.plant() instanceof KeptPlant) {
            say.accept(
                    at + ".plant.kind",
                    "A plant of the nursery cannot be another plant of the nursery; choose how it is made.");
        }
    }

    void cover(String at, CoverLayer cover) {
        cover.plant()
                .kept()
                .filter(id ->
                        recipe.layer(id).isPresent() && recipe.keptPlant(cover).isEmpty())
                .ifPresent(id ->
                        say.accept(at + ".plant.plant", "This layer is no plant of the nursery; choose one that is."));
        weights(at, cover);
        room(at, cover);
        pattern(at, cover);
        hand(at, cover);
    }

    private void weights(String at, CoverLayer cover) {
        boolean any = cover.plant().variants() == 1;
        for (int v = 1; v <= cover.plant().variants() && !any; v++) {
            PropertyRange weight = cover.range(CoverLayer.WEIGHT + v);
            boolean driven = !recipe.drivesOf(cover.id(), CoverLayer.WEIGHT + v).isEmpty();
            any = driven ? weight.most() > 0 : weight.high() > 0;
        }
        if (!any) {
            say.accept(
                    at + ".properties." + CoverLayer.WEIGHT + "1",
                    "Every variant has the weight 0, so none could stand. Give at least one a weight above 0.");
        }
    }

    private void room(String at, CoverLayer cover) {
        for (String property : new String[] {CoverLayer.WIDTH, CoverLayer.SIZE}) {
            recipe.drivesOf(cover.id(), property).stream()
                    .filter(drive -> cover.room() > 0 && domains.apply(drive.falloff()) != Domain.PLACE)
                    .findFirst()
                    .ifPresent(drive -> say.accept(
                            at + ".room",
                            "A plant’s own room must be known before there are plants, and its " + property
                                    + " differs from plant to plant. Set own room to 0, or drive " + property
                                    + " by falloffs that vary over the place only."));
        }
    }

    private void pattern(String at, CoverLayer cover) {
        cover.pattern()
                .place()
                .flatMap(recipe::place)
                .filter(PointPlace.class::isInstance)
                .ifPresent(point -> say.accept(
                        at + ".pattern.along", "“" + point.name() + "” is a point; choose a path or an area."));
        boolean onProps = !cover.bed().surfaces(java.util.List.of("any")).contains("")
                || cover.bed().prop().isPresent();
        if (onProps && !(cover.pattern() instanceof Pattern.Scattered)) {
            say.accept(at + ".pattern.kind", "On props plants are scattered; this pattern needs the ground.");
        }
    }

    private void hand(String at, CoverLayer cover) {
        Set<String> known = new HashSet<>();
        for (int i = 0; i < cover.removed().size(); i++) {
            identity(at + ".removed[" + i + "]", cover.removed().get(i));
        }
        for (int i = 0; i < cover.placed().size(); i++) {
            HandPlaced hand = cover.placed().get(i);
            String there = at + ".placed[" + i + "]";
            if (identity(there + ".plant", hand.plant()) && !known.add(hand.plant())) {
                say.accept(there + ".plant", "A plant with this identity was placed before; each needs its own.");
            }
            if (!hand.on().isEmpty() && recipe.prop(hand.on()).isEmpty()) {
                say.accept(there + ".on", "There is no prop with the id “" + hand.on() + "”.");
            }
        }
        if (cover.removed().size() > MOST_BY_HAND || cover.placed().size() > MOST_BY_HAND) {
            say.accept(
                    at + ".placed",
                    "At most " + MOST_BY_HAND + " plants are kept by hand in one cover; use a brush falloff.");
        }
    }

    private boolean identity(String at, String identity) {
        boolean sound = identity.matches("[0-9a-f]{16}");
        if (!sound) {
            say.accept(at, "A plant’s identity has 16 hexadecimal digits, not “" + identity + "”.");
        }
        return sound;
    }
}
