package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ResultsOfOneRunTest {
    @Test
    void whatWasNotUsedForLongestIsForgottenBeyondTheBound() {
        ResultsOfOneRun results = new ResultsOfOneRun(1000);
        for (String key : new String[] {"a", "b"}) {
            results.get(key, Cancel.NEVER, cancel -> new float[100]);
        }
        assertThat(results.held("a")).isPresent();
        results.get("c", Cancel.NEVER, cancel -> new float[100]);
        assertThat(results.held("b")).as("a was used after it").isEmpty();
        assertThat(results.held("a")).isPresent();
        assertThat(results.held("c")).isPresent();
    }

    @Test
    void theNewestIsKeptHoweverLargeItIs() {
        ResultsOfOneRun results = new ResultsOfOneRun(1000);
        results.get("small", Cancel.NEVER, cancel -> new float[10]);
        float[] large = results.get("large", Cancel.NEVER, cancel -> new float[10_000]);
        assertThat(results.<float[]>held("large")).containsSame(large);
        assertThat(results.held("small")).isEmpty();
    }
}
