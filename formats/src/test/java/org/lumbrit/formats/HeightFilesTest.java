package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.image.EsriGrid;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GreyPng;
import org.lumbrit.formats.image.HeightMap;

/** Height maps written are read back; missing cells are filled or left as holes; what is wrong is said. */
class HeightFilesTest {
    static final Ground GROUND = ground();

    private static Ground ground() {
        int columns = 37;
        int rows = 23;
        float[] heights = new float[columns * rows];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) (3 + 9 * Hash.unit(Hash.of(6, i)));
        }
        return new Ground(columns, rows, heights, 18.5);
    }

    private static GroundSpec spec(Optional<Double> low, Optional<Double> high, GroundSpec.Missing missing) {
        return new GroundSpec(
                Optional.of("h"),
                18.5,
                Optional.empty(),
                Optional.empty(),
                low,
                high,
                missing,
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    private static final GroundSpec AS_IT_IS = spec(Optional.empty(), Optional.empty(), GroundSpec.Missing.FILL);

    @Test
    void geoTiffAndEsriGridKeepEveryHeightAndTheSize() {
        for (byte[] file : new byte[][] {FloatTiff.ground(GROUND), EsriGrid.write(GROUND)}) {
            HeightMap map = HeightMap.read(file, "h");
            assertThat(map.metric()).isTrue();
            assertThat(map.place().orElseThrow().width()).isCloseTo(18.5, within(1e-9));
            Ground again = map.ground(AS_IT_IS);
            assertThat(again.heights()).isEqualTo(GROUND.heights());
            assertThat(again.columns()).isEqualTo(37);
            assertThat(again.depth()).isCloseTo(GROUND.depth(), within(1e-9));
        }
    }

    @Test
    void aPngKeepsHeightsWithinHalfAStep() {
        float[] grey = new float[GROUND.heights().length];
        double range = GROUND.highest() - GROUND.lowest();
        for (int i = 0; i < grey.length; i++) {
            grey[i] = (float) ((GROUND.heights()[i] - GROUND.lowest()) / range);
        }
        Ground again = HeightMap.read(GreyPng.of16(37, 23, grey), "h")
                .ground(spec(Optional.of(GROUND.lowest()), Optional.of(GROUND.highest()), GroundSpec.Missing.FILL));
        for (int i = 0; i < grey.length; i++) {
            assertThat((double) again.heights()[i]).isCloseTo(GROUND.heights()[i], within(0.5 * range / 65535 + 1e-6));
        }
        assertThatThrownBy(() -> HeightMap.read(GreyPng.of16(37, 23, grey), "h").ground(AS_IT_IS))
                .hasMessageContaining("black and of white");
    }

    @Test
    void missingCellsAreFilledFromTheirBorderOrLeftAsHoles() {
        String grid = "ncols 5\nnrows 4\nxllcorner 0\nyllcorner 0\ncellsize 2\nNODATA_value -9999\n"
                + "1 1 1 1 1\n1 -9999 -9999 3 3\n1 -9999 3 3 3\n5 5 5 5 5\n";
        HeightMap map = HeightMap.read(grid.getBytes(StandardCharsets.US_ASCII), "h.asc");
        assertThat(map.missing()).isEqualTo(3);
        assertThat(map.place().orElseThrow().width()).isEqualTo(8.0);
        Ground filled = map.ground(AS_IT_IS);
        assertThat(filled.holes()).isEmpty();
        assertThat(filled.heights()[6]).isBetween(1f, 5f);
        Ground open = map.ground(spec(Optional.empty(), Optional.empty(), GroundSpec.Missing.HOLE));
        assertThat(open.holes()[6]).isTrue();
        assertThat(open.holeInCell(0, 0)).isTrue();
        assertThat(open.holeInCell(3, 0)).isFalse();
        assertThat(open.key()).isNotEqualTo(filled.key());
        assertThat(HeightMap.read(EsriGrid.write(open), "h").missing()).isEqualTo(3);
        assertThat(HeightMap.read(FloatTiff.ground(open), "h").missing()).isEqualTo(3);
    }

    @Test
    void heightsMayBeStretched() {
        Ground stretched = HeightMap.read(EsriGrid.write(GROUND), "h")
                .ground(spec(Optional.of(-5.0), Optional.of(95.0), GroundSpec.Missing.FILL));
        assertThat(stretched.lowest()).isCloseTo(-5, within(1e-4));
        assertThat(stretched.highest()).isCloseTo(95, within(1e-4));
    }

    /** 8 × 4 heights of 16 bits with horizontal differences, packed, as other programs write them. */
    @Test
    void predictedAndPackedTiffIsRead() throws java.io.IOException {
        short[] metres = new short[32];
        java.io.ByteArrayOutputStream packed = new java.io.ByteArrayOutputStream();
        try (java.util.zip.DeflaterOutputStream out = new java.util.zip.DeflaterOutputStream(packed)) {
            for (int i = 0; i < metres.length; i++) {
                metres[i] = (short) (-5 + i * i % 23);
                int difference = i % 8 == 0 ? metres[i] : metres[i] - metres[i - 1];
                out.write(difference & 255);
                out.write(difference >> 8 & 255);
            }
        }
        int[][] tags = {
            {256, 8},
            {257, 4},
            {258, 16},
            {259, 8},
            {262, 1},
            {273, 8},
            {277, 1},
            {278, 4},
            {279, packed.size()},
            {317, 2},
            {339, 2}
        };
        java.nio.ByteBuffer file = java.nio.ByteBuffer.allocate(8 + packed.size() + 1 + 2 + 12 * tags.length + 4)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN);
        int directory = (8 + packed.size() + 1) / 2 * 2;
        file.put((byte) 'I')
                .put((byte) 'I')
                .putShort((short) 42)
                .putInt(directory)
                .put(packed.toByteArray());
        file.position(directory).putShort((short) tags.length);
        for (int[] tag : tags) {
            file.putShort((short) tag[0]).putShort((short) 4).putInt(1).putInt(tag[1]);
        }
        HeightMap map = HeightMap.read(file.array(), "p.tif");
        assertThat(map.metric()).isTrue();
        for (int i = 0; i < metres.length; i++) {
            assertThat(map.values()[i]).isEqualTo(metres[i]);
        }
    }

    @Test
    void whatIsWrongIsSaid() {
        refused("ncols 5\nnrows 4\ncellsize 1\n1 2 3\n", "cut off");
        refused("ncols 5\nnrows 2\ncellsize 1\n1 2 3 4 x 1 2 3 4 5\n", "“x”");
        refused("ncols 5\nnrows 900000\ncellsize 1\n1 2 3 4 5\n", "longest side");
        refused("ncols 2\nnrows 2\ncellsize 1\n1 2 3 -9999999\n", "NODATA");
        byte[] tiff = FloatTiff.ground(GROUND);
        assertThatThrownBy(() -> HeightMap.read(Arrays.copyOf(tiff, tiff.length - 200), "h.tif"))
                .isInstanceOf(BadInputException.class);
        assertThatThrownBy(() -> HeightMap.read(new byte[] {1, 2, 3}, "h.bin")).hasMessageContaining("no PNG");
    }

    private static void refused(String grid, String said) {
        assertThatThrownBy(() -> HeightMap.read(grid.getBytes(StandardCharsets.US_ASCII), "h.asc"))
                .isInstanceOf(BadInputException.class)
                .hasMessageContaining(said);
    }
}
