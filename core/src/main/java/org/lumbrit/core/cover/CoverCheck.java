package org.lumbrit.core.cover;

import java.util.HashSet;
import java.util.Set;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.recipe.Checking;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;

/** What must hold of covers and of the nursery's plants before a recipe is accepted. */
final class CoverCheck {
    private static final int MOST_BY_HAND = 200_000;

    private final CoverLayer cover;
    private final Checking checking;
    private final Recipe recipe;

    CoverCheck(CoverLayer cover, Checking checking) {
        this.cover = cover;
        this.checking = checking;
        this.recipe = checking.recipe();
    }

    void all() {
        weights();
        room();
        pattern();
        hand();
        spacing();
    }

    private void weights() {
        boolean any = cover.plant().variants() == 1;
        for (int v = 1; v <= cover.plant().variants() && !any; v++) {
            PropertyRange weight = cover.range(CoverLayer.WEIGHT + v);
            boolean driven = !recipe.drivesOf(cover.id(), CoverLayer.WEIGHT + v).isEmpty();
            any = driven ? weight.most() > 0 : weight.high() > 0;
        }
        if (!any) {
            checking.say(
                    "properties." + CoverLayer.WEIGHT + "1",
                    "Every variant has the weight 0, so none could stand. Give at least one a weight above 0.");
        }
    }

    private void room() {
        for (String property : new String[] {CoverLayer.WIDTH, CoverLayer.SIZE}) {
            recipe.drivesOf(cover.id(), property).stream()
                    .filter(drive -> cover.room() > 0 && checking.domains().apply(drive.falloff()) != Domain.PLACE)
                    .findFirst()
                    .ifPresent(drive -> checking.say(
                            "room",
                            "A plant’s own room must be known before there are plants, and its " + property
                                    + " differs from plant to plant. Set own room to 0, or drive " + property
                                    + " by falloffs that vary over the place only."));
        }
    }

    private void pattern() {
        boolean onProps = !cover.bed().surfaces(java.util.List.of("any")).contains("")
                || cover.bed().prop().isPresent();
        if (onProps && !(cover.pattern() instanceof Pattern.Scattered)) {
            checking.say("pattern.kind", "On props plants are scattered; this pattern needs the ground.");
        }
    }

    private void hand() {
        Set<String> known = new HashSet<>();
        for (int i = 0; i < cover.removed().size(); i++) {
            identity("removed[" + i + "]", cover.removed().get(i));
        }
        for (int i = 0; i < cover.placed().size(); i++) {
            HandPlaced hand = cover.placed().get(i);
            String there = "placed[" + i + "]";
            if (identity(there + ".plant", hand.plant()) && !known.add(hand.plant())) {
                checking.say(there + ".plant", "A plant with this identity was placed before; each needs its own.");
            }
        }
        if (cover.removed().size() > MOST_BY_HAND || cover.placed().size() > MOST_BY_HAND) {
            checking.say(
                    "placed",
                    "At most " + MOST_BY_HAND + " plants are kept by hand in one cover; use a brush falloff.");
        }
    }

    private boolean identity(String at, String identity) {
        boolean sound = identity.matches("[0-9a-f]{16}");
        if (!sound) {
            checking.say(at, "A plant’s identity has 16 hexadecimal digits, not “" + identity + "”.");
        }
        return sound;
    }

    private void spacing() {
        PropertyRange range = cover.range(CoverLayer.SPACING);
        if (range == null || range.most() == 0) {
            return;
        }
        String at = "properties." + CoverLayer.SPACING;
        if (range.least() < CoverLayer.LEAST_SPACING) {
            checking.say(at, "Both ends are 0 for no spacing floor, or both are at least 1 cm.");
        } else if (range.most() > range.least() * (1 << (SettlingCurve.DOUBLINGS - 1))) {
            checking.say(at, "The larger end may be at most 8 times the smaller.");
        }
    }
}
