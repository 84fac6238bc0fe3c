package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Moving water, what floats on it and hanging sheets, as the page is told of them. */
@ExtendWith(RunningServer.Extension.class)
class WaterTest {
    private final RunningServer server;

    WaterTest(RunningServer server) {
        this.server = server;
    }

    private String site(String edits) {
        String id = server.post("/api/sites", "{\"name\":\"Pond\",\"width\":24,\"resolution\":65}")
                .json()
                .get("id")
                .asString();
        server.edit(id, """
                [{"kind":"set-ground","ground":{"width":24,"resolution":65,"waterLevel":2}}%s]""".formatted(edits));
        return id;
    }

    private JsonNode view(String site, double time) {
        int revision = server.get("/api/sites/" + site).json().get("revision").asInt();
        return server.post("/api/sites/" + site + "/view", """
                        {"base":%d,"edits":[],"view":{"falloff":"","stage":-1,"layer":"","property":"","time":%s}}""".formatted(revision, time))
                .json();
    }

    private static JsonNode subject(JsonNode view, String kind, String id) {
        for (JsonNode subject : view.get("subjects")) {
            if (subject.get("kind").asString().equals(kind)
                    && (id.isEmpty() || subject.get("id").asString().equals(id))) {
                return subject;
            }
        }
        return null;
    }

    private static final String WAVES = """
            ,{"kind":"add-layer","added":{"kind":"water","id":"waves","name":"Waves","nodes":65,"swell":{"kind":"waves","length":5,"high":0.3}}}""";

    @Test
    void movingWaterTakesThePlaceOfStillWater() {
        JsonNode still = subject(view(site(""), 0), "water", "");
        assertThat(still.get("id").asString()).isEqualTo("water");
        assertThat(still.get("data").asString()).isEmpty();
        String site = site(WAVES);
        JsonNode moving = subject(view(site, 0), "water", "");
        assertThat(moving.get("id").asString()).isEqualTo("waves");
        assertThat(moving.get("level").asDouble()).isEqualTo(2);
        assertThat(moving.get("waves")).hasSize(9);
        assertThat(moving.get("waves").get(0)).hasSize(7);
        assertThat(server.get("/api/data/" + moving.get("data").asString()).status())
                .isEqualTo(200);
        // what the bed does stays; only the time is another
        JsonNode later = subject(view(site, 1.5), "water", "");
        assertThat(later.get("data").asString()).isEqualTo(moving.get("data").asString());
        assertThat(later.get("time").asDouble()).isEqualTo(1.5);
    }

    @Test
    void whatFloatsRidesOnTheSameSurface() {
        String site = site(WAVES + """
                ,{"kind":"set-prop","prop":{"id":"box","name":"Box","shape":{"kind":"box"},"x":2,"z":1,
                   "pose":{"kind":"floats","water":"waves","rides":"point","offset":0.2}}}""");
        for (double time : new double[] {0, 1.3}) {
            double y = subject(view(site, time), "mesh", "box")
                    .get("origin")
                    .get(1)
                    .asDouble();
            JsonNode there = server.post("/api/sites/" + site + "/why", """
                            {"base":2,"layer":"waves","property":"height","x":2,"z":1,"plant":-1,"time":%s}""".formatted(time))
                    .json();
            assertThat(y).isCloseTo(2.2 + there.at("/why/value").asDouble(), within(1e-5));
        }
        JsonNode motion = server.post("/api/sites/" + site + "/motion", "{\"base\":2,\"edits\":[],\"full\":false}")
                .json();
        assertThat(motion.get("props")).hasSize(1);
        RunningServer.Answer wrong = server.patch("/api/sites/" + site, """
                {"base":2,"edits":[{"kind":"set-prop","prop":{"id":"box","name":"Box","shape":{"kind":"box"},
                  "pose":{"kind":"floats","water":"gone"}}}]}""");
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.text()).contains("There is no layer");
    }

    @Test
    void sheetsHangWithTheirPattern() {
        String site = site("""
                ,{"kind":"add-layer","added":{"kind":"sheets","id":"mist","name":"Mist","count":3,"length":16,"height":2}}""");
        JsonNode sheets = subject(view(site, 2), "sheets", "mist");
        assertThat(sheets.get("shape").get(0).asDouble()).isEqualTo(2);
        assertThat(sheets.get("time").asDouble()).isEqualTo(2);
        assertThat(server.get("/api/data/" + sheets.get("data").asString()).status())
                .isEqualTo(200);
    }
}
