package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import com.sun.management.ThreadMXBean;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.BarrelShape;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.formats.handover.GlbOfMesh;
import org.lumbrit.formats.image.EsriGrid;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GreyPng;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.formats.mesh.MeshFormat;
import org.lumbrit.formats.mesh.ObjFile;
import org.lumbrit.formats.mesh.PlyFile;
import org.lumbrit.formats.mesh.StlFile;
import org.lumbrit.formats.places.GeoJsonPlaces;
import org.lumbrit.formats.places.GeoJsonWriter;
import org.lumbrit.formats.places.SvgPlaces;

/**
 * Seeded damage to valid files of every format: each is read or refused in words, none hangs, and none makes the reader allocate
 * more than four times what the valid file does. {@code -Dlumbrit.damaged=2000} tries more cases.
 */
class DamagedFilesTest {
    private static final int CASES = Integer.getInteger("lumbrit.damaged", 200);
    /** What the first reading of anything may cost besides: classes, buffers of the platform's decoders. */
    private static final long BESIDES = 3L << 20;

    private static final ThreadMXBean THREADS = (ThreadMXBean) ManagementFactory.getThreadMXBean();
    private static final Ground GROUND = new Ground(48, 48, new float[48 * 48], 47);

    /** Reads a file of one format. */
    private interface Reader {
        void read(byte[] bytes);
    }

    private record Format(byte[] valid, Reader reader) {}

    private static Map<String, Format> formats() {
        Mesh mesh = new BarrelShape(0.4, 1, 0.1, 24).mesh(file -> null);
        float[] grey = new float[48 * 48];
        for (int i = 0; i < grey.length; i++) {
            grey[i] = i % 97 / 97f;
        }
        Ground ground = new Ground(48, 48, grey, 47);
        List<Place> places = List.of(
                new PathPlace("a", "A path", List.of(new Point3(1, 0, 2), new Point3(3, 0, 4)), false),
                new AreaPlace("b", "An area", List.of(new Point3(1, 0, 2), new Point3(3, 0, 4), new Point3(5, 0, 1))));
        Map<String, Format> all = new LinkedHashMap<>();
        all.put("ply", new Format(PlyFile.write(mesh), bytes -> MeshFormat.read(bytes, "a.ply")));
        all.put("stl", new Format(StlFile.write(mesh), bytes -> MeshFormat.read(bytes, "a.stl")));
        all.put("obj", new Format(ObjFile.write(mesh, "M"), bytes -> MeshFormat.read(bytes, "a.obj")));
        all.put("glb", new Format(GlbOfMesh.write("M", mesh, 0x888888), bytes -> MeshFormat.read(bytes, "a.glb")));
        all.put("png", new Format(GreyPng.of16(48, 48, grey), bytes -> HeightMap.read(bytes, "a.png")));
        all.put("tif", new Format(FloatTiff.ground(ground), bytes -> HeightMap.read(bytes, "a.tif")));
        all.put("asc", new Format(EsriGrid.write(ground), bytes -> HeightMap.read(bytes, "a.asc")));
        all.put(
                "geojson",
                new Format(GeoJsonWriter.write(places), bytes -> GeoJsonPlaces.read(bytes, "a.geojson", GROUND)));
        all.put("svg", new Format(SvgPlaces.write(places, GROUND), bytes -> SvgPlaces.read(bytes, "a.svg", GROUND)));
        return all;
    }

    @Test
    @Timeout(400)
    void everyDamagedFileIsReadOrRefusedInWords() {
        formats().forEach((name, format) -> {
            assertThatCode(() -> format.reader().read(format.valid())).as(name).doesNotThrowAnyException();
            for (int n = 0; n < 20; n++) {
                format.reader().read(format.valid());
            }
            long usual = allocated(format, format.valid());
            int refused = 0;
            for (int n = 0; n < CASES; n++) {
                byte[] damaged = damaged(format.valid(), new Random(1000L * n + name.hashCode()));
                long before =
                        THREADS.getThreadAllocatedBytes(Thread.currentThread().getId());
                try {
                    format.reader().read(damaged);
                } catch (BadInputException e) {
                    refused++;
                    assertThat(e.getMessage()).as("%s %d", name, n).isNotBlank();
                } catch (RuntimeException e) {
                    throw new AssertionError(name + " case " + n + " went past the boundary", e);
                }
                long spent =
                        THREADS.getThreadAllocatedBytes(Thread.currentThread().getId()) - before;
                assertThat(spent).as("%s case %d", name, n).isLessThan(4 * usual + BESIDES);
            }
            assertThat(refused).as(name).isGreaterThan(CASES / 20);
        });
    }

    private static long allocated(Format format, byte[] bytes) {
        long before = THREADS.getThreadAllocatedBytes(Thread.currentThread().getId());
        format.reader().read(bytes);
        return THREADS.getThreadAllocatedBytes(Thread.currentThread().getId()) - before;
    }

    /** Bytes changed, numbers made large, pieces cut out, doubled or cut off. */
    private static byte[] damaged(byte[] valid, Random random) {
        byte[] bytes = valid.clone();
        int head = Math.min(bytes.length, 600);
        for (int times = 1 + random.nextInt(3); times > 0 && bytes.length > 0; times--) {
            int at = random.nextInt(random.nextBoolean() ? head : bytes.length);
            switch (random.nextInt(6)) {
                case 0 -> bytes[at] ^= (byte) (1 << random.nextInt(8));
                case 1 -> bytes[at] = (byte) (random.nextBoolean() ? 0xFF : '9');
                case 2 -> bytes = java.util.Arrays.copyOf(bytes, Math.max(1, at));
                case 3 -> bytes = spliced(bytes, at, Math.min(bytes.length, at + 1 + random.nextInt(40)), new byte[0]);
                case 4 -> {
                    String[] words = {"99999999", "-1", "nan", "1e300", "\u0000", "{", "\"", "<", "]"};
                    byte[] word = words[random.nextInt(words.length)].getBytes(StandardCharsets.ISO_8859_1);
                    bytes = spliced(bytes, at, at, word);
                }
                default ->
                    bytes = spliced(
                            bytes, at, at, java.util.Arrays.copyOfRange(bytes, at, Math.min(bytes.length, at + 64)));
            }
            head = Math.min(bytes.length, 600);
        }
        return bytes;
    }

    private static byte[] spliced(byte[] bytes, int from, int to, byte[] between) {
        byte[] out = new byte[from + between.length + bytes.length - to];
        System.arraycopy(bytes, 0, out, 0, from);
        System.arraycopy(between, 0, out, from, between.length);
        System.arraycopy(bytes, to, out, from + between.length, bytes.length - to);
        return out;
    }
}
