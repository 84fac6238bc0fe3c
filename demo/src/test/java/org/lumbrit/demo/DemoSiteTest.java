package org.lumbrit.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.json.RecipeJson;

class DemoSiteTest {
    @Test
    void theFilesThatShipAreWhatTheCodeMakes() {
        for (Map.Entry<String, byte[]> file : DemoSite.files().entrySet()) {
            assertThat(Shipped.file(file.getKey())).as(file.getKey()).isEqualTo(file.getValue());
        }
    }

    @Test
    void theDemoShowsEnoughToLearnFrom() {
        Recipe recipe = RecipeJson.read(Shipped.file("recipe.json"));
        assertThat(recipe.falloffs().stream()
                        .filter(each -> each.steps().size() >= 2)
                        .count())
                .isGreaterThanOrEqualTo(4);
        assertThat(recipe.drives().stream()
                        .map(each -> each.property())
                        .distinct()
                        .count())
                .isGreaterThanOrEqualTo(4);
    }
}
