package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.growth.Growth;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.moving.Grains;
import org.lumbrit.core.moving.PlantMotion;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.image.EsriGrid;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.HeightMap;
import tools.jackson.databind.JsonNode;

/** What is said of handed-over files is so: names, layouts, growth, details, colours, what is left out. */
class HandedOverTest {
    private static final String WIND =
            "{\"kind\":\"wind\",\"id\":\"wind\",\"name\":\"Wind\",\"gustSpeed\":8,\"gustLength\":4,\"turbulenceSize\":2}";

    private static String cover(String id, String name, double density, String more) {
        return "{\"kind\":\"cover\",\"id\":\"" + id + "\",\"name\":\"" + name
                + "\",\"plant\":{\"kind\":\"strand\",\"variants\":2},\"properties\":{\"density\":{\"low\":0,\"high\":"
                + density + "}" + more + "}}";
    }

    private static String sway(String cover) {
        return "{\"kind\":\"sway\",\"id\":\"sway-" + cover + "\",\"name\":\"Sway " + cover
                + "\",\"wind\":\"wind\",\"cover\":\"" + cover + "\"}";
    }

    private static ByteBuffer floats(byte[] npy) {
        int head = 10 + (npy[8] & 255) + 256 * (npy[9] & 255);
        return ByteBuffer.wrap(npy, head, npy.length - head).slice().order(ByteOrder.LITTLE_ENDIAN);
    }

    @Test
    void everyFileThatMotionNamesIsThereAndItsOwnWhateverTheNames() {
        SmallSite site = SmallSite.of("\"props\":[{\"id\":\"p\",\"name\":\"Reed 1\",\"shape\":{\"kind\":\"banner\"}}],"
                + "\"layers\":[" + WIND + "," + cover("a", "草", 1, "") + "," + cover("b", "葦", 0.5, "") + ","
                + cover("c", "Reed", 0.7, "") + "," + cover("d", "reed!", 0.2, "") + "," + sway("a") + "," + sway("b")
                + "," + sway("c") + "," + sway("d")
                + ",{\"kind\":\"push\",\"id\":\"push\",\"name\":\"Reed 2\",\"wind\":\"wind\",\"prop\":\"p\"}]");
        Map<String, byte[]> files = site.handOver(HandOver.MOTION, HandOver.CSV, HandOver.PROPS);
        assertThat(files).containsKeys("plants/草.csv", "plants/葦.csv", "plants/reed.csv", "plants/reed-3.csv");
        assertThat(files).containsKey("motion/草-bends.png");
        JsonNode told = SmallSite.json(files, "motion/motion.json");
        Set<String> named = new HashSet<>();
        for (JsonNode sway : told.get("sways")) {
            String name = sway.get("cover").asString();
            CoverLayer cover = (CoverLayer) site.evaluation().plan().recipe().layers().stream()
                    .filter(layer -> layer.name().equals(name))
                    .findFirst()
                    .orElseThrow();
            String file = sway.get("bends").get("file").asString();
            assertThat(named.add(file)).isTrue();
            assertThat(sway.get("bends").get("plants").asInt())
                    .isEqualTo(site.evaluation().plants(cover).count());
            assertThat(floats(files.get("motion/" + file.replace(".png", ".npy")))
                            .remaining())
                    .isEqualTo(4 * 2 * 20 * site.evaluation().plants(cover).count());
            for (JsonNode variant : sway.get("variants")) {
                assertThat(named.add(variant.get("vertices").get("file").asString()))
                        .isTrue();
                assertThat(files)
                        .containsKey(
                                "motion/" + variant.get("morph").get("file").asString());
            }
        }
        for (JsonNode push : told.get("pushes")) {
            assertThat(named.add(push.get("vertices").get("file").asString())).isTrue();
        }
        named.forEach(file -> assertThat(files).containsKey("motion/" + file));
    }

