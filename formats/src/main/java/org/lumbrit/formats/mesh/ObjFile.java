package org.lumbrit.formats.mesh;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;

/**
 * Wavefront OBJ: positions, normals and faces; materials and texture places are left aside. Read in one pass, in time and memory
 * that grow with the file alone, however long its faces and lines are.
 */
public final class ObjFile {
    /** Characters of a word that are looked at: more than any number needs. */
    private static final int LONGEST_WORD = 64;

    private static final int LINES_BETWEEN_ASKING = 1 << 14;

    private final String name;
    private final byte[] bytes;
    private final Cancel cancel;
    private final Numbers positions = new Numbers();
    private final Numbers normals = new Numbers();
    private final Triangles triangles;
    /** The normals of the triangles' corners, −1 for none. */
    private final Triangles turns;

    private int[] corners = new int[16];
    private int[] cornerNormals = new int[16];
    private int at;
    private int line = 1;

    private ObjFile(String name, byte[] bytes, Cancel cancel) {
        this.name = name;
        this.bytes = bytes;
        this.cancel = cancel;
        this.triangles = new Triangles(name, 64, cancel);
        this.turns = new Triangles(name, 64, cancel);
    }

    static Mesh read(byte[] bytes, String name, Cancel cancel) {
        return new ObjFile(name, bytes, cancel).all();
    }

    private Mesh all() {
        while (at < bytes.length) {
            if (line % LINES_BETWEEN_ASKING == 0) {
                cancel.check();
            }
            switch (word()) {
                case "v" -> vector(positions);
                case "vn" -> vector(normals);
                case "f" -> face();
                default -> {}
            }
            toNextLine();
        }
        int[] of = triangles.all();
        int[] turned = turns.all();
        if (normals.count == 0) {
            return Triangles.mesh(name, positions.all(), new float[0], of);
        }
        if (normals.count == positions.count && Arrays.equals(of, turned)) {
            return Triangles.mesh(name, positions.all(), normals.all(), of);
        }
        return paired(of, turned);
    }

    /** One vertex for each pair of position and normal, in the order in which the faces name them. */
    private Mesh paired(int[] of, int[] turned) {
        Map<Long, Integer> known = new HashMap<>();
        Numbers where = new Numbers();
        Numbers facing = new Numbers();
        boolean everyTurned = true;
        for (int i = 0; i < of.length; i++) {
            long pair = (long) of[i] << 32 | turned[i] & 0xFFFFFFFFL;
            Integer vertex = known.get(pair);
            if (vertex == null) {
                vertex = known.size();
                known.put(pair, vertex);
                where.addFrom(positions, of[i], this);
                everyTurned &= turned[i] >= 0;
                if (everyTurned) {
                    facing.addFrom(normals, turned[i], this);
                }
            }
            of[i] = vertex;
        }
        return Triangles.mesh(name, where.all(), everyTurned ? facing.all() : new float[0], of);
    }

    private void vector(Numbers to) {
        for (int k = 0; k < 3; k++) {
            String word = word();
            if (word.isEmpty()) {
                throw wrong("has fewer than three numbers");
            }
            try {
                to.add(Float.parseFloat(word));
            } catch (NumberFormatException e) {
                throw wrong("has “" + word + "” where a number belongs");
            }
        }
    }

    private void face() {
        int count = 0;
        for (String word = word(); !word.isEmpty(); word = word()) {
            if (count == corners.length) {
                cancel.check();
                corners = Arrays.copyOf(corners, 2 * count);
                cornerNormals = Arrays.copyOf(cornerNormals, 2 * count);
            }
            corner(word, count++);
        }
        if (count < 3) {
            throw wrong("is a face of fewer than three corners");
        }
        triangles.fan(corners, count);
        turns.fan(cornerNormals, count);
    }

    /** A corner is v, v/vt, v/vt/vn or v//vn, counted from 1, or back from the last with a minus. */
    private void corner(String word, int i) {
        int slash = word.indexOf('/');
        int second = slash < 0 ? -1 : word.indexOf('/', slash + 1);
        corners[i] = index(slash < 0 ? word : word.substring(0, slash), positions.count / 3, word);
        cornerNormals[i] = second < 0 || second + 1 == word.length()
                ? -1
                : index(word.substring(second + 1), normals.count / 3, word);
    }

    private int index(String digits, int count, String word) {
        try {
            int written = Integer.parseInt(digits);
            int index = written < 0 ? count + written : written - 1;
            if (written != 0 && index >= 0) {
                return index;
            }
        } catch (NumberFormatException e) {
            throw wrong("has “" + word + "” where a corner of a face belongs");
        }
        throw wrong("has a corner “" + word + "”, which is counted from before the first");
    }

    private BadInputException wrong(String what) {
        return new BadInputException(
                name + " is no sound OBJ file: line " + line + " " + what + ". Export it again, as text.");
    }

    /** The next word of this line, "" at its end; a backslash at the end of a line goes on in the next. */
    private String word() {
        while (at < bytes.length && (isBlank(bytes[at]) || goesOn())) {
            forth();
        }
        int from = at;
        while (at < bytes.length && !isBlank(bytes[at]) && !isBreak(bytes[at]) && bytes[at] != '#' && !goesOn()) {
            at++;
        }
        return new String(bytes, from, Math.min(LONGEST_WORD, at - from), StandardCharsets.ISO_8859_1);
    }

    private void toNextLine() {
        while (at < bytes.length && !isBreak(bytes[at])) {
            forth();
        }
        if (at < bytes.length) {
            pastBreak();
        }
    }

    /** Over one character, or over a backslash and the line break behind it. */
    private void forth() {
        boolean on = goesOn();
        at++;
        if (on) {
            pastBreak();
        }
    }

    /** Over LF, CR or both. */
    private void pastBreak() {
        boolean both = bytes[at] == '\r' && at + 1 < bytes.length && bytes[at + 1] == '\n';
        at += both ? 2 : 1;
        line++;
    }

    private boolean goesOn() {
        return bytes[at] == '\\' && at + 1 < bytes.length && isBreak(bytes[at + 1]);
    }

    private static boolean isBlank(byte b) {
        return b == ' ' || b == '\t' || b == '\f' || b == 0x0B;
    }

    private static boolean isBreak(byte b) {
        return b == '\n' || b == '\r';
    }

    /** Numbers in their order, three to a vector. */
    private static final class Numbers {
        private float[] numbers = new float[3 * 64];
        private int count;

        void add(float number) {
            if (count == numbers.length) {
                numbers = Arrays.copyOf(numbers, 2 * count);
            }
            numbers[count++] = number;
        }

        void addFrom(Numbers other, int vector, ObjFile file) {
            if (3L * vector + 2 >= other.count) {
                throw new BadInputException(file.name + " names vertex or normal " + (vector + 1) + ", and there are "
                        + other.count / 3 + ". The file is damaged; export it again.");
            }
            for (int k = 0; k < 3; k++) {
                add(other.numbers[3 * vector + k]);
            }
        }

        float[] all() {
            return Arrays.copyOf(numbers, count);
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
