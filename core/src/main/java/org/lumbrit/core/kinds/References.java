package org.lumbrit.core.kinds;

import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * What a record refers to: collected from the settings that say so by {@link Setting#refers()}, single ones, optional ones and
 * those in lists, at any depth of nested records.
 */
public final class References {
    private References() {}

    /**
     * One reference.
     *
     * @param path the way to it, such as {@code steps[2].falloff}; @param what it names; @param id the name
     * @param kinds of which kinds that may be, none where any will do
     */
    public record Reference(String path, Refers what, String id, List<String> kinds) {
        /** Whether a thing is of a kind that it may be. */
        public boolean allows(Record thing) {
            return kinds.isEmpty() || kinds.contains(Kinds.of(thing).name());
        }

        /** Whether it names this. */
        public boolean names(Refers other, String otherId) {
            return what == other && id.equals(otherId);
        }
    }

    /** Whether records of a type can refer to anything at all: long lists of plain numbers are not searched. */
    private static final ClassValue<Boolean> REFERS = new ClassValue<>() {
        @Override
        protected Boolean computeValue(Class<?> type) {
            return refers(type, new HashSet<>());
        }
    };

    private static boolean refers(Type type, Set<Type> seen) {
        if (!seen.add(type)) {
            return false;
        }
        if (type instanceof ParameterizedType generic) {
            return Arrays.stream(generic.getActualTypeArguments()).anyMatch(part -> refers(part, seen));
        }
        if (!(type instanceof Class<?> raw)) {
            return true;
        }
        if (!raw.isRecord()) {
            return Kinds.known(raw) ? Kinds.of(raw).stream().anyMatch(kind -> refers(kind, seen)) : raw.isInterface();
        }
        return Arrays.stream(Kinds.components(raw)).anyMatch(component -> {
            Setting setting = Kinds.setting(component);
            return setting != null && setting.refers().isReference() || refers(component.getGenericType(), seen);
        });
    }

    /** All references of a record in the order of its components; empty texts refer to nothing. */
    public static List<Reference> of(Record record) {
        List<Reference> found = new ArrayList<>();
        collect("", record, null, found);
        return found;
    }

    /** The ids of one sort of thing that a record refers to, in order, each once. */
    public static List<String> of(Record record, Refers what) {
        return of(record).stream()
                .filter(reference -> reference.what() == what)
                .map(Reference::id)
                .distinct()
                .toList();
    }

    private static void collect(String path, Object value, Setting setting, List<Reference> found) {
        if (value instanceof Optional<?> optional) {
            optional.ifPresent(present -> collect(path, present, setting, found));
        } else if (value instanceof List<?> list) {
            for (int i = 0; i < list.size(); i++) {
                collect(path + "[" + i + "]", list.get(i), setting, found);
            }
        } else if (value instanceof Map<?, ?> map) {
            map.forEach((key, item) -> collect(path + "." + key, item, setting, found));
        } else if (value instanceof Record record && REFERS.get(record.getClass())) {
            for (RecordComponent component : Kinds.components(record.getClass())) {
                collect(
                        path.isEmpty() ? component.getName() : path + "." + component.getName(),
                        Kinds.value(record, component),
                        Kinds.setting(component),
                        found);
            }
        } else if (value instanceof String id
                && !id.isEmpty()
                && setting != null
                && setting.refers().isReference()) {
            found.add(new Reference(path, setting.refers(), id, List.of(setting.of())));
        }
    }

    /**
     * The same record with every reference to one sort of thing given another id.
     *
     * @param other from the id that stands there to the one that shall stand there
     */
    public static <T> T replaced(T record, Refers what, UnaryOperator<String> other) {
        @SuppressWarnings("unchecked")
        T changed = (T) replaced(record, null, what, other);
        return changed;
    }

    /** The same record with one reference, by the way to it, given another id. */
    public static Record replaced(Record record, String path, String id) {
        int dot = path.indexOf('.');
        String name = dot < 0 ? path : path.substring(0, dot);
        for (RecordComponent component : Kinds.components(record.getClass())) {
            if (component.getName().equals(name)) {
                Object before = Kinds.value(record, component);
                Object after = dot >= 0
                        ? replaced((Record) before, path.substring(dot + 1), id)
                        : before instanceof Optional ? Optional.of(id) : id;
                return Kinds.with(record, name, after);
            }
        }
        throw new IllegalArgumentException("no single reference at " + path);
    }

    private static Object replaced(Object value, Setting setting, Refers what, UnaryOperator<String> other) {
        if (value instanceof Optional<?> optional) {
            return optional.map(present -> replaced(present, setting, what, other));
        }
        if (value instanceof List<?> list) {
            return list.stream()
                    .map(item -> replaced(item, setting, what, other))
                    .toList();
        }
        if (value instanceof Map<?, ?> map) {
            Map<Object, Object> changed = new LinkedHashMap<>();
            map.forEach((key, item) -> changed.put(key, replaced(item, setting, what, other)));
            return changed;
        }
        if (value instanceof Record record) {
            if (!REFERS.get(record.getClass())) {
                return record;
            }
            Record changed = record;
            for (RecordComponent component : Kinds.components(record.getClass())) {
                Object before = Kinds.value(record, component);
                Object after = replaced(before, Kinds.setting(component), what, other);
                if (!after.equals(before)) {
                    changed = Kinds.with(changed, component.getName(), after);
                }
            }
            return changed;
        }
        boolean means = value instanceof String id && !id.isEmpty() && setting != null && setting.refers() == what;
        return means ? other.apply((String) value) : value;
    }

    /**
     * What is left of a record when something that it refers to is gone: items of lists that refer to it go, optional references
     * to it are empty.
     *
     * @return nothing where the record itself refers to it, as then it goes too
     */
    public static <T> Optional<T> without(T record, Refers what, String id) {
        @SuppressWarnings("unchecked")
        Optional<T> left = (Optional<T>) left(record, null, what, id);
        return left;
    }

    private static Optional<?> left(Object value, Setting setting, Refers what, String id) {
        if (value instanceof Optional<?> optional) {
            return Optional.of(optional.flatMap(present -> left(present, setting, what, id)));
        }
        if (value instanceof List<?> list) {
            return Optional.of(list.stream()
                    .map(item -> left(item, setting, what, id))
                    .flatMap(Optional::stream)
                    .toList());
        }
        if (value instanceof Record record) {
            if (!REFERS.get(record.getClass())) {
                return Optional.of(record);
            }
            Record changed = record;
            for (RecordComponent component : Kinds.components(record.getClass())) {
                Object before = Kinds.value(record, component);
                Optional<?> after = left(before, Kinds.setting(component), what, id);
                if (after.isEmpty()) {
                    return after;
                }
                if (!after.get().equals(before)) {
                    changed = Kinds.with(changed, component.getName(), after.get());
                }
            }
            return Optional.of(changed);
        }
        boolean means = setting != null && setting.refers() == what && value.equals(id);
        return means ? Optional.empty() : Optional.of(value);
    }
}
