package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.lumbrit.server.RunningServer.subject;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.formats.tables.PlantsCsv;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.Extension.class)
class ViewTest {
    private final RunningServer server;
    private final String site;

    ViewTest(RunningServer server) {
        this.server = server;
        this.site = "/api/sites/" + server.small();
    }

    private JsonNode view(String edits) {
        return server.post(site + "/view", """
                {"base":1,"edits":%s,"view":{"falloff":"shore","stage":-1,"layer":"cotton-grass","property":"density"}}""".formatted(edits)).json();
    }

    private static SiteEvaluation evaluation(SiteFiles files) {
        return SiteEvaluation.of(files.recipe(), files.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER);
    }

    @Test
    void aPreviewSavesNothingAndChangesOnlyTheKeysBehindTheStep() {
        JsonNode before = view("[]");
        JsonNode preview = view(
                "[{\"kind\":\"set-step\",\"falloff\":\"shore\",\"step\":{\"kind\":\"contrast\",\"id\":\"s3\",\"power\":3}}]");
        assertThat(server.get(site).json().get("revision").asInt()).isEqualTo(1);
        for (int stage = 0; stage < 5; stage++) {
            String path = "/falloffs/0/stages/" + stage + "/picture";
            boolean same = preview.at(path).asString().equals(before.at(path).asString());
            assertThat(same).as("stage %s", stage).isEqualTo(stage < 3);
        }
        assertThat(preview.at("/falloffs/1")).isEqualTo(before.at("/falloffs/1"));
        assertThat(subject(preview, "ground")).isEqualTo(subject(before, "ground"));
        assertThat(preview.get("plants").asInt())
                .isLessThan(before.get("plants").asInt());
    }

    @Test
    void aViewThatHoldsAManifestIsToldOnlyWhatHasChanged() {
        JsonNode before = view("[]");
        String held = before.get("key").asString();
        assertThat(before.get("since").asString()).isEmpty();
        String request = """
                {"base":1,"edits":[%s],"view":{"falloff":"shore","stage":-1,"layer":"cotton-grass","property":"density","since":"%s"}}""";
        String edit =
                "{\"kind\":\"set-step\",\"falloff\":\"shore\",\"step\":{\"kind\":\"contrast\",\"id\":\"s3\",\"power\":3}}";
        JsonNode told =
                server.post(site + "/view", request.formatted(edit, held)).json();
        assertThat(told.get("since").asString()).isEqualTo(held);
        assertThat(told.get("standing").get("subjects"))
                .isEqualTo(before.get("standing").get("subjects"));
        assertThat(told.get("falloffs")).hasSize(1);
        assertThat(ids(told.get("subjects"))).contains("field", "cotton-grass").doesNotContain("ground", "waves");
        // the same again is nothing new; and what nobody remembers is told whole
        JsonNode same = server.post(
                        site + "/view", request.formatted(edit, told.get("key").asString()))
                .json();
        assertThat(same.get("subjects")).isEmpty();
        assertThat(same.get("falloffs")).isEmpty();
        assertThat(same.get("key")).isEqualTo(told.get("key"));
        JsonNode whole =
                server.post(site + "/view", request.formatted(edit, "gone")).json();
        assertThat(whole.get("since").asString()).isEmpty();
        assertThat(ids(whole.get("subjects"))).contains("ground", "waves", "field", "cotton-grass");
    }

    private static List<String> ids(JsonNode list) {
        List<String> ids = new ArrayList<>();
        list.forEach(each -> ids.add(each.get("id").asString()));
        return ids;
    }

    @Test
    void binariesAreImmutableAndPackedForBrowsers() {
        String key = subject(view("[]"), "field").get("data").asString();
        RunningServer.Answer plain = server.get("/api/data/" + key);
        assertThat(plain.response().headers().firstValue("Cache-Control").orElse(""))
                .contains("immutable");
        assertThat(new String(plain.body(), 0, 4, StandardCharsets.US_ASCII)).isEqualTo("LMB1");
        RunningServer.Answer packed = server.send(
                java.net.http.HttpRequest.newBuilder(java.net.URI.create(server.address() + "/api/data/" + key))
                        .header("Accept-Encoding", "gzip"));
        assertThat(packed.body().length).isLessThan(plain.body().length);
        assertThat(server.get("/api/data/00000000000000000000000000000000").status())
                .isEqualTo(404);
        assertThat(server.get("/api/data/..%2f..%2fpassword").status()).isIn(400, 404);
    }

