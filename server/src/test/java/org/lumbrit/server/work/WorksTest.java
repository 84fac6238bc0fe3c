package org.lumbrit.server.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.lumbrit.core.math.Cancel;

class WorksTest {
    private static final Work.Client CLIENT = new Work.Client(8470, 40001);

    private static Turns turns(int atOnce, Duration longestWait) {
        return new Turns(new TurnsSettings(atOnce, longestWait));
    }

    private static Work work() {
        return new Work("tab", "meshes", 0, CLIENT);
    }

    @Test
    void heavyWorkWaitsForItsTurnAndSaysSo() throws Exception {
        Turns turns = turns(1, Duration.ofMinutes(5));
        Work first = work();
        turns.take(first);
        Work second = work();
        var waiting = CompletableFuture.runAsync(() -> turns.take(second));
        while (second.doing().isEmpty()) {
            Thread.onSpinWait();
        }
        assertThat(second.doing()).contains("waiting for 1");
        assertThat(waiting.isDone()).isFalse();
        turns.giveBack();
        waiting.get();
        assertThat(second.doing()).isEmpty();
    }

    @Test
    void whoWaitsForATurnCanBeStoppedAndNobodyWaitsForEver() {
        Turns turns = turns(1, Duration.ofMinutes(5));
        turns.take(work());
        Work stopped = work();
        stopped.stop();
        assertThatThrownBy(() -> turns.take(stopped)).isInstanceOf(Cancel.CancelledException.class);
        Turns hasty = turns(1, Duration.ZERO);
        hasty.take(work());
        assertThatThrownBy(() -> hasty.take(work()))
                .isInstanceOf(BusyException.class)
                .hasMessageContaining("try again");
    }

    @Test
    void theKernelsTableTellsWhoIsStillThere(@TempDir Path folder) throws Exception {
        Path four = Files.writeString(folder.resolve("tcp"), """
                  sl  local_address rem_address   st tx_queue rx_queue tr tm->when retrnsmt   uid
                   0: 0100007F:2116 00000000:0000 0A 00000000:00000000 00:00000000 00000000     0
                   1: 0100007F:2116 0100007F:9C41 01 00000000:00000000 00:00000000 00000000     0
                   2: 0100007F:2116 0100007F:9C42 08 00000000:00000000 00:00000000 00000000     0
                """);
        Path six = Files.writeString(folder.resolve("tcp6"), """
                  sl  local_address                         remote_address                        st
                   0: 0000000000000000FFFF00000100007F:2116 0000000000000000FFFF00000100007F:9C43 01
                """);
        var table = new Connections(List.of(four, six)).now();
        assertThat(table.open()).isEqualTo(Set.of(new Work.Client(8470, 0x9C41), new Work.Client(8470, 0x9C43)));
        assertThat(table.misses(CLIENT)).isFalse();
        assertThat(table.left()).as("closed at its end").containsExactly(new Work.Client(8470, 0x9C42));
        assertThat(table.misses(new Work.Client(8470, 0x9C44)))
                .as("not known any more")
                .isTrue();
        var none = new Connections(List.of(folder.resolve("missing"))).now();
        assertThat(none.misses(CLIENT))
                .as("nobody leaves where there is no table")
                .isFalse();
    }

    @Test
    void workIsKnownByTabAndKind() {
        Works works = new Works(new Connections(List.of()));
        Work view = works.begin("one", "view", CLIENT, true);
        Work file = works.begin("one", "handover", CLIENT, true);
        Work other = works.begin("two", "view", CLIENT, true);
        Work nameless = works.begin(null, "view", CLIENT, true);
        file.doing("the ground");
        assertThat(works.of("one"))
                .containsExactly(new Works.Doing("handover", "the ground"), new Works.Doing("view", ""));
        works.begin("one", "view", CLIENT, true);
        assertThat(view.cancelled()).isTrue();
        assertThat(works.stop(" ", "")).isZero();
        assertThat(works.stop("one", "handover")).isEqualTo(1);
        assertThat(file.cancelled()).isTrue();
        assertThat(other.cancelled() || nameless.cancelled()).isFalse();
        works.end(other);
        assertThat(works.of("two")).isEmpty();
    }
}
