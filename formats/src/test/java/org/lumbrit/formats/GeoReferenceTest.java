package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Place;
import org.lumbrit.formats.image.EsriGrid;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GeoReference;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.formats.places.GeoJsonPlaces;
import org.lumbrit.formats.places.GeoJsonWriter;

class GeoReferenceTest {
    private static final Ground GROUND = new Ground(5, 3, new float[15], 40, 20, new boolean[0], "");
    private static final GeoReference.Middle MIDDLE = new GeoReference.Middle(354_120.5, 6_201_030.25);

    /** Least and greatest as far apart as the second and last height. */
    private static Optional<GeoReference> grid(String header, int relief) {
        String file = "ncols 3\nnrows 2\n" + header + "\n0 0 0\n0 0 " + relief + "\n";
        return HeightMap.read(file.getBytes(StandardCharsets.US_ASCII), "h.asc").place();
    }

    @Test
    void aGridInDegreesBecomesMetresAtItsLatitude() {
        GeoReference at45 =
                grid("xllcenter 10\nyllcenter 44.95\ncellsize 0.1", 900).orElseThrow();
        assertThat(at45.width()).as("two cells of longitude at 45°").isCloseTo(0.2 * 78_846.81, within(0.1));
        assertThat(at45.depth()).as("one cell of latitude at 45°").isCloseTo(0.1 * 111_131.78, within(0.1));
        assertThat(at45.said()).contains("degrees").contains("45° N").contains("10.1° E");
        assertThat(at45.middle()).isEmpty();
        GeoReference south =
                grid("xllcorner -70\nyllcorner -33.2\ncellsize 0.01", 400).orElseThrow();
        assertThat(south.said()).contains("° S").contains("° W");
        assertThat(south.width()).isLessThan(south.depth() * 2);
    }

    @Test
    void aSmallGridNearTheOriginStaysInMetres() {
        GeoReference log =
                grid("xllcorner -0.75\nyllcorner -0.5\ncellsize 0.5", 1).orElseThrow();
        assertThat(log.width()).isEqualTo(1);
        assertThat(log.depth()).isEqualTo(0.5);
        assertThat(log.said()).isEqualTo("0.5 m a pixel");
        assertThat(log.middle()).contains(new GeoReference.Middle(0, 0));
        GeoReference far =
                grid("xllcorner 354000\nyllcorner 6201000\ncellsize 25", 900).orElseThrow();
        assertThat(far.middle()).contains(new GeoReference.Middle(354_037.5, 6_201_025));
    }

    @Test
    void groundsAndPlacesComeBackToWhereTheyLieOnTheMap() {
        for (byte[] file : List.of(FloatTiff.ground(GROUND, MIDDLE), EsriGrid.write(GROUND, MIDDLE))) {
            GeoReference.Middle read =
                    HeightMap.read(file, "h").place().orElseThrow().middle().orElseThrow();
            assertThat(read.east()).isCloseTo(MIDDLE.east(), within(1e-6));
            assertThat(read.north()).isCloseTo(MIDDLE.north(), within(1e-6));
        }
        String line = "{\"type\":\"LineString\",\"coordinates\":[[354110.5,6201033.25],[354130.5,6201023.25,7]]}";
        List<Place> places = GeoJsonPlaces.read(line.getBytes(StandardCharsets.UTF_8), "way.geojson", GROUND, MIDDLE);
        assertThat(places.get(0).corners().get(0).x()).isEqualTo(-10);
        assertThat(places.get(0).corners().get(0).z()).isEqualTo(-3);
        assertThat(places.get(0).corners().get(1).z()).isEqualTo(7);
        byte[] again = GeoJsonWriter.write(places, MIDDLE);
        assertThat(GeoJsonPlaces.read(again, "way.geojson", GROUND, MIDDLE)
                        .get(0)
                        .corners())
                .isEqualTo(places.get(0).corners());
        org.assertj.core.api.Assertions.assertThatThrownBy(
                        () -> GeoJsonPlaces.read(again, "way.geojson", GROUND, new GeoReference.Middle(9, 9)))
                .isInstanceOf(BadInputException.class)
                .hasMessageContaining("map of the site");
    }

    @Test
    void aGeoTiffInDegreesOrFeetSaysSo() {
        int[] degrees = {1, 1, 0, 2, 1024, 0, 1, 2, 1025, 0, 1, 1};
        GeoReference place = HeightMap.read(
                        tiff(new double[] {0.001, 0.001, 0}, new double[] {0, 0, 0, 10, 60.001, 0}, degrees), "d.tif")
                .place()
                .orElseThrow();
        // two pixels by two, areas: the middle lies a whole pixel inside the corner
        assertThat(place.said()).contains("60° N").contains("10.001° E");
        assertThat(place.width()).isCloseTo(55.80, within(0.01));
        assertThat(place.depth()).isCloseTo(111.412, within(0.01));
        int[] feet = {1, 1, 0, 3, 1024, 0, 1, 1, 1025, 0, 1, 2, 3076, 0, 1, 9002};
        GeoReference inFeet = HeightMap.read(
                        tiff(new double[] {10, 10, 0}, new double[] {0, 0, 0, 1000, 2000, 0}, feet), "f.tif")
                .place()
                .orElseThrow();
        assertThat(inFeet.width()).isCloseTo(3.048, within(1e-9));
        assertThat(inFeet.said()).isEqualTo("10 feet a pixel");
        assertThat(inFeet.middle().orElseThrow().east()).isCloseTo(1005 * 0.3048, within(1e-9));
        assertThat(inFeet.middle().orElseThrow().north()).isCloseTo(1995 * 0.3048, within(1e-9));
    }

    /** Two by two floats with a scale, a tie point and keys. */
    private static byte[] tiff(double[] scale, double[] tie, int[] keys) {
        List<long[]> tags = new ArrayList<>();
        int data = 8 + 16;
        int scaleAt = data;
        int tieAt = scaleAt + 8 * scale.length;
        int keysAt = tieAt + 8 * tie.length;
        int directory = keysAt + 2 * keys.length;
        tags.add(new long[] {256, 3, 1, 2});
        tags.add(new long[] {257, 3, 1, 2});
        tags.add(new long[] {258, 3, 1, 32});
        tags.add(new long[] {259, 3, 1, 1});
        tags.add(new long[] {262, 3, 1, 1});
        tags.add(new long[] {273, 4, 1, 8});
        tags.add(new long[] {277, 3, 1, 1});
        tags.add(new long[] {278, 3, 1, 2});
        tags.add(new long[] {279, 4, 1, 16});
        tags.add(new long[] {339, 3, 1, 3});
        tags.add(new long[] {33550, 12, scale.length, scaleAt});
        tags.add(new long[] {33922, 12, tie.length, tieAt});
        tags.add(new long[] {34735, 3, keys.length, keysAt});
        ByteBuffer file =
                ByteBuffer.allocate(directory + 2 + 12 * tags.size() + 4).order(ByteOrder.LITTLE_ENDIAN);
        file.put((byte) 'I').put((byte) 'I').putShort((short) 42).putInt(directory);
        for (int i = 0; i < 4; i++) {
            file.putFloat(i);
        }
        for (double each : scale) {
            file.putDouble(each);
        }
        for (double each : tie) {
            file.putDouble(each);
        }
        for (int each : keys) {
            file.putShort((short) each);
        }
        file.putShort((short) tags.size());
        for (long[] tag : tags) {
            file.putShort((short) tag[0])
                    .putShort((short) tag[1])
                    .putInt((int) tag[2])
                    .putInt((int) tag[3]);
        }
        return file.array();
    }
}
