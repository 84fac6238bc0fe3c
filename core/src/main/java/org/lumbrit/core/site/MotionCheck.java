package org.lumbrit.core.site;

import java.util.function.BiConsumer;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.motion.Blowing;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.motion.WindRow;

/** What must hold of layers that move. */
final class MotionCheck {
    private static final int MOST_HOURS = 10_000;

    private final Recipe recipe;
    private final BiConsumer<String, String> say;

    /** @param say receives a path and what is wrong there */
    MotionCheck(Recipe recipe, BiConsumer<String, String> say) {
        this.recipe = recipe;
        this.say = say;
    }

    void layer(String at, Layer layer) {
        if (layer instanceof WindLayer wind && wind.blows() instanceof Blowing.Pointer pointer) {
            RecipeCheck.curve(say, at + ".blows.keys", pointer.keys(), -3600, 3600);
        }
        if (layer instanceof WindLayer wind && wind.blows() instanceof Blowing.Station station) {
            station(at + ".blows.rows", station);
        }
        if (layer instanceof SwayLayer sway) {
            wind(at, sway.wind());
            cover(at, sway);
        }
        if (layer instanceof GrainsLayer grains) {
            grains.carrier()
                    .cover()
                    .flatMap(recipe::layer)
                    .filter(other -> !(other instanceof CoverLayer))
                    .ifPresent(other ->
                            say.accept(at + ".carrier.of", "“" + other.name() + "” has no plants; choose a cover."));
        }
        if (layer instanceof PushLayer push) {
            wind(at, push.wind());
        }
    }

    private void station(String at, Blowing.Station station) {
        if (station.rows().isEmpty() || station.rows().size() > MOST_HOURS) {
            say.accept(at, "A station has 1 to " + MOST_HOURS + " hours.");
        }
        for (int i = 0; i < station.rows().size(); i++) {
            WindRow row = station.rows().get(i);
            if (i > 0 && !(row.hour() > station.rows().get(i - 1).hour())) {
                say.accept(at + "[" + i + "]", "Hours go on: each is later than the one before.");
                return;
            }
            if (!(row.speed() >= 0 && row.speed() <= 150)) {
                say.accept(at + "[" + i + "]", "Its speed lies between 0 and 150 m/s.");
                return;
            }
        }
    }

    private void wind(String at, String id) {
        recipe.layer(id)
                .filter(other -> !(other instanceof WindLayer))
                .ifPresent(other -> say.accept(
                        at + ".wind", "“" + other.name() + "” is no wind; choose one, or add a wind first."));
    }

    private void cover(String at, SwayLayer sway) {
        recipe.layer(sway.cover())
                .filter(other -> !(other instanceof CoverLayer))
                .ifPresent(other -> say.accept(at + ".cover", "“" + other.name() + "” has no plants; choose a cover."));
        recipe.layers().stream()
                .takeWhile(other -> other != sway)
                .filter(other ->
                        other instanceof SwayLayer before && before.cover().equals(sway.cover()))
                .findFirst()
                .ifPresent(other -> say.accept(
                        at + ".cover", "These plants sway already by “" + other.name() + "”; one sway a cover."));
    }
}
