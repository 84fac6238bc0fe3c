package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import java.util.zip.Inflater;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.looks.Earth;
import org.lumbrit.core.looks.GroundCharacter;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.image.ExrFile;
import tools.jackson.databind.JsonNode;

/** The ground's surface as pictures. */
class GroundTexturesTest {
    private static final String TINT =
            "{\"kind\":\"tint\",\"id\":\"t\",\"name\":\"All red\",\"ramp\":[{\"at\":0,\"colour\":\"#ff0000\"},"
                    + "{\"at\":1,\"colour\":\"#ff0000\"}]}";

    private static Map<String, byte[]> files(SmallSite site, int texels) {
        Choice choice = new Choice(EnumSet.of(HandOver.TEXTURES), Set.of(), texels);
        return HandOver.files(site.evaluation(), site.files(), choice);
    }

    private static BufferedImage png(byte[] file) throws IOException {
        return ImageIO.read(new ByteArrayInputStream(file));
    }

    @Test
    void aPixelHasTheColourOfTheGroundAtItsMiddle() throws IOException {
        SmallSite site = SmallSite.of("\"layers\":[{\"kind\":\"noise-relief\",\"id\":\"h\",\"name\":\"Hills\"}]");
        Map<String, byte[]> files = files(site, 256);
        BufferedImage albedo = png(files.get("textures/albedo.png"));
        assertThat(albedo.getWidth()).isEqualTo(256);
        Samples samples = Samples.allocate(Samples.NOT_KEPT, 4);
        int[][] pixels = {{3, 7}, {100, 50}, {200, 255}, {0, 0}};
        for (int i = 0; i < 4; i++) {
            samples.x()[i] = -6 + (pixels[i][0] + 0.5) * 12 / 256;
            samples.z()[i] = -6 + (pixels[i][1] + 0.5) * 12 / 256;
        }
        site.evaluation().plan().ground().settle(samples, 0, 4);
        float[] rgb = Earth.of(
                        site.evaluation().plan().ground(),
                        Double.NEGATIVE_INFINITY,
                        12.0 / 256,
                        GroundCharacter.of(site.evaluation().plan().ground(), GroundCharacter.NODES, Cancel.NEVER))
                .colours(samples, Cancel.NEVER);
        for (int i = 0; i < 4; i++) {
            int expected = new Colour(rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]).packed();
            assertThat(albedo.getRGB(pixels[i][0], pixels[i][1]) & 0xffffff).isEqualTo(expected);
        }
    }

    @Test
    void aTintLiesOverItAndNormalsAreUnit() throws IOException {
        Map<String, byte[]> files = files(SmallSite.of("\"layers\":[" + TINT + "]"), 256);
        BufferedImage albedo = png(files.get("textures/albedo.png"));
        BufferedImage normal = png(files.get("textures/normal.png"));
        double tilted = 0;
        for (int i = 0; i < 256 * 256; i += 37) {
            int c = albedo.getRGB(i % 256, i / 256);
            assertThat(c >> 16 & 255).isGreaterThan(200);
            assertThat(c & 255).isLessThan(60);
            int n = normal.getRGB(i % 256, i / 256);
            double x = (n >> 16 & 255) / 127.5 - 1;
            double y = (n >> 8 & 255) / 127.5 - 1;
            double z = (n & 255) / 127.5 - 1;
            assertThat(Math.sqrt(x * x + y * y + z * z)).isCloseTo(1, within(0.02));
            assertThat(z).isPositive();
            tilted = Math.max(tilted, Math.hypot(x, y));
        }
        assertThat(tilted).isGreaterThan(0.1);
    }

    @Test
    void aLongGroundComesInTilesThatMeetAndWearsThem() throws IOException {
        SmallSite site =
                SmallSite.of("{\"width\":84,\"depth\":3,\"resolution\":85,\"lowest\":1}", "\"layers\":[]", Map.of());
        Map<String, byte[]> files = files(site, 2100);
        assertThat(files).containsKeys("textures/albedo-1-1.png", "textures/albedo-2-1.png", "textures/height-2-1.exr");
        BufferedImage west = png(files.get("textures/height-1-1.png"));
        assertThat(west.getWidth()).isEqualTo(1050);
        assertThat(west.getHeight()).isEqualTo(75);
        JsonNode glb = SmallSite.glb(files.get("textures/ground.glb"));
        assertThat(glb.get("meshes")).hasSize(2);
        assertThat(glb.get("images")).hasSize(6);
        double[] reach = new double[2];
        for (int tile = 0; tile < 2; tile++) {
            JsonNode attributes =
                    glb.get("meshes").get(tile).get("primitives").get(0).get("attributes");
            JsonNode place = glb.get("accessors").get(attributes.get("POSITION").asInt());
            reach[tile] = place.get(tile == 0 ? "max" : "min").get(0).asDouble();
            JsonNode uv = glb.get("accessors").get(attributes.get("TEXCOORD_0").asInt());
            assertThat(uv.get("min").get(0).asDouble()).isZero();
            assertThat(uv.get("max").get(1).asDouble()).isEqualTo(1);
        }
        assertThat(reach[0]).as("where the tiles meet, metres").isZero().isEqualTo(reach[1]);
    }

    @Test
    void theSunStandsWhereDaylightSays() {
        SmallSite site =
                SmallSite.of("\"layers\":[{\"kind\":\"daylight\",\"id\":\"d\",\"name\":\"Day\",\"by\":\"hand\","
                        + "\"heading\":120,\"elevation\":30}]");
        JsonNode glb = SmallSite.glb(site.handOver(HandOver.GLB).get("site.glb"));
        JsonNode light =
                glb.get("extensions").get("KHR_lights_punctual").get("lights").get(0);
        assertThat(light.get("type").asString()).isEqualTo("directional");
        assertThat(light.get("intensity").asDouble()).isBetween(5_000.0, 200_000.0);
        JsonNode turn = null;
        for (JsonNode node : glb.get("nodes")) {
            turn = node.has("extensions") ? node.get("rotation") : turn;
        }
        double x = turn.get(0).asDouble();
        double y = turn.get(1).asDouble();
        double z = turn.get(2).asDouble();
        double w = turn.get(3).asDouble();
        // where +Z, the way back to the sun, points
        assertThat(2 * (x * z + w * y)).isCloseTo(Math.cos(Math.PI / 6) * Math.sin(Math.toRadians(120)), within(1e-6));
        assertThat(2 * (y * z - w * x)).isCloseTo(0.5, within(1e-6));
        assertThat(1 - 2 * (x * x + y * y))
                .isCloseTo(-Math.cos(Math.PI / 6) * Math.cos(Math.toRadians(120)), within(1e-6));
    }

    @Test
    void tooManyPixelsAreRefusedInWords() {
        assertThatThrownBy(() -> new Choice(EnumSet.of(HandOver.TEXTURES), Set.of(), 100_000))
                .isInstanceOf(BadInputException.class)
                .hasMessageContaining("256 to 8192");
    }

    @Test
    void anExrFileHoldsItsFloatsLineByLine() throws Exception {
        int columns = 37;
        float[] values = new float[columns * 5];
        for (int i = 0; i < values.length; i++) {
            values[i] = i < 3 * columns ? i / columns : (float) Math.sin(i * 1.7e3);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ExrFile.write(columns, 5, values, "Y", out);
        ByteBuffer file = ByteBuffer.wrap(out.toByteArray()).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(file.getInt(0)).isEqualTo(20000630);
        int first =
                new String(out.toByteArray(), java.nio.charset.StandardCharsets.ISO_8859_1).indexOf("screenWindowWidth")
                        + "screenWindowWidth_float_".length()
                        + 8
                        + 1;
        for (int row = 0; row < 5; row++) {
            int at = (int) file.getLong(first + 8 * row);
            assertThat(file.getInt(at)).isEqualTo(row);
            byte[] packed = new byte[file.getInt(at + 4)];
            file.get(at + 8, packed);
            ByteBuffer line = ByteBuffer.wrap(plain(packed, 4 * columns)).order(ByteOrder.LITTLE_ENDIAN);
            for (int column = 0; column < columns; column++) {
                assertThat(line.getFloat(4 * column)).isEqualTo(values[row * columns + column]);
            }
        }
    }

    private static byte[] plain(byte[] packed, int length) throws Exception {
        if (packed.length == length) {
            return packed;
        }
        Inflater inflater = new Inflater();
        inflater.setInput(packed);
        byte[] sorted = new byte[length];
        assertThat(inflater.inflate(sorted)).isEqualTo(length);
        for (int i = 1; i < length; i++) {
            sorted[i] = (byte) (sorted[i] + sorted[i - 1] - 128);
        }
        byte[] line = new byte[length];
        for (int i = 0; i < length; i++) {
            line[i] = sorted[i % 2 == 0 ? i / 2 : (length + 1) / 2 + i / 2];
        }
        return line;
    }
}
