package org.lumbrit.formats;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Plain typed arrays in one file, little-endian, as the browser takes them: the four bytes {@code LMB1}, the length of the
 * header as a 32-bit number, the header as JSON padded with spaces, then the arrays, each at a multiple of 8 bytes from the
 * file's start. The header is {@code {"arrays":[{"name","type","components","offset","length"}],…}}, the type one of f32, i16,
 * u8, u16 and u32, offset and length in bytes.
 */
public final class ArrayBundle {
    private record Part(String name, String type, int components, ByteBuffer data) {}

    private final List<Part> parts = new ArrayList<>();
    private final ObjectNode header = JsonNodeFactory.instance.objectNode();

    /** Facts beside the arrays. */
    public ObjectNode facts() {
        return header;
    }

    private ByteBuffer put(String name, String type, int components, int bytes) {
        ByteBuffer data = ByteBuffer.allocate(bytes).order(ByteOrder.LITTLE_ENDIAN);
        parts.add(new Part(name, type, components, data));
        return data;
    }

    public ArrayBundle floats(String name, int components, float[] values) {
        put(name, "f32", components, 4 * values.length).asFloatBuffer().put(values);
        return this;
    }

    public ArrayBundle shorts(String name, int components, short[] values) {
        put(name, "i16", components, 2 * values.length).asShortBuffer().put(values);
        return this;
    }

    /** @param values taken as unsigned */
    public ArrayBundle unsignedShorts(String name, int components, short[] values) {
        put(name, "u16", components, 2 * values.length).asShortBuffer().put(values);
        return this;
    }

    public ArrayBundle ints(String name, int components, int[] values) {
        put(name, "u32", components, 4 * values.length).asIntBuffer().put(values);
        return this;
    }

    public ArrayBundle bytes(String name, int components, byte[] values) {
        put(name, "u8", components, values.length).put(values);
        return this;
    }

    public byte[] write() {
        ArrayNode arrays = header.putArray("arrays");
        int headerRoom = 0;
        int[] offsets = new int[parts.size()];
        byte[] text;
        do {
            arrays.removeAll();
            int offset = 8 + headerRoom;
            for (int i = 0; i < offsets.length; i++) {
                Part part = parts.get(i);
                offsets[i] = offset;
                arrays.addObject()
                        .put("name", part.name)
                        .put("type", part.type)
                        .put("components", part.components)
                        .put("offset", offset)
                        .put("length", part.data.capacity());
                offset = Math.addExact(offset, (part.data.capacity() + 7) / 8 * 8);
            }
            text = header.toString().getBytes(StandardCharsets.UTF_8);
            if (text.length <= headerRoom) {
                return lay(text, headerRoom, offsets, offset);
            }
            headerRoom = (text.length + 23) / 8 * 8;
        } while (true);
    }

    private byte[] lay(byte[] text, int headerRoom, int[] offsets, int length) {
        ByteBuffer out = ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
        out.put("LMB1".getBytes(StandardCharsets.US_ASCII)).putInt(headerRoom).put(text);
        while (out.position() < 8 + headerRoom) {
            out.put((byte) ' ');
        }
        for (int i = 0; i < offsets.length; i++) {
            out.position(offsets[i]).put(parts.get(i).data.array());
        }
        return out.array();
    }
}
