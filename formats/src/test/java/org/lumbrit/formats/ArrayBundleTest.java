package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class ArrayBundleTest {
    private static JsonNode header(byte[] bundle) {
        int length = ByteBuffer.wrap(bundle).order(ByteOrder.LITTLE_ENDIAN).getInt(4);
        return JsonMapper.shared().readTree(new String(bundle, 8, length, StandardCharsets.UTF_8));
    }

    private static JsonNode entry(byte[] bundle, String name) {
        for (JsonNode each : header(bundle).get("arrays")) {
            if (each.get("name").asString().equals(name)) {
                return each;
            }
        }
        throw new AssertionError(name);
    }

    @Test
    void arraysStandWhereTheHeaderSaysAtMultiplesOfEight() {
        ArrayBundle written = new ArrayBundle();
        written.facts().put("columns", 3);
        byte[] bundle = written.bytes("looks", 1, new byte[] {1, 2, 3})
                .floats("feet", 3, new float[] {1.5f, -2, 3})
                .shorts("turns", 4, new short[] {-7, 8, 9, 10})
                .unsignedShorts("values", 1, new short[] {(short) 65535})
                .ints("indices", 1, new int[] {70000, 2})
                .write();
        assertThat(new String(bundle, 0, 4, StandardCharsets.US_ASCII)).isEqualTo("LMB1");
        assertThat(header(bundle).get("columns").asInt()).isEqualTo(3);
        ByteBuffer data = ByteBuffer.wrap(bundle).order(ByteOrder.LITTLE_ENDIAN);
        for (JsonNode each : header(bundle).get("arrays")) {
            assertThat(each.get("offset").asInt() % 8).isZero();
            assertThat(each.get("offset").asInt() + each.get("length").asInt()).isLessThanOrEqualTo(bundle.length);
        }
        assertThat(bundle[entry(bundle, "looks").get("offset").asInt() + 2]).isEqualTo((byte) 3);
        assertThat(data.getFloat(entry(bundle, "feet").get("offset").asInt() + 4))
                .isEqualTo(-2);
        assertThat(data.getShort(entry(bundle, "turns").get("offset").asInt())).isEqualTo((short) -7);
        assertThat(data.getShort(entry(bundle, "values").get("offset").asInt()) & 0xFFFF)
                .isEqualTo(65535);
        assertThat(data.getInt(entry(bundle, "indices").get("offset").asInt())).isEqualTo(70000);
    }

    @Test
    void theSameContentGivesTheSameBytes() {
        byte[] one = new ArrayBundle().floats("a", 1, new float[500]).write();
        byte[] two = new ArrayBundle().floats("a", 1, new float[500]).write();
        assertThat(one).isEqualTo(two);
    }

    @Test
    void manyArraysFitTheirHeader() {
        ArrayBundle bundle = new ArrayBundle();
        for (int i = 0; i < 300; i++) {
            bundle.floats("array" + i, 1, new float[] {i});
        }
        byte[] written = bundle.write();
        ByteBuffer data = ByteBuffer.wrap(written).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(data.getFloat(entry(written, "array299").get("offset").asInt()))
                .isEqualTo(299);
    }
}
