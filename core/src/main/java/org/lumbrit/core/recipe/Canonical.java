package org.lumbrit.core.recipe;

import java.lang.reflect.RecordComponent;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.KeyBuilder;

/**
 * Writes the settings of a record into a content key in one canonical order. What is marked {@link Apart} does not enter; a
 * reference, single, optional or in a list, enters as the key of what it refers to.
 */
public final class Canonical {
    /** Finds the content key of what a reference names. */
    @FunctionalInterface
    public interface Keys {
        String keyOf(Refers what, String id);
    }

    private Canonical() {}

    public static void write(KeyBuilder key, Record record, Keys references) {
        Kind kind = record.getClass().getAnnotation(Kind.class);
        key.add(kind == null ? record.getClass().getSimpleName() : kind.name() + "/" + kind.version());
        for (RecordComponent component : Kinds.components(record.getClass())) {
            if (component.isAnnotationPresent(Apart.class)) {
                continue;
            }
            Setting setting = Kinds.setting(component);
            key.add(component.getName());
            boolean refers = setting != null && setting.refers().isReference();
            write(key, Kinds.value(record, component), refers ? setting.refers() : Refers.NOTHING, references);
        }
    }

    private static void write(KeyBuilder key, Object value, Refers refers, Keys references) {
        if (value instanceof Double number) {
            key.add(number.doubleValue());
        } else if (value instanceof Number whole) {
            key.add(whole.longValue());
        } else if (value instanceof Boolean choice) {
            key.add(choice ? 1L : 0L);
        } else if (value instanceof String text) {
            key.add(refers == Refers.NOTHING || text.isEmpty() ? text : references.keyOf(refers, text));
        } else if (value instanceof Enum<?> constant) {
            key.add(Kinds.word(constant));
        } else if (value instanceof Optional<?> optional) {
            key.add(optional.isPresent() ? 1L : 0L);
            optional.ifPresent(present -> write(key, present, refers, references));
        } else if (value instanceof List<?> list) {
            key.add(list.size());
            list.forEach(item -> write(key, item, refers, references));
        } else if (value instanceof Map<?, ?> map) {
            key.add(map.size());
            new TreeMap<Object, Object>(map).forEach((name, item) -> {
                key.add((String) name);
                write(key, item, refers, references);
            });
        } else if (value instanceof Record record) {
            write(key, record, references);
        } else {
            throw new IllegalStateException("no canonical form for " + value);
        }
    }
}