    @Test
    void severalBinariesComeTogetherEachWithItsLength() {
        JsonNode manifest = view("[]");
        String field = subject(manifest, "field").get("data").asString();
        String picture = manifest.at("/falloffs/0/stages/0/picture").asString();
        ByteBuffer both = ByteBuffer.wrap(
                        server.get("/api/data/" + field + "," + picture).body())
                .order(ByteOrder.LITTLE_ENDIAN);
        for (String key : List.of(field, picture)) {
            byte[] part = new byte[both.getInt()];
            both.get(part);
            assertThat(part).isEqualTo(server.get("/api/data/" + key).body());
        }
        assertThat(both.hasRemaining()).isFalse();
        assertThat(server.get("/api/data/" + field + ",00000000000000000000000000000000")
                        .status())
                .isEqualTo(404);
        assertThat(server.get("/api/data/" + String.join(",", Collections.nCopies(65, field)))
                        .status())
                .isEqualTo(400);
    }

    @Test
    void theServerWritesTheSameBytesAsTheCommandLine() throws IOException {
        SiteFiles files = new SiteFiles(RecipeJson.read(RunningServer.smallRecipe()), Map.of());
        StringWriter expected = new StringWriter();
        CoverLayer layer = (CoverLayer) files.recipe().layer("cotton-grass").orElseThrow();
        PlantsCsv.write(layer, evaluation(files).plants(layer), expected);
        assertThat(server.get(site + "/scatter.csv?layer=cotton-grass").text()).isEqualTo(expected.toString());

        Map<String, byte[]> own =
                HandOver.files(evaluation(files), files, EnumSet.of(HandOver.GLB, HandOver.MASKS, HandOver.CSV));
        Map<String, byte[]> theirs =
                unzip(server.get(site + "/handover.zip?formats=glb,masks,csv").body());
        assertThat(theirs.keySet()).containsExactlyInAnyOrderElementsOf(own.keySet());
        own.forEach((name, bytes) -> assertThat(theirs.get(name)).as(name).isEqualTo(bytes));
    }

