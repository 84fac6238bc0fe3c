package org.lumbrit.formats.mesh;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.StringTokenizer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;

/** Stereolithography files, text and binary. Facets share no corners; weld them on import where that is wanted. */
public final class StlFile {
    private static final int HEAD = 84;
    private static final int FACET = 50;

    private StlFile() {}

    static Mesh read(byte[] bytes, String name, Cancel cancel) {
        if (bytes.length >= HEAD) {
            long count = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt(80) & 0xFFFFFFFFL;
            if (HEAD + FACET * count == bytes.length) {
                return binary(bytes, (int) count, name, cancel);
            }
        }
        String start = new String(bytes, 0, Math.min(bytes.length, 512), StandardCharsets.ISO_8859_1);
        if (start.stripLeading().startsWith("solid") && (start.contains("facet") || start.contains("endsolid"))) {
            return text(bytes, name, cancel);
        }
        throw new BadInputException(
                bytes.length < HEAD
                        ? name + " is no STL file, or is cut off."
                        : name + " is cut off or damaged: it says it has "
                                + (ByteBuffer.wrap(bytes)
                                                .order(ByteOrder.LITTLE_ENDIAN)
                                                .getInt(80)
                                        & 0xFFFFFFFFL)
                                + " facets, which does not fit its " + bytes.length + " bytes.");
    }

    private static Mesh binary(byte[] bytes, int count, String name, Cancel cancel) {
        if (count > Triangles.MOST) {
            throw Triangles.tooMany(name);
        }
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).position(HEAD);
        float[] positions = new float[9 * count];
        for (int t = 0; t < count; t++) {
            if (t % (1 << 16) == 0) {
                cancel.check();
            }
            in.position(HEAD + FACET * t + 12);
            for (int i = 0; i < 9; i++) {
                positions[9 * t + i] = in.getFloat();
            }
        }
        return facets(positions, name);
    }

    private static Mesh text(byte[] bytes, String name, Cancel cancel) {
        float[] positions = new float[9 * 64];
        int used = 0;
        StringTokenizer words = new StringTokenizer(new String(bytes, StandardCharsets.ISO_8859_1), " \t\r\n\f");
        boolean ended = false;
        while (words.hasMoreTokens()) {
            String word = words.nextToken();
            ended = word.equals("endsolid");
            if (!word.equals("vertex")) {
                continue;
            }
            if (used % (3 << 16) == 0) {
                cancel.check();
            }
            if (used + 3 > positions.length) {
                if (used >= 9 * Triangles.MOST) {
                    throw Triangles.tooMany(name);
                }
                positions = Arrays.copyOf(positions, (int) Math.min(9L * Triangles.MOST, 2L * positions.length));
            }
            for (int d = 0; d < 3; d++) {
                if (!words.hasMoreTokens()) {
                    throw cutOff(name);
                }
                positions[used++] = number(words.nextToken(), name);
            }
        }
        if (used % 9 != 0
                || !ended
                        && !new String(
                                        bytes,
                                        Math.max(0, bytes.length - 200),
                                        Math.min(200, bytes.length),
                                        StandardCharsets.ISO_8859_1)
                                .contains("endsolid")) {
            throw cutOff(name);
        }
        return facets(Arrays.copyOf(positions, used), name);
    }

    private static BadInputException cutOff(String name) {
        return new BadInputException(name + " is cut off: its last facet is not whole. Save or copy it again.");
    }

    private static float number(String word, String name) {
        try {
            return Float.parseFloat(word);
        } catch (NumberFormatException e) {
            throw new BadInputException(name + ": “" + word + "” stands where a coordinate belongs.", e);
        }
    }

    private static Mesh facets(float[] positions, String name) {
        int[] triangles = new int[positions.length / 3];
        Arrays.setAll(triangles, i -> i);
        return Triangles.mesh(name, positions, new float[0], triangles);
    }

    /** Binary. */
    public static byte[] write(Mesh mesh) {
        ByteBuffer out = ByteBuffer.allocate(Math.addExact(HEAD, Math.multiplyExact(FACET, mesh.count())))
                .order(ByteOrder.LITTLE_ENDIAN);
        out.put("metres, +Y up".getBytes(StandardCharsets.US_ASCII))
                .position(80)
                .putInt(mesh.count());
        float[] p = mesh.positions();
        for (int t = 0; t < mesh.triangles().length; t += 3) {
            double[] normal = normal(mesh, t);
            for (double part : normal) {
                out.putFloat((float) part);
            }
            for (int k = 0; k < 3; k++) {
                for (int d = 0; d < 3; d++) {
                    out.putFloat(p[3 * mesh.triangles()[t + k] + d]);
                }
            }
            out.putShort((short) 0);
        }
        return out.array();
    }

    private static double[] normal(Mesh mesh, int t) {
        float[] p = mesh.positions();
        int a = 3 * mesh.triangles()[t];
        int b = 3 * mesh.triangles()[t + 1];
        int c = 3 * mesh.triangles()[t + 2];
        double[] u = new double[3];
        double[] v = new double[3];
        for (int d = 0; d < 3; d++) {
            u[d] = (double) p[b + d] - p[a + d];
            v[d] = (double) p[c + d] - p[a + d];
        }
        double[] n = {u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]};
        double length = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
        for (int d = 0; d < 3; d++) {
            n[d] = length > 0 ? n[d] / length : 0;
        }
        return n;
    }
}