    @Test
    void theWindFieldIsReadAsItsDescriptionSays() throws java.io.IOException {
        SmallSite site = SmallSite.of(
                "{\"width\":12,\"depth\":22,\"resolution\":44,\"lowest\":1}", "\"layers\":[" + WIND + "]", Map.of());
        Map<String, byte[]> files = site.handOver(HandOver.MOTION);
        JsonNode wind = SmallSite.json(files, "motion/motion.json").get("winds").get(0);
        JsonNode field = wind.get("field");
        int rows = wind.get("nodeRows").asInt();
        int columns = wind.get("nodeColumns").asInt();
        assertThat(field.get("frames").asInt()).isEqualTo(20);
        assertThat(field.get("rowsPerFrame").asInt()).isEqualTo(rows);
        assertThat(field.get("columns").asInt()).isEqualTo(columns);
        assertThat(field.get("nodes").asInt()).isEqualTo(rows * columns);
        var picture = javax.imageio.ImageIO.read(new java.io.ByteArrayInputStream(
                        files.get("motion/" + field.get("file").asString())))
                .getRaster();
        assertThat(picture.getHeight()).isEqualTo(20 * rows);
        SiteMotion motion = SiteMotion.of(site.evaluation());
        var layer = site.evaluation().plan().recipe().layersOf(WindLayer.class).get(0);
        var lattice = site.evaluation().plan().ground().lattice(129);
        double[][] there = motion.wind(layer, 7, lattice.samples());
        for (int node : new int[] {0, 5, columns, rows * columns / 2 + 3, rows * columns - 1}) {
            for (int c = 0; c < 2; c++) {
                JsonNode channel = field.get("channels").get(c);
                double least = channel.get("least").asDouble();
                double pixel = picture.getSample(node % columns, 7 * rows + node / columns, c);
                double read = least + pixel / 65535 * (channel.get("greatest").asDouble() - least);
                assertThat(read)
                        .isCloseTo(
                                there[c][node], within(field.get("errorAtMost").asDouble()));
            }
        }
    }

    @Test
    void aPartlyGrownPlantIsTheSameInEveryFileAndInMotion() {
        SmallSite site = SmallSite.of("\"layers\":[" + WIND + ","
                + cover("a", "Reed", 1, ",\"growth\":{\"low\":0.26,\"high\":0.26}") + "," + sway("a") + "]");
        CoverLayer cover =
                site.evaluation().plan().recipe().layersOf(CoverLayer.class).get(0);
        double length = site.evaluation().plants(cover).length().at(0);
        PlantMesh full = site.evaluation().levels(cover, 0).full().mesh();
        PlantMesh grown =
                Growth.at(full, site.evaluation().plants(cover).growth().at(0), Growth.TAPER);
        Map<String, byte[]> files = site.handOver(HandOver.GLB, HandOver.MOTION, HandOver.USD);
        JsonNode glb = SmallSite.glb(files.get("site.glb"));
        assertThat(glb.get("meshes").get(1).get("name").asString()).isEqualTo("Reed 1 grown 26 %");
        int position = glb.at("/meshes/1/primitives/0/attributes/POSITION").asInt();
        JsonNode bounds = glb.get("accessors").get(position);
        PlantMesh unit = grown.unit(cover.planted(site.evaluation().plan().recipe()));
        assertThat(bounds.get("count").asInt()).isEqualTo(unit.vertices());
        assertThat(bounds.get("max").get(1).asDouble()).isCloseTo(unit.bounds()[4], within(1e-6));
        SiteMotion motion = SiteMotion.of(site.evaluation());
        PlantMotion moving = new PlantMotion(
                motion, site.evaluation(), motion.sways().keySet().iterator().next(), new int[0]);
        double tallest = 0;
        double[] p = new double[3];
        for (int v = 0; v < moving.unit(0).vertices(); v++) {
            moving.own(-1, 0, v, p);
            tallest = Math.max(tallest, p[1]);
        }
        assertThat(moving.unit(0).vertices())
                .isEqualTo(Growth.at(
                                site.evaluation()
                                        .levels(
                                                cover,
                                                site.evaluation().plants(cover).variant()[0])
                                        .full()
                                        .mesh(),
                                site.evaluation().plants(cover).growth().at(0),
                                Growth.TAPER)
                        .vertices());
        assertThat(tallest).isBetween(0.2 * length, 0.3 * length);
        JsonNode variant = SmallSite.json(files, "motion/motion.json").at("/sways/0/variants/0");
        assertThat(variant.get("growth").asDouble()).isCloseTo(0.26, within(1e-6));
        assertThat(variant.get("vertices").get("vertices").asInt()).isEqualTo(unit.vertices());
        assertThat(SmallSite.text(files, "report.txt")).doesNotContain("is shown in steps");
    }

