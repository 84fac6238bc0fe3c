package org.lumbrit.core.kinds;

import java.lang.reflect.RecordComponent;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.lumbrit.core.math.KeyBuilder;

/**
 * Writes the settings of a record into a content key in one canonical order. Ids and names do not enter; a reference enters
 * as the key of what it refers to.
 */
public final class Canonical {
    private static final Set<String> LEFT_OUT = Set.of("id", "name", "skipped", "hidden");

    /** Finds the content key of what a reference names. */
    @FunctionalInterface
    public interface References {
        String keyOf(Refers what, String id);
    }

    private Canonical() {}

    public static void write(KeyBuilder key, Record record, References references) {
        Kind kind = record.getClass().getAnnotation(Kind.class);
        key.add(kind == null ? record.getClass().getSimpleName() : kind.name() + "/" + kind.version());
        for (RecordComponent component : Kinds.components(record.getClass())) {
            if (LEFT_OUT.contains(component.getName())) {
                continue;
            }
            Setting setting = component.getAnnotation(Setting.class);
            Object value = Kinds.value(record, component);
            key.add(component.getName());
            if (setting != null && setting.refers().isReference()) {
                key.add(references.keyOf(setting.refers(), (String) value));
            } else {
                write(key, value, references);
            }
        }
    }

    private static void write(KeyBuilder key, Object value, References references) {
        if (value instanceof Double number) {
            key.add(number.doubleValue());
        } else if (value instanceof Number whole) {
            key.add(whole.longValue());
        } else if (value instanceof Boolean choice) {
            key.add(choice ? 1L : 0L);
        } else if (value instanceof String text) {
            key.add(text);
        } else if (value instanceof Enum<?> constant) {
            key.add(Kinds.word(constant));
        } else if (value instanceof Optional<?> optional) {
            key.add(optional.isPresent() ? 1L : 0L);
            optional.ifPresent(present -> write(key, present, references));
        } else if (value instanceof List<?> list) {
            key.add(list.size());
            list.forEach(item -> write(key, item, references));
        } else if (value instanceof Map<?, ?> map) {
            key.add(map.size());
            new TreeMap<Object, Object>(map).forEach((name, item) -> {
                key.add((String) name);
                write(key, item, references);
            });
        } else if (value instanceof Record record) {
            write(key, record, references);
        } else {
            throw new IllegalStateException("no canonical form for " + value);
        }
    }
}
