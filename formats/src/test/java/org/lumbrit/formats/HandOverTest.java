package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import de.javagl.jgltf.model.AccessorFloatData;
import de.javagl.jgltf.model.GltfModel;
import de.javagl.jgltf.model.MeshPrimitiveModel;
import de.javagl.jgltf.model.NodeModel;
import de.javagl.jgltf.model.io.GltfModelReader;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.looks.RampStop;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.Tint;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.formats.site.SiteFiles;

class HandOverTest {
    private static final SiteFiles SITE = DemoFiles.sparse();
    private static final SiteEvaluation EVALUATION = DemoFiles.evaluate(SITE);
    /** Motion is large; it has its own test, on a small site. */
    private static final EnumSet<HandOver> AT_REST = EnumSet.complementOf(EnumSet.of(HandOver.MOTION, HandOver.GRAINS));

    private static final Map<String, byte[]> FILES = HandOver.files(EVALUATION, SITE, AT_REST);

    private static Plants plants() {
        return EVALUATION.plants(
                (CoverLayer) SITE.recipe().layer("cotton-grass").orElseThrow());
    }

    @Test
    void anotherReaderFindsEveryPlantWhereItStands() throws IOException {
        GltfModel model = new GltfModelReader().readWithoutReferences(new ByteArrayInputStream(FILES.get("site.glb")));
        int instances = 0;
        double sumX = 0;
        double sumY = 0;
        for (NodeModel node : model.getNodeModels()) {
            if (node.getExtensions() == null) {
                continue;
            }
            Map<?, ?> instancing = (Map<?, ?>) node.getExtensions().get("EXT_mesh_gpu_instancing");
            Map<?, ?> attributes = (Map<?, ?>) instancing.get("attributes");
            int index = ((Number) attributes.get("TRANSLATION")).intValue();
            AccessorFloatData feet =
                    (AccessorFloatData) model.getAccessorModels().get(index).getAccessorData();
            instances += feet.getNumElements();
            for (int i = 0; i < feet.getNumElements(); i++) {
                sumX += feet.get(i, 0);
                sumY += feet.get(i, 1);
            }
        }
        int standing = 0;
        double expectedX = 0;
        double expectedY = 0;
        for (CoverLayer cover : SITE.recipe().layersOf(CoverLayer.class)) {
            Plants plants = EVALUATION.plants(cover);
            standing += plants.count();
            for (int i = 0; i < plants.count(); i++) {
                expectedX += plants.base(i)[0];
                expectedY += plants.base(i)[1];
            }
        }
        assertThat(instances).isEqualTo(standing);
        assertThat(sumX / instances).isCloseTo(expectedX / instances, within(1e-4));
        assertThat(sumY / instances).isCloseTo(expectedY / instances, within(1e-4));
    }

    @Test
    void theGroundsMeshLiesOnTheGround() throws IOException {
        GltfModel model = new GltfModelReader().readWithoutReferences(new ByteArrayInputStream(FILES.get("site.glb")));
        MeshPrimitiveModel mesh =
                model.getMeshModels().get(0).getMeshPrimitiveModels().get(0);
        AccessorFloatData positions =
                (AccessorFloatData) mesh.getAttributes().get("POSITION").getAccessorData();
        Ground ground = EVALUATION.plan().ground();
        for (int i = 0; i < positions.getNumElements(); i += 1013) {
            assertThat((double) positions.get(i, 1))
                    .isCloseTo(ground.height(positions.get(i, 0), positions.get(i, 2)), within(1e-3));
        }
    }

    @Test
    void aMaskIsItsFalloffPixelByPixel() {
        HeightMap mask = HeightMap.read(FILES.get("masks/shore.png"), "mask");
        Ground ground = EVALUATION.plan().ground();
        float[] values =
                EVALUATION.falloff("shore", EVALUATION.samples(new Lattice(ground, ground.columns(), ground.rows())));
        assertThat(mask.bits()).isEqualTo(16);
        for (int i = 0; i < values.length; i++) {
            assertThat(mask.values()[i]).isCloseTo(Math.min(1, Math.max(0, values[i])), within(1f / 65535));
        }
    }

    @Test
    void theTableHasARowAPlantAndTheReportSaysWhatIsThere() {
        String csv = new String(FILES.get("plants/cotton-grass.csv"), StandardCharsets.UTF_8);
        assertThat(csv.lines().count()).isEqualTo(plants().count() + 1);
        String report = new String(FILES.get("report.txt"), StandardCharsets.UTF_8);
        // tiles are many, and the tile set names them
        String tiles = new String(FILES.get("tiles/tileset.json"), StandardCharsets.UTF_8);
        FILES.keySet().stream()
                .filter(name -> !name.equals("report.txt"))
                .forEach(name -> assertThat(name.endsWith(".glb") && name.startsWith("tiles/") ? tiles : report)
                        .contains(name.replaceFirst("^tiles/(?!tileset)", "")));
        assertThat(report).contains("“Each its own” has a value for each plant");
    }