    @Test
    void plantsThatHaveNotBegunToGrowAreLeftOutAndThatIsSaid() {
        SmallSite site =
                SmallSite.of("\"layers\":[" + cover("a", "Reed", 1, ",\"growth\":{\"low\":0,\"high\":0}") + "]");
        Map<String, byte[]> files = site.handOver(HandOver.GLB, HandOver.CSV);
        int count = site.evaluation()
                .plants(site.evaluation()
                        .plan()
                        .recipe()
                        .layersOf(CoverLayer.class)
                        .get(0))
                .count();
        assertThat(count).isPositive();
        assertThat(SmallSite.text(files, "report.txt")).contains(count + " plants of “Reed” have not begun to grow");
        assertThat(SmallSite.text(files, "plants/reed.csv").lines().count()).isEqualTo(count + 1);
        assertThat(files).as("a scene without plants is no sound file").doesNotContainKey("plants/details.glb");
    }

    @Test
    void detailsSayTheirErrorAsAShareAndForTheLargestPlant() {
        SmallSite site =
                SmallSite.of("\"layers\":[" + cover("a", "Reed", 1, ",\"length\":{\"low\":0.84,\"high\":0.84}") + "]");
        String[] rows = SmallSite.text(site.handOver(HandOver.GLB), "plants/details.csv")
                .split("\\R");
        assertThat(rows[0])
                .isEqualTo(
                        "layer,variant,detail,triangles,error,missing,error_share,missing_share,largest,error_largest,missing_largest,stand-in");
        for (int i = 1; i < rows.length; i++) {
            String[] row = rows[i].split(",");
            double error = Double.parseDouble(row[4]);
            assertThat(Double.parseDouble(row[6])).isCloseTo(error / 0.35, within(2e-6));
            assertThat(Double.parseDouble(row[8])).isCloseTo(0.84, within(1e-6));
            // 2.4 times as long; as broad as in the nursery or broader by what the cover says
            assertThat(Double.parseDouble(row[9])).isGreaterThanOrEqualTo(error * 2.4 - 1e-5);
        }
        assertThat(rows.length).isGreaterThan(3);
    }

    @Test
    void coloursOfTheirOwnAreNotMultipliedByTheTint() {
        SmallSite site = SmallSite.of("\"layers\":[{\"kind\":\"cover\",\"id\":\"f\",\"name\":\"Aster\","
                + "\"plant\":{\"kind\":\"flower\",\"variants\":1},\"properties\":{\"density\":{\"low\":0,\"high\":1}}},"
                + cover("a", "Reed", 1, "") + "]");
        JsonNode glb = SmallSite.glb(site.handOver(HandOver.GLB).get("site.glb"));
        for (JsonNode node : glb.get("nodes")) {
            JsonNode instances = node.at("/extensions/EXT_mesh_gpu_instancing/attributes");
            if (instances.isMissingNode()) {
                continue;
            }
            JsonNode vertices = glb.get("meshes").get(node.get("mesh").asInt()).at("/primitives/0/attributes");
            boolean flower = node.get("name").asString().startsWith("Aster");
            assertThat(instances.has("_COLOR_0")).isEqualTo(!flower);
            assertThat(instances.has("_TINT")).isEqualTo(flower);
            assertThat(vertices.has("_TINTED")).isEqualTo(flower);
        }
    }

    @Test
    void holesThatAPictureCannotShowAreSaid() {
        String grid = "ncols 5\nnrows 4\ncellsize 2\nNODATA_value -9999\n"
                + "1 1 1 1 1\n1 -9999 -9999 3 3\n1 -9999 3 3 3\n5 5 5 5 5\n";
        SmallSite site = SmallSite.of(
                "{\"heights\":\"h.asc\",\"width\":8,\"missing\":\"hole\"}",
                "\"layers\":[]",
                Map.of("h.asc", grid.getBytes(java.nio.charset.StandardCharsets.US_ASCII)));
        assertThat(SmallSite.text(site.handOver(HandOver.GROUND), "report.txt")).contains("3 missing nodes are filled");
    }

