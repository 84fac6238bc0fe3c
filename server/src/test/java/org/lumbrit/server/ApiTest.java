package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.lumbrit.server.RunningServer.subject;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.formats.image.GreyPng;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

@ExtendWith(RunningServer.Extension.class)
class ApiTest {
    private final RunningServer server;

    ApiTest(RunningServer server) {
        this.server = server;
    }

    @Test
    void thePagesTypesBelongToThisServer() throws IOException {
        JsonNode committed = RunningServer.JSON.readTree(Files.readString(Path.of("../web/openapi.json")));
        JsonNode now = server.get("/v3/api-docs").json();
        withoutNewerLayers(now, committed);
        assertThat(now)
                .as("the API has changed: save /v3/api-docs as web/openapi.json and run npm run types in web")
                .isEqualTo(committed);
    }

    /** Kinds of layers that the page has no type of its own for: their forms and values come from their descriptions. */
    private static void withoutNewerLayers(JsonNode now, JsonNode committed) {
        Set<String> known = new HashSet<>();
        committed
                .at("/components/schemas/Layer/oneOf")
                .forEach(one -> known.add(one.get("$ref").asString()));
        ArrayNode union = (ArrayNode) now.at("/components/schemas/Layer/oneOf");
        for (int i = union.size() - 1; i >= 0; i--) {
            String reference = union.get(i).get("$ref").asString();
            if (!known.contains(reference)) {
                union.remove(i);
                ((ObjectNode) now.at("/components/schemas"))
                        .remove(reference.substring(reference.lastIndexOf('/') + 1));
            }
        }
    }

    @Test
    void everyKindDescribesItself() {
        JsonNode kinds = server.get("/api/kinds").json();
        assertThat(kinds.get("sources")).hasSize(Kinds.of(Source.class).size());
        assertThat(kinds.get("steps")).hasSize(Kinds.of(Step.class).size());
        for (JsonNode kind : kinds.get("sources")) {
            assertThat(kind.get("help").asString()).isNotBlank();
            for (JsonNode setting : kind.get("settings")) {
                assertThat(setting.get("title").asString()).isNotBlank();
                assertThat(setting.get("sliderMin").asDouble())
                        .isLessThanOrEqualTo(setting.get("sliderMax").asDouble());
            }
        }
    }

    @Test
    void aHeightMapBecomesASite() {
        float[] ramp = new float[40 * 30];
        for (int i = 0; i < ramp.length; i++) {
            ramp[i] = i % 40 / 39f;
        }
        JsonNode read = server.upload("/api/heightmaps", "../../ramp.png", GreyPng.of16(40, 30, ramp))
                .json();
        assertThat(read.get("columns").asInt()).isEqualTo(40);
        assertThat(read.get("highest").asDouble()).isEqualTo(1);
        RunningServer.Answer made =
                server.post("/api/sites", """
                {"name":"Ramp","heights":"%s","width":78,"lowest":2,"highest":12}""".formatted(read.get("heights").asString()));
        assertThat(made.status()).isEqualTo(201);
        String site = "/api/sites/" + made.json().get("id").asString();
        JsonNode view = server.post(site + "/view", """
                {"base":1,"edits":[],"view":{"falloff":"","stage":-1,"layer":"","property":""}}""").json();
        assertThat(subject(view, "ground").get("depth").asDouble()).isEqualTo(58);
        assertThat(subject(view, "ground").get("highest").asDouble()).isEqualTo(12);
    }

    @Test
    void whatCannotBeReadIsSaidInWords() {
        byte[] png = GreyPng.of16(50, 50, new float[2500]);
        for (byte[] bad :
                List.of(Arrays.copyOf(png, png.length - 20), "hello".getBytes(StandardCharsets.UTF_8), new byte[0])) {
            RunningServer.Answer answer = server.upload("/api/heightmaps", "bad.png", bad);
            assertThat(answer.status()).isEqualTo(400);
            assertThat(answer.json().get("detail").asString()).isNotBlank();
        }
        RunningServer.Answer zip = server.upload("/api/sites/zip", "bad.zip", png);
        assertThat(zip.json().get("detail").asString()).contains("no zip");
        RunningServer.Answer geo = server.upload(
                "/api/sites/" + server.small() + "/places", "a.geojson", "{}".getBytes(StandardCharsets.UTF_8));
        assertThat(geo.status()).isEqualTo(400);
        assertThat(server.post("/api/sites", "{\"name\":").status()).isEqualTo(400);
        assertThat(server.get("/api/sites/not-an-id").status()).isEqualTo(400);
        assertThat(server.get("/api/sites/00000000-0000-0000-0000-000000000000").status())
                .isEqualTo(404);
    }