    @Test
    void recordsAndInstancesHaveTheSamePlacesTurnsAndSizes() {
        CoverLayer birches = SITE.recipe().layersOf(CoverLayer.class).stream()
                .filter(cover -> cover.id().equals("birches"))
                .findFirst()
                .orElseThrow();
        Plants plants = EVALUATION.plants(birches);
        ByteBuffer records = ByteBuffer.wrap(FILES.get("plants/birches.npy")).order(ByteOrder.LITTLE_ENDIAN);
        int head = 10 + records.getShort(8);
        assertThat(records.limit() - head).isEqualTo(72 * plants.count());
        String usd = new String(FILES.get("plants/plants.usda"), StandardCharsets.UTF_8);
        String instancer = usd.substring(usd.indexOf("PointInstancer \"Birches"));
        List<float[]> positions = triples(instancer, "point3f[] positions = [");
        List<float[]> scales = triples(instancer, "float3[] scales = [");
        assertThat(positions).hasSize(plants.count());
        double sum = 0;
        double inUsd = 0;
        for (int i = 0; i < plants.count(); i++) {
            int at = head + 72 * i;
            assertThat(records.getLong(at)).isEqualTo(plants.feet().id()[i]);
            assertThat(records.getDouble(at + 8)).isEqualTo(plants.base(i)[0]);
            assertThat(records.getFloat(at + 32 + 12)).isEqualTo(plants.turn()[4 * i + 3]);
            assertThat(records.getFloat(at + 52)).isEqualTo(plants.length().at(i));
            sum += records.getDouble(at + 8) * records.getFloat(at + 52);
            inUsd += (double) positions.get(i)[0] * scales.get(i)[1];
        }
        // the order differs, as USD goes variant by variant
        assertThat(inUsd).isCloseTo(sum, within(1e-3 * Math.abs(sum)));
    }

    private static List<float[]> triples(String text, String from) {
        int start = text.indexOf(from) + from.length();
        return Arrays.stream(text.substring(start, text.indexOf(']', start)).split("\\), \\("))
                .map(triple -> triple.replaceAll("[()]", "").split(", "))
                .map(n -> new float[] {Float.parseFloat(n[0]), Float.parseFloat(n[1]), Float.parseFloat(n[2])})
                .toList();
    }

    @Test
    void theDetailsOfEveryVariantStandInScenesOfTheirOwnAndTheirErrorsInATable() throws IOException {
        GltfModel model =
                new GltfModelReader().readWithoutReferences(new ByteArrayInputStream(FILES.get("plants/details.glb")));
        assertThat(model.getSceneModels()).hasSize(5);
        int perScene = model.getSceneModels().get(0).getNodeModels().size();
        model.getSceneModels()
                .forEach(scene -> assertThat(scene.getNodeModels()).hasSize(perScene));
        List<String> rows = new String(FILES.get("plants/details.csv"), StandardCharsets.UTF_8)
                .lines()
                .toList();
        assertThat(rows.get(0))
                .isEqualTo(
                        "layer,variant,detail,triangles,error,missing,error_share,missing_share,largest,error_largest,missing_largest,stand-in");
        assertThat(rows).filteredOn(row -> row.startsWith("Birches,0,")).hasSize(5);
    }

    @Test
    void theSameSiteGivesTheSameBytes() {
        Map<String, byte[]> again = HandOver.files(DemoFiles.evaluate(SITE), SITE, AT_REST);
        assertThat(again.keySet()).isEqualTo(FILES.keySet());
        again.forEach((name, bytes) -> assertThat(bytes).as(name).isEqualTo(FILES.get(name)));
    }

    @Test
    void aTintIsHandedOverAsColoursOfTheGroundAndAsAPicture() throws IOException {
        TintLayer tint = new TintLayer(
                "t",
                "Frost line",
                1,
                false,
                List.of(new RampStop(0, "#102030"), new RampStop(1, "#f0e0d0")),
                1,
                TintLayer.Tones.TWO,
                false,
                258,
                25,
                Map.of());
        SiteFiles site = new SiteFiles(
                new LayerEdit.Add(tint)
                        .apply(SITE.recipe())
                        .withDrives(java.util.stream.Stream.concat(
                                        SITE.recipe().drives().stream(),
                                        java.util.stream.Stream.of(new Drive("t", "value", "dry", CurvePoint.STRAIGHT)))
                                .toList()),
                SITE.assets());
        SiteEvaluation evaluation = DemoFiles.evaluate(site);
        Map<String, byte[]> files = HandOver.files(evaluation, site, EnumSet.of(HandOver.GLB, HandOver.TINTS));
        GltfModel model = new GltfModelReader().readWithoutReferences(new ByteArrayInputStream(files.get("site.glb")));
        MeshPrimitiveModel mesh =
                model.getMeshModels().get(0).getMeshPrimitiveModels().get(0);
        AccessorFloatData colours =
                (AccessorFloatData) mesh.getAttributes().get("COLOR_0").getAccessorData();
        Samples samples = evaluation.samples(evaluation.plan().ground().lattice(513));
        Tint expected = evaluation.tint(tint, samples);
        assertThat(colours.getNumElements()).isEqualTo(samples.count());
        for (int i = 0; i < samples.count(); i += 997) {
            assertThat(colours.get(i, 0)).isCloseTo(expected.colour()[3 * i] * expected.tone()[i], within(1e-3f));
        }
        BufferedImage picture = ImageIO.read(new ByteArrayInputStream(files.get("tints/frost-line.png")));
        assertThat(picture.getWidth()).isEqualTo(evaluation.plan().ground().columns());
        assertThat(picture.getRGB(3, 3) >>> 24).as("its strength").isEqualTo(255);
        assertThat(picture.getRGB(3, 3) & 0xFFFFFF)
                .as("high and dry: the pale end")
                .isEqualTo(0xF0E0D0);
    }
}