    @Test
    void theGroundOfAPropsMaterialIsDecodedAsSrgb() {
        SmallSite site = SmallSite.of(
                "\"props\":[{\"id\":\"p\",\"name\":\"Box\",\"shape\":{\"kind\":\"box\"},\"colour\":\"#0a80c8\"}]");
        JsonNode glb = SmallSite.glb(site.handOver(HandOver.PROPS).get("props/box.glb"));
        JsonNode factor = glb.at("/materials/0/pbrMetallicRoughness/baseColorFactor");
        Colour colour = Colour.ofHex("#0a80c8");
        assertThat(factor.get(0).asDouble()).isEqualTo(colour.red());
        assertThat(factor.get(1).asDouble()).isCloseTo(0.21586, within(1e-5));
    }

    @Test
    void grainsAreHandedOverWithTheirSpeeds() {
        SmallSite site = SmallSite.of(
                "\"layers\":[" + WIND + "," + cover("a", "Reed", 2, "") + "," + sway("a")
                        + ",{\"kind\":\"grains\",\"id\":\"g\",\"name\":\"Rime\",\"count\":300,\"carrier\":{\"kind\":\"plants\",\"of\":\"a\"}}]");
        Map<String, byte[]> files = site.handOver(HandOver.GRAINS);
        SiteMotion motion = SiteMotion.of(site.evaluation());
        GrainsLayer layer =
                (GrainsLayer) site.evaluation().plan().recipe().layer("g").orElseThrow();
        Grains grains = motion.grains(layer);
        List<String> rows = SmallSite.text(files, "grains/rime.csv").lines().toList();
        assertThat(rows).hasSize(301);
        Plants plants = site.evaluation()
                .plants(site.evaluation()
                        .plan()
                        .recipe()
                        .layersOf(CoverLayer.class)
                        .get(0));
        String id = java.util.HexFormat.of().toHexDigits(plants.feet().id()[grains.plant()[41]]);
        assertThat(rows.get(42)).startsWith("41," + id + ",");
        ByteBuffer places = floats(files.get("grains/rime-places.npy"));
        assertThat(places.remaining()).isEqualTo(4 * 3 * 300);
        assertThat(places.getFloat(4 * 3 * 41)).isEqualTo(grains.places()[3 * 41]);
        ByteBuffer speeds = floats(files.get("grains/rime-speeds.npy"));
        assertThat(speeds.remaining()).isEqualTo(4 * 20 * 300);
        float[] then = motion.speeds(grains, motion.carrying(layer), new int[] {13})[0];
        assertThat(speeds.getFloat(4 * (13 * 300 + 41))).isEqualTo(then[41]);
    }

    @Test
    void pixelsThatAreNotSquareKeepTheirDepthThroughEveryFormat() {
        float[] heights = new float[7 * 5];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = i % 7 + 2 * (i / 7);
        }
        Ground ground = new Ground(7, 5, heights, 60, 100, new boolean[0], "");
        for (byte[] file : List.of(EsriGrid.write(ground), FloatTiff.ground(ground))) {
            HeightMap map = HeightMap.read(file, "h");
            assertThat(map.place().orElseThrow().width()).isCloseTo(60, within(1e-9));
            assertThat(map.place().orElseThrow().depth()).isCloseTo(100, within(1e-9));
            SmallSite site =
                    SmallSite.of("{\"heights\":\"h\",\"width\":60,\"depth\":100}", "\"layers\":[]", Map.of("h", file));
            Ground again = site.evaluation().plan().ground();
            assertThat(again.depth()).isEqualTo(100);
            assertThat(again.cellZ()).isEqualTo(25);
            assertThat(again.height(30, 50)).isEqualTo(14);
            assertThat(SmallSite.text(site.handOver(HandOver.GROUND), "report.txt"))
                    .contains("60 m × 100 m");
        }
        SmallSite square =
                SmallSite.of("{\"heights\":\"h\",\"width\":60}", "\"layers\":[]", Map.of("h", EsriGrid.write(ground)));
        assertThat(square.evaluation().plan().ground().depth()).isEqualTo(40);
    }
}
