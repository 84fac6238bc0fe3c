package org.lumbrit.formats.handover;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import org.lumbrit.core.math.Quaternion;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Builds a binary glTF 2.0 file: meshes, materials, nodes, and instanced nodes by {@code EXT_mesh_gpu_instancing} (Khronos
 * glTF 2.0 specification and extension registry).
 */
final class Glb {
    private static final int FLOAT = 5126;
    private static final int UNSIGNED_INT = 5125;
    private static final int ARRAY_BUFFER = 34962;
    private static final int ELEMENT_ARRAY_BUFFER = 34963;
    private static final String INSTANCING = "EXT_mesh_gpu_instancing";

    private final ObjectNode root = JsonNodeFactory.instance.objectNode();
    private final ArrayNode accessors = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode views = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode meshes = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode materials = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode nodes = JsonNodeFactory.instance.arrayNode();
    private final ByteArrayOutputStream binary = new ByteArrayOutputStream();
    private boolean instanced;

    int material(String name, double red, double green, double blue, double alpha, double roughness, boolean twoSided) {
        ObjectNode material = materials.addObject().put("name", name);
        ObjectNode surface = material.putObject("pbrMetallicRoughness");
        surface.putArray("baseColorFactor").add(red).add(green).add(blue).add(alpha);
        surface.put("metallicFactor", 0).put("roughnessFactor", roughness);
        material.put("doubleSided", twoSided);
        if (alpha < 1) {
            material.put("alphaMode", "BLEND");
        }
        return materials.size() - 1;
    }

    /** @param colours linear red, green, blue a vertex, or empty */
    int mesh(String name, float[] positions, float[] normals, float[] colours, int[] indices, int material) {
        ObjectNode mesh = meshes.addObject().put("name", name);
        ObjectNode primitive = mesh.putArray("primitives").addObject();
        ObjectNode attributes = primitive.putObject("attributes");
        attributes.put("POSITION", floats(positions, 3, ARRAY_BUFFER));
        attributes.put("NORMAL", floats(normals, 3, ARRAY_BUFFER));
        if (colours.length > 0) {
            attributes.put("COLOR_0", floats(colours, 3, ARRAY_BUFFER));
        }
        ByteBuffer data = ByteBuffer.allocate(4 * indices.length).order(ByteOrder.LITTLE_ENDIAN);
        data.asIntBuffer().put(indices);
        accessors
                .addObject()
                .put("bufferView", view(data, ELEMENT_ARRAY_BUFFER))
                .put("componentType", UNSIGNED_INT)
                .put("count", indices.length)
                .put("type", "SCALAR");
        primitive.put("indices", accessors.size() - 1).put("material", material);
        return meshes.size() - 1;
    }

    void node(String name, int mesh) {
        nodes.addObject().put("name", name).put("mesh", mesh);
    }

    /** One mesh, sized, turned and moved. */
    void placed(String name, int mesh, double[] origin, Quaternion turn, double size) {
        ObjectNode node = nodes.addObject().put("name", name).put("mesh", mesh);
        node.putArray("translation").add(origin[0]).add(origin[1]).add(origin[2]);
        node.putArray("rotation").add(turn.x()).add(turn.y()).add(turn.z()).add(turn.w());
        node.putArray("scale").add(size).add(size).add(size);
    }

    /**
     * @param translations x, y, z an instance; @param rotations unit quaternion x, y, z, w; @param scales x, y, z
     * @param colours linear red, green, blue
     */
    void instances(String name, int mesh, float[] translations, float[] rotations, float[] scales, float[] colours) {
        instanced = true;
        ObjectNode node = nodes.addObject().put("name", name).put("mesh", mesh);
        ObjectNode attributes =
                node.putObject("extensions").putObject(INSTANCING).putObject("attributes");
        attributes.put("TRANSLATION", floats(translations, 3, 0));
        attributes.put("ROTATION", floats(rotations, 4, 0));
        attributes.put("SCALE", floats(scales, 3, 0));
        attributes.put("_COLOR_0", floats(colours, 3, 0));
    }

    private int floats(float[] values, int components, int target) {
        ByteBuffer data = ByteBuffer.allocate(4 * values.length).order(ByteOrder.LITTLE_ENDIAN);
        data.asFloatBuffer().put(values);
        ObjectNode accessor = accessors
                .addObject()
                .put("bufferView", view(data, target))
                .put("componentType", FLOAT)
                .put("count", values.length / components)
                .put("type", components == 4 ? "VEC4" : "VEC3");
        ArrayNode min = accessor.putArray("min");
        ArrayNode max = accessor.putArray("max");
        for (int c = 0; c < components; c++) {
            float low = Float.POSITIVE_INFINITY;
            float high = Float.NEGATIVE_INFINITY;
            for (int i = c; i < values.length; i += components) {
                low = Math.min(low, values[i]);
                high = Math.max(high, values[i]);
            }
            min.add(low);
            max.add(high);
        }
        return accessors.size() - 1;
    }

    private int view(ByteBuffer data, int target) {
        ObjectNode view = views.addObject()
                .put("buffer", 0)
                .put("byteOffset", binary.size())
                .put("byteLength", data.capacity());
        if (target != 0) {
            view.put("target", target);
        }
        binary.writeBytes(data.array());
        while (binary.size() % 4 != 0) {
            binary.write(0);
        }
        return views.size() - 1;
    }

    byte[] write(String sceneName) {
        ObjectNode asset = root.putObject("asset");
        asset.put("version", "2.0").put("generator", "Lumbrit");
        if (instanced) {
            root.putArray("extensionsUsed").add(INSTANCING);
            root.putArray("extensionsRequired").add(INSTANCING);
        }
        root.put("scene", 0);
        ObjectNode scene = root.putArray("scenes").addObject().put("name", sceneName);
        ArrayNode all = scene.putArray("nodes");
        for (int i = 0; i < nodes.size(); i++) {
            all.add(i);
        }
        root.set("nodes", nodes);
        root.set("meshes", meshes);
        root.set("materials", materials);
        root.set("accessors", accessors);
        root.set("bufferViews", views);
        root.putArray("buffers").addObject().put("byteLength", binary.size());
        return pack(root.toString().getBytes(StandardCharsets.UTF_8));
    }

    private byte[] pack(byte[] json) {
        int jsonLength = (json.length + 3) / 4 * 4;
        int total = Math.addExact(28, Math.addExact(jsonLength, binary.size()));
        ByteBuffer out = ByteBuffer.allocate(total).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0x46546C67).putInt(2).putInt(total);
        out.putInt(jsonLength).putInt(0x4E4F534A).put(json);
        for (int i = json.length; i < jsonLength; i++) {
            out.put((byte) ' ');
        }
        out.putInt(binary.size()).putInt(0x004E4942).put(binary.toByteArray());
        return out.array();
    }
}
