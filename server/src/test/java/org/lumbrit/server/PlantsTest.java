package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.lumbrit.server.RunningServer.subject;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.mesh.PlyFile;
import tools.jackson.databind.JsonNode;

/** Nursery, covers, roster, budget and hand-over of plants through the running server. */
@ExtendWith(RunningServer.Extension.class)
class PlantsTest {
    private static final String GRASS = """
            {"kind":"add-layer","added":{"kind":"cover","id":"grass","name":"Grass","plant":{"kind":"kept","plant":"clump"},
             "properties":{"density":{"low":0,"high":2},"spacing":{"low":0.3,"high":0.3},
               "length":{"low":0.5,"high":0.5},"width":{"low":0.4,"high":0.4}}}}""";
    private static final String CLUMP = """
            {"kind":"add-layer","added":{"kind":"plant","id":"clump","name":"Clump","plant":{"kind":"clump"}}}""";

    private final RunningServer server;

    PlantsTest(RunningServer server) {
        this.server = server;
    }

    private String site() {
        String id = server.post("/api/sites", """
                {"name":"Meadow","width":30,"depth":30,"resolution":33,"lowest":2}""").json().get("id").asString();
        server.edit(id, "[" + CLUMP + "," + GRASS + "]");
        return "/api/sites/" + id;
    }

    private RunningServer.Answer edit(String site, String edits) {
        int base = server.get(site).json().get("revision").asInt();
        return server.patch(site, "{\"base\":" + base + ",\"edits\":[" + edits + "]}");
    }

    private String unsaved(String site) {
        return "{\"base\":" + server.get(site).json().get("revision").asInt() + ",\"edits\":[]}";
    }

    private JsonNode view(String site) {
        int base = server.get(site).json().get("revision").asInt();
        return server.post(
                        site + "/view",
                        "{\"base\":" + base
                                + ",\"edits\":[],\"view\":{\"falloff\":\"\",\"stage\":-1,\"layer\":\"grass\",\"property\":\"density\"}}")
                .json();
    }

    private static JsonNode layer(JsonNode manifest, String id) {
        for (JsonNode layer : manifest.get("layers")) {
            if (layer.get("id").asString().equals(id)) {
                return layer;
            }
        }
        throw new AssertionError("no layer " + id);
    }

    private JsonNode sheet(String site, double growth, int detail) {
        int base = server.get(site).json().get("revision").asInt();
        return server.post(
                        site + "/sheet",
                        "{\"base\":" + base + ",\"edits\":[],\"plant\":\"clump\",\"growth\":" + growth + ",\"detail\":"
                                + detail + "}")
                .json();
    }

    @Test
    void theSheetHasEveryVariantAndItsDetailLevelsSayTheirErrors() {
        String site = site();
        JsonNode sheet = sheet(site, 1, 0);
        assertThat(sheet.get("variants").asInt()).isEqualTo(4);
        assertThat(sheet.at("/levels/0/error").asDouble()).isZero();
        assertThat(sheet.at("/levels/1/error").asDouble()).isPositive();
        assertThat(sheet.at("/levels/1/triangles").asInt())
                .isLessThan(sheet.at("/levels/0/triangles").asInt());
        int full = server.get("/api/data/" + sheet.get("key").asString()).body().length;
        int half = server.get("/api/data/" + sheet(site, 0.15, 0).get("key").asString())
                .body()
                .length;
        int none = server.get("/api/data/" + sheet(site, 0, 0).get("key").asString())
                .body()
                .length;
        assertThat(half).isLessThan(full);
        assertThat(none).isLessThan(3000);
    }

    @Test
    void aPlantThatChangesChangesWhereverItIsPlanted() {
        String site = site();
        JsonNode planted = view(site);
        JsonNode before = layer(planted, "grass");
        edit(site, """
                {"kind":"set-layer","changed":{"kind":"plant","id":"clump","name":"Clump","plant":{"kind":"clump","strands":12}}}""");
        JsonNode changed = view(site);
        JsonNode after = layer(changed, "grass");
        assertThat(after.get("plants").asInt()).isEqualTo(before.get("plants").asInt());
        assertThat(subject(changed, "grass").get("shapes"))
                .isNotEqualTo(subject(planted, "grass").get("shapes"));
        assertThat(after.get("triangles").asLong())
                .isEqualTo(after.get("plants").asLong() * 12 * 7);
        // what leaves the nursery stays where it stands, as a plant of the cover's own
        edit(site, "{\"kind\":\"remove-layer\",\"layer\":\"clump\"}");
        JsonNode alone = layer(view(site), "grass");
        assertThat(alone.get("triangles").asLong())
                .isEqualTo(after.get("triangles").asLong());
    }

