package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpRequest;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Every field that the interface's own description says is needed, of every request that takes JSON, left out and null in turn:
 * the answer is a problem that names it, never a failure of the server.
 */
@ExtendWith(RunningServer.Extension.class)
class MissingFieldsTest {
    private final RunningServer server;
    private String site;

    MissingFieldsTest(RunningServer server) {
        this.server = server;
    }

    @BeforeEach
    void level() {
        site = server.post("/api/sites", "{\"name\":\"Level\",\"width\":10,\"resolution\":9}")
                .json()
                .get("id")
                .asString();
    }

    private record Request(String method, String path, JsonNode schema) {}

    private List<Request> requests(JsonNode description) {
        List<Request> all = new ArrayList<>();
        for (Map.Entry<String, JsonNode> path : description.get("paths").properties()) {
            for (Map.Entry<String, JsonNode> operation : path.getValue().properties()) {
                JsonNode body = operation.getValue().at("/requestBody/content/application~1json/schema/$ref");
                if (!body.isMissingNode()) {
                    String name = body.asString().replaceAll(".*/", "");
                    all.add(new Request(
                            operation.getKey().toUpperCase(Locale.ROOT),
                            path.getKey(),
                            description.at("/components/schemas/" + name)));
                }
            }
        }
        return all;
    }

    /** Something of the right type for each field; what it says does not matter, as the request is refused before. */
    private static ObjectNode whole(JsonNode description, JsonNode schema) {
        ObjectNode body = RunningServer.JSON.createObjectNode();
        for (Map.Entry<String, JsonNode> field : schema.get("properties").properties()) {
            String reference = field.getValue().path("$ref").asString("");
            if (!reference.isEmpty()) {
                body.set(field.getKey(), whole(description, description.at(reference.substring(1))));
                continue;
            }
            switch (field.getValue().path("type").asString("")) {
                case "integer", "number" -> body.put(field.getKey(), 1);
                case "boolean" -> body.put(field.getKey(), false);
                case "array" -> body.putArray(field.getKey());
                default ->
                    body.put(
                            field.getKey(),
                            field.getValue().path("format").asString("").equals("uuid")
                                    ? "00000000-0000-0000-0000-000000000000"
                                    : "");
            }
        }
        return body;
    }

    @TestFactory
    List<DynamicTest> everyNeededFieldThatIsMissingIsNamed() {
        JsonNode description = server.get("/v3/api-docs").json();
        List<DynamicTest> tests = new ArrayList<>();
        for (Request request : requests(description)) {
            for (JsonNode field : request.schema().path("required")) {
                String name = field.asString();
                for (boolean asNull : new boolean[] {false, true}) {
                    tests.add(DynamicTest.dynamicTest(
                            request.method() + " " + request.path() + (asNull ? " with null " : " without ") + name,
                            () -> refused(description, request, name, asNull)));
                }
            }
        }
        assertThat(tests).hasSizeGreaterThan(60);
        return tests;
    }

    private void refused(JsonNode description, Request request, String field, boolean asNull) {
        ObjectNode body = whole(description, request.schema());
        body.remove(field);
        if (asNull) {
            body.putNull(field);
        }
        RunningServer.Answer answer = send(request, body.toString());
        assertThat(answer.status()).as(answer.text()).isEqualTo(400);
        assertThat(answer.response().headers().firstValue("Content-Type").orElse(""))
                .startsWith("application/problem+json");
        if (answer.json().has("fields")) {
            assertThat(answer.json().at("/fields/0/path").asString()).isEqualTo(field);
            assertThat(answer.json().get("detail").asString()).contains(field);
        }
    }

    private RunningServer.Answer send(Request request, String body) {
        return server.send(HttpRequest.newBuilder(
                        URI.create(server.address() + request.path().replace("{id}", site)))
                .header("Content-Type", "application/json")
                .method(request.method(), HttpRequest.BodyPublishers.ofString(body)));
    }

    @TestFactory
    List<DynamicTest> whatIsNoObjectAtAllIsRefusedInWords() {
        List<DynamicTest> tests = new ArrayList<>();
        for (Request request : requests(server.get("/v3/api-docs").json())) {
            for (String body : List.of("", "{}", "[]", "null", "7", "\"text\"", "{\"base\":", "{\"base\":{}}")) {
                tests.add(DynamicTest.dynamicTest(request.method() + " " + request.path() + " of " + body, () -> {
                    RunningServer.Answer answer = send(request, body);
                    assertThat(answer.status()).as(answer.text()).isBetween(400, 499);
                    assertThat(answer.json().get("detail").asString()).isNotBlank();
                }));
            }
        }
        return tests;
    }
}
