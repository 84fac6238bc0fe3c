package org.lumbrit.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.lumbrit.cli.CommandLineTest.run;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.JsonNode;

/** The examples that a newcomer opens. */
class ExamplesTest {
    private static final Path FOLDER = Path.of("../demo/examples");

    static Stream<String> folders() throws IOException {
        return RecipeJson.tree(Files.readAllBytes(FOLDER.resolve("list.json")))
                .valueStream()
                .map(each -> each.get("folder").asString());
    }

    @ParameterizedTest
    @MethodSource("folders")
    void isSoundAndHasAPicture(String folder) throws IOException {
        assertThat(run("check", FOLDER.resolve(folder).resolve("recipe.json").toString())
                        .exit())
                .isZero();
        BufferedImage still =
                ImageIO.read(FOLDER.resolve(folder).resolve("still.jpg").toFile());
        assertThat(still.getWidth()).isEqualTo(640);
        assertThat(still.getHeight()).isEqualTo(400);
    }

    @ParameterizedTest
    @MethodSource("folders")
    void isSaidInAFewWords(String folder) throws IOException {
        for (JsonNode each : RecipeJson.tree(Files.readAllBytes(FOLDER.resolve("list.json")))) {
            if (each.get("folder").asString().equals(folder)) {
                assertThat(each.get("words").asString()).hasSizeBetween(20, 80);
            }
        }
    }
}
