package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.lumbrit.formats.image.Still;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.Extension.class)
class StillsTest {
    private final RunningServer server;

    StillsTest(RunningServer server) {
        this.server = server;
    }

    private static byte[] jpeg(int width, int height, int rgb) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < width * height; i++) {
            image.setRGB(i % width, i / width, rgb);
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(image, "jpg", bytes);
        return bytes.toByteArray();
    }

    private RunningServer.Answer keep(String site, int revision, byte[] content) {
        return server.send(HttpRequest.newBuilder(
                        URI.create(server.address() + "/api/sites/" + site + "/still?revision=" + revision))
                .header("Content-Type", "image/jpeg")
                .PUT(HttpRequest.BodyPublishers.ofByteArray(content)));
    }

    private BufferedImage still(String site) throws IOException {
        return ImageIO.read(new ByteArrayInputStream(
                server.get("/api/sites/" + site + "/still").body()));
    }

    private int listed(String site) {
        for (JsonNode line : server.get("/api/sites").json()) {
            if (line.get("id").asString().equals(site)) {
                return line.get("still").asInt();
            }
        }
        return -1;
    }

    @Test
    void aSiteNobodyHasSeenHasNoPictureAndThenWhatWasSeenLast() throws IOException {
        String site = server.small();
        assertThat(listed(site)).isZero();
        RunningServer.Answer none = server.get("/api/sites/" + site + "/still");
        assertThat(none.status()).isEqualTo(404);
        assertThat(none.json().get("detail").asString()).contains("looked at");
        assertThat(keep(site, 1, jpeg(1280, 800, 0x3060A0)).status()).isEqualTo(200);
        assertThat(listed(site)).isEqualTo(1);
        BufferedImage kept = still(site);
        assertThat(kept.getWidth()).isEqualTo(Still.WIDTH);
        assertThat(kept.getHeight()).isEqualTo(400);
        assertThat(kept.getRGB(300, 200) & 0xFF).isBetween(0x9A, 0xA6);
    }

    @Test
    void thePictureOfANewerRevisionStays() throws IOException {
        String site = server.small();
        server.edit(site, "[{\"kind\":\"rename-site\",\"name\":\"Other\"}]");
        keep(site, 2, jpeg(64, 40, 0xFFFFFF));
        keep(site, 1, jpeg(64, 40, 0x000000));
        assertThat(still(site).getRGB(30, 20) & 0xFF).isGreaterThan(250);
        assertThat(listed(site)).isEqualTo(2);
    }

    @Test
    void whatIsNoSmallJpegOfThisSiteIsRefusedInWords() throws IOException {
        String site = server.small();
        assertThat(keep(site, 1, "no picture".getBytes()).json().get("detail").asString())
                .contains("JPEG");
        assertThat(keep(site, 1, new byte[3 << 20]).json().get("detail").asString())
                .contains("2 MB");
        assertThat(keep(site, 1, jpeg(5000, 10, 0)).json().get("detail").asString())
                .contains("4096");
        assertThat(keep(site, 9, jpeg(64, 40, 0)).json().get("detail").asString())
                .contains("between 1 and 1");
        assertThat(keep("00000000-0000-0000-0000-000000000000", 1, jpeg(64, 40, 0))
                        .status())
                .isEqualTo(404);
        assertThat(listed(site)).isZero();
    }

    @Test
    void aNewDemoHasItsPicture() {
        assertThat(listed(server.demo())).isEqualTo(1);
    }
}
