package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Snow on a site as the page is told of it: raised ground, shells on props, tracks, bodies; and the almanac. */
@ExtendWith(RunningServer.Extension.class)
class WinterTest {
    private final RunningServer server;

    WinterTest(RunningServer server) {
        this.server = server;
    }

    private String site(String layers) {
        String id = server.post("/api/sites", "{\"name\":\"Winter\",\"width\":24,\"resolution\":65}")
                .json()
                .get("id")
                .asString();
        server.edit(id, """
                [{"kind":"set-place","place":{"kind":"path","id":"way","name":"Way","points":[[-6,0,3],[6,0,3]]}},
                 {"kind":"set-prop","prop":{"id":"box","name":"Box","shape":{"kind":"box"},"x":-6,"z":-5}}%s]""".formatted(layers));
        return id;
    }

    private JsonNode subject(String site, double time, String kind, String id) {
        int revision = server.get("/api/sites/" + site).json().get("revision").asInt();
        JsonNode view = server.post("/api/sites/" + site + "/view", """
                        {"base":%d,"edits":[],"view":{"falloff":"","stage":-1,"layer":"","property":"","time":%s}}""".formatted(revision, time))
                .json();
        for (JsonNode subject : view.get("subjects")) {
            if (subject.get("kind").asString().equals(kind)
                    && (id.isEmpty() || subject.get("id").asString().equals(id))) {
                return subject;
            }
        }
        return null;
    }

    private static final String SNOW = """
            ,{"kind":"add-layer","added":{"kind":"lay","id":"snow","name":"Snow","properties":{"fallen":{"low":0.3,"high":0.3}}}}""";

    @Test
    void whatSettlesRaisesTheGroundAndLiesOnProps() {
        String bare = site("");
        assertThat(subject(bare, 0, "lying", "")).isNull();
        assertThat(subject(bare, 0, "ground", "").get("highest").asDouble()).isZero();
        String site = site(SNOW);
        assertThat(subject(site, 0, "lying", "").get("data").asString()).isNotEmpty();
        assertThat(subject(site, 0, "ground", "").get("highest").asDouble()).isCloseTo(0.3, within(1e-3));
        JsonNode box = subject(site, 0, "mesh", "box");
        assertThat(box.get("shells")).hasSize(1);
        assertThat(box.get("colours").asString()).isNotEmpty();
        assertThat(server.get("/api/data/" + box.get("shells").get(0).asString())
                        .status())
                .isEqualTo(200);
        // turned on its side it carries another shell
        server.edit(site, """
                [{"kind":"set-prop","prop":{"id":"box","name":"Box","shape":{"kind":"box"},"x":-6,"z":-5,"roll":30}}]""");
        assertThat(subject(site, 0, "mesh", "box").get("shells").get(0).asString())
                .isNotEqualTo(box.get("shells").get(0).asString());
    }

    @Test
    void tracksAreDrawnAndABodyMovesWithTheClock() {
        String site = site(SNOW + """
                ,{"kind":"add-layer","added":{"kind":"press","id":"boots","name":"Boots","path":"way"}}
                ,{"kind":"add-layer","added":{"kind":"roll","id":"ball","name":"Ball","speed":2,"heading":90,"x":-4,"z":-2,
                   "seconds":3,"cell":0.1}}""");
        assertThat(subject(site, 0, "lying", "").get("patches")).hasSize(2);
        JsonNode start = subject(site, 0, "mesh", "ball");
        JsonNode later = subject(site, 1.5, "mesh", "ball");
        double way = later.get("origin").get(0).asDouble()
                - start.get("origin").get(0).asDouble();
        // a sliding start comes to roll at 5/7 of its speed, soon after
        assertThat(way).isBetween(1.5 * 2 * 5.0 / 7, 3.0);
        assertThat(subject(site, 0, "lying", "").get("patches").get(1).asString())
                .isNotEqualTo(
                        subject(site, 1.5, "lying", "").get("patches").get(1).asString());
    }

    @Test
    void numbersOverTimeAndHowLongTheyTake() {
        String site = site("""
                ,{"kind":"add-layer","added":{"kind":"roll","id":"ball","name":"Ball","speed":2,"heading":90,"seconds":3}}
                ,{"kind":"add-layer","added":{"kind":"cover","id":"grass","name":"Grass"}}""");
        String asked = "{\"base\":2,\"edits\":[],\"layer\":\"%s\",\"time\":0}";
        JsonNode told = server.post("/api/sites/" + site + "/readings", asked.formatted("ball"))
                .json();
        assertThat(told.get("seconds")).hasSizeGreaterThan(100);
        assertThat(told.get("way")).hasSize(3 * told.get("seconds").size());
        assertThat(told.at("/lines/0/title").asString()).isEqualTo("speed");
        assertThat(told.at("/lines/0/values/0").asDouble()).isCloseTo(2, within(1e-9));
        assertThat(server.post("/api/sites/" + site + "/takes", asked.formatted("ball"))
                        .json()
                        .get("words")
                        .asString())
                .contains("1440 steps");
        assertThat(server.post("/api/sites/" + site + "/takes", asked.formatted("grass"))
                        .json()
                        .get("words")
                        .asString())
                .isEmpty();
        RunningServer.Answer none = server.post("/api/sites/" + site + "/readings", asked.formatted("grass"));
        assertThat(none.status()).isEqualTo(422);
        assertThat(none.text()).contains("gives no numbers over time");
        assertThat(server.post("/api/sites/" + site + "/readings", asked.formatted("gone"))
                        .text())
                .contains("There is no layer");
    }

    @Test
    void theAlmanacIsToldHourByHourAndAsATable() {
        String site = site("""
                ,{"kind":"add-layer","added":{"kind":"weather","id":"season","name":"Season"}}
                ,{"kind":"add-layer","added":{"kind":"cover","id":"grass","name":"Grass"}}""");
        JsonNode told =
                server.get("/api/sites/" + site + "/almanac?layer=season").json();
        assertThat(told.get("hours")).hasSize(168);
        assertThat(told.get("hours").get(5)).hasSize(7);
        assertThat(told.get("coldest").asDouble())
                .isLessThan(told.get("warmest").asDouble());
        RunningServer.Answer csv = server.get("/api/sites/" + site + "/almanac.csv?layer=season");
        assertThat(csv.text().lines()).hasSize(169).first().asString().startsWith("hour,wind_from_deg");
        assertThat(server.get("/api/sites/" + site + "/almanac?layer=grass").status())
                .isEqualTo(400);

        RunningServer.Answer wrong = server.patch("/api/sites/" + site, """
                {"base":2,"edits":[{"kind":"set-layer","changed":{"kind":"weather","id":"season","name":"Season",
                 "season":{"kind":"table","station":[[0,270,3,-2,0,1],[2,270,3,-2,0,1]]}}}]}""");
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.text()).contains("Hours follow each other");
    }
}
