package org.lumbrit.formats.json;

import java.lang.reflect.RecordComponent;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.kinds.AsArray;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Writes records as JSON, the reverse of {@link RecordReader}. Whole numbers are written without a fraction. */
final class RecordWriter {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private RecordWriter() {}

    static JsonNode write(Object value) {
        if (value instanceof Double number) {
            return Math.rint(number) == number && Math.abs(number) < 1e15
                    ? NODES.numberNode(number.longValue())
                    : NODES.numberNode(number);
        }
        if (value instanceof Integer whole) {
            return NODES.numberNode(whole);
        }
        if (value instanceof Boolean choice) {
            return NODES.booleanNode(choice);
        }
        if (value instanceof String text) {
            return NODES.stringNode(text);
        }
        if (value instanceof Enum<?> constant) {
            return NODES.stringNode(Kinds.word(constant));
        }
        if (value instanceof List<?> list) {
            ArrayNode array = NODES.arrayNode();
            list.forEach(item -> array.add(write(item)));
            return array;
        }
        if (value instanceof Map<?, ?> map) {
            ObjectNode object = NODES.objectNode();
            map.forEach((key, item) -> object.set((String) key, write(item)));
            return object;
        }
        return record((Record) value);
    }

    private static JsonNode record(Record record) {
        if (record.getClass().isAnnotationPresent(AsArray.class)) {
            ArrayNode array = NODES.arrayNode();
            for (RecordComponent component : Kinds.components(record.getClass())) {
                array.add(write(Kinds.value(record, component)));
            }
            return array;
        }
        ObjectNode object = NODES.objectNode();
        Kind kind = record.getClass().getAnnotation(Kind.class);
        if (kind != null) {
            object.put("kind", kind.name());
        }
        for (RecordComponent component : Kinds.components(record.getClass())) {
            Object value = Kinds.value(record, component);
            if (value instanceof Optional<?> optional) {
                optional.ifPresent(present -> object.set(component.getName(), write(present)));
            } else {
                object.set(component.getName(), write(value));
            }
        }
        return object;
    }
}
