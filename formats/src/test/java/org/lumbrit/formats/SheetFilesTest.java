package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.sheets.SheetsLayer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.site.SiteFiles;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Sheets handed over: as they stand, and their opacity frame by frame. */
class SheetFilesTest {
    private static final SheetsLayer MIST = new SheetsLayer(
            "mist",
            "Mist",
            3,
            false,
            3,
            5,
            "",
            0,
            0,
            90,
            40,
            3,
            0.5,
            1,
            8,
            4,
            0.75,
            2,
            10,
            "#c0d0e0",
            0.2,
            Map.of(SheetsLayer.OPACITY, new PropertyRange(0.6, 0.6, Combine.PRODUCT)));

    private static final Recipe AIR = new Recipe(
            "Air",
            GroundSpec.flat(64, 48, 65, Optional.of(0.5)),
            List.of(),
            List.of(),
            List.of(),
            List.of(MIST),
            List.of(),
            new Clock(4, 3, 0, 8, List.of()));

    private static Map<String, byte[]> handedOver() throws IOException {
        SiteFiles site = new SiteFiles(AIR, Map.of());
        SiteEvaluation evaluation = SiteEvaluation.of(AIR, site.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER);
        Map<String, byte[]> files = new LinkedHashMap<>();
        HandOver.write(
                evaluation, site, new Choice(Set.of(HandOver.MOTION), Set.of(), Choice.TEXELS), (name, content) -> {
                    ByteArrayOutputStream out = new ByteArrayOutputStream();
                    content.writeTo(out);
                    files.put(name, out.toByteArray());
                });
        return files;
    }

    @Test
    void opacityComesFrameByFrameAndTheGlbWearsTheFirst() throws IOException {
        Map<String, byte[]> files = handedOver();
        JsonNode how = JsonMapper.shared().readTree(files.get("motion/mist-opacity.json"));
        int rows = how.get("rows").intValue();
        int columns = how.get("opacity").get("columns").intValue();
        assertThat(how.get("sheets").intValue()).isEqualTo(3);
        assertThat(how.get("frames").intValue()).isEqualTo(12);
        byte[] npy = files.get("motion/mist-opacity.npy");
        String head = new String(npy, 0, 128, StandardCharsets.ISO_8859_1);
        assertThat(head).contains("(12, 3, " + rows + ", " + columns + ")");
        var floats = ByteBuffer.wrap(npy)
                .order(ByteOrder.LITTLE_ENDIAN)
                .position(npy.length - 4 * 12 * 3 * rows * columns)
                .slice()
                .order(ByteOrder.LITTLE_ENDIAN)
                .asFloatBuffer();
        // by the formula, in the middle of the second sheet and a quarter up, in frame 5
        SiteEvaluation then = SiteEvaluation.of(
                AIR, new SiteFiles(AIR, Map.of()).decoded(), 1.25, new ResultsOfOneRun(), Cancel.NEVER);
        int row = 3 * rows / 4;
        int column = columns / 2;
        double high = 3 * (1 - (row + 0.5) / rows);
        double along = 40 * (column + 0.5) / columns;
        double wanted = 0.6 * MIST.drift(then.surroundings(MIST), 1).at(along, high, 1.25) * MIST.fades(high);
        double got = floats.get(((5 * 3 + 1) * rows + row) * columns + column);
        assertThat(got).isCloseTo(wanted, within(1e-6)).isGreaterThan(0.02);
        var picture = ImageIO.read(new ByteArrayInputStream(files.get("motion/mist-opacity.png")));
        assertThat(picture.getWidth()).isEqualTo(columns);
        assertThat(picture.getHeight()).isEqualTo(12 * 3 * rows);

        // the magic number of EXR
        assertThat(files.get("motion/mist-opacity.exr")).startsWith(0x76, 0x2f, 0x31, 0x01);
        byte[] glb = files.get("motion/mist-sheets.glb");
        int length = ByteBuffer.wrap(glb).order(ByteOrder.LITTLE_ENDIAN).getInt(12);
        JsonNode tree = JsonMapper.shared().readTree(new String(glb, 20, length, StandardCharsets.UTF_8));
        assertThat(tree.get("meshes").size()).isEqualTo(3);
        assertThat(tree.get("materials").get(0).get("alphaMode").stringValue()).isEqualTo("BLEND");
        JsonNode view = tree.get("bufferViews")
                .get(tree.get("images").get(1).get("bufferView").intValue());
        byte[] png = java.util.Arrays.copyOfRange(
                glb,
                28 + length + view.get("byteOffset").intValue(),
                28
                        + length
                        + view.get("byteOffset").intValue()
                        + view.get("byteLength").intValue());
        var worn = ImageIO.read(new ByteArrayInputStream(png));
        int pixel = worn.getRGB(column, row);
        assertThat(pixel & 0xffffff).isEqualTo(0xc0d0e0);
        assertThat((pixel >>> 24) / 255.0)
                .isCloseTo(floats.get((rows + row) * columns + column), within(0.5 / 255 + 1e-6));
    }
}
