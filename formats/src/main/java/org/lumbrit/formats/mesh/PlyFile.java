package org.lumbrit.formats.mesh;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;

/** Polygon files (G. Turk, "The PLY polygon file format", 1994): text, and binary of either byte order. */
public final class PlyFile {
    private static final int LONGEST_HEADER = 1 << 16;
    private static final int LONGEST_POLYGON = 1 << 16;

    private PlyFile() {}

    /** The sorts of numbers that a property may have. */
    private enum Type {
        CHAR(1),
        UCHAR(1),
        SHORT(2),
        USHORT(2),
        INT(4),
        UINT(4),
        FLOAT(4),
        DOUBLE(8);

        private final int bytes;

        Type(int bytes) {
            this.bytes = bytes;
        }

        static Type named(String word, String name) {
            return switch (word) {
                case "char", "int8" -> CHAR;
                case "uchar", "uint8" -> UCHAR;
                case "short", "int16" -> SHORT;
                case "ushort", "uint16" -> USHORT;
                case "int", "int32" -> INT;
                case "uint", "uint32" -> UINT;
                case "float", "float32" -> FLOAT;
                case "double", "float64" -> DOUBLE;
                default ->
                    throw new BadInputException(
                            name + ": the header has a property of type “" + word + "”, which PLY does not know.");
            };
        }

        double read(ByteBuffer in) {
            return switch (this) {
                case CHAR -> in.get();
                case UCHAR -> in.get() & 255;
                case SHORT -> in.getShort();
                case USHORT -> in.getShort() & 65535;
                case INT -> in.getInt();
                case UINT -> in.getInt() & 0xFFFFFFFFL;
                case FLOAT -> in.getFloat();
                case DOUBLE -> in.getDouble();
            };
        }
    }

    /** @param count the type of a list's length, null where it is one number */
    private record Property(String name, Type type, Type count) {}

    private record Element(String name, long count, List<Property> properties) {
        int leastBytes() {
            return properties.stream()
                    .mapToInt(property -> property.count == null ? property.type.bytes : property.count.bytes)
                    .sum();
        }

        int indexOf(String property) {
            for (int i = 0; i < properties.size(); i++) {
                if (properties.get(i).name.equals(property)) {
                    return i;
                }
            }
            return -1;
        }
    }

    /** Where the numbers come from. */
    private interface Numbers {
        double next(Type type);

        long remaining();
    }

    static Mesh read(byte[] bytes, String name, Cancel cancel) {
        int end = endOfHeader(bytes, name);
        String[] lines = new String(bytes, 0, end, StandardCharsets.ISO_8859_1).split("\\r?\\n|\\r");
        if (!lines[0].strip().equals("ply")) {
            throw new BadInputException(name + " is no PLY file: its first line is not “ply”.");
        }
        String format = "";
        List<Element> elements = new ArrayList<>();
        for (String line : lines) {
            String[] words = line.strip().split("\\s+");
            if (words[0].equals("format") && words.length > 1) {
                format = words[1];
            } else if (words[0].equals("element") && words.length > 2) {
                elements.add(new Element(words[1], count(words[2], name), new ArrayList<>()));
            } else if (words[0].equals("property") && words.length > 2) {
                if (elements.isEmpty()) {
                    throw new BadInputException(name + ": a property stands before any element.");
                }
                elements.get(elements.size() - 1).properties.add(property(words, name));
            }
        }
        Numbers numbers = switch (format) {
            case "ascii" -> new Text(bytes, end, name);
            case "binary_little_endian" -> binary(bytes, end, ByteOrder.LITTLE_ENDIAN);
            case "binary_big_endian" -> binary(bytes, end, ByteOrder.BIG_ENDIAN);
            default ->
                throw new BadInputException(
                        name + ": the format “" + format + "” is not known; ascii or binary can be read.");
        };
        return elements(elements, numbers, format.equals("ascii"), name, cancel);
    }

