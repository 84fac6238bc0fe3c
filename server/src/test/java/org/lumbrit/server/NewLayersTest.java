package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.lumbrit.server.RunningServer.subject;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What new layers begin with, rules brought from another site, and the course of an erosion. */
@ExtendWith(RunningServer.Extension.class)
class NewLayersTest {
    private final RunningServer server;

    NewLayersTest(RunningServer server) {
        this.server = server;
    }

    private String level(String name) {
        return server.post("/api/sites", "{\"name\":\"" + name + "\",\"width\":20,\"resolution\":17}")
                .json()
                .get("id")
                .asString();
    }

    private JsonNode begin(String site, int base, String kind) {
        RunningServer.Answer answer = server.post(
                "/api/sites/" + site + "/begin",
                "{\"base\":" + base + ",\"edits\":[],\"kind\":\"" + kind
                        + "\",\"layer\":\"\",\"prop\":\"\",\"falloff\":\"\"}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private RunningServer.Answer save(String site, int base, JsonNode edits) {
        return server.patch("/api/sites/" + site, "{\"base\":" + base + ",\"edits\":" + edits + "}");
    }

    @Test
    void everyKindBeginsOnAnEmptySiteOrSaysWhatHasToBeThereFirst() {
        String site = level("Empty");
        List<String> missing = new ArrayList<>();
        for (JsonNode kind : server.get("/api/kinds").json().get("layerKinds")) {
            String word = kind.get("kind").asString();
            JsonNode begun = begin(site, 1, word);
            if (!begun.get("missing").asString().isEmpty()) {
                missing.add(word);
                assertThat(begun.get("edits")).isEmpty();
                continue;
            }
            JsonNode saved = save(
                            site,
                            server.get("/api/sites/" + site)
                                    .json()
                                    .get("revision")
                                    .asInt(),
                            begun.get("edits"))
                    .json();
            assertThat(saved.toString()).as(word).contains(begun.get("layer").asString());
            server.post("/api/sites/" + site + "/undo", "");
        }
        assertThat(missing)
                .containsExactlyInAnyOrder(
                        "basin",
                        "path-relief",
                        "sway",
                        "push",
                        "press",
                        "water",
                        "liquid",
                        "front",
                        "crust",
                        "accretion",
                        "climb");
        assertThat(begin(site, 1, "basin").get("draw").asString()).isEqualTo("area");
        assertThat(server.post(
                                "/api/sites/" + site + "/begin",
                                "{\"base\":1,\"edits\":[],\"kind\":\"dragon\",\"layer\":\"\",\"prop\":\"\",\"falloff\":\"\"}")
                        .status())
                .isEqualTo(400);
    }

    @Test
    void aSwayFindsItsWindAndItsCover() {
        String site = level("Sway");
        save(site, 1, begin(site, 1, "cover").get("edits"));
        assertThat(begin(site, 2, "sway").get("missing").asString()).contains("needs a wind");
        save(site, 2, begin(site, 2, "wind").get("edits"));
        JsonNode sway = begin(site, 3, "sway");
        assertThat(sway.get("note").asString()).isEqualTo("Grass bends in Wind.");
        assertThat(save(site, 3, sway.get("edits")).status()).isEqualTo(200);
        assertThat(begin(site, 4, "sway").get("missing").asString()).contains("Every cover sways already");
    }

    private JsonNode adapt(String to, String from, String heights) {
        ObjectNode body = RunningServer.JSON.createObjectNode();
        body.put("base", 1)
                .put("from", from)
                .put("heights", heights)
                .put("lengths", "kept")
                .put("bringPlaces", false);
        body.putArray("edits");
        body.putArray("part");
        body.putArray("instead");
        return server.post("/api/sites/" + to + "/adapt", body.toString()).json();
    }

    @Test
    void rulesAreBroughtInOneActionThatIsUndoneInOne() {
        String from = server.small();
        String to = level("Fell");
        JsonNode adapted = adapt(to, from, "share");
        assertThat(adapted.get("edits").size()).isGreaterThan(5);
        assertThat(adapted.get("asked").toString()).contains("Shore");
        assertThat(adapted.get("lost").toString()).contains("has no place of that name");
        assertThat(adapted.get("notes").toString()).contains("as one of the grounds is level");
        JsonNode saved = save(to, 1, adapted.get("edits")).json();
        assertThat(saved.get("revision").asInt()).isEqualTo(2);
        assertThat(saved.at("/recipe/layers").size()).isGreaterThan(0);
        JsonNode undone = server.post("/api/sites/" + to + "/undo", "").json();
        assertThat(undone.at("/recipe/layers").size()).isZero();
        assertThat(adapt(to, from, "feet").get("detail").asString()).contains("one of metres, share");
    }

    @Test
    void theCourseOfAnErosionIsLookedAtStepByStep() {
        String site = level("Hills");
        save(site, 1, begin(site, 1, "noise-relief").get("edits"));
        JsonNode rain = begin(site, 2, "rain-erosion");
        save(site, 2, rain.get("edits"));
        String layer = rain.get("layer").asString();
        JsonNode whole = course(site, layer, -1);
        int steps = whole.at("/layers/1/courseSteps").asInt();
        assertThat(steps).isEqualTo(15);
        assertThat(whole.at("/layers/0/courseSteps").asInt()).isZero();
        String third = subject(course(site, layer, 3), "ground").get("key").asString();
        assertThat(third).isNotEqualTo(subject(whole, "ground").get("key").asString());
        assertThat(subject(course(site, layer, 9), "ground").get("key").asString())
                .isNotEqualTo(third);
        assertThat(subject(course(site, layer, 3), "ground").get("key").asString())
                .isEqualTo(third);
        assertThat(course(site, layer, 0).at("/layers/1/courseSteps").asInt()).isEqualTo(15);
    }

    private String lightOf(String site, int base) {
        String key = subject(
                        server.post("/api/sites/" + site + "/view", """
                {"base":%d,"edits":[],"view":{"falloff":"","stage":-1,"layer":"","property":""}}""".formatted(base))
                                .json(),
                        "ground")
                .get("light")
                .asString();
        return server.get("/api/data/" + key).text();
    }

    @Test
    void daylightMovesTheSunAndBringsItsSkyAlong() {
        String site = level("Lit");
        assertThat(lightOf(site, 1)).contains("\"sunElevation\":25.0").doesNotContain("dome");
        JsonNode begun = begin(site, 1, "daylight");
        assertThat(begun.get("note").asString()).contains("low sun");
        save(site, 1, begun.get("edits"));
        assertThat(lightOf(site, 2))
                .contains("\"sunElevation\":14.0", "\"sunHeading\":252.0", "\"dome\"", "\"lights\"");
    }

    private JsonNode course(String site, String layer, int step) {
        return server.post("/api/sites/" + site + "/view", """
                {"base":3,"edits":[],"view":{"falloff":"","stage":-1,"layer":"","property":"","courseLayer":"%s","courseStep":%d}}""".formatted(layer, step))
                .json();
    }
}