    @Test
    void theRosterHasAColumnANumberAndAPlantARow() {
        String site = site();
        JsonNode roster = server.get(site + "/roster?layer=grass").json();
        int plants = roster.get("plants").asInt();
        assertThat(plants).isGreaterThan(1500);
        JsonNode length = roster.get("columns").get(3);
        assertThat(length.get("title").asString()).isEqualTo("length");
        assertThat(length.get("max").asDouble()).isCloseTo(0.5, within(1e-6));
        int sum = 0;
        for (JsonNode bar : length.get("histogram")) {
            sum += bar.asInt();
        }
        assertThat(sum).isEqualTo(plants);
        String csv = server.get(site + "/roster.csv?layer=grass").text();
        assertThat(csv.lines().count()).isEqualTo(plants + 1);
        assertThat(server.get(site + "/roster?layer=nothing").status()).isEqualTo(422);
    }

    @Test
    void aPlantOfTheNurseryIsPlantedOutAtItsOwnSizeNoTwoAlike() {
        String site = site();
        int base = server.get(site).json().get("revision").asInt();
        JsonNode begun = server.post(site + "/begin", """
                {"base":%d,"edits":[],"kind":"cover","layer":"clump","prop":"","falloff":""}""".formatted(base)).json();
        assertThat(begun.get("note").asString()).contains("grows all over the ground");
        server.edit(site.substring("/api/sites/".length()), begun.get("edits").toString());
        JsonNode recipe = server.get(site).json().get("recipe");
        JsonNode plant = recipe.at("/layers/0");
        JsonNode stand = recipe.at("/layers/" + (recipe.get("layers").size() - 1));
        assertThat(stand.at("/plant/plant").asString()).isEqualTo("clump");
        assertThat(stand.at("/properties/length/low").asDouble())
                .isEqualTo(plant.at("/plant/length").asDouble());
        assertThat(stand.get("tintLow")).isEqualTo(plant.get("tint"));
        assertThat(recipe.get("drives").toString()).contains("\"yaw\"").contains("\"size\"");
        assertThat(layer(view(site), stand.get("id").asString()).get("plants").asInt())
                .isPositive();
    }

    @Test
    void fencesKeepACoverOutOfAnArea() {
        String site = site();
        edit(site, """
                {"kind":"set-place","place":{"kind":"area","id":"pond","name":"Pond","points":[[-5,0,-5],[5,0,-5],[5,0,5],[-5,0,5]]}}""");
        JsonNode fence = fences(site).get(0);
        assertThat(fence.get("now").asString()).isEqualTo("anywhere");
        int before = layer(view(site), "grass").get("plants").asInt();
        server.edit(
                site.substring("/api/sites/".length()),
                fence.at("/ways/1/edits").toString());
        assertThat(fences(site).get(0).get("now").asString()).isEqualTo("out");
        assertThat(layer(view(site), "grass").get("plants").asInt()).isLessThan(before);
        assertThat(server.post(site + "/fences", """
                {"base":1,"edits":[],"layer":"grass","property":"colour"}""").status()).isEqualTo(422);
    }

    private JsonNode fences(String site) {
        int base = server.get(site).json().get("revision").asInt();
        return server.post(site + "/fences", """
                {"base":%d,"edits":[],"layer":"grass","property":"density"}""".formatted(base)).json();
    }

