package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.formats.handover.HandOver;
import tools.jackson.databind.JsonNode;

class TileSetTest {
    private static final String GRASS = """
            "layers":[{"kind":"cover","id":"grass","name":"Grass","properties":{"density":{"low":0,"high":%s},
              "length":{"low":0.2,"high":0.4},"growth":{"low":0,"high":1}}}]%s""";

    private static SmallSite meadow(double density, String more) {
        return SmallSite.of(
                "{\"width\":60,\"depth\":120,\"resolution\":301,\"lowest\":1}",
                GRASS.formatted(density, more),
                Map.of());
    }

    private static List<JsonNode> leaves(JsonNode tile) {
        List<JsonNode> all = new ArrayList<>();
        if (!tile.has("children")) {
            all.add(tile);
        } else {
            tile.get("children").forEach(child -> all.addAll(leaves(child)));
        }
        return all;
    }

    private static int instances(JsonNode glb) {
        int sum = 0;
        for (JsonNode node : glb.get("nodes")) {
            JsonNode feet = node.at("/extensions/EXT_mesh_gpu_instancing/attributes/TRANSLATION");
            sum += feet.isMissingNode()
                    ? 0
                    : glb.get("accessors").get(feet.asInt()).get("count").asInt();
        }
        return sum;
    }

    @Test
    void leavesHoldEveryPlantOnceAndParentsTheFirstOfThem() {
        SmallSite site = meadow(10, "");
        CoverLayer grass =
                site.files().recipe().layer("grass", CoverLayer.class).orElseThrow();
        int all = site.evaluation().plants(grass).count();
        assertThat(all).isGreaterThan(65_000);
        Map<String, byte[]> files = site.handOver(HandOver.TILES);
        JsonNode root = SmallSite.json(files, "tiles/tileset.json").get("root");
        int standing = 0;
        int tiles = 0;
        for (JsonNode leaf : leaves(root)) {
            String uri = leaf.at("/content/uri").asString();
            if (uri.startsWith("grass")) {
                int here = instances(SmallSite.glb(files.get("tiles/" + uri)));
                assertThat(here).isBetween(1, 33_000);
                standing += here;
                tiles++;
            }
        }
        assertThat(standing).isEqualTo(all);
        assertThat(tiles).isEqualTo(4);
        assertThat(instances(SmallSite.glb(files.get("tiles/grass.glb"))))
                .as("a part of them far away")
                .isBetween(29_000, 35_000);
        assertThat(SmallSite.text(files, "report.txt")).contains("the ground and " + all + " plants");
    }

    @Test
    void theGroundIsDividedUntilNothingIsLostAndTheWholeLiesInTheBoxOfTheStandard() {
        Map<String, byte[]> files = meadow(0.1, "").handOver(HandOver.TILES);
        JsonNode set = SmallSite.json(files, "tiles/tileset.json");
        assertThat(set.at("/asset/version").asString()).isEqualTo("1.1");
        // level ground is told whole by its two largest tiles, as it is twice as deep as wide
        assertThat(files.keySet().stream().filter(name -> name.startsWith("tiles/ground")))
                .containsExactlyInAnyOrder("tiles/ground-0-0-0.glb", "tiles/ground-0-0-1.glb");
        JsonNode north = set.at("/root/children/0/boundingVolume/box");
        assertThat(north.get(1).asDouble()).as("north is up the second axis").isEqualTo(30);
        assertThat(north.get(3).asDouble()).isEqualTo(30);
        assertThat(north.get(7).asDouble()).isEqualTo(30);
    }

    @Test
    void plantsThatHaveNotBegunToGrowAreLeftOutAndSaid() {
        SmallSite site = meadow(1, """
                ,"falloffs":[{"id":"east","name":"East","source":{"kind":"ball","x":30,"y":1,"z":0,"near":20,"far":21}}],
                "drives":[{"layer":"grass","property":"growth","falloff":"east","curve":[[0,0],[1,1]]}]""");
        CoverLayer grass =
                site.files().recipe().layer("grass", CoverLayer.class).orElseThrow();
        var plants = site.evaluation().plants(grass);
        int unborn = 0;
        for (int i = 0; i < plants.count(); i++) {
            unborn += plants.growth().at(i) > 0 ? 0 : 1;
        }
        assertThat(unborn).isBetween(1, plants.count() - 1);
        Map<String, byte[]> files = site.handOver(HandOver.TILES);
        assertThat(instances(SmallSite.glb(files.get("tiles/grass.glb")))).isEqualTo(plants.count() - unborn);
        assertThat(SmallSite.text(files, "report.txt"))
                .contains(unborn + " plants of “Grass” have not begun to grow")
                .contains("the ground and " + (plants.count() - unborn) + " plants");
    }

    @Test
    void aCrowdIsLeftOutOfTheScenesAndItIsSaidWhereItIs() {
        SmallSite site = SmallSite.of(
                "{\"width\":3000,\"depth\":3000,\"resolution\":65,\"lowest\":1}", GRASS.formatted(1, ""), Map.of());
        Map<String, byte[]> files = site.handOver(HandOver.GLB, HandOver.USD);
        assertThat(instances(SmallSite.glb(files.get("site.glb")))).isZero();
        assertThat(SmallSite.text(files, "report.txt"))
                .contains("“Grass” has about 9 million plants, too many for one scene");
    }
}
