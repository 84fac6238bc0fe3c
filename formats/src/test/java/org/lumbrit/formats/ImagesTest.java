package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.image.GreyPng;
import org.lumbrit.formats.image.HeightMap;

class ImagesTest {
    private static final float[] RAMP = new float[12];

    static {
        for (int i = 0; i < 12; i++) {
            RAMP[i] = i / 11f;
        }
    }

    @Test
    void sixteenBitsComeBackToWithinHalfAStep() {
        HeightMap map = HeightMap.read(GreyPng.of16(4, 3, RAMP), "ramp.png");
        assertThat(map.columns()).isEqualTo(4);
        assertThat(map.rows()).isEqualTo(3);
        assertThat(map.bits()).isEqualTo(16);
        for (int i = 0; i < 12; i++) {
            assertThat(map.values()[i]).isCloseTo(RAMP[i], within(0.5f / 65535 + 1e-7f));
        }
    }

    @Test
    void ourPngIsWhatThePlatformReads() throws IOException {
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(GreyPng.of8(3, 2, i -> 40 * i)));
        int[] pixels = image.getRaster().getSamples(0, 0, 3, 2, 0, (int[]) null);
        assertThat(pixels).containsExactly(0, 40, 80, 120, 160, 200);
    }

    @Test
    void aMapThatIsNotSquareKeepsItsShape() {
        Ground ground = HeightMap.read(GreyPng.of16(4, 3, RAMP), "ramp.png")
                .ground(new GroundSpec("ramp.png", 30, -5, 17, Optional.empty()));
        assertThat(ground.width()).isEqualTo(30);
        assertThat(ground.depth()).isEqualTo(20);
        assertThat(ground.height(-15, -10)).isCloseTo(-5, within(1e-5));
        assertThat(ground.height(15, 10)).isCloseTo(17, within(1e-5));
    }

    @Test
    void colourAndOtherFilesAreRefusedInWords() throws IOException {
        BufferedImage colour = new BufferedImage(4, 4, BufferedImage.TYPE_INT_RGB);
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(colour, "png", png);
        assertThatThrownBy(() -> HeightMap.read(png.toByteArray(), "a.png")).hasMessageContaining("in colour");
        assertThatThrownBy(() -> HeightMap.read("GIF89a and so on, longer than a header".getBytes(), "a.gif"))
                .hasMessageContaining("no PNG");
        assertThatThrownBy(() -> HeightMap.read(GreyPng.of16(1, 5, new float[5]), "a.png"))
                .hasMessageContaining("at least 2 × 2");
        assertThatThrownBy(() -> HeightMap.read(GreyPng.of16(100, 2, new float[200]), "a.png"))
                .hasMessageContaining("one side");
    }

    @Test
    void cutOffAndLyingFilesAreRefusedBeforeMemoryIsTaken() {
        byte[] png = GreyPng.of16(4, 3, RAMP);
        for (int length = 0; length < png.length; length += 5) {
            byte[] cut = Arrays.copyOf(png, length);
            assertThatThrownBy(() -> HeightMap.read(cut, "cut.png")).isInstanceOf(BadInputException.class);
        }
        byte[] huge = png.clone();
        ByteBuffer.wrap(huge).putInt(16, 2_000_000).putInt(20, 2_000_000);
        assertThatThrownBy(() -> HeightMap.read(huge, "huge.png")).isInstanceOf(BadInputException.class);
    }
}