    @Test
    void pagesCarryAStrictPolicyAndForeignPagesChangeNothing() {
        RunningServer.Answer page = server.get("/");
        String policy =
                page.response().headers().firstValue("Content-Security-Policy").orElse("");
        assertThat(policy)
                .contains("default-src 'none'")
                .contains("script-src 'self'")
                .doesNotContain("unsafe");
        RunningServer.Answer foreign =
                server.send(HttpRequest.newBuilder(URI.create(server.address() + "/api/sites/demo"))
                        .header("Origin", "http://elsewhere.example")
                        .POST(HttpRequest.BodyPublishers.noBody()));
        assertThat(foreign.status()).isEqualTo(403);
    }

    /** What a browser or a stranger sends, word by word; the status line of the answer and its body. */
    private String raw(String... head) throws IOException {
        URI address = URI.create(server.address());
        try (java.net.Socket client = new java.net.Socket(address.getHost(), address.getPort())) {
            client.getOutputStream()
                    .write((String.join("\r\n", head) + "\r\nConnection: close\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            return new String(client.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    void onlyItsOwnNamesOpenTheServer() throws IOException {
        String port = ":" + URI.create(server.address()).getPort();
        for (String own : List.of("127.0.0.1", "localhost", "LOCALHOST", "[::1]")) {
            assertThat(raw("GET /api/sites HTTP/1.1", "Host: " + own + port)).startsWith("HTTP/1.1 200");
        }
        for (String strange : List.of("evil.example", "127.0.0.1.evil.example", "evil.example:80", "0.0.0.0")) {
            assertThat(raw("GET /api/sites HTTP/1.1", "Host: " + strange))
                    .startsWith("HTTP/1.1 421")
                    .contains("application/problem+json")
                    .contains("urn:lumbrit:foreign-host");
            assertThat(raw("POST /api/sites/demo HTTP/1.1", "Host: " + strange, "Content-Length: 0"))
                    .startsWith("HTTP/1.1 421");
            assertThat(raw("GET / HTTP/1.1", "Host: " + strange)).startsWith("HTTP/1.1 421");
        }
        assertThat(raw("GET /api/sites HTTP/1.0")).startsWith("HTTP/1.1 400").contains("which host");
    }

    @Test
    void otherPagesMayNotLetTheServerCompute() throws IOException {
        String host = "Host: " + URI.create(server.address()).getAuthority();
        for (String site : List.of("cross-site", "same-site")) {
            assertThat(raw("GET /api/sites HTTP/1.1", host, "Sec-Fetch-Site: " + site))
                    .startsWith("HTTP/1.1 403")
                    .contains("urn:lumbrit:foreign-page");
            assertThat(raw("GET / HTTP/1.1", host, "Sec-Fetch-Site: " + site))
                    .as("a link leads here from anywhere")
                    .startsWith("HTTP/1.1 200");
        }
        for (String site : List.of("same-origin", "none")) {
            assertThat(raw("GET /api/sites HTTP/1.1", host, "Sec-Fetch-Site: " + site))
                    .startsWith("HTTP/1.1 200");
        }
        assertThat(raw("GET /api/sites HTTP/1.1", host, "Origin: http://elsewhere.example"))
                .startsWith("HTTP/1.1 403");
    }

    @Test
    void aSiteHasANameThatCanBeSeen() {
        for (String bad : List.of("", " ", "x".repeat(81), "turned \\u202Eround", "half \\uD83C", "nul\\u0000")) {
            RunningServer.Answer made =
                    server.post("/api/sites", "{\"name\":\"" + bad + "\",\"width\":50,\"depth\":50,\"resolution\":16}");
            assertThat(made.status()).as(bad).isBetween(400, 422);
            assertThat(made.json().get("detail").asString()).isNotBlank();
        }
        String site = server.small();
        assertThat(server.patch(
                                "/api/sites/" + site,
                                "{\"base\":1,\"edits\":[{\"kind\":\"rename-site\",\"name\":\"" + "x".repeat(200)
                                        + "\"}]}")
                        .status())
                .isEqualTo(422);
        server.edit(site, "[{\"kind\":\"rename-site\",\"name\":\"  Far \\t tarn \"}]");
        assertThat(server.get("/api/sites/" + site).json().at("/recipe/name").asString())
                .isEqualTo("Far tarn");
    }

    @Test
    void theListOfSitesSaysWhatTheirRecipesSay() {
        String site = server.small();
        JsonNode recipe = server.get("/api/sites/" + site).json().get("recipe");
        for (JsonNode line : server.get("/api/sites").json()) {
            if (line.get("id").asString().equals(site)) {
                assertThat(line.get("name").asString()).isEqualTo("Thessock Tarn");
                assertThat(line.get("falloffs").asInt())
                        .isEqualTo(recipe.get("falloffs").size());
                assertThat(line.get("layers").asInt())
                        .isEqualTo(recipe.get("layers").size());
                assertThat(line.get("width").asDouble()).isEqualTo(160);
                return;
            }
        }
        throw new AssertionError("the site is not in the list");
    }
}
