package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.HashSet;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What an open tab is told of its site. */
@ExtendWith(RunningServer.Extension.class)
class EventsTest {
    private final RunningServer server;

    EventsTest(RunningServer server) {
        this.server = server;
    }

    /** An open tab: the lines that it has been sent. */
    private final class Tab implements AutoCloseable {
        private final HttpClient client = HttpClient.newHttpClient();
        private final BlockingQueue<String> lines = new LinkedBlockingQueue<>();
        private final Stream<String> stream;
        final HttpResponse<Stream<String>> response;

        Tab(String site) throws Exception {
            this("/api/sites/" + site + "/events", true);
        }

        Tab(String path, boolean whole) throws Exception {
            HttpRequest request =
                    HttpRequest.newBuilder(URI.create(server.address() + path)).build();
            response = client.send(request, HttpResponse.BodyHandlers.ofLines());
            stream = response.body();
            Thread reader = new Thread(() -> {
                try {
                    stream.filter(line -> line.startsWith("event:") || line.startsWith("data:"))
                            .forEach(lines::add);
                } catch (RuntimeException closed) {
                    lines.add("closed");
                }
            });
            reader.setDaemon(true);
            reader.start();
        }

        String next() throws InterruptedException {
            String line = lines.poll(20, TimeUnit.SECONDS);
            return line == null ? "nothing came" : line.replace(" ", "");
        }

        @Override
        public void close() {
            stream.close();
        }
    }

    private void rename(String site, String name) {
        server.edit(site, "[{\"kind\":\"rename-falloff\",\"falloff\":\"shore\",\"name\":\"" + name + "\"}]");
    }

    @Test
    void everyTabOfASiteIsToldEachNewRevisionInOrderAndNoOtherSites() throws Exception {
        String tarn = server.small();
        String other = server.small();
        try (Tab one = new Tab(tarn);
                Tab two = new Tab(tarn);
                Tab elsewhere = new Tab(other)) {
            assertThat(one.response.headers().firstValue("Content-Type").orElse(""))
                    .startsWith("text/event-stream");
            rename(tarn, "Edge");
            rename(tarn, "Rim");
            server.post("/api/sites/" + tarn + "/undo", "");
            rename(other, "Bank");
            for (Tab tab : new Tab[] {one, two}) {
                for (int revision = 2; revision <= 4; revision++) {
                    assertThat(tab.next()).isEqualTo("event:revision");
                    assertThat(tab.next()).isEqualTo("data:" + revision);
                }
                assertThat(tab.lines).isEmpty();
            }
            assertThat(elsewhere.next()).isEqualTo("event:revision");
            assertThat(elsewhere.next()).isEqualTo("data:2");
            assertThat(elsewhere.lines).isEmpty();
        }
    }

    @Test
    void aRefusedChangeIsNotTold() throws Exception {
        String tarn = server.small();
        try (Tab tab = new Tab(tarn)) {
            String stale =
                    "{\"base\":99,\"edits\":[{\"kind\":\"rename-falloff\",\"falloff\":\"shore\",\"name\":\"Edge\"}]}";
            assertThat(server.patch("/api/sites/" + tarn, stale).status()).isGreaterThanOrEqualTo(400);
            rename(tarn, "Rim");
            assertThat(tab.next()).isEqualTo("event:revision");
            assertThat(tab.next()).isEqualTo("data:2");
        }
    }

    @Test
    void aTabThatWasClosedHoldsNobodyUp() throws Exception {
        String tarn = server.small();
        new Tab(tarn).close();
        try (Tab open = new Tab(tarn)) {
            for (int i = 0; i < 4; i++) {
                rename(tarn, "Edge " + i);
                assertThat(open.next()).isEqualTo("event:revision");
                assertThat(open.next()).isEqualTo("data:" + (i + 2));
            }
        }
    }

    @Test
    void oneStreamTellsOfEverySiteAndAnUnknownSiteHasNone() throws Exception {
        String one = server.small();
        String other = server.small();
        try (Tab all = new Tab("/api/events", true)) {
            rename(one, "Rim");
            rename(other, "Bank");
            Set<String> told = new HashSet<>();
            // other tests change sites meanwhile
            while (!told.containsAll(Set.of(one, other))) {
                String line = all.next();
                assertThat(line).isNotEqualTo("nothing came");
                if (line.startsWith("data:")) {
                    JsonNode news = RunningServer.JSON.readTree(line.substring(5));
                    told.add(news.get("site").asString());
                    assertThat(news.get("revision").asInt()).isPositive();
                }
            }
        }
        var unknown = server.get("/api/sites/00000000-0000-0000-0000-000000000000/events");
        assertThat(unknown.status()).isEqualTo(404);
        assertThat(unknown.json().get("type").asString()).isEqualTo("urn:lumbrit:not-found");
    }
}