    @Test
    void aBudgetThatIsPassedIsFoundAndItsRemedyMeetsIt() {
        String site = site();
        edit(
                site,
                "{\"kind\":\"set-limits\",\"limits\":{\"plants\":900,\"triangles\":0,\"megabytes\":0,\"milliseconds\":0}}");
        JsonNode finding = null;
        for (JsonNode each : server.post(site + "/findings", unsaved(site)).json()) {
            finding = each.get("title").asString().startsWith("Budget exceeded") ? each : finding;
        }
        assertThat(finding).isNotNull();
        assertThat(finding.get("text").asString()).contains("the limit is 900");
        assertThat(edit(site, finding.get("edits").get(0).toString()).status()).isEqualTo(200);
        assertThat(view(site).get("plants").asInt()).isBetween(780, 900);
    }

    @Test
    void badCoversAreRefusedInWordsAndNothingIsHarmed() {
        String site = site();
        Map<String, String> bad = new HashMap<>();
        bad.put(
                "weight-1\":{\"low\":0,\"high\":0},\"weight-2\":{\"low\":0,\"high\":0},\"weight-3\":{\"low\":0,\"high\":0},\"weight-4",
                "Every variant has the weight 0");
        bad.forEach((property, words) -> {
            RunningServer.Answer answer = edit(site, """
                    {"kind":"set-layer","changed":{"kind":"cover","id":"grass","name":"Grass","plant":{"kind":"strand"},
                     "properties":{"%s":{"low":0,"high":0}}}}""".formatted(property));
            assertThat(answer.status()).isEqualTo(422);
            assertThat(answer.text()).contains(words);
        });
        RunningServer.Answer crossed = edit(site, """
                {"kind":"set-place","place":{"kind":"area","id":"bow","name":"Bow","points":[[0,0,0],[4,0,4],[4,0,0],[0,0,4]]}}""");
        assertThat(crossed.status()).isEqualTo(422);
        assertThat(crossed.text()).contains("crosses itself near x 2 m, z 2 m");
        byte[] empty = PlyFile.write(Mesh.of(new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, new int[] {0, 1, 2}));
        String mesh = server.upload("/api/meshes", "leaf.ply", empty)
                .json()
                .get("mesh")
                .asString();
        assertThat(edit(site, """
                        {"kind":"set-layer","changed":{"kind":"plant","id":"clump","name":"Clump","plant":{"kind":"mesh","file":"%s"}}}""".formatted(mesh)).status()).isEqualTo(200);
        assertThat(sheet(site, 1, 0).at("/levels/0/triangles").asInt()).isEqualTo(1);
    }

    @Test
    void aDensityOfAThousandMillionPlantsIsCountedAndLookedAtInPart() {
        String id = server.post("/api/sites", """
                {"name":"Plain","width":2000,"depth":2000,"resolution":33,"lowest":2}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"cover","id":"grass","name":"Grass","plant":{"kind":"strand"},
                 "properties":{"density":{"low":0,"high":300},"spacing":{"low":0,"high":0}}}}]""");
        String view = "/api/sites/" + id + "/view";
        JsonNode far = server.post(view, """
                {"base":2,"edits":[],"view":{"falloff":"","stage":-1,"layer":"grass","property":"density"}}""").json();
        assertThat(far.at("/layers/0/plants").asLong()).isBetween(1_188_000_000L, 1_212_000_000L);
        assertThat(far.at("/layers/0/shown").asInt()).isBetween(50_000, 150_000);
        assertThat(subject(far, "grass").get("share").asDouble()).isLessThan(1e-3);
        assertThat(subject(far, "grass").get("wholeWithin").asDouble()).isZero();
        // from the ground all of them stand round the eye
        JsonNode near = server.post(view, """
                {"base":2,"edits":[],"view":{"falloff":"","stage":-1,"layer":"grass","property":"density",
                 "eyeX":10,"eyeZ":-20,"eyeHeading":90,"eyeAbove":1.5}}""").json();
        assertThat(subject(near, "grass").get("data"))
                .isEqualTo(subject(far, "grass").get("data"));
        assertThat(subject(near, "grass").get("wholeWithin").asDouble()).isBetween(3.0, 40.0);
        assertThat(near.get("subjects")
                        .valueStream()
                        .filter(each -> each.get("id").asString().startsWith("grass~")))
                .hasSizeGreaterThan(3);
    }

