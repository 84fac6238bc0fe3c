package org.lumbrit.formats.handover;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.formats.BadInputException;
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
    private static final int LINEAR = 9729;
    private static final int LINEAR_MIPMAP_LINEAR = 9987;
    private static final int CLAMP_TO_EDGE = 33071;
    private static final long MOST_BYTES = 0xFFFF_FF00L;
    private static final String INSTANCING = "EXT_mesh_gpu_instancing";
    private static final String LIGHTS = "KHR_lights_punctual";

    private final ObjectNode root = JsonNodeFactory.instance.objectNode();
    private final ArrayNode accessors = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode views = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode meshes = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode materials = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode images = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode textures = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode animations = JsonNodeFactory.instance.arrayNode();
    private final ArrayNode nodes = JsonNodeFactory.instance.arrayNode();
    private final List<Stretch> parts = new ArrayList<>();
    private final List<List<Integer>> scenes = new ArrayList<>(List.of(new ArrayList<>()));
    private final List<String> sceneNames = new ArrayList<>();
    private long length;
    private boolean instanced;
    private final ArrayNode lights = JsonNodeFactory.instance.arrayNode();

    /** Numbers that are made when they are written: a million instances never lie in memory twice. */
    @FunctionalInterface
    interface Numbers {
        float at(int row, int component);
    }

    /** A stretch of the binary chunk, of whole words. */
    private interface Stretch {
        long bytes();

        void writeTo(OutputStream out) throws IOException;
    }

    /** A file within the file. */
    private record Whole(byte[] file) implements Stretch {
        @Override
        public long bytes() {
            return (file.length + 3L) / 4 * 4;
        }

        @Override
        public void writeTo(OutputStream out) throws IOException {
            out.write(file);
            out.write(new byte[(int) (bytes() - file.length)]);
        }
    }

    /** So many rows of so many little-endian floats, or whole numbers. */
    private record Part(int rows, int components, Numbers floats, int[] whole) implements Stretch {
        @Override
        public long bytes() {
            return 4L * rows * components;
        }

        @Override
        public void writeTo(OutputStream out) throws IOException {
            int chunk = 4096;
            ByteBuffer buffer =
                    ByteBuffer.allocate(4 * components * Math.min(rows, chunk)).order(ByteOrder.LITTLE_ENDIAN);
            for (int row = 0; row < rows; row++) {
                for (int c = 0; c < components; c++) {
                    if (whole.length > 0) {
                        buffer.putInt(whole[row * components + c]);
                    } else {
                        buffer.putFloat(floats.at(row, c));
                    }
                }
                if (!buffer.hasRemaining() || row == rows - 1) {
                    out.write(buffer.array(), 0, buffer.position());
                    buffer.clear();
                }
            }
        }
    }

    /** What follows stands in a scene of its own. */
    void scene(String name) {
        if (!scenes.get(scenes.size() - 1).isEmpty() || !sceneNames.isEmpty()) {
            scenes.add(new ArrayList<>());
        }
        sceneNames.add(name);
    }

    private ObjectNode added(String name, int mesh) {
        scenes.get(scenes.size() - 1).add(nodes.size());
        return nodes.addObject().put("name", name).put("mesh", mesh);
    }

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

    /**
     * A surface from pictures: its colour; its normal, red to growing u and green against growing v; and its roughness in green, with
     * no metal in blue. Each a PNG file; pictures end at their borders.
     */
    int surface(String name, byte[] colour, byte[] normal, byte[] roughness) {
        ObjectNode material = materials.addObject().put("name", name);
        ObjectNode pbr = material.putObject("pbrMetallicRoughness");
        pbr.putObject("baseColorTexture").put("index", texture(name + " colour", colour));
        pbr.put("metallicFactor", 0);
        pbr.putObject("metallicRoughnessTexture").put("index", texture(name + " roughness", roughness));
        material.putObject("normalTexture").put("index", texture(name + " normal", normal));
        return materials.size() - 1;
    }

    /** A thin veil from a picture of its colour and opacity; both sides are seen. @param glow how much it shines by itself, in its own colour */
    int veil(String name, byte[] colour, double glow, Colour own) {
        ObjectNode material = materials.addObject().put("name", name);
        ObjectNode pbr = material.putObject("pbrMetallicRoughness");
        pbr.putObject("baseColorTexture").put("index", texture(name + " opacity", colour));
        pbr.put("metallicFactor", 0).put("roughnessFactor", 1);
        double share = Math.min(1, glow);
        material.putArray("emissiveFactor")
                .add(share * own.red())
                .add(share * own.green())
                .add(share * own.blue());
        material.put("alphaMode", "BLEND").put("doubleSided", true);
        return materials.size() - 1;
    }

    private int texture(String name, byte[] png) {
        ObjectNode view = (ObjectNode) views.get(view(new Whole(png), 0));
        view.put("byteLength", png.length);
        images.addObject().put("name", name).put("mimeType", "image/png").put("bufferView", views.size() - 1);
        textures.addObject().put("source", images.size() - 1).put("sampler", 0);
        return textures.size() - 1;
    }

    /** Where each vertex of a mesh lies in its pictures: u to their right, v down, 0..1. */
    void places(int mesh, float[] uv) {
        ObjectNode attributes =
                (ObjectNode) meshes.get(mesh).get("primitives").get(0).get("attributes");
        attributes.put("TEXCOORD_0", floats(uv, 2, ARRAY_BUFFER));
    }

    /** Which way growing u runs along the surface at each vertex: a unit vector, then 1 where v falls to its left, else −1. */
    void tangents(int mesh, float[] tangents) {
        ObjectNode attributes =
                (ObjectNode) meshes.get(mesh).get("primitives").get(0).get("attributes");
        attributes.put("TANGENT", floats(tangents, 4, ARRAY_BUFFER));
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
        accessors
                .addObject()
                .put("bufferView", view(new Part(indices.length, 1, (row, c) -> 0, indices), ELEMENT_ARRAY_BUFFER))
                .put("componentType", UNSIGNED_INT)
                .put("count", indices.length)
                .put("type", "SCALAR");
        primitive.put("indices", accessors.size() - 1).put("material", material);
        return meshes.size() - 1;
    }

    /** Adds a number of its own to every vertex of a mesh. @param name with a leading underscore */
    void vertexNumbers(int mesh, String name, float[] numbers) {
        ObjectNode attributes =
                (ObjectNode) meshes.get(mesh).get("primitives").get(0).get("attributes");
        attributes.put(name, floats(numbers, 1, ARRAY_BUFFER));
    }

    /**
     * A light from infinitely far away ({@code KHR_lights_punctual}).
     *
     * @param turn of what shines toward −Z; @param colour linear red, green, blue, the greatest 1; @param lux of what faces it
     */
    void sun(String name, Quaternion turn, double[] colour, double lux) {
        ObjectNode light =
                lights.addObject().put("name", name).put("type", "directional").put("intensity", lux);
        light.putArray("color").add(colour[0]).add(colour[1]).add(colour[2]);
        scenes.get(scenes.size() - 1).add(nodes.size());
        ObjectNode node = nodes.addObject().put("name", name);
        node.putArray("rotation").add(turn.x()).add(turn.y()).add(turn.z()).add(turn.w());
        node.putObject("extensions").putObject(LIGHTS).put("light", lights.size() - 1);
    }

    void node(String name, int mesh) {
        added(name, mesh);
    }

    /** One mesh, sized, turned and moved. */
    void placed(String name, int mesh, double[] origin, Quaternion turn, double size) {
        ObjectNode node = added(name, mesh);
        node.putArray("translation").add(origin[0]).add(origin[1]).add(origin[2]);
        node.putArray("rotation").add(turn.x()).add(turn.y()).add(turn.z()).add(turn.w());
        node.putArray("scale").add(size).add(size).add(size);
    }

    /**
     * One mesh that is moved, turned and sized over time, evenly from key to key.
     *
     * @param at seconds of a key; @param place x, y, z; @param turn a unit quaternion x, y, z, w; @param size times its own, x, y, z
     */
    void travelling(
            String name,
            int mesh,
            int keys,
            java.util.function.IntToDoubleFunction at,
            Numbers place,
            Numbers turn,
            Numbers size) {
        int node = nodes.size();
        placed(
                name,
                mesh,
                new double[] {place.at(0, 0), place.at(0, 1), place.at(0, 2)},
                new Quaternion(turn.at(0, 0), turn.at(0, 1), turn.at(0, 2), turn.at(0, 3)),
                size.at(0, 0));
        ObjectNode animation = animations.addObject().put("name", name + " on its way");
        int times = floats(keys, 1, (row, c) -> (float) at.applyAsDouble(row), 0);
        ArrayNode samplers = animation.putArray("samplers");
        ArrayNode channels = animation.putArray("channels");
        String[] paths = {"translation", "rotation", "scale"};
        Numbers[] outputs = {place, turn, size};
        for (int k = 0; k < paths.length; k++) {
            samplers.addObject()
                    .put("input", times)
                    .put("output", floats(keys, k == 1 ? 4 : 3, outputs[k], 0))
                    .put("interpolation", "LINEAR");
            channels.addObject()
                    .put("sampler", k)
                    .putObject("target")
                    .put("node", node)
                    .put("path", paths[k]);
        }
    }

    /**
     * One mesh that morphs: at each time one target has the whole weight, between them two are blended.
     *
     * @param targets x, y, z away from rest of every vertex
     * @param times seconds, as many as targets, or one more at which the first comes back
     */
    void morphed(String name, int mesh, float[][] targets, float[] times) {
        ArrayNode all = ((ObjectNode) meshes.get(mesh).get("primitives").get(0)).putArray("targets");
        for (float[] target : targets) {
            all.addObject().put("POSITION", floats(target, 3, ARRAY_BUFFER));
        }
        ArrayNode weights = ((ObjectNode) meshes.get(mesh)).putArray("weights");
        for (int k = 0; k < targets.length; k++) {
            weights.add(k == 0 ? 1 : 0);
        }
        added(name, mesh);
        ObjectNode animation = animations.addObject().put("name", name + " over the loop");
        int n = targets.length;
        animation
                .putArray("samplers")
                .addObject()
                .put("input", floats(times, 1, 0))
                .put("output", floats(times.length * n, 1, (i, c) -> i / n % n == i % n ? 1 : 0, 0))
                .put("interpolation", "LINEAR");
        animation
                .putArray("channels")
                .addObject()
                .put("sampler", 0)
                .putObject("target")
                .put("node", nodes.size() - 1)
                .put("path", "weights");
    }

    /** The attributes of instances, to be shared by the meshes of several detail levels. */
    ObjectNode attributes(Instances instances) {
        ObjectNode attributes = JsonNodeFactory.instance.objectNode();
        int count = instances.count();
        attributes.put(
                "TRANSLATION", floats(count, 3, (i, c) -> (float) instances.translation(i)[c], 0));
        attributes.put("ROTATION", floats(count, 4, instances::rotation, 0));
        attributes.put("SCALE", floats(count, 3, instances::scale, 0));
        attributes.put(instances.tinting().whole() ? "_COLOR_0" : "_TINT", floats(count, 3, instances::colour, 0));
        if (instances.sways()) {
            attributes.put("_PHASE", floats(count, 1, (i, c) -> instances.phase(i), 0));
            attributes.put("_AMPLITUDE", floats(count, 1, (i, c) -> instances.amplitude(i), 0));
        }
        return attributes;
    }

    /** One mesh, many times. */
    void instances(String name, int mesh, ObjectNode attributes) {
        instanced = true;
        added(name, mesh).putObject("extensions").putObject(INSTANCING).set("attributes", attributes);
    }

    private int floats(float[] values, int components, int target) {
        return floats(values.length / components, components, (row, c) -> values[row * components + c], target);
    }

    private int floats(int rows, int components, Numbers values, int target) {
        ObjectNode accessor = accessors
                .addObject()
                .put("bufferView", view(new Part(rows, components, values, new int[0]), target))
                .put("componentType", FLOAT)
                .put("count", rows)
                .put("type", components == 1 ? "SCALAR" : "VEC" + components);
        ArrayNode min = accessor.putArray("min");
        ArrayNode max = accessor.putArray("max");
        for (int c = 0; c < components; c++) {
            float low = Float.POSITIVE_INFINITY;
            float high = Float.NEGATIVE_INFINITY;
            for (int i = 0; i < rows; i++) {
                float value = values.at(i, c);
                low = Math.min(low, value);
                high = Math.max(high, value);
            }
            min.add(low);
            max.add(high);
        }
        return accessors.size() - 1;
    }

    private int view(Stretch part, int target) {
        ObjectNode view =
                views.addObject().put("buffer", 0).put("byteOffset", length).put("byteLength", part.bytes());
        if (target != 0) {
            view.put("target", target);
        }
        parts.add(part);
        length += part.bytes();
        return views.size() - 1;
    }

    /** The whole in memory, for a small one. */
    byte[] write(String sceneName) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            content(sceneName).writeTo(out);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
        return out.toByteArray();
    }

    /** @param sceneName of the first scene where none was named */
    Content content(String sceneName) {
        if (length > MOST_BYTES) {
            throw new BadInputException(
                    "The GLB would be larger than 4 GB, which the format cannot hold. Hand over USD or NumPy.");
        }
        byte[] json = json(sceneName).getBytes(StandardCharsets.UTF_8);
        return out -> {
            int jsonLength = (json.length + 3) / 4 * 4;
            ByteBuffer head = ByteBuffer.allocate(20 + jsonLength + 8).order(ByteOrder.LITTLE_ENDIAN);
            head.putInt(0x46546C67).putInt(2).putInt((int) (28 + jsonLength + length));
            head.putInt(jsonLength).putInt(0x4E4F534A).put(json);
            for (int i = json.length; i < jsonLength; i++) {
                head.put((byte) ' ');
            }
            head.putInt((int) length).putInt(0x004E4942);
            out.write(head.array());
            for (Stretch part : parts) {
                part.writeTo(out);
            }
        };
    }

    private String json(String sceneName) {
        ObjectNode asset = root.putObject("asset");
        asset.put("version", "2.0").put("generator", "Lumbrit");
        ArrayNode used = JsonNodeFactory.instance.arrayNode();
        if (instanced) {
            used.add(INSTANCING);
            root.putArray("extensionsRequired").add(INSTANCING);
        }
        if (!lights.isEmpty()) {
            used.add(LIGHTS);
            root.putObject("extensions").putObject(LIGHTS).set("lights", lights);
        }
        if (!used.isEmpty()) {
            root.set("extensionsUsed", used);
        }
        root.put("scene", 0);
        ArrayNode all = root.putArray("scenes");
        for (int k = 0; k < scenes.size(); k++) {
            String name = k < sceneNames.size() ? sceneNames.get(k) : sceneName;
            ArrayNode in = all.addObject().put("name", name).putArray("nodes");
            scenes.get(k).forEach(in::add);
        }
        root.set("nodes", nodes);
        root.set("meshes", meshes);
        if (!animations.isEmpty()) {
            root.set("animations", animations);
        }
        root.set("materials", materials);
        if (!textures.isEmpty()) {
            root.set("images", images);
            root.set("textures", textures);
            root.putArray("samplers")
                    .addObject()
                    .put("magFilter", LINEAR)
                    .put("minFilter", LINEAR_MIPMAP_LINEAR)
                    .put("wrapS", CLAMP_TO_EDGE)
                    .put("wrapT", CLAMP_TO_EDGE);
        }
        root.set("accessors", accessors);
        root.set("bufferViews", views);
        root.putArray("buffers").addObject().put("byteLength", length);
        return root.toString();
    }
}
