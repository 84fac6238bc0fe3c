package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.function.Predicate;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Long work ends when somebody presses Stop, leaves, or asks anew. */
@ExtendWith(RunningServer.Extension.class)
class StoppingTest {
    private final RunningServer server;

    StoppingTest(RunningServer server) {
        this.server = server;
    }

    /** A site whose ground takes far longer than any test waits: a thousand steps of rain. */
    private String endless() {
        String site = server.small();
        for (JsonNode layer : server.get("/api/sites/" + site).json().at("/recipe/layers")) {
            if (layer.get("kind").asString().equals("rain-erosion")) {
                ObjectNode longer =
                        ((ObjectNode) layer).put("steps", 1000).put("seed", new Random().nextInt(1_000_000));
                server.edit(
                        site,
                        "[{\"kind\":\"set-layer\",\"changed\":" + longer + "},{\"kind\":\"set-ground\",\"ground\":"
                                + ((ObjectNode) server.get("/api/sites/" + site)
                                                .json()
                                                .at("/recipe/ground"))
                                        .put("resolution", 512)
                                + "}]");
            }
        }
        return site;
    }

    private HttpRequest.Builder request(String path, String tab, String body) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(server.address() + path))
                .header("X-Tab", tab)
                .header("Content-Type", "application/json");
        return body.isEmpty() ? request.GET() : request.POST(HttpRequest.BodyPublishers.ofString(body));
    }

    private Stream<String> doing(String tab) {
        JsonNode kinds = server.send(request("/api/doing", tab, "")).json().get("kinds");
        return StreamSupport.stream(kinds.spliterator(), false).map(JsonNode::asString);
    }

    private void until(String tab, Predicate<Stream<String>> reached) {
        long end = System.nanoTime() + 60_000_000_000L;
        while (!reached.test(doing(tab))) {
            assertThat(System.nanoTime()).as("it came to be within a minute").isLessThan(end);
        }
    }

    private CompletableFuture<RunningServer.Answer> begin(String path, String tab, String body) {
        return CompletableFuture.supplyAsync(() -> server.send(request(path, tab, body)));
    }

    /** @param body "" for a GET */
    record Asked(String kind, String path, String body) {
        @Override
        public String toString() {
            return kind;
        }
    }

    static Stream<Asked> everythingThatComputes() {
        String base = "\"base\":2,\"edits\":[]";
        return Stream.of(
                new Asked(
                        "view",
                        "/view",
                        "{" + base
                                + ",\"view\":{\"falloff\":\"shore\",\"stage\":-1,\"layer\":\"\",\"property\":\"\"}}"),
                new Asked("handover", "/handover.zip?formats=csv", ""),
                new Asked("handover", "/handover?formats=csv", "{}"),
                new Asked("roster", "/roster?layer=cotton-grass", ""),
                new Asked("roster", "/roster.csv?layer=cotton-grass", ""),
                new Asked("scatter", "/scatter.csv?layer=cotton-grass", ""),
                new Asked("probe", "/probe.csv?falloff=shore", ""),
                new Asked("yard", "/yard", ""),
                new Asked(
                        "aim", "/aim", "{\"base\":2,\"falloff\":\"shore\",\"share\":0.5,\"layer\":\"\",\"plants\":0}"),
                new Asked(
                        "why",
                        "/why",
                        "{\"base\":2,\"layer\":\"cotton-grass\",\"property\":\"density\",\"x\":1,\"z\":1,\"plant\":-1}"),
                new Asked(
                        "profile",
                        "/profile",
                        "{" + base + ",\"fromX\":0,\"fromZ\":0,\"toX\":9,\"toZ\":9,\"layer\":\"\"}"));
    }

    @ParameterizedTest
    @MethodSource("everythingThatComputes")
    void everyKindOfWorkIsStopped(Asked asked) throws Exception {
        String tab = UUID.randomUUID().toString();
        var answer = begin("/api/sites/" + endless() + asked.path(), tab, asked.body());
        until(tab, kinds -> kinds.toList().contains(asked.kind()));
        assertThat(answer.isDone()).isFalse();
        assertThat(server.send(request("/api/stop?what=" + asked.kind(), tab, "{}"))
                        .status())
                .isEqualTo(204);
        assertThat(answer.get().status()).isEqualTo(204);
        until(tab, kinds -> kinds.findAny().isEmpty());
    }

    @Test
    void stopIsForOneTabAndOneKindOnly() throws Exception {
        String tab = UUID.randomUUID().toString();
        String other = UUID.randomUUID().toString();
        var mine = begin("/api/sites/" + endless() + "/yard", tab, "");
        var theirs = begin("/api/sites/" + endless() + "/yard", other, "");
        until(tab, kinds -> kinds.findAny().isPresent());
        until(other, kinds -> kinds.findAny().isPresent());
        server.send(request("/api/stop?what=handover", tab, "{}"));
        server.send(request("/api/stop", "", "{}"));
        assertThat(doing(tab)).containsExactly("yard");
        server.send(request("/api/stop?named=" + tab, "", "{}"));
        assertThat(mine.get().status()).isEqualTo(204);
        assertThat(doing(other)).containsExactly("yard");
        assertThat(theirs.isDone()).isFalse();
        server.send(request("/api/stop", other, "{}"));
        assertThat(theirs.get().status()).isEqualTo(204);
    }

    @Test
    void twoViewsOfATabGetInNoOthersWayAndEndWithIt() throws Exception {
        String tab = UUID.randomUUID().toString();
        String site = "/api/sites/" + endless() + "/yard";
        var left = begin(site, tab + "/left", "");
        until(tab, kinds -> kinds.count() == 1);
        var right = begin("/api/sites/" + endless() + "/yard", tab + "/right", "");
        until(tab, kinds -> kinds.count() == 2);
        assertThat(left.isDone()).isFalse();
        server.send(request("/api/stop", tab + "/left", "{}"));
        assertThat(left.get().status()).isEqualTo(204);
        assertThat(doing(tab + "/right")).containsExactly("yard");
        server.send(request("/api/stop?named=" + tab, "", "{}"));
        assertThat(right.get().status()).isEqualTo(204);
    }

    @Test
    void theNewestRequestOfATabTakesThePlaceOfTheOneBefore() throws Exception {
        String tab = UUID.randomUUID().toString();
        String view =
                "{\"base\":%d,\"edits\":[],\"view\":{\"falloff\":\"shore\",\"stage\":-1,\"layer\":\"\",\"property\":\"\"}}";
        var older = begin("/api/sites/" + endless() + "/view", tab, view.formatted(2));
        until(tab, kinds -> kinds.findAny().isPresent());
        String quick = server.small();
        assertThat(server.send(request("/api/sites/" + quick + "/view", tab, view.formatted(1)))
                        .status())
                .isEqualTo(200);
        assertThat(older.get().status()).isEqualTo(204);
        assertThat(older.get().body()).isEmpty();
    }

    @Test
    void theWorkOfWhoeverHasLeftIsEnded() throws Exception {
        String tab = UUID.randomUUID().toString();
        URI address = URI.create(server.address());
        try (Socket client = new Socket(address.getHost(), address.getPort())) {
            OutputStream out = client.getOutputStream();
            out.write(("GET /api/sites/" + endless() + "/yard HTTP/1.1\r\nHost: " + address.getAuthority()
                            + "\r\nX-Tab: " + tab + "\r\n\r\n")
                    .getBytes(StandardCharsets.US_ASCII));
            out.flush();
            until(tab, kinds -> kinds.toList().contains("yard"));
        }
        until(tab, kinds -> kinds.findAny().isEmpty());
    }

    @Test
    void readingAFileIsStopped() throws Exception {
        String tab = UUID.randomUUID().toString();
        int corners = 4_000_000;
        byte[] file = ("v 0 0 0\nv 1 0 0\nv 0 1 0\n" + "f 1 2 3\n".repeat(corners)).getBytes(StandardCharsets.US_ASCII);
        String boundary = "----lumbrit";
        byte[] head = ("--" + boundary
                        + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"long.obj\"\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8);
        byte[] tail = ("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8);
        var answer = CompletableFuture.supplyAsync(
                () -> server.send(HttpRequest.newBuilder(URI.create(server.address() + "/api/meshes"))
                        .header("X-Tab", tab)
                        .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                        .POST(HttpRequest.BodyPublishers.concat(
                                HttpRequest.BodyPublishers.ofByteArray(head),
                                HttpRequest.BodyPublishers.ofByteArray(file),
                                HttpRequest.BodyPublishers.ofByteArray(tail)))));
        until(tab, kinds -> kinds.toList().contains("meshes"));
        server.send(request("/api/stop", tab, "{}"));
        assertThat(answer.get().status()).isEqualTo(204);
    }
}
