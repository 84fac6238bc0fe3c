package org.lumbrit.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class NameRuleTest {
    @ParameterizedTest
    @ValueSource(strings = {"Tarn", "草", "Ágústsdóttir’s wood", "Reed 1", "🌲 wood", "می‌خواهم", "a"})
    void namesOfEveryScriptStand(String name) {
        assertThat(NameRule.problem(name)).isEmpty();
        assertThat(NameRule.clean(name)).isEqualTo(name);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "  ",
                "two\nlines",
                "bell\u0007",
                "nul\u0000",
                "turned \u202Eround",
                "\u2066isolated",
                "half \uD83C",
                "a\u2028b"
            })
    void whatIsNotSeenIsRefused(String name) {
        assertThat(NameRule.problem(name)).isPresent();
    }

    @Test
    void lengthCountsCharactersAsTheyAreRead() {
        assertThat(NameRule.problem("🌲".repeat(80))).isEmpty();
        assertThat(NameRule.problem("🌲".repeat(81))).isPresent();
        assertThat(NameRule.problem("x".repeat(10_000_000))).isPresent();
    }

    @Test
    void namesAreTrimmedAndComposed() {
        assertThat(NameRule.clean("  far\t tarn \n")).isEqualTo("far tarn");
        assertThat(NameRule.clean("A\u0301")).isEqualTo("\u00C1");
    }
}
