package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Sphere;
import org.lumbrit.formats.handover.GlbOfMesh;
import org.lumbrit.formats.image.EsriGrid;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GreyPicture;
import org.lumbrit.formats.image.GreyPng;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.formats.mesh.MeshFormat;
import org.lumbrit.formats.mesh.ObjFile;
import org.lumbrit.formats.mesh.PlyFile;
import org.lumbrit.formats.mesh.StlFile;
import org.lumbrit.formats.places.SvgPlaces;
import org.lumbrit.formats.site.SiteZip;

/** Files that would hold a thread: read in time that grows with the file alone, bounded in words, and stopped on wish. */
class StoppableReadingTest {
    private static final Ground GROUND = new Ground(2, 2, new float[4], 100);

    private static byte[] ascii(String text) {
        return text.getBytes(StandardCharsets.US_ASCII);
    }

    /** A file of a format, and what reads it. */
    record Reading(String format, Reader reader) {
        @Override
        public String toString() {
            return format;
        }
    }

    interface Reader {
        Object read(Cancel cancel);
    }

    static Stream<Reading> readings() {
        Mesh ball = Mesh.of(Sphere.positions(5), Sphere.triangles(5));
        float[] waves = new float[700 * 700];
        for (int i = 0; i < waves.length; i++) {
            waves[i] = (float) (0.5 + 0.4 * Math.sin(i * 0.7) * Math.cos(i * 1e-4));
        }
        Ground ground = new Ground(700, 700, waves, 100);
        byte[] png = GreyPng.of16(700, 700, waves);
        byte[] tiff = FloatTiff.ground(ground);
        byte[] grid = EsriGrid.write(ground);
        byte[] ply = PlyFile.write(ball);
        byte[] obj = ObjFile.write(ball, "Ball");
        byte[] stl = StlFile.write(ball);
        byte[] glb = GlbOfMesh.write("Ball", ball, 0x808080);
        byte[] svg = ascii("<svg>" + "<path d='M0 0L1 1'/>".repeat(40) + "</svg>");
        byte[] zip = SiteZip.write(DemoFiles.small());
        return Stream.of(
                new Reading("png", cancel -> HeightMap.read(png, "a.png", cancel)),
                new Reading("tif", cancel -> HeightMap.read(tiff, "a.tif", cancel)),
                new Reading("asc", cancel -> HeightMap.read(grid, "a.asc", cancel)),
                new Reading("picture", cancel -> GreyPicture.read(png, "a.png", cancel)),
                new Reading("ply", cancel -> MeshFormat.read(ply, "a.ply", cancel)),
                new Reading("obj", cancel -> MeshFormat.read(obj, "a.obj", cancel)),
                new Reading("stl", cancel -> MeshFormat.read(stl, "a.stl", cancel)),
                new Reading("glb", cancel -> MeshFormat.read(glb, "a.glb", cancel)),
                new Reading("svg", cancel -> SvgPlaces.read(svg, "a.svg", GROUND, cancel)),
                new Reading("zip", cancel -> SiteZip.read(zip, cancel)));
    }

    @ParameterizedTest
    @MethodSource("readings")
    void everyFormatStopsWhenNobodyWaits(Reading reading) {
        AtomicInteger asked = new AtomicInteger();
        assertThat(reading.reader().read(() -> asked.incrementAndGet() < 0)).isNotNull();
        assertThat(asked.get()).isPositive();
        int half = (asked.get() + 1) / 2;
        asked.set(0);
        assertThatThrownBy(() -> reading.reader().read(() -> asked.incrementAndGet() >= half))
                .isInstanceOf(Cancel.CancelledException.class);
        assertThat(asked.get()).as("nothing is read after that").isBetween(half, half + 1);
    }