    private static int endOfHeader(byte[] bytes, String name) {
        byte[] mark = "end_header".getBytes(StandardCharsets.US_ASCII);
        for (int i = 0; i + mark.length < Math.min(bytes.length, LONGEST_HEADER); i++) {
            int k = 0;
            while (k < mark.length && bytes[i + k] == mark[k]) {
                k++;
            }
            if (k == mark.length) {
                int at = i + k;
                while (at < bytes.length && bytes[at] != '\n') {
                    at++;
                }
                return Math.min(bytes.length, at + 1);
            }
        }
        throw new BadInputException(name + " is no PLY file, or its header is cut off.");
    }

    private static long count(String word, String name) {
        try {
            long count = Long.parseLong(word);
            if (count >= 0) {
                return count;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw new BadInputException(name + ": “" + word + "” in the header is no count.");
    }

    private static Property property(String[] words, String name) {
        return words[1].equals("list") && words.length > 4
                ? new Property(words[4], Type.named(words[3], name), Type.named(words[2], name))
                : new Property(words[2], Type.named(words[1], name), null);
    }

    private static Numbers binary(byte[] bytes, int from, ByteOrder order) {
        ByteBuffer in = ByteBuffer.wrap(bytes).order(order).position(from);
        return new Numbers() {
            @Override
            public double next(Type type) {
                return type.read(in);
            }

            @Override
            public long remaining() {
                return in.remaining();
            }
        };
    }

    /** Numbers between white space. */
    private static final class Text implements Numbers {
        private final byte[] bytes;
        private final String name;
        private int at;

        Text(byte[] bytes, int from, String name) {
            this.bytes = bytes;
            this.at = from;
            this.name = name;
        }

        @Override
        public double next(Type type) {
            while (at < bytes.length && bytes[at] <= ' ' && bytes[at] >= 0) {
                at++;
            }
            int start = at;
            while (at < bytes.length && (bytes[at] > ' ' || bytes[at] < 0)) {
                at++;
            }
            if (start == at) {
                throw cutOff(name);
            }
            String word = new String(bytes, start, Math.min(at - start, 64), StandardCharsets.ISO_8859_1);
            try {
                return type == Type.FLOAT ? Float.parseFloat(word) : Double.parseDouble(word);
            } catch (NumberFormatException e) {
                throw new BadInputException(name + ": “" + word + "” stands where a number belongs.", e);
            }
        }

        @Override
        public long remaining() {
            return bytes.length - at;
        }
    }

    private static BadInputException cutOff(String name) {
        return new BadInputException(
                name + " is cut off: its header promises more than the file holds. Save or copy it again.");
    }

    private static Mesh elements(List<Element> elements, Numbers numbers, boolean text, String name, Cancel cancel) {
        float[] positions = new float[0];
        float[] normals = new float[0];
        int[] triangles = new int[0];
        for (Element element : elements) {
            long least = text ? 2L * Math.max(1, element.properties.size()) : Math.max(1, element.leastBytes());
            if (element.count > (numbers.remaining() + 1) / least) {
                throw cutOff(name);
            }
            int count = (int) element.count;
            cancel.check();
            if (element.name.equals("vertex")) {
                boolean turned = element.indexOf("nx") >= 0 && element.indexOf("ny") >= 0 && element.indexOf("nz") >= 0;
                positions = new float[3 * count];
                normals = new float[turned ? 3 * count : 0];
                vertices(element, numbers, positions, normals, name);
            } else if (element.name.equals("face")) {
                triangles = faces(element, numbers, name, cancel);
            } else {
                skip(element, numbers);
            }
        }
        return Triangles.mesh(name, positions, normals, triangles);
    }

    private static void vertices(Element element, Numbers numbers, float[] positions, float[] normals, String name) {
        int[] target = new int[element.properties.size()];
        for (int p = 0; p < target.length; p++) {
            target[p] = List.of("x", "y", "z", "nx", "ny", "nz")
                    .indexOf(element.properties.get(p).name.toLowerCase(Locale.ROOT));
        }
        if (element.indexOf("x") < 0 || element.indexOf("y") < 0 || element.indexOf("z") < 0) {
            throw new BadInputException(name + ": the vertices have no x, y and z.");
        }
        for (int v = 0; v < element.count; v++) {
            for (int p = 0; p < target.length; p++) {
                Property property = element.properties.get(p);
                if (property.count != null) {
                    list(property, numbers);
                    continue;
                }
                float value = (float) numbers.next(property.type);
                if (target[p] >= 0 && target[p] < 3) {
                    positions[3 * v + target[p]] = value;
                } else if (target[p] >= 3 && normals.length > 0) {
                    normals[3 * v + target[p] - 3] = value;
                }
            }
        }
    }

    private static void list(Property property, Numbers numbers) {
        long length = (long) numbers.next(property.count);
        for (long i = 0; i < length; i++) {
            numbers.next(property.type);
        }
    }

    private static int[] faces(Element element, Numbers numbers, String name, Cancel cancel) {
        Triangles triangles = new Triangles(name, (int) element.count, cancel);
        int[] polygon = new int[16];
        for (int f = 0; f < element.count; f++) {
            for (Property property : element.properties) {
                boolean corners = property.name.equals("vertex_indices") || property.name.equals("vertex_index");
                if (property.count == null) {
                    numbers.next(property.type);
                } else if (!corners) {
                    list(property, numbers);
                } else {
                    double length = numbers.next(property.count);
                    if (!(length >= 0 && length <= LONGEST_POLYGON)) {
                        throw new BadInputException(name + ": facet " + f + " says it has " + length + " corners.");
                    }
                    if (length > polygon.length) {
                        if (length > numbers.remaining()) {
                            throw cutOff(name);
                        }
                        polygon = new int[(int) length];
                    }
                    for (int i = 0; i < (int) length; i++) {
                        polygon[i] = (int) numbers.next(property.type);
                    }
                    triangles.fan(polygon, (int) length);
                }
            }
        }
        return triangles.all();
    }

    private static void skip(Element element, Numbers numbers) {
        for (long i = 0; i < element.count; i++) {
            for (Property property : element.properties) {
                if (property.count == null) {
                    numbers.next(property.type);
                } else {
                    list(property, numbers);
                }
            }
        }
    }

    /** Binary, little-endian: positions and normals as floats, triangles. */
    public static byte[] write(Mesh mesh) {
        return write(mesh, "", new float[0]);
    }

    /** The same with a number of each vertex. @param name of that number, one word, "" for none */
    public static byte[] write(Mesh mesh, String name, float[] numbers) {
        boolean any = !name.isEmpty();
        String header = "ply\nformat binary_little_endian 1.0\ncomment metres, +Y up\nelement vertex " + mesh.vertices()
                + "\nproperty float x\nproperty float y\nproperty float z\nproperty float nx\nproperty float ny\n"
                + "property float nz\n" + (any ? "property float " + name + "\n" : "") + "element face " + mesh.count()
                + "\nproperty list uchar int vertex_indices\nend_header\n";
        byte[] head = header.getBytes(StandardCharsets.US_ASCII);
        int each = any ? 28 : 24;
        ByteBuffer out = ByteBuffer.allocate(Math.addExact(
                        head.length, Math.addExact(each * mesh.vertices(), Math.multiplyExact(13, mesh.count()))))
                .order(ByteOrder.LITTLE_ENDIAN);
        out.put(head);
        for (int v = 0; v < mesh.vertices(); v++) {
            for (int d = 0; d < 3; d++) {
                out.putFloat(mesh.positions()[3 * v + d]);
            }
            for (int d = 0; d < 3; d++) {
                out.putFloat(mesh.normals()[3 * v + d]);
            }
            if (any) {
                out.putFloat(numbers[v]);
            }
        }
        for (int t = 0; t < mesh.triangles().length; t += 3) {
            out.put((byte) 3);
            for (int k = 0; k < 3; k++) {
                out.putInt(mesh.triangles()[t + k]);
            }
        }
        return out.array();
    }
}
