package org.lumbrit.formats.mesh;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * glTF 2.0, as GLB or as JSON with its buffers inside: the triangles of all nodes of the scene as one mesh, each placed by its
 * nodes' transforms. Skins, animation and morph targets are left aside; compressed or sparse data is refused in words.
 */
public final class GltfFile {
    private static final int MAGIC = 0x46546C67;
    private static final int JSON_CHUNK = 0x4E4F534A;
    private static final int BINARY_CHUNK = 0x004E4942;
    private static final int LONGEST_JSON = 64 << 20;
    private static final int DEEPEST = 256;
    private static final int MOST_NODES = 200_000;
    private static final int MOST_PARTS = 1_000_000;
    private static final double[] UNTURNED = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1};

    private final String name;
    private final JsonNode root;
    private final ByteBuffer inside;
    private final Map<Integer, ByteBuffer> buffers = new HashMap<>();
    private float[] positions = new float[3 * 64];
    private float[] normals = new float[3 * 64];
    private int used;
    private boolean turned = true;
    private int visited;
    private int parts;
    private final Cancel cancel;
    private final Triangles triangles;

    private GltfFile(String name, JsonNode root, ByteBuffer inside, Cancel cancel) {
        this.name = name;
        this.root = root;
        this.inside = inside;
        this.cancel = cancel;
        this.triangles = new Triangles(name, 64, cancel);
    }

    static Mesh read(byte[] bytes, String name, Cancel cancel) {
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        if (bytes.length < 12 || in.getInt(0) != MAGIC) {
            return new GltfFile(name, json(bytes, 0, bytes.length, name), ByteBuffer.allocate(0), cancel).all();
        }
        if (in.getInt(4) != 2) {
            throw new BadInputException(name + " is GLB of version " + in.getInt(4) + "; version 2 can be read.");
        }
        if ((in.getInt(8) & 0xFFFFFFFFL) > bytes.length) {
            throw cutOff(name);
        }
        JsonNode root = null;
        ByteBuffer binary = ByteBuffer.allocate(0);
        for (int at = 12; at + 8 <= bytes.length; ) {
            long length = in.getInt(at) & 0xFFFFFFFFL;
            if (length > bytes.length - at - 8) {
                throw cutOff(name);
            }
            int kind = in.getInt(at + 4);
            if (kind == JSON_CHUNK && root == null) {
                root = json(bytes, at + 8, (int) length, name);
            } else if (kind == BINARY_CHUNK) {
                binary = in.slice(at + 8, (int) length).order(ByteOrder.LITTLE_ENDIAN);
            }
            at += 8 + (int) length;
        }
        if (root == null) {
            throw cutOff(name);
        }
        return new GltfFile(name, root, binary, cancel).all();
    }

    private static BadInputException cutOff(String name) {
        return new BadInputException(name + " is cut off or damaged. Save or copy it again.");
    }

    private static JsonNode json(byte[] bytes, int from, int length, String name) {
        if (length > LONGEST_JSON) {
            throw new BadInputException(name + ": its JSON part is larger than " + (LONGEST_JSON >> 20) + " MB.");
        }
        try {
            JsonNode root = JsonMapper.shared().readTree(bytes, from, length);
            if (root != null && root.isObject()) {
                return root;
            }
        } catch (JacksonException e) {
            throw new BadInputException(name + " is no glTF file: its JSON part cannot be read.", e);
        }
        throw new BadInputException(name + " is no glTF file.");
    }

    private Mesh all() {
        for (JsonNode needed : root.path("extensionsRequired")) {
            String extension = needed.asString("");
            if (!extension.equals("EXT_mesh_gpu_instancing")
                    && !extension.equals("KHR_mesh_quantization")
                    && !extension.startsWith("KHR_materials")) {
                throw new BadInputException(
                        name + " needs the extension " + extension + "; export it without compression.");
            }
        }
        JsonNode scenes = root.path("scenes");
        JsonNode scene = scenes.path(root.path("scene").asInt(0));
        if (scene.isObject()) {
            for (JsonNode node : scene.path("nodes")) {
                node(node.asInt(-1), UNTURNED, 0);
            }
        } else {
            for (int m = 0; m < root.path("meshes").size(); m++) {
                mesh(m, UNTURNED);
            }
        }
        float[] all = Arrays.copyOf(positions, used);
        return Triangles.mesh(name, all, turned ? Arrays.copyOf(normals, used) : new float[0], triangles.all());
    }

    private void node(int index, double[] parent, int depth) {
        JsonNode node = root.path("nodes").path(index);
        if (depth > DEEPEST || ++visited > MOST_NODES) {
            throw new BadInputException(name + ": its nodes hang in each other too deeply, or in a circle.");
        }
        if (!node.isObject()) {
            throw new BadInputException(name + ": node " + index + " is not there.");
        }
        double[] own = times(parent, transform(node));
        if (node.has("mesh")) {
            mesh(node.path("mesh").asInt(-1), own);
        }
        for (JsonNode child : node.path("children")) {
            node(child.asInt(-1), own, depth + 1);
        }
    }

    /** Column by column, as glTF has it. */
    private double[] transform(JsonNode node) {
        JsonNode matrix = node.path("matrix");
        if (matrix.isArray() && matrix.size() == 16) {
            double[] m = new double[16];
            for (int i = 0; i < 16; i++) {
                m[i] = matrix.path(i).asDouble(UNTURNED[i]);
            }
            return m;
        }
        JsonNode r = node.path("rotation");
        double x = r.path(0).asDouble(0);
        double y = r.path(1).asDouble(0);
        double z = r.path(2).asDouble(0);
        double w = r.path(3).asDouble(1);
        double sx = node.path("scale").path(0).asDouble(1);
        double sy = node.path("scale").path(1).asDouble(1);
        double sz = node.path("scale").path(2).asDouble(1);
        JsonNode t = node.path("translation");
        return new double[] {
            (1 - 2 * (y * y + z * z)) * sx,
            2 * (x * y + z * w) * sx,
            2 * (x * z - y * w) * sx,
            0,
            2 * (x * y - z * w) * sy,
            (1 - 2 * (x * x + z * z)) * sy,
            2 * (y * z + x * w) * sy,
            0,
            2 * (x * z + y * w) * sz,
            2 * (y * z - x * w) * sz,
            (1 - 2 * (x * x + y * y)) * sz,
            0,
            t.path(0).asDouble(0),
            t.path(1).asDouble(0),
            t.path(2).asDouble(0),
            1
        };
    }

    private static double[] times(double[] a, double[] b) {
        double[] m = new double[16];
        for (int column = 0; column < 4; column++) {
            for (int row = 0; row < 4; row++) {
                for (int k = 0; k < 4; k++) {
                    m[4 * column + row] += a[4 * k + row] * b[4 * column + k];
                }
            }
        }
        return m;
    }

    private void mesh(int index, double[] m) {
        JsonNode mesh = root.path("meshes").path(index);
        if (!mesh.isObject()) {
            throw new BadInputException(name + ": mesh " + index + " is not there.");
        }
        for (JsonNode primitive : mesh.path("primitives")) {
            if (++parts > MOST_PARTS) {
                throw new BadInputException(name + " shows more than " + MOST_PARTS / 1_000_000
                        + " million parts of meshes through its nodes; join them and export it again.");
            }
            cancel.check();
            int mode = primitive.path("mode").asInt(4);
            if (mode >= 4 && mode <= 6) {
                primitive(primitive, mode, m);
            }
        }
    }

    private void primitive(JsonNode primitive, int mode, double[] m) {
        JsonNode attributes = primitive.path("attributes");
        float[] p = accessor(attributes.path("POSITION").asInt(-1), 3);
        float[] n =
                attributes.has("NORMAL") ? accessor(attributes.path("NORMAL").asInt(-1), 3) : new float[0];
        int first = used / 3;
        if (used + (long) p.length > 3L * 3 * Triangles.MOST) {
            throw Triangles.tooMany(name);
        }
        if (used + p.length > positions.length) {
            int room = Math.max(used + p.length, used == 0 ? 0 : positions.length + positions.length / 2);
            positions = Arrays.copyOf(positions, room);
            normals = Arrays.copyOf(normals, room);
        }
        boolean still = Arrays.equals(m, UNTURNED);
        turned &= n.length == p.length;
        for (int i = 0; i < p.length; i += 3) {
            for (int row = 0; row < 3; row++) {
                positions[used + i + row] = still
                        ? p[i + row]
                        : (float) (m[row] * p[i] + m[4 + row] * p[i + 1] + m[8 + row] * p[i + 2] + m[12 + row]);
            }
            if (n.length == p.length) {
                normal(m, n, i, still);
            }
        }
        used += p.length;
        boolean mirrored = determinant(m) < 0;
        int count = primitive.has("indices") ? 0 : p.length / 3;
        int[] order =
                primitive.has("indices") ? indices(primitive.path("indices").asInt(-1)) : new int[0];
        int corners = primitive.has("indices") ? order.length : count;
        for (int i = 2; i < corners; i += mode == 4 ? 3 : 1) {
            int a = mode == 6 ? 0 : mode == 5 && i % 2 == 1 ? i - 1 : i - 2;
            int b = mode == 5 && i % 2 == 1 ? i - 2 : i - 1;
            int ca = first + (order.length > 0 ? order[a] : a);
            int cb = first + (order.length > 0 ? order[b] : b);
            int cc = first + (order.length > 0 ? order[i] : i);
            triangles.add(ca, mirrored ? cc : cb, mirrored ? cb : cc);
        }
    }

    /** By the inverse transpose: the cofactors. */
    private void normal(double[] m, float[] n, int i, boolean still) {
        if (still) {
            System.arraycopy(n, i, normals, used + i, 3);
            return;
        }
        double x = (m[5] * m[10] - m[6] * m[9]) * n[i]
                + (m[2] * m[9] - m[1] * m[10]) * n[i + 1]
                + (m[1] * m[6] - m[2] * m[5]) * n[i + 2];
        double y = (m[6] * m[8] - m[4] * m[10]) * n[i]
                + (m[0] * m[10] - m[2] * m[8]) * n[i + 1]
                + (m[2] * m[4] - m[0] * m[6]) * n[i + 2];
        double z = (m[4] * m[9] - m[5] * m[8]) * n[i]
                + (m[1] * m[8] - m[0] * m[9]) * n[i + 1]
                + (m[0] * m[5] - m[1] * m[4]) * n[i + 2];
        double length = Math.sqrt(x * x + y * y + z * z) * (determinant(m) < 0 ? -1 : 1);
        normals[used + i] = (float) (x / length);
        normals[used + i + 1] = (float) (y / length);
        normals[used + i + 2] = (float) (z / length);
    }

    private static double determinant(double[] m) {
        return m[0] * (m[5] * m[10] - m[6] * m[9])
                - m[4] * (m[1] * m[10] - m[2] * m[9])
                + m[8] * (m[1] * m[6] - m[2] * m[5]);
    }

    /** An accessor whose every element has been held against the bytes of its buffer. */
    private record Elements(ByteBuffer data, int from, int stride, int count, int type, boolean normalised) {
        double number(int element, int component) {
            int at = from + element * stride;
            return switch (type) {
                case 5120 -> scaled(data.get(at + component), 127);
                case 5121 -> scaled(data.get(at + component) & 255, 255);
                case 5122 -> scaled(data.getShort(at + 2 * component), 32767);
                case 5123 -> scaled(data.getShort(at + 2 * component) & 65535, 65535);
                case 5125 -> data.getInt(at + 4 * component) & 0xFFFFFFFFL;
                default -> data.getFloat(at + 4 * component);
            };
        }

        private double scaled(int value, int most) {
            return normalised ? Math.max(-1, value / (double) most) : value;
        }
    }

    private static int bytesOf(int type) {
        return switch (type) {
            case 5120, 5121 -> 1;
            case 5122, 5123 -> 2;
            case 5125, 5126 -> 4;
            default -> 0;
        };
    }

    private Elements elements(int index, int components, String shape) {
        JsonNode accessor = root.path("accessors").path(index);
        JsonNode view =
                root.path("bufferViews").path(accessor.path("bufferView").asInt(-1));
        if (accessor.has("sparse")) {
            throw new BadInputException(name + " has sparse data; export it without.");
        }
        int type = accessor.path("componentType").asInt(0);
        long count = accessor.path("count").asLong(-1);
        int each = bytesOf(type) * components;
        if (!accessor.isObject()
                || !view.isObject()
                || each == 0
                || count < 0
                || !accessor.path("type").asString("").equals(shape)) {
            throw new BadInputException(name + ": accessor " + index + " does not describe what it is used for.");
        }
        ByteBuffer buffer = buffer(view.path("buffer").asInt(-1));
        long start = view.path("byteOffset").asLong(0);
        long length = view.path("byteLength").asLong(-1);
        long offset = accessor.path("byteOffset").asLong(0);
        int stride = view.path("byteStride").asInt(each);
        boolean inView = start >= 0 && length >= 0 && start + length <= buffer.capacity();
        boolean whole = offset >= 0
                && stride >= each
                && stride <= 255 + each
                && (count == 0 || offset + (count - 1) * stride + each <= length);
        if (!inView || !whole || count > 3L * Triangles.MOST) {
            throw cutOff(name);
        }
        return new Elements(
                buffer,
                (int) (start + offset),
                stride,
                (int) count,
                type,
                accessor.path("normalized").asBoolean(false));
    }

    private float[] accessor(int index, int components) {
        Elements elements = elements(index, components, "VEC3");
        float[] out = new float[elements.count * components];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) elements.number(i / components, i % components);
        }
        return out;
    }

    private int[] indices(int index) {
        Elements elements = elements(index, 1, "SCALAR");
        int[] out = new int[elements.count];
        for (int i = 0; i < out.length; i++) {
            out[i] = (int) elements.number(i, 0);
        }
        return out;
    }

    private ByteBuffer buffer(int index) {
        return buffers.computeIfAbsent(index, missing -> {
            JsonNode uri = root.path("buffers").path(index).path("uri");
            if (uri.isMissingNode()) {
                return inside;
            }
            String text = uri.asString("");
            int comma = text.indexOf(";base64,");
            if (!text.startsWith("data:") || comma < 0) {
                throw new BadInputException(name + " keeps its data in another file; export it as GLB, in one file.");
            }
            byte[] decoded = Base64.getDecoder().decode(text.substring(comma + 8));
            return ByteBuffer.wrap(decoded).order(ByteOrder.LITTLE_ENDIAN);
        });
    }
}
