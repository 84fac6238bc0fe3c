package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.PointPlace;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.places.GeoJsonPlaces;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.formats.site.SiteZip;
import org.lumbrit.formats.tables.ProbeCsv;

class FilesInTest {
    private static final Ground GROUND = new Ground(3, 3, new float[] {0, 1, 2, 0, 1, 2, 0, 1, 2}, 40);

    private static List<Place> places(String json) {
        return GeoJsonPlaces.read(json.getBytes(StandardCharsets.UTF_8), "some.geojson", GROUND);
    }

    @Test
    void geoJsonRunsNorthAndLiesOnTheGround() {
        List<Place> read = places("""
                {"type":"FeatureCollection","features":[
                 {"type":"Feature","properties":{"name":"Cairn"},"geometry":{"type":"Point","coordinates":[10,5]}},
                 {"type":"Feature","properties":{},"geometry":{"type":"LineString","coordinates":[[0,0,7],[3,4,8]]}},
                 {"type":"Feature","properties":{"name":"Cairn"},"geometry":{"type":"Polygon","coordinates":[[[0,0],[5,0],[5,5],[0,0]]]}}]}""");
        assertThat(((PointPlace) read.get(0)).at()).isEqualTo(new Point3(10, 1.5, -5));
        PathPlace line = (PathPlace) read.get(1);
        assertThat(line.name()).isEqualTo("some");
        assertThat(line.points()).containsExactly(new Point3(0, 7, 0), new Point3(3, 8, -4));
        AreaPlace ring = (AreaPlace) read.get(2);
        assertThat(ring.contains(3, -1)).isTrue();
        assertThat(ring.contains(1, -3)).isFalse();
        assertThat(ring.points()).hasSize(3);
        assertThat(ring.name()).isEqualTo("Cairn 2");
    }

    @Test
    void aHoleInAnAreaIsRefusedWithAdvice() {
        assertThatThrownBy(() -> places("""
                {"type":"Polygon","coordinates":[[[0,0],[9,0],[9,9],[0,0]],[[6,2],[7,2],[7,3],[6,2]]]}""")).hasMessageContaining("hole").hasMessageContaining("subtract");
    }

    @Test
    void badGeoJsonIsSaidInWords() {
        assertThatThrownBy(() -> places("{")).hasMessageContaining("no valid GeoJSON");
        assertThatThrownBy(() -> places("{\"type\":\"FeatureCollection\",\"features\":[]}"))
                .hasMessageContaining("no point");
        assertThatThrownBy(() -> places("{\"type\":\"Point\",\"coordinates\":[\"a\"]}"))
                .hasMessageContaining("GeoJSON");
        assertThatThrownBy(() -> places("{\"type\":\"Point\",\"coordinates\":[4711,0]}"))
                .hasMessageContaining("outside");
    }

    @Test
    void aSavedZipOpensAsTheSameSite() {
        SiteFiles demo = DemoFiles.read();
        SiteFiles again = SiteZip.read(SiteZip.write(demo));
        assertThat(again.recipe()).isEqualTo(demo.recipe());
        assertThat(SiteZip.write(again)).isEqualTo(SiteZip.write(demo));
    }

    private static byte[] zip(String name, byte[] content) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            out.putNextEntry(new ZipEntry(name));
            out.write(content);
        }
        return bytes.toByteArray();
    }

    @Test
    void badZipsAreRefused() throws IOException {
        assertThatThrownBy(() -> SiteZip.read("no zip at all".getBytes())).hasMessageContaining("no zip");
        assertThatThrownBy(() -> SiteZip.read(zip("other.txt", new byte[3]))).hasMessageContaining("recipe.json");
        byte[] whole = SiteZip.write(DemoFiles.read());
        assertThatThrownBy(() -> SiteZip.read(Arrays.copyOf(whole, whole.length / 2)))
                .isInstanceOf(BadInputException.class);
        byte[] bomb = zip("bomb.png", new byte[410 << 20]);
        assertThat(bomb.length).isLessThan(1 << 20);
        assertThatThrownBy(() -> SiteZip.read(bomb)).hasMessageContaining("unpacks to more");
    }

    @Test
    void aRecipeNamesPlainFilesOnly() {
        String recipe = new String(
                        org.lumbrit.formats.json.RecipeJson.write(
                                DemoFiles.read().recipe()),
                        StandardCharsets.UTF_8)
                .replace("\"ground\" : {", "\"ground\" : { \"heights\" : \"../../secret.png\",");
        assertThatThrownBy(() -> SiteZip.read(zip("recipe.json", recipe.getBytes(StandardCharsets.UTF_8))))
                .hasMessageContaining("no plain file name");
    }

    @Test
    void pointsReadFromCsvKeepTheirOwnHeight() {
        Samples samples = ProbeCsv.points("x,y,z,id\n1,9.5,2,44\n-3,,4,45\n", GROUND);
        assertThat(samples.y()).containsExactly(9.5, GROUND.height(-3, 4));
        assertThat(samples.id()).containsExactly(44, 45);
        assertThatThrownBy(() -> ProbeCsv.points("x,y\n1,2\n", GROUND)).hasMessageContaining("no column z");
        assertThatThrownBy(() -> ProbeCsv.points("x,z\n1,two\n", GROUND))
                .hasMessageContaining("Line 2")
                .hasMessageContaining("two");
        assertThatThrownBy(() -> ProbeCsv.points("x,z\n", GROUND)).hasMessageContaining("empty");
    }
}
