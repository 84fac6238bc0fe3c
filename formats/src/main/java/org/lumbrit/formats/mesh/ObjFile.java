package org.lumbrit.formats.mesh;

import de.javagl.obj.Obj;
import de.javagl.obj.ObjFace;
import de.javagl.obj.ObjReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;

/** Wavefront OBJ: positions, normals and faces; materials and texture places are left aside. */
public final class ObjFile {
    private ObjFile() {}

    static Mesh read(byte[] bytes, String name) {
        Obj obj;
        try {
            obj = ObjReader.read(new ByteArrayInputStream(bytes));
        } catch (IOException | RuntimeException e) {
            throw new BadInputException(name + " is no sound OBJ file: " + said(e) + ". Export it again, as text.", e);
        }
        boolean turned = obj.getNumNormals() > 0;
        Corners corners = new Corners(obj, turned);
        Triangles triangles = new Triangles(name, obj.getNumFaces());
        int[] polygon = new int[16];
        for (int f = 0; f < obj.getNumFaces(); f++) {
            ObjFace face = obj.getFace(f);
            int count = face.getNumVertices();
            if (count > polygon.length) {
                polygon = new int[count];
            }
            for (int i = 0; i < count; i++) {
                boolean own = turned && face.containsNormalIndices();
                polygon[i] = corners.of(face.getVertexIndex(i), own ? face.getNormalIndex(i) : -1);
            }
            triangles.fan(polygon, count);
        }
        return Triangles.mesh(name, corners.positions(), corners.normals(), triangles.all());
    }

    private static String said(Exception e) {
        String said = String.valueOf(e.getMessage());
        return said.length() > 120 ? said.substring(0, 120) + "…" : said;
    }

    /** One vertex for each pair of position and normal; where both have the same numbers, the file's own order is kept. */
    private static final class Corners {
        private final Obj obj;
        private final boolean turned;
        private final boolean paired;
        private final Map<Long, Integer> known = new HashMap<>();
        private int[] pairs = new int[64];

        Corners(Obj obj, boolean turned) {
            this.obj = obj;
            this.turned = turned;
            this.paired = !turned || samePairs(obj);
        }

        private static boolean samePairs(Obj obj) {
            if (obj.getNumNormals() != obj.getNumVertices()) {
                return false;
            }
            for (int f = 0; f < obj.getNumFaces(); f++) {
                ObjFace face = obj.getFace(f);
                for (int i = 0; i < face.getNumVertices(); i++) {
                    if (!face.containsNormalIndices() || face.getVertexIndex(i) != face.getNormalIndex(i)) {
                        return false;
                    }
                }
            }
            return true;
        }

        int of(int position, int normal) {
            if (paired) {
                return position;
            }
            return known.computeIfAbsent((long) position << 32 | normal & 0xFFFFFFFFL, missing -> {
                int next = known.size();
                if (2 * next + 2 > pairs.length) {
                    pairs = Arrays.copyOf(pairs, 2 * pairs.length);
                }
                pairs[2 * next] = position;
                pairs[2 * next + 1] = normal;
                return next;
            });
        }

        float[] positions() {
            float[] all = new float[3 * (paired ? obj.getNumVertices() : known.size())];
            for (int v = 0; v < all.length / 3; v++) {
                int from = paired ? v : pairs[2 * v];
                all[3 * v] = obj.getVertex(from).getX();
                all[3 * v + 1] = obj.getVertex(from).getY();
                all[3 * v + 2] = obj.getVertex(from).getZ();
            }
            return all;
        }

        float[] normals() {
            if (!turned) {
                return new float[0];
            }
            float[] all = new float[3 * (paired ? obj.getNumVertices() : known.size())];
            for (int v = 0; v < all.length / 3; v++) {
                int from = paired ? v : pairs[2 * v + 1];
                if (from < 0) {
                    return new float[0];
                }
                all[3 * v] = obj.getNormal(from).getX();
                all[3 * v + 1] = obj.getNormal(from).getY();
                all[3 * v + 2] = obj.getNormal(from).getZ();
            }
            return all;
        }
    }

    /** Text; numbers in the shortest form that is read back as the same float. */
    public static byte[] write(Mesh mesh, String name) {
        StringBuilder text = new StringBuilder(64 * mesh.vertices() + 40 * mesh.count());
        text.append("# metres, +Y up\no ").append(name.replaceAll("\\s+", "_")).append('\n');
        lines(text, "v", mesh.positions());
        lines(text, "vn", mesh.normals());
        for (int t = 0; t < mesh.triangles().length; t += 3) {
            text.append('f');
            for (int k = 0; k < 3; k++) {
                int corner = mesh.triangles()[t + k] + 1;
                text.append(' ').append(corner).append("//").append(corner);
            }
            text.append('\n');
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static void lines(StringBuilder text, String word, float[] values) {
        for (int i = 0; i < values.length; i += 3) {
            text.append(word)
                    .append(' ')
                    .append(values[i])
                    .append(' ')
                    .append(values[i + 1])
                    .append(' ')
                    .append(values[i + 2])
                    .append('\n');
        }
    }
}
