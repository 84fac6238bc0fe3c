package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import org.lumbrit.core.props.BarrelShape;
import org.lumbrit.formats.mesh.PlyFile;
import tools.jackson.databind.JsonNode;

/** One of its tests starts the server anew, so none of any other class runs meanwhile. */
@Isolated
@ExtendWith(RunningServer.Extension.class)
class StorageTest {
    private final RunningServer server;

    StorageTest(RunningServer server) {
        this.server = server;
    }

    private static String contrast(int base, double power) {
        return """
                {"base":%d,"edits":[{"kind":"set-step","falloff":"shore",
                 "step":{"kind":"contrast","id":"s3","power":%s}}]}""".formatted(base, power);
    }

    private static String end(int base, String property, double high) {
        return """
                {"base":%d,"edits":[{"kind":"set-property","layer":"cotton-grass","property":"%s",
                 "range":{"low":0,"high":%s,"combine":"product"}}]}""".formatted(base, property, high);
    }

    private double power(String id) {
        JsonNode steps = server.get("/api/sites/" + id).json().at("/recipe/falloffs/0/steps");
        return StreamSupport.stream(steps.spliterator(), false)
                .filter(step -> step.get("kind").asString().equals("contrast"))
                .findFirst()
                .orElseThrow()
                .get("power")
                .asDouble();
    }

    @Test
    void undoAndRedoAreLinearAndSurviveARestart() {
        String site = "/api/sites/" + server.small();
        String id = site.substring(11);
        server.patch(site, contrast(1, 2));
        server.patch(site, contrast(2, 3));
        server.patch(site, contrast(3, 4));
        server.post(site + "/undo", "");
        server.post(site + "/undo", "");
        assertThat(power(id)).isEqualTo(2);
        byte[] barrel = PlyFile.write(new BarrelShape(0.5, 1.2, 0.1, 18).mesh(file -> null));
        String mesh = server.upload("/api/meshes", "barrel.ply", barrel)
                .json()
                .get("mesh")
                .asString();
        server.restart();
        assertThat(power(id)).isEqualTo(2);
        assertThat(server.get("/api/meshes/" + mesh + "/picture").status())
                .as("a file that was brought in is still there")
                .isEqualTo(200);
        assertThat(server.post(site + "/redo", "").json().get("canRedo").asBoolean())
                .isTrue();
        assertThat(power(id)).isEqualTo(3);
        assertThat(server.post(site + "/redo", "").json().get("canRedo").asBoolean())
                .isFalse();
        assertThat(power(id)).isEqualTo(4);
        for (int i = 0; i < 3; i++) {
            server.post(site + "/undo", "");
        }
        assertThat(power(id)).isEqualTo(1.4);
        JsonNode bottom = server.post(site + "/undo", "").json();
        assertThat(bottom.get("canUndo").asBoolean()).isFalse();
        int revision = bottom.get("revision").asInt();
        assertThat(server.patch(site, contrast(revision, 5))
                        .json()
                        .get("canRedo")
                        .asBoolean())
                .as("a new edit ends what could be redone")
                .isFalse();
    }

    @Test
    void aStaleEditOfTheSameStepIsRefusedWithWhatChanged() {
        String site = "/api/sites/" + server.small();
        assertThat(server.patch(site, contrast(1, 2)).status()).isEqualTo(200);
        RunningServer.Answer stale = server.patch(site, contrast(1, 3));
        assertThat(stale.status()).isEqualTo(409);
        assertThat(stale.json().get("changes").get(0).asString()).isEqualTo("Shore: contrast");
        assertThat(stale.json().get("head").asInt()).isEqualTo(2);
        assertThat(power(site.substring(11))).isEqualTo(2);
    }

    @Test
    void aStaleEditOfSomethingElseIsRebased() {
        String site = "/api/sites/" + server.small();
        server.patch(site, contrast(1, 2));
        RunningServer.Answer rebased = server.patch(site, end(1, "density", 9));
        assertThat(rebased.status()).isEqualTo(200);
        assertThat(rebased.json()
                        .at("/recipe/layers/12/properties/density/high")
                        .asDouble())
                .isEqualTo(9);
        assertThat(power(site.substring(11))).isEqualTo(2);
    }

    @Test
    void ofConcurrentWritersOfOneThingExactlyOneWinsAndOfDifferentThingsAll() throws Exception {
        String site = "/api/sites/" + server.small();
        ExecutorService pool = Executors.newFixedThreadPool(8);
        List<Future<Integer>> same = IntStream.range(0, 8)
                .mapToObj(i ->
                        pool.submit(() -> server.patch(site, contrast(1, 2 + i)).status()))
                .toList();
        int won = 0;
        for (Future<Integer> each : same) {
            int status = each.get();
            assertThat(status).isIn(200, 409);
            won += status == 200 ? 1 : 0;
        }
        assertThat(won).isEqualTo(1);
        List<String> properties = List.of("density", "length", "width", "lean", "heading", "yaw", "align", "tint");
        List<Future<Integer>> different = properties.stream()
                .map(each ->
                        pool.submit(() -> server.patch(site, end(2, each, 0.75)).status()))
                .toList();
        for (Future<Integer> each : different) {
            assertThat(each.get()).isEqualTo(200);
        }
        pool.shutdown();
        JsonNode now = server.get(site).json();
        assertThat(now.get("revision").asInt()).isEqualTo(10);
        properties.forEach(each -> assertThat(
                        now.at("/recipe/layers/12/properties/" + each + "/high").asDouble())
                .isEqualTo(0.75));
    }

