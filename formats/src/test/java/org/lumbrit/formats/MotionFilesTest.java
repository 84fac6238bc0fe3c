package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.Raster;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;
import tools.jackson.databind.JsonNode;

class MotionFilesTest {
    private static Map<String, byte[]> files(double density) {
        String recipe = """
                {"format":"lumbrit-recipe","version":1,"name":"Small","ground":{"width":30,"resolution":33,"lowest":1},
                 "props":[{"id":"flag","name":"Flag","shape":{"kind":"banner"},"y":3,"standing":false,"size":2}],
                 "layers":[
                  {"kind":"cover","id":"reeds","name":"Reeds","properties":{"density":{"low":0,"high":%s}}},
                  {"kind":"wind","id":"wind","name":"Wind","gustSpeed":8,"gustLength":4,"turbulenceSize":2},
                  {"kind":"sway","id":"sway","name":"Sway","wind":"wind","cover":"reeds"},
                  {"kind":"push","id":"wave","name":"Wave","wind":"wind","prop":"flag","travel":0.5,"featureSize":1}],
                 "clock":{"framesPerSecond":24,"loopSeconds":2,
                  "tracks":[{"of":"prop","id":"flag","setting":"heading","keys":[[0,0],[1,40],[2,0]]}]}}""".formatted(density);
        SiteFiles site = new SiteFiles(RecipeJson.read(recipe.getBytes(StandardCharsets.UTF_8)), Map.of());
        SiteEvaluation evaluation =
                SiteEvaluation.of(site.recipe(), site.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER);
        return HandOver.files(evaluation, site, EnumSet.of(HandOver.MOTION));
    }

    private static JsonNode json(byte[] bytes) {
        return RecipeJson.tree(bytes);
    }

    private static ByteBuffer floats(byte[] npy) {
        int head = 10 + (npy[8] & 255) + 256 * (npy[9] & 255);
        return ByteBuffer.wrap(npy, head, npy.length - head).slice().order(ByteOrder.LITTLE_ENDIAN);
    }

    @Test
    void picturesHoldTheArraysWithinTheErrorThatIsStated() throws IOException {
        Map<String, byte[]> files = files(0.5);
        JsonNode told = json(files.get("motion/motion.json"));
        JsonNode sway = told.get("sways").get(0);
        compare(files, sway.get("bends"), "plants", 2);
        compare(files, sway.get("variants").get(0).get("vertices"), "vertices", 3);
        compare(files, told.get("pushes").get(0).get("vertices"), "vertices", 3);
        JsonNode field = told.get("winds").get(0).get("field");
        Raster stack = raster(files, field);
        assertThat(stack.getHeight()).isEqualTo(48 * 33);
        assertThat(floats(files.get("motion/flag-path.npy")).remaining()).isEqualTo(48 * 8 * 4);
    }

    private static Raster raster(Map<String, byte[]> files, JsonNode picture) throws IOException {
        byte[] png = files.get("motion/" + picture.get("file").asString());
        Raster raster = ImageIO.read(new ByteArrayInputStream(png)).getRaster();
        assertThat(raster.getSampleModel().getSampleSize(0)).isEqualTo(16);
        return raster;
    }

    private static void compare(Map<String, byte[]> files, JsonNode picture, String things, int channels)
            throws IOException {
        Raster raster = raster(files, picture);
        String file = picture.get("file").asString();
        String array = file.contains("-bends")
                ? file.replace(".png", ".npy")
                : file.replace("-vertices.png", "-displacements.npy");
        ByteBuffer own = floats(files.get("motion/" + array));
        int count = picture.get(things).asInt();
        int frames = picture.get("frames").asInt();
        assertThat(own.remaining()).isEqualTo(4 * frames * count * channels);
        int columns = picture.get("columns").asInt();
        int perFrame = picture.get("rowsPerFrame").asInt();
        double largest = 0;
        for (int f = 0; f < frames; f++) {
            for (int i = 0; i < count; i++) {
                for (int c = 0; c < channels; c++) {
                    JsonNode channel = picture.get("channels").get(c);
                    double least = channel.get("least").asDouble();
                    double greatest = channel.get("greatest").asDouble();
                    double seen = least
                            + raster.getSample(i % columns, f * perFrame + i / columns, c)
                                    / 65535.0
                                    * (greatest - least);
                    largest = Math.max(largest, Math.abs(seen - own.getFloat(4 * ((f * count + i) * channels + c))));
                }
            }
        }
        assertThat(largest)
                .as(file)
                .isLessThanOrEqualTo(picture.get("errorAtMost").asDouble() + 1e-7);
        assertThat(picture.get("errorAtMost").asDouble()).isLessThan(1e-3);
    }

    @Test
    void theSameSiteGivesTheSameBytes() {
        Map<String, byte[]> one = files(0.3);
        Map<String, byte[]> other = files(0.3);
        assertThat(other.keySet()).isEqualTo(one.keySet());
        one.forEach((name, bytes) -> assertThat(other.get(name)).as(name).isEqualTo(bytes));
    }

    @Test
    void aCoverWithoutPlantsIsLeftOutAndTheRestIsThere() {
        Map<String, byte[]> files = files(0);
        assertThat(json(files.get("motion/motion.json")).get("sways")).isEmpty();
        assertThat(files).containsKey("motion/wave.glb");
        JsonNode morph =
                json(files.get("motion/motion.json")).get("pushes").get(0).get("morph");
        assertThat(morph.get("targets").asInt()).isEqualTo(24);
        assertThat(morph.get("errorAtMost").asDouble()).isCloseTo(0.15, within(0.15));
    }
}
