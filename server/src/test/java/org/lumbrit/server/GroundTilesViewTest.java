package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.Extension.class)
class GroundTilesViewTest {
    private final RunningServer server;
    private final String site;

    GroundTilesViewTest(RunningServer server) {
        this.server = server;
        String id = server.post("/api/sites", """
                {"name":"Wide hills","width":3000,"depth":1500,"resolution":1025,"lowest":10}""").json().get("id").asString();
        this.site = "/api/sites/" + id;
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"noise-relief","id":"hills","name":"Hills","featureSize":400,"octaves":7,
                  "properties":{"amplitude":{"low":0,"high":220}}}},
                 {"kind":"add-falloff","added":{"id":"high","name":"High","source":{"kind":"height","low":0,"high":220}},"index":0},
                 {"kind":"add-layer","added":{"kind":"tint","id":"colour","name":"Colour","ramp":[{"at":0,"colour":"#335522"},{"at":1,"colour":"#ddddcc"}]}}]""");
    }

    private JsonNode view(String more) {
        return server.post(site + "/view", """
                {"base":2,"edits":[],"view":{"falloff":"high","stage":-1,"layer":"","property":""%s}}""".formatted(more)).json();
    }

    private static JsonNode subject(JsonNode view, String id) {
        for (JsonNode each : view.get("subjects")) {
            if (each.get("id").asString().equals(id)) {
                return each;
            }
        }
        return null;
    }

    private static String from(double x, double z) {
        return ",\"eyeX\":%s,\"eyeZ\":%s,\"eyeHeading\":0,\"eyeAbove\":4".formatted(x, z);
    }

    @Test
    void aFineGroundIsToldInTilesRoundTheEye() {
        JsonNode far = view("");
        assertThat(subject(far, "ground").get("tiled").asBoolean()).isTrue();
        assertThat(subject(far, "tiles")).isNull();
        JsonNode tiles = subject(view(from(-1400, 600)), "tiles").get("tiles");
        double area = 0;
        double nearest = 1e9;
        double smallest = 1e9;
        for (JsonNode tile : tiles) {
            double width = tile.get("width").asDouble();
            area += width * tile.get("depth").asDouble();
            smallest = Math.min(smallest, width);
            if (Math.hypot(tile.get("west").asDouble() + 1400, tile.get("north").asDouble() - 600) < 800) {
                nearest = Math.min(nearest, width);
            }
            for (JsonNode key : new JsonNode[] {
                tile.get("data"), tile.get("values"), tile.get("colours").get(0)
            }) {
                assertThat(server.get("/api/data/" + key.asString()).body().length)
                        .isGreaterThan(10_000);
            }
        }
        assertThat(area).as("they cover the ground").isCloseTo(3000 * 1500, within(1.0));
        assertThat(nearest).isEqualTo(smallest);
    }

    @Test
    void whatIsTheSameFromElsewhereIsNotToldAnew() {
        Set<String> here = keys(view(from(-1400, 600)));
        Set<String> there = keys(view(from(-1390, 600)));
        there.retainAll(here);
        assertThat(there).isNotEmpty();
        assertThat(keys(view(from(-1400, 600)))).isEqualTo(here);
    }

    @Test
    void whileSomethingIsDraggedValuesAndColoursAreThoseOfTheWholeSite() {
        for (JsonNode tile :
                subject(view(from(0, 0) + ",\"draft\":true"), "tiles").get("tiles")) {
            assertThat(tile.get("values").asString()).isEmpty();
            assertThat(tile.get("colours")).isEmpty();
        }
    }

    private static Set<String> keys(JsonNode view) {
        Set<String> keys = new HashSet<>();
        subject(view, "tiles")
                .get("tiles")
                .forEach(tile -> keys.add(tile.get("data").asString()));
        return keys;
    }
}
