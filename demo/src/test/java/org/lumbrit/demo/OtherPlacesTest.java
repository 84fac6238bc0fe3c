package org.lumbrit.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.findings.Findings;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;

/** The demo places beside Thessock Tarn: a log of a metre, a range of twelve kilometres. */
class OtherPlacesTest {
    private static SiteEvaluation site(String folder, int nodes) {
        SiteFiles files = SiteFiles.read(Path.of(folder, "recipe.json"));
        files.requireSound();
        Recipe recipe = files.recipe();
        return SiteEvaluation.of(
                recipe.withGround(recipe.ground().withResolution(nodes)),
                SiteAssets.NONE,
                0,
                new ResultsOfOneRun(),
                Cancel.NEVER);
    }

    @Test
    void everythingOnTheLogGrows() {
        SiteEvaluation log = site("hollow-log", 129);
        for (CoverLayer cover : log.plan().recipe().layersOf(CoverLayer.class)) {
            assertThat(log.plants(cover).count()).as(cover.name()).isBetween(5, 60_000);
        }
        assertThat(log.plan().ground().width()).isEqualTo(1.5);
        assertThat(Findings.of(log)).extracting(Finding::severity).doesNotContain(Finding.Severity.WARNING);
    }

    /** None of its plants is placed to know how many they are. */
    @Test
    void tensOfMillionsOfPlantsStandOnTheRange() {
        SiteEvaluation range = site("gorrel-range", 257);
        double all = range.plan().recipe().layersOf(CoverLayer.class).stream()
                .mapToDouble(range::expected)
                .sum();
        assertThat(all).isGreaterThan(1e7);
        assertThat(range.plan().recipe().layersOf(CoverLayer.class)).hasSize(3);
        assertThat(RecipeJson.write(range.plan().recipe()).length).isLessThan(60_000);
    }
}