    @Test
    void whatCannotBeThinnedIsRefusedBeforeMemoryIsTaken() {
        String id = server.post("/api/sites", """
                {"name":"Plain","width":2000,"depth":2000,"resolution":33,"lowest":2}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"add-layer","added":{"kind":"cover","id":"grass","name":"Grass","plant":{"kind":"strand"},
                 "pattern":{"kind":"rows","between":0.05,"within":0.05},
                 "properties":{"density":{"low":0,"high":300},"spacing":{"low":0,"high":0}}}}]""");
        RunningServer.Answer answer = server.post("/api/sites/" + id + "/view", """
                {"base":2,"edits":[],"view":{"falloff":"","stage":-1,"layer":"grass","property":"density"}}""");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.text()).contains("million places for plants");
    }

    @Test
    void theDensityOfACoverOnAPropIsDrawnOnThatPropByItsOwnBounds() {
        String site = site();
        edit(site, """
                {"kind":"set-prop","prop":{"id":"rock","name":"Rock","shape":{"kind":"boulder"}}},
                {"kind":"set-prop","prop":{"id":"other","name":"Other","shape":{"kind":"boulder"},"x":5}},
                {"kind":"add-falloff","index":0,"added":{"id":"upper","name":"Upper half",
                 "source":{"kind":"height","low":0.5,"high":0.6,"space":"own"}}},
                {"kind":"add-layer","added":{"kind":"cover","id":"moss","name":"Moss","bed":{"kind":"prop","on":"rock"},
                 "properties":{"density":{"low":0,"high":80},"spacing":{"low":0,"high":0}}}},
                {"kind":"set-drive","drive":{"layer":"moss","property":"density","falloff":"upper","curve":[[0,0],[1,1]]}}""");
        JsonNode manifest = server.post(site + "/view", """
                {"base":3,"edits":[],"view":{"falloff":"","stage":-1,"layer":"moss","property":"density"}}""").json();
        assertThat(subject(manifest, "rock").get("values").asString()).isNotEmpty();
        assertThat(subject(manifest, "other").get("values").asString()).isEmpty();
        JsonNode columns = server.get(site + "/roster?layer=moss").json();
        assertThat(columns.get("plants").asInt()).isPositive();
        double middle = (subject(manifest, "rock").at("/bounds/1").asDouble()
                        + subject(manifest, "rock").at("/bounds/4").asDouble())
                / 2;
        assertThat(columns.at("/columns/1/min").asDouble()).isGreaterThanOrEqualTo(middle - 0.01);
    }

    @Test
    void everyFormatHandsOverTheSamePlants() throws IOException {
        String site = site();
        int plants = view(site).get("plants").asInt();
        byte[] zip =
                server.get(site + "/handover.zip?formats=csv,numpy,usd,glb").body();
        Map<String, byte[]> files = new HashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                files.put(entry.getName(), in.readAllBytes());
            }
        }
        String csv = new String(files.get("plants/grass.csv"), StandardCharsets.UTF_8);
        assertThat(csv.lines().count()).isEqualTo(plants + 1);
        String usd = new String(files.get("plants/plants.usda"), StandardCharsets.UTF_8);
        String indices =
                usd.substring(usd.indexOf("protoIndices = [") + 16, usd.indexOf(']', usd.indexOf("protoIndices = [")));
        assertThat(indices.split(",")).hasSize(plants);
        String head = new String(files.get("plants/grass.npy"), 0, 320, StandardCharsets.ISO_8859_1);
        assertThat(head).contains("'shape': (" + plants + ",)");
        assertThat(files.get("plants/grass.npy").length % 64).isEqualTo((int) (72L * plants % 64));
        assertThat(files.keySet()).contains("site.glb", "plants/details.glb", "plants/details.csv", "report.txt");
    }

    @Test
    void layersOfAHandOverAreListedAndLeftOut() {
        String site = site();
        JsonNode layers = server.get(site + "/handover/layers").json();
        assertThat(layers.toString()).contains("\"grass\"");
        assertThat(new String(
                        server.get(site + "/handover.zip?formats=csv&without=grass")
                                .body(),
                        StandardCharsets.ISO_8859_1))
                .contains("report.txt")
                .doesNotContain("plants/grass.csv");
        var refused = server.get(site + "/handover.zip?formats=csv&without=nobody");
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.json().get("detail").asString()).contains("“nobody” cannot be left out");
    }
}
