package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.EnumSet;
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
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.formats.tables.PlantsCsv;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.Extension.class)
class ViewTest {
    private final RunningServer server;
    private final String site;

    ViewTest(RunningServer server) {
        this.server = server;
        this.site = "/api/sites/" + server.demo();
    }

    private JsonNode view(String edits) {
        return server.post(site + "/view", """
                {"base":1,"edits":%s,"view":{"falloff":"shore","stage":-1,"layer":"cotton-grass","property":"density"}}""".formatted(edits)).json();
    }

    private static SiteEvaluation evaluation(SiteFiles files) {
        return new SiteEvaluation(new SitePlan(files.recipe(), files.ground(), 0), new ResultsOfOneRun(), Cancel.NEVER);
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
        assertThat(preview.at("/ground")).isEqualTo(before.at("/ground"));
        assertThat(preview.get("plants").asInt())
                .isLessThan(before.get("plants").asInt());
    }

    @Test
    void binariesAreImmutableAndPackedForBrowsers() {
        String key = view("[]").at("/shown/key").asString();
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
    void theServerWritesTheSameBytesAsTheCommandLine() throws IOException {
        SiteFiles files = SiteFiles.read(Path.of("../demo/thessock-tarn/recipe.json"));
        StringWriter expected = new StringWriter();
        CoverLayer layer = (CoverLayer) files.recipe().layers().get(0);
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
}
