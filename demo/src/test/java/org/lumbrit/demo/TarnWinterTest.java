package org.lumbrit.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

class TarnWinterTest {
    @Test
    void theRecipeThatShipsIsWhatTheCodeMakes() throws IOException {
        assertThat(TarnWinter.recipe()).isEqualTo(Files.readAllBytes(Path.of("first-snow", "recipe.json")));
    }
}
