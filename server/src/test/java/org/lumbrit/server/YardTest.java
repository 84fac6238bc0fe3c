package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.lumbrit.server.RunningServer.subject;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.lumbrit.core.props.BarrelShape;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.mesh.PlyFile;
import tools.jackson.databind.JsonNode;

/** Props and the ground through the running server: bringing a mesh in, standing it up, relief, cuts. */
@ExtendWith(RunningServer.Extension.class)
class YardTest {
    private final RunningServer server;

    YardTest(RunningServer server) {
        this.server = server;
    }

    private static final Mesh BARREL = new BarrelShape(0.4, 1, 0.14, 16).mesh(file -> null);

    private String flat() {
        return "/api/sites/" + server.post("/api/sites", """
                {"name":"Level","width":60,"depth":40,"resolution":128,"lowest":2,"waterLevel":1}""").json().get("id").asString();
    }

    private RunningServer.Answer edit(String site, int base, String edits) {
        return server.patch(site, "{\"base\":" + base + ",\"edits\":[" + edits + "]}");
    }

    private JsonNode view(String site, int base, String edits, String look) {
        return server.post(
                        site + "/view",
                        "{\"base\":" + base + ",\"edits\":[" + edits + "],\"view\":{\"falloff\":\"\",\"stage\":-1,"
                                + look + "}}")
                .json();
    }

    @Test
    void aMeshIsBroughtInAndStandsOnTheGround() {
        JsonNode read = server.upload("/api/meshes", "../../etc/barrel.ply", PlyFile.write(BARREL))
                .json();
        assertThat(read.get("triangles").asInt()).isEqualTo(BARREL.count());
        assertThat(read.get("name").asString()).isEqualTo("barrel");
        assertThat(read.get("mesh").asString()).matches("[0-9a-f]{64}\\.ply");
        assertThat(read.get("up").asString()).isEqualTo("y");
        String site = flat();
        String prop = """
                {"kind":"set-prop","prop":{"id":"b","name":"Barrel","shape":{"kind":"mesh","file":"%s","unit":2},"x":3,"z":-4}}""".formatted(read.get("mesh").asString());
        assertThat(edit(site, 1, prop).status()).isEqualTo(200);
        JsonNode card = server.get(site + "/yard").json().at("/props/0");
        assertThat(card.get("name").asString()).isEqualTo("Barrel");
        assertThat(card.get("lowest").asDouble()).isCloseTo(0, within(1e-6));
        assertThat(card.at("/size/1").asDouble()).isCloseTo(2.04, within(1e-3));
        assertThat(server.get("/api/pictures/" + card.get("picture").asString()).body())
                .startsWith(0x89, 'P', 'N', 'G');
        assertThat(server.get("/api/meshes/" + read.get("mesh").asString() + "/picture?unit=0.001&up=z")
                        .status())
                .isEqualTo(200);
        JsonNode shown = subject(view(site, 2, "", "\"layer\":\"\",\"property\":\"\""), "b");
        assertThat(shown.at("/origin/1").asDouble()).isCloseTo(2, within(1e-6));
        assertThat(server.get("/api/data/" + shown.get("data").asString()).status())
                .isEqualTo(200);
        assertThat(server.post(site + "/undo", "").json().at("/recipe/props").size())
                .isZero();
    }

    @Test
    void badMeshesAreRefusedAndTheSiteIsUnharmed() {
        byte[] ply = PlyFile.write(BARREL);
        for (byte[] bad : new byte[][] {
            Arrays.copyOf(ply, ply.length / 2), "ply\n".getBytes(StandardCharsets.US_ASCII), new byte[0]
        }) {
            RunningServer.Answer answer = server.upload("/api/meshes", "bad.ply", bad);
            assertThat(answer.status()).isEqualTo(400);
            assertThat(answer.json().get("detail").asString()).contains("bad.ply");
        }
        assertThat(server.upload("/api/meshes", "thing.exe", ply)
                        .json()
                        .get("detail")
                        .asString())
                .contains("no mesh that can be read");
        String site = flat();
        String missing = """
                {"kind":"set-prop","prop":{"id":"b","name":"B","shape":{"kind":"mesh","file":"%s.ply"}}}""".formatted("0".repeat(64));
        assertThat(edit(site, 1, missing).status()).isEqualTo(404);
        assertThat(server.get(site).json().get("revision").asInt()).isEqualTo(1);
    }

    private static final String HILLS = """
            {"kind":"add-layer","added":{"kind":"noise-relief","id":"hills","name":"Hills",
             "featureSize":30,"properties":{"amplitude":{"low":0,"high":6}}}}""";

