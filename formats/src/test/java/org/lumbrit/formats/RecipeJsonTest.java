package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.json.RecipeSchema;

class RecipeJsonTest {
    private static String demo() {
        try {
            return Files.readString(DemoFiles.RECIPE);
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    private static Recipe read(String json) {
        return RecipeJson.read(json.getBytes(StandardCharsets.UTF_8));
    }

    private static List<String> paths(String json) {
        try {
            read(json);
            return List.of();
        } catch (InvalidRecipeException e) {
            return e.problems().stream()
                    .map(InvalidRecipeException.Problem::path)
                    .toList();
        }
    }

    @Test
    void aWrittenRecipeReadsBackAsItWas() {
        Recipe recipe = read(demo());
        assertThat(RecipeJson.read(RecipeJson.write(recipe))).isEqualTo(recipe);
        assertThat(new String(RecipeJson.write(recipe), StandardCharsets.UTF_8)).isEqualTo(demo());
    }

    @Test
    void noiseOfBeforeItsOctavesWereTurnedKeepsItsPattern() {
        String source = "\"source\": {\"kind\": \"noise\"}";
        String recipe =
                "{\"format\": \"lumbrit-recipe\", \"version\": %d, \"name\": \"N\", \"ground\": {\"width\": 20},"
                        + "\"falloffs\": [{\"id\": \"n\", \"name\": \"N\", " + source + ", \"steps\": []}]}";
        assertThat(read(String.format(recipe, 1)).falloffs().get(0).source())
                .isInstanceOfSatisfying(
                        NoiseSource.class, noise -> assertThat(noise.turned()).isFalse());
        assertThat(read(String.format(recipe, 2)).falloffs().get(0).source())
                .isInstanceOfSatisfying(
                        NoiseSource.class, noise -> assertThat(noise.turned()).isTrue());
    }

    @Test
    void aRecipeFromBeforePropsMovedOpensWithPropsThatStandStill() {
        String before = demo().replaceAll(",\\s*\"pose\" : \\{\\s*\"kind\" : \"still\"\\s*}", "");
        assertThat(before).doesNotContain("still").contains("floats");
        assertThat(read(before)).isEqualTo(read(demo()));
    }

    @Test
    void unknownFieldsAreRefusedWithTheirPath() {
        assertThat(paths(demo().replaceFirst("\"width\" : 160", "\"width\" : 160, \"hight\" : 3")))
                .containsExactly("ground.hight");
    }

    @Test
    void aValueOfAnotherTypeIsNamed() {
        assertThat(paths(demo().replaceFirst("\"width\" : 160", "\"width\" : \"wide\"")))
                .containsExactly("ground.width");
        assertThat(paths(demo().replaceFirst("\"power\" : 1.4", "\"power\" : 99")))
                .containsExactly("falloffs[0].steps[2].power");
    }

    @Test
    void anUnknownKindListsTheKnownOnes() {
        assertThatThrownBy(() -> read(demo().replaceFirst("\"kind\" : \"contrast\"", "\"kind\" : \"contrats\"")))
                .hasMessageContaining("contrast")
                .hasMessageContaining("falloffs[0].steps[2].kind");
    }

    @Test
    void whatIsNoRecipeIsSaidInOneLine() {
        for (String bad : List.of(
                "",
                "{",
                "[]",
                "{\"format\":\"other\"}",
                "{\"format\":\"lumbrit-recipe\",\"version\":7}",
                "{\"a\":1,\"a\":2}")) {
            assertThatThrownBy(() -> read(bad))
                    .isInstanceOf(BadInputException.class)
                    .satisfies(e -> assertThat(e.getMessage()).doesNotContain("\n"));
        }
    }

    @Test
    void leftOutSettingsTakeTheirDefaults() {
        String small = """
                {"format":"lumbrit-recipe","version":1,
                 "ground":{"heights":"g.png","width":10,"lowest":0,"highest":1},
                 "falloffs":[{"id":"a","name":"A","source":{"kind":"noise","featureSize":3},"steps":[{"id":"s","kind":"contrast"}]}],
                 "layers":[{"kind":"cover","id":"l","name":"L","properties":{"density":{"low":0,"high":3}}}],
                 "props":[]}""";
        Recipe recipe = read(small);
        NoiseSource noise = (NoiseSource) recipe.falloffs().get(0).source();
        assertThat(noise.octaves()).isEqualTo(3);
        assertThat(noise.range()).isEqualTo(NoiseSource.Range.ZERO_TO_ONE);
        assertThat(recipe.clock().framesPerSecond()).isEqualTo(24);
        assertThat(recipe.ground().waterLevel()).isEmpty();
        assertThat(recipe.name()).isEqualTo("Unnamed site");
        assertThat(recipe.layers().get(0).properties().get("density").high()).isEqualTo(3);
        assertThat(recipe.layers().get(0).properties().get("length").high())
                .as("not given, as the layer offers it")
                .isEqualTo(0.35);
    }

    @Test
    void editsReadByTheirKind() {
        List<Edit> edits = RecipeJson.edits(
                RecipeJson.tree("[{\"kind\":\"move-step\",\"falloff\":\"shore\",\"step\":\"s1\",\"index\":2}]"
                        .getBytes(StandardCharsets.UTF_8)));
        assertThat(edits).containsExactly(new FalloffEdit.MoveStep("shore", "s1", 2));
        assertThatThrownBy(() ->
                        RecipeJson.edits(RecipeJson.tree("[{\"kind\":\"nothing\"}]".getBytes(StandardCharsets.UTF_8))))
                .hasMessageContaining("edits[0].kind");
    }

    @Test
    void theSchemaNamesEveryKind() {
        String schema = RecipeSchema.document().toString();
        for (Class<?> sealed : List.of(Source.class, Step.class)) {
            Kinds.of(sealed)
                    .forEach(kind -> assertThat(schema)
                            .contains("\"const\":\"" + Kinds.kind(kind).name() + "\""));
        }
        assertThat(RecipeSchema.document().path("$defs").has("NoiseSource")).isTrue();
    }
}
