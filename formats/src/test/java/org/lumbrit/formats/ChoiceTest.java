package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.HandOver;

/** A hand-over without some of the layers. */
class ChoiceTest {
    private static final SmallSite SITE = SmallSite.of("""
            "layers":[
             {"kind":"cover","id":"reeds","name":"Reeds","properties":{"density":{"low":0,"high":1},"spacing":{"low":0.5,"high":0.5}}},
             {"kind":"cover","id":"moss","name":"Moss","properties":{"density":{"low":0,"high":2},"spacing":{"low":0.4,"high":0.4}}},
             {"kind":"cover","id":"away","name":"Away","hidden":true},
             {"kind":"tint","id":"frost","name":"Frost"},
             {"kind":"wind","id":"wind","name":"Wind","gustSpeed":8,"gustLength":4,"turbulenceSize":2},
             {"kind":"sway","id":"sway","name":"Sway","wind":"wind","cover":"reeds"},
             {"kind":"grains","id":"down","name":"Down"}]""");

    private static final EnumSet<HandOver> FORMATS = EnumSet.of(
            HandOver.GLB,
            HandOver.TINTS,
            HandOver.CSV,
            HandOver.NUMPY,
            HandOver.USD,
            HandOver.MOTION,
            HandOver.GRAINS,
            HandOver.RECIPE);

    private static Map<String, byte[]> without(String... layers) {
        return HandOver.files(
                SITE.evaluation(),
                SITE.files(),
                Choice.of(FORMATS, List.of(layers), Choice.TEXELS, SITE.files().recipe()));
    }

    private static String text(Map<String, byte[]> files, String name) {
        return SmallSite.text(files, name);
    }

    @Test
    void layersWithFilesOfTheirOwnCanBeChosen() {
        assertThat(Choice.layers(SITE.files().recipe()).map(Layer::id))
                .containsExactly("reeds", "moss", "frost", "wind", "down");
    }

    @Test
    void whatIsLeftOutHasNoFilesAndTheOthersStayAsTheyAre() {
        Map<String, byte[]> all = without();
        Map<String, byte[]> some = without("reeds", "Frost", "wind", "down");
        assertThat(all.keySet())
                .contains(
                        "plants/reeds.csv",
                        "plants/reeds.npy",
                        "tints/frost.png",
                        "motion/reeds-bends.png",
                        "motion/wind-field.png",
                        "grains/down.csv");
        assertThat(some.keySet())
                .filteredOn(name -> !name.startsWith("recipe/"))
                .noneMatch(name -> name.contains("reeds")
                        || name.contains("frost")
                        || name.contains("wind")
                        || name.contains("down"));
        for (String name : List.of("plants/moss.csv", "plants/moss.npy", "recipe/recipe.json")) {
            assertThat(some.get(name)).as(name).isEqualTo(all.get(name));
        }
        assertThat(text(all, "plants/plants.usda")).contains("Reeds", "Moss");
        assertThat(text(some, "plants/plants.usda")).contains("Moss").doesNotContain("Reeds");
        assertThat(SmallSite.glb(all.get("site.glb")).toString()).contains("Reeds", "Moss");
        assertThat(SmallSite.glb(some.get("site.glb")).toString())
                .contains("Moss")
                .doesNotContain("Reeds");
        assertThat(text(some, "report.txt"))
                .contains("Left out by choice: “Reeds”, “Frost”, “Wind”, “Down”.")
                .contains("Nothing that is handed over moves")
                .contains("No grains are handed over");
        assertThat(text(all, "report.txt")).doesNotContain("Left out");
    }

    @Test
    void whatCannotBeLeftOutIsRefusedWithWhatCan() {
        for (String name : List.of("Sway", "Away", "nobody")) {
            assertThatThrownBy(() -> without(name))
                    .isInstanceOf(BadInputException.class)
                    .hasMessageContaining("“" + name + "” cannot be left out")
                    .hasMessageContaining("Reeds, Moss, Frost, Wind, Down");
        }
    }
}