    private static Map<String, byte[]> unzip(byte[] zip) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                files.put(entry.getName(), in.readAllBytes());
            }
        }
        return files;
    }

    @Test
    void whyHereOnAPlantGivesTheNumbersThatMadeIt() {
        JsonNode answer = server.post(site + "/why", """
                {"base":1,"layer":"cotton-grass","property":"length","x":0,"z":0,"plant":17}""").json();
        double product = 1;
        for (JsonNode factor : answer.at("/why/factors")) {
            product *= factor.get("response").asDouble();
        }
        assertThat(answer.at("/why/value").asDouble())
                .isCloseTo(0.3 + (0.95 - 0.3) * product, org.assertj.core.api.Assertions.within(1e-5));
        String row = server.get(site + "/scatter.csv?layer=cotton-grass")
                .text()
                .lines()
                .skip(18)
                .findFirst()
                .orElseThrow();
        assertThat(row).startsWith(answer.get("plant").asString());
        assertThat(Double.parseDouble(row.split(",")[8]))
                .isCloseTo(answer.at("/why/value").asDouble(), org.assertj.core.api.Assertions.within(1e-6));
    }

    @Test
    void aSavedZipOpensAsTheSameRecipe() throws IOException {
        byte[] zip = server.get(site + "/recipe.zip").body();
        JsonNode opened = server.upload("/api/sites/zip", "tarn.zip", zip).json();
        assertThat(opened.get("recipe")).isEqualTo(server.get(site).json().get("recipe"));
    }

    private JsonNode look(String falloff, double time) {
        int base = server.get(site).json().get("revision").asInt();
        return server.post(site + "/view", """
                {"base":%d,"edits":[],"view":{"falloff":"%s","stage":-1,"layer":"","property":"","time":%s}}""".formatted(base, falloff, time)).json();
    }

    private JsonNode findings() {
        int base = server.get(site).json().get("revision").asInt();
        return server.post(site + "/findings", "{\"base\":%d,\"edits\":[]}".formatted(base))
                .json();
    }

    private void add(String source) {
        server.edit(
                site.substring("/api/sites/".length()),
                "[{\"kind\":\"add-falloff\",\"index\":0,\"added\":{\"id\":\"new\",\"name\":\"New\",\"source\":" + source
                        + ",\"steps\":[]}}]");
    }

    @Test
    void valuesFollowTheClockAndComeBackAfterTheLoop() {
        add("{\"kind\":\"noise\",\"featureSize\":4,\"travel\":2}");
        byte[] first = values(0);
        assertThat(values(1)).isNotEqualTo(first);
        assertThat(values(8)).as("the demo's loop").isEqualTo(first);
    }

    private byte[] values(double time) {
        return server.get("/api/data/"
                        + subject(look("new", time), "field").get("data").asString())
                .body();
    }

    @Test
    void aFindingNamesItsPlaceAndBringsTheEditThatMendsIt() {
        add("{\"kind\":\"height\",\"low\":900,\"high\":950}");
        JsonNode finding = null;
        for (JsonNode each : findings()) {
            if (each.get("title").asString().equals("New: levels beside the ground")) {
                finding = each;
            }
        }
        assertThat(finding).isNotNull();
        assertThat(finding.get("falloff").asString()).isEqualTo("new");
        assertThat(finding.get("text").asString()).contains("900 m").contains("57.4 m");
        server.edit(site.substring("/api/sites/".length()), finding.get("edits").toString());
        assertThat(look("new", 0).at("/shown/summary/max").asDouble()).isEqualTo(1);
        assertThat(findings().toString()).doesNotContain("levels beside the ground");
    }

    @Test
    void anAimIsSolvedAndABadWishSaysWhatWouldWork() {
        JsonNode solved = server.post(site + "/aim", """
                {"base":1,"falloff":"tussocks","share":0.3,"layer":"","plants":0}""").json();
        assertThat(solved.get("met").asBoolean()).isTrue();
        server.edit(site.substring("/api/sites/".length()), solved.get("edits").toString());
        assertThat(look("tussocks", 0).at("/shown/summary/covered").asDouble())
                .isCloseTo(0.3, org.assertj.core.api.Assertions.within(0.005));
        RunningServer.Answer refused = server.post(site + "/aim", """
                {"base":1,"falloff":"","share":0,"layer":"cotton-grass","plants":0}""");
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.json().get("detail").asString()).contains("between 1 and 10000000");
        JsonNode shade = server.post(site + "/aim", """
                {"base":1,"falloff":"","share":0.001,"layer":"cotton-grass","plants":0}""").json();
        assertThat(shade.get("text").asString()).contains("under its plants");
        RunningServer.Answer none = server.post(site + "/aim", """
                {"base":1,"falloff":"","share":0,"layer":"","plants":0,"prop":"hut","metres":0.2}""");
        assertThat(none.status()).isGreaterThanOrEqualTo(400);
        assertThat(none.json().toString()).contains("does not float");
    }

    @Test
    void aTintComesAsColoursOfTheLattice() {
        server.edit(
                site.substring("/api/sites/".length()),
                "[{\"kind\":\"add-layer\",\"added\":{\"kind\":\"tint\",\"id\":\"t\",\"name\":\"Frost\",\"tones\":\"two\",\"onlyLit\":true}}]");
        JsonNode colours = subject(look("shore", 0), "colours");
        assertThat(colours.get("data")).hasSize(1);
        byte[] bundle =
                server.get("/api/data/" + colours.at("/data/0").asString()).body();
        assertThat(bundle.length).isGreaterThan(5 * 128 * 128);
        assertThat(new String(bundle, 0, 4, StandardCharsets.US_ASCII)).isEqualTo("LMB1");
    }

    @Test
    void aPictureIsUploadedShownAndKeptInTheZip() throws IOException {
        byte[] png = org.lumbrit.formats.image.GreyPng.of8(4, 2, i -> i * 30);
        JsonNode read = server.upload("/api/pictures", "any.png", png).json();
        assertThat(read.get("columns").asInt()).isEqualTo(4);
        add("{\"kind\":\"picture\",\"picture\":\"" + read.get("picture").asString() + "\",\"width\":160}");
        assertThat(look("new", 0).at("/shown/summary/max").asDouble())
                .isCloseTo(210 / 255.0, org.assertj.core.api.Assertions.within(1e-3));
        byte[] zip = server.get(site + "/recipe.zip").body();
        assertThat(org.lumbrit.formats.site.SiteZip.read(zip)
                        .assets()
                        .get(read.get("picture").asString()))
                .isEqualTo(png);
    }

    @Test
    void whatIsNoPictureIsRefusedInWords() {
        for (Object[] bad : new Object[][] {
            {"hello".getBytes(StandardCharsets.US_ASCII), "no PNG"},
            {org.lumbrit.formats.image.GreyPng.of8(1, 1, i -> 0), "at least 2 × 2"},
            {org.lumbrit.formats.image.GreyPng.of8(20000, 2, i -> 0), "longest side may be 16384"}
        }) {
            RunningServer.Answer answer = server.upload("/api/pictures", "x.png", (byte[]) bad[0]);
            assertThat(answer.status()).isEqualTo(400);
            assertThat(answer.json().get("detail").asString()).contains((String) bad[1]);
        }
        RunningServer.Answer missing = server.patch(site, """
                {"base":1,"edits":[{"kind":"add-falloff","index":0,"added":{"id":"new","name":"New","source":{"kind":"picture","picture":"not-there.png"},"steps":[]}}]}""");
        assertThat(missing.status()).isEqualTo(404);
        assertThat(server.get(site).json().get("revision").asInt()).isEqualTo(1);
    }
}