    @Test
    void anInvalidEditChangesNothingAndNamesItsField() {
        String site = "/api/sites/" + server.small();
        RunningServer.Answer answer = server.patch(site, contrast(1, 77));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().at("/fields/0/path").asString()).isEqualTo("falloffs[0].steps[2].power");
        assertThat(server.get(site).json().get("revision").asInt()).isEqualTo(1);
    }

    @Test
    void aDeletedSiteCanBeBroughtBack() {
        String id = server.small();
        String site = "/api/sites/" + id;
        server.send(java.net.http.HttpRequest.newBuilder(java.net.URI.create(server.address() + site))
                .DELETE());
        assertThat(server.get(site).status()).isEqualTo(404);
        assertThat(server.get("/api/sites").text()).doesNotContain(id);
        assertThat(server.get("/api/sites/deleted").text()).contains(id);
        assertThat(server.post(site + "/restore", "").status()).isEqualTo(200);
        assertThat(server.get("/api/sites/deleted").text()).doesNotContain(id);
        assertThat(server.get(site).status()).isEqualTo(200);
    }

    @Test
    void strokesOfABrushAreKeptOnceWhateverRevisionsHaveThem() {
        String id = server.small();
        String site = "/api/sites/" + id;
        UUID key = UUID.fromString(id);
        List<String> strokes = IntStream.range(0, 5)
                .mapToObj("{\"points\":[[%1$d,0,0],[%1$d.25,0,3.0625]],\"radius\":1.5,\"strength\":0.75}"::formatted)
                .toList();
        for (int painted = 1; painted <= 5; painted++) {
            server.edit(id, """
                    [{"kind":"set-source","falloff":"shore","source":{"kind":"brush","strokes":[%s]}}]""".formatted(String.join(",", strokes.subList(0, painted))));
        }
        String before = server.get(site).json().at("/recipe/falloffs/0/source").toString();
        assertThat(server.count("select count(*) from stroke where site_id = ?", key))
                .isEqualTo(5);
        assertThat(server.count(
                        "select count(*) from revision where site_id = ? and recipe::text like '%3.0625%'", key))
                .as("revisions that hold a painted place themselves")
                .isZero();
        server.restart();
        assertThat(server.get(site).json().at("/recipe/falloffs/0/source").toString())
                .isEqualTo(before)
                .contains("[4.25,0,3.0625]");
        server.post(site + "/undo", "");
        assertThat(server.get(site)
                        .json()
                        .at("/recipe/falloffs/0/source/strokes")
                        .size())
                .isEqualTo(4);
        server.send(java.net.http.HttpRequest.newBuilder(java.net.URI.create(server.address() + site))
                .DELETE());
        server.purge(Instant.now().plusSeconds(1));
        assertThat(server.count("select count(*) from stroke where site_id = ?", key))
                .as("they go with their site")
                .isZero();
    }

    @Test
    void aRevisionOfAnOlderLumbritHasItsStrokesInItself() {
        String id = server.small();
        String site = "/api/sites/" + id;
        server.edit(id, """
                [{"kind":"set-source","falloff":"shore","source":{"kind":"brush","strokes":[
                  {"points":[[1,0,0],[1.25,0,3.0625]],"radius":1.5,"strength":0.75}]}}]""");
        JsonNode before = server.get(site).json();
        UUID key = UUID.fromString(id);
        int number = before.get("revision").asInt();
        server.count(
                "update revision set recipe = ?::jsonb where site_id = ? and number = ? returning number",
                before.get("recipe").toString(),
                key,
                number);
        assertThat(server.count(
                        "with gone as (delete from stroke where site_id = ? returning 1) select count(*) from gone",
                        key))
                .isEqualTo(1);
        server.restart();
        assertThat(server.get(site).json().get("recipe")).isEqualTo(before.get("recipe"));
        server.edit(id, """
                [{"kind":"rename-falloff","falloff":"shore","name":"Painted"}]""");
        assertThat(server.get(site).json().at("/recipe/falloffs/0/source"))
                .as("after a change by this one, which keeps it in its own row")
                .isEqualTo(before.at("/recipe/falloffs/0/source"));
        assertThat(server.count("select count(*) from stroke where site_id = ?", key))
                .isEqualTo(1);
    }
}
