package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.Extension.class)
class HandOverTest {
    private final RunningServer server;
    private final String site;

    HandOverTest(RunningServer server) {
        this.server = server;
        this.site = "/api/sites/" + server.small();
    }

    private static Map<String, Integer> files(byte[] zip) throws IOException {
        Map<String, Integer> files = new HashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                files.put(entry.getName(), in.readAllBytes().length);
            }
        }
        return files;
    }

    @Test
    void whatIsWrittenIsFetchedOnce() throws IOException {
        JsonNode written = server.post(site + "/handover?formats=tiles,csv", "").json();
        String path = "/api/handover/" + written.get("file").asString();
        RunningServer.Answer zip = server.get(path);
        assertThat(zip.status()).isEqualTo(200);
        assertThat(zip.body()).hasSize(written.get("bytes").asInt());
        assertThat(zip.response().headers().firstValue("Content-Disposition").orElse(""))
                .contains("hand-over.zip");
        assertThat(files(zip.body())).containsKeys("tiles/tileset.json", "tiles/ground-0-0-0.glb", "report.txt");
        RunningServer.Answer again = server.get(path);
        assertThat(again.status()).isEqualTo(404);
        assertThat(again.text()).contains("Write it again");
        assertThat(server.get("/api/handover/nonsense").status()).isEqualTo(404);
    }

    @Test
    void theSizeThatIsExpectedIsNearWhatIsWritten() throws IOException {
        JsonNode expected = server.get(site + "/handover/expected").json();
        assertThat(expected).hasSizeGreaterThan(11);
        Map<String, String> places =
                Map.of("csv", "plants/", "numpy", "plants/", "tiles", "tiles/", "ground", "ground/");
        for (JsonNode each : expected) {
            String format = each.get("name").asString();
            assertThat(each.get("seconds").asDouble()).isBetween(0.0, 600.0);
            if (places.containsKey(format)) {
                String file = server.post(site + "/handover?formats=" + format, "")
                        .json()
                        .get("file")
                        .asString();
                double bytes = files(server.get("/api/handover/" + file).body()).entrySet().stream()
                        .filter(entry -> entry.getKey().startsWith(places.get(format)))
                        .mapToDouble(Map.Entry::getValue)
                        .sum();
                assertThat(each.get("bytes").asDouble()).as(format).isBetween(0.4 * bytes, 2.5 * bytes);
            }
        }
    }

    @Test
    void whatIsLeftOutIsNotExpected() {
        double all = bytes(server.get(site + "/handover/expected").json(), "csv");
        double some = bytes(
                server.get(site + "/handover/expected?without=cotton-grass").json(), "csv");
        assertThat(some).isLessThan(all);
        assertThat(server.get(site + "/handover/expected?without=nobody").status())
                .isEqualTo(400);
    }

    private static double bytes(JsonNode expected, String format) {
        for (JsonNode each : expected) {
            if (each.get("name").asString().equals(format)) {
                return each.get("bytes").asDouble();
            }
        }
        throw new AssertionError(format);
    }
}