    @Test
    void aReliefLayerIsShownWithItsDifferenceAndCanBeCut() {
        String site = flat();
        assertThat(edit(site, 1, HILLS).status()).isEqualTo(200);
        JsonNode shown = view(site, 2, "", "\"layer\":\"hills\",\"property\":\"difference\"");
        JsonNode layer = shown.at("/layers/0");
        assertThat(layer.get("lowered").asDouble()).isBetween(-6.0, -0.5);
        assertThat(layer.get("raised").asDouble()).isBetween(0.5, 6.0);
        assertThat(shown.at("/shown/signed").asBoolean()).isTrue();
        assertThat(shown.at("/shown/summary/min").asDouble())
                .isCloseTo(layer.get("lowered").asDouble(), within(0.02));
        assertThat(subject(shown, "ground").get("highest").asDouble())
                .isCloseTo(2 + layer.get("raised").asDouble(), within(1e-4));
        JsonNode off = view(
                site,
                2,
                HILLS.replace("add-layer", "set-layer")
                        .replace("added", "changed")
                        .replace("\"id\"", "\"hidden\":true,\"id\""),
                "\"layer\":\"\",\"property\":\"\"");
        assertThat(subject(off, "ground").get("highest").asDouble()).isEqualTo(2);
        JsonNode cut = server.post(site + "/profile", """
                {"base":2,"edits":[],"fromX":-20,"fromZ":0,"toX":20,"toZ":10,"layer":"hills"}""").json();
        assertThat(cut.get("before").get(17).asDouble()).isEqualTo(2);
        assertThat(cut.get("distance").get(399).asDouble()).isCloseTo(Math.hypot(40, 10), within(1e-9));
        assertThat(cut.get("overGround").asDouble())
                .isGreaterThan(cut.get("straight").asDouble());
    }

    @Test
    void whileSomethingIsDraggedACoarseGroundIsShownAndSaid() {
        String site = flat();
        edit(site, 1, """
                {"kind":"set-ground","ground":{"width":60,"depth":60,"resolution":400}}""");
        edit(site, 2, HILLS);
        String moved = HILLS.replace("add-layer", "set-layer")
                .replace("added", "changed")
                .replace("30", "31");
        JsonNode draft = view(site, 3, moved, "\"layer\":\"\",\"property\":\"\",\"draft\":true");
        assertThat(subject(draft, "ground").get("draft").asBoolean()).isTrue();
        assertThat(subject(draft, "ground").get("columns").asInt()).isEqualTo(257);
        JsonNode full = view(site, 3, moved, "\"layer\":\"\",\"property\":\"\"");
        assertThat(subject(full, "ground").get("columns").asInt()).isEqualTo(400);
        assertThat(subject(full, "ground").get("draft").asBoolean()).isFalse();
        JsonNode known = view(site, 3, moved, "\"layer\":\"\",\"property\":\"\",\"draft\":true");
        assertThat(subject(known, "ground").get("draft").asBoolean()).isFalse();
    }

    @Test
    void aCircleThroughTheWatersEdgeIsRefusedWithItsNames() {
        String site = flat();
        edit(site, 1, HILLS);
        RunningServer.Answer refused = edit(site, 2, """
                {"kind":"add-falloff","added":{"id":"s","name":"Bank","source":{"kind":"shore"},"steps":[]},"index":0},
                {"kind":"set-drive","drive":{"layer":"hills","property":"amplitude","falloff":"s"}}""");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("Bank").contains("water’s edge").contains("Hills");
    }

    @Test
    void aHoleInAHeightMapIsAHoleInThePicture() {
        String grid = """
                ncols 5
                nrows 5
                xllcorner 0
                yllcorner 0
                cellsize 10
                NODATA_value -9
                """ + "1 2 3 2 1\n1 2 3 2 1\n1 2 -9 2 1\n1 2 3 2 1\n1 2 3 2 1\n";
        String heights = server.upload("/api/heightmaps", "gap.asc", grid.getBytes(StandardCharsets.US_ASCII))
                .json()
                .get("heights")
                .asString();
        String wish = """
                {"name":"Gap","heights":"%s","width":40,"missing":"%s"}""";
        assertThat(holes(server.post("/api/sites", wish.formatted(heights, "fill"))))
                .isZero();
        assertThat(holes(server.post("/api/sites", wish.formatted(heights, "hole"))))
                .isEqualTo(4);
    }

    /** Cells without ground in the picture of a new site. */
    private long holes(RunningServer.Answer created) {
        String site = "/api/sites/" + created.json().get("id").asString();
        JsonNode view = view(site, 1, "", "\"layer\":\"\",\"property\":\"\"");
        byte[] body = server.get(
                        "/api/data/" + subject(view, "ground").get("data").asString())
                .body();
        Matcher holes = Pattern.compile(
                        "\"name\":\"holes\",\"type\":\"u8\",\"components\":1,\"offset\":(\\d+),\"length\":(\\d+)")
                .matcher(new String(body, StandardCharsets.ISO_8859_1));
        if (!holes.find()) {
            return 0;
        }
        int from = Integer.parseInt(holes.group(1));
        int length = Integer.parseInt(holes.group(2));
        return IntStream.range(from, from + length).filter(i -> body[i] == 1).count();
    }
}