    @Test
    void aFaceOfManyCornersAndLinesThatGoOnAreReadInOnePass() {
        int corners = 200_000;
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < corners; i++) {
            double angle = 2 * Math.PI * i / corners;
            text.append("v ")
                    .append(Math.cos(angle))
                    .append(" 0 \\\n")
                    .append(Math.sin(angle))
                    .append('\n');
        }
        text.append('f');
        for (int i = 1; i <= corners; i++) {
            text.append(i % 1000 == 0 ? " \\\r\n" : " ").append(i);
        }
        Mesh disc = MeshFormat.read(ascii(text.append('\n').toString()), "disc.obj");
        assertThat(disc.count()).isEqualTo(corners - 2);
        assertThat(disc.vertices()).isEqualTo(corners);
    }

    @Test
    void manyGroupsOfAnObjFileCostNothing() {
        String text = "v 0 0 0\nv 1 0 0\nv 0 1 0\n" + "g some group\nusemtl stone\nf -3 -2 -1\n".repeat(200_000);
        assertThat(MeshFormat.read(ascii(text), "groups.obj").count()).isEqualTo(200_000);
    }

    @Test
    void anObjFileThatIsWrongSaysWhereAndWhat() {
        record Wrong(String text, String said) {}
        for (Wrong wrong : new Wrong[] {
            new Wrong("v 0 0 0\nv 1 zero 0\n", "line 2 has “zero” where a number belongs"),
            new Wrong("v 0 0\n", "line 1 has fewer than three numbers"),
            new Wrong("v 0 0 0\n\\\n\nf 1 2\n", "line 4 is a face of fewer than three corners"),
            new Wrong("v 0 0 0\nf a b c\n", "line 2 has “a” where a corner of a face belongs"),
            new Wrong("v 0 0 0\nf 0 1 1\n", "counted from before the first"),
            new Wrong("v 0 0 0\nv 1 0 0\nv 0 1 0\nvn 0 0 1\nf 1//1 2//1 3//4\n", "names vertex or normal 4"),
            new Wrong("v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 4\n", "names vertex 3"),
            new Wrong("# nothing\n", "holds no triangles")
        }) {
            assertThatThrownBy(() -> MeshFormat.read(ascii(wrong.text()), "a.obj"))
                    .as(wrong.text())
                    .isInstanceOf(BadInputException.class)
                    .hasMessageContaining(wrong.said())
                    .hasMessageNotContaining("Exception");
        }
    }

    @Test
    void groupsInGroupsAreFollowedToASensibleDepth() {
        String inside = "<path id='shore' d='M0 0L4 5'/>";
        assertThat(SvgPlaces.read(
                        ascii("<svg>" + "<g>".repeat(100) + inside + "</g>".repeat(100) + "</svg>"), "a.svg", GROUND))
                .hasSize(1);
        String deep = "<svg>" + "<g>".repeat(230_000) + inside + "</g>".repeat(230_000) + "</svg>";
        assertThatThrownBy(() -> SvgPlaces.read(ascii(deep), "deep.svg", GROUND))
                .hasMessageContaining("deep.svg has groups in groups");
    }

    @Test
    void aPlaceOfAnSvgFileIsCalledByItsOwnTitle() {
        String svg = """
                <svg xmlns="http://www.w3.org/2000/svg"><title>Of the drawing</title>
                <g><title>Of the group</title>
                <path d="M0 0L4 5"><desc>a line</desc><title>The <tspan>outer</tspan> path</title><title>Again</title></path>
                <polyline id="second" points="0,0 3,4"/><line x1="0" y1="0" x2="1" y2="1"/></g></svg>""";
        assertThat(SvgPlaces.read(ascii(svg), "map.svg", GROUND))
                .extracting(place -> place.name())
                .containsExactly("The outer path", "second", "map");
    }

    @Test
    void nothingIsFetchedOrBlownUpForAnSvgFile() {
        String entities =
                "<!DOCTYPE svg [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;\">]><svg><path id='&b;' d='M0 0L1 1'/></svg>";
        assertThatThrownBy(() -> SvgPlaces.read(ascii(entities), "a.svg", GROUND))
                .isInstanceOf(BadInputException.class);
        String typed =
                "<!DOCTYPE svg PUBLIC \"-//W3C//DTD SVG 1.1//EN\" \"http://no.example/svg11.dtd\"><svg><path d='M0 0L1 1'/></svg>";
        assertThat(SvgPlaces.read(ascii(typed), "a.svg", GROUND)).hasSize(1);
    }

    @Test
    void aGltfFileOfVeryManyPartsIsRefused() {
        String part = "{\"attributes\":{\"POSITION\":0}}";
        String json = """
                {"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[%s]}],"nodes":[{"mesh":0}],
                 "meshes":[{"primitives":[%s]}],"buffers":[{"byteLength":0,"uri":"data:application/octet-stream;base64,"}],
                 "bufferViews":[{"buffer":0,"byteLength":0}],
                 "accessors":[{"bufferView":0,"componentType":5126,"count":0,"type":"VEC3"}]}""".formatted(
                        String.join(",", java.util.Collections.nCopies(20_000, "0")),
                        String.join(",", java.util.Collections.nCopies(200, part)));
        assertThatThrownBy(() -> MeshFormat.read(ascii(json), "parts.gltf"))
                .hasMessageContaining("more than 1 million parts of meshes");
    }

    private static byte[] zip(Map<String, byte[]> files) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                out.putNextEntry(new ZipEntry(file.getKey()));
                out.write(file.getValue());
            }
        }
        return bytes.toByteArray();
    }

    @Test
    void aZipThatUnpacksToFarMoreThanItIsIsRefusedBeforeItIsHeld() throws IOException {
        byte[] bomb = zip(Map.of("zeroes.png", new byte[40 << 20]));
        assertThatThrownBy(() -> SiteZip.read(bomb)).hasMessageContaining("more than 100 times its size");
        byte[] recipe = SiteZip.write(DemoFiles.small());
        assertThat(recipe.length).isLessThan(1 << 20);
    }

    @Test
    void whatNoRecipeNamesIsNotKept() throws IOException {
        byte[] recipe =
                org.lumbrit.formats.json.RecipeJson.write(DemoFiles.small().recipe());
        byte[] zip = zip(new java.util.TreeMap<>(Map.of("a-stranger.bin", new byte[9 << 20], "recipe.json", recipe)));
        assertThat(SiteZip.read(zip).assets()).doesNotContainKey("a-stranger.bin");
    }
}
