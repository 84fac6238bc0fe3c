package org.lumbrit.formats.json;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.lumbrit.core.kinds.AsArray;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.recipe.InvalidRecipeException.Problem;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.StringNode;

/**
 * Reads records from JSON by their components: a sealed interface by its {@code kind}, missing settings by their defaults,
 * unknown fields refused. Collects every problem with its path instead of stopping at the first.
 */
final class RecordReader {
    private static final JsonMapper MAPPER = JsonMapper.shared();
    private static final int LONGEST_LIST = 200_000;

    private final List<Problem> problems = new ArrayList<>();
    /** Whether what is read is of before the settings that say what nothing said meant then. */
    private final boolean old;

    RecordReader(boolean old) {
        this.old = old;
    }

    List<Problem> problems() {
        return problems;
    }

    /** @return null where a problem was found */
    <T> T read(JsonNode node, Class<T> type, String path) {
        return type.cast(value(node, type, path));
    }

    private Object say(String path, String message) {
        problems.add(new Problem(path, message));
        return null;
    }

    private Object value(JsonNode node, Type type, String path) {
        if (type instanceof ParameterizedType generic) {
            return container(node, generic, path);
        }
        Class<?> raw = (Class<?>) type;
        if (raw == double.class || raw == Double.class) {
            return node.isNumber() && Double.isFinite(node.doubleValue())
                    ? (Object) node.doubleValue()
                    : say(path, "A number belongs here, not " + shown(node) + ".");
        }
        if (raw == int.class || raw == Integer.class) {
            return node.isNumber()
                            && node.doubleValue() == Math.rint(node.doubleValue())
                            && Math.abs(node.doubleValue()) < 2e9
                    ? (Object) (int) node.doubleValue()
                    : say(path, "A whole number belongs here, not " + shown(node) + ".");
        }
        if (raw == boolean.class) {
            return node.isBoolean()
                    ? (Object) node.booleanValue()
                    : say(path, "true or false belongs here, not " + shown(node) + ".");
        }
        if (raw == String.class) {
            return node.isString() ? node.stringValue() : say(path, "A text belongs here, not " + shown(node) + ".");
        }
        if (raw.isEnum()) {
            return constant(node, raw, path);
        }
        if (Kinds.known(raw)) {
            return kind(node, raw, path);
        }
        if (raw.isAnnotationPresent(AsArray.class)) {
            return array(node, raw, path);
        }
        return object(node, raw.asSubclass(Record.class), Set.of(), path);
    }

    private static String shown(JsonNode node) {
        String text = node.toString();
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }

    private Object container(JsonNode node, ParameterizedType type, String path) {
        Type[] parts = type.getActualTypeArguments();
        if (type.getRawType() == Optional.class) {
            return node.isNull() ? Optional.empty() : Optional.ofNullable(value(node, parts[0], path));
        }
        if (type.getRawType() == List.class) {
            if (!node.isArray() || node.size() > LONGEST_LIST) {
                return say(path, "A list of at most " + LONGEST_LIST + " belongs here, not " + shown(node) + ".");
            }
            List<Object> list = new ArrayList<>(node.size());
            for (int i = 0; i < node.size(); i++) {
                list.add(value(node.get(i), parts[0], path + "[" + i + "]"));
            }
            return list.contains(null) ? null : list;
        }
        if (!node.isObject()) {
            return say(path, "An object { … } belongs here, not " + shown(node) + ".");
        }
        Map<String, Object> map = new LinkedHashMap<>();
        node.properties()
                .forEach(entry ->
                        map.put(entry.getKey(), value(entry.getValue(), parts[1], path + "." + entry.getKey())));
        return map.containsValue(null) ? null : map;
    }

    private Object constant(JsonNode node, Class<?> type, String path) {
        for (Object constant : type.getEnumConstants()) {
            if (node.isString() && Kinds.word((Enum<?>) constant).equals(node.stringValue())) {
                return constant;
            }
        }
        return say(path, "One of " + String.join(", ", Kinds.words(type)) + " belongs here, not " + shown(node) + ".");
    }

    private Object kind(JsonNode node, Class<?> sealed, String path) {
        JsonNode word = node.isObject() ? node.get("kind") : null;
        Optional<Class<? extends Record>> kind =
                word != null && word.isString() ? Kinds.named(sealed, word.stringValue()) : Optional.empty();
        if (kind.isEmpty()) {
            String known = String.join(
                    ", ",
                    Kinds.of(sealed).stream()
                            .map(each -> Kinds.kind(each).name())
                            .toList());
            return say(
                    path + ".kind",
                    "The kind must be one of " + known + (word == null ? "." : ", not " + shown(word) + "."));
        }
        return object(node, kind.get(), Set.of("kind"), path);
    }

    private Object array(JsonNode node, Class<?> type, String path) {
        RecordComponent[] components = Kinds.components(type);
        int least = components.length - type.getAnnotation(AsArray.class).mayMiss();
        if (!node.isArray() || node.size() < least || node.size() > components.length) {
            return say(path, "A list of " + components.length + " numbers belongs here, not " + shown(node) + ".");
        }
        Object[] values = new Object[components.length];
        boolean complete = true;
        for (int i = 0; i < values.length; i++) {
            values[i] = i < node.size() ? value(node.get(i), double.class, path + "[" + i + "]") : (Double) 0.0;
            complete &= values[i] != null;
        }
        return complete ? construct(type, values, path) : null;
    }

    Object object(JsonNode node, Class<? extends Record> type, Set<String> besides, String path) {
        if (!node.isObject()) {
            return say(path, "An object { … } belongs here, not " + shown(node) + ".");
        }
        RecordComponent[] components = Kinds.components(type);
        Set<String> known = new TreeSet<>();
        Object[] values = new Object[components.length];
        boolean complete = true;
        for (int i = 0; i < components.length; i++) {
            String name = components[i].getName();
            known.add(name);
            String at = path.isEmpty() ? name : path + "." + name;
            JsonNode given = node.get(name);
            values[i] = given != null ? value(given, components[i].getGenericType(), at) : missing(components[i], at);
            complete &= values[i] != null;
        }
        for (String name : node.propertyNames()) {
            if (!known.contains(name) && !besides.contains(name)) {
                complete = false;
                say(
                        path.isEmpty() ? name : path + "." + name,
                        "There is no such field here; known are " + String.join(", ", known) + ".");
            }
        }
        return complete ? construct(type, values, path) : null;
    }

    private Object missing(RecordComponent component, String path) {
        Class<?> type = component.getType();
        if (type == Optional.class) {
            return Optional.empty();
        }
        if (type == List.class && !component.isAnnotationPresent(Setting.class)) {
            return List.of();
        }
        if (type == Map.class) {
            return Map.of();
        }
        Setting setting = Kinds.setting(component);
        if (setting != null && !setting.byDefault().isEmpty()) {
            String unsaid = old && !setting.before().isEmpty() ? setting.before() : setting.byDefault();
            return value(literal(unsaid), component.getGenericType(), path);
        }
        if (type == boolean.class) {
            return false;
        }
        boolean allByDefault = type.isRecord()
                && !type.isAnnotationPresent(AsArray.class)
                && java.util.Arrays.stream(Kinds.components(type))
                        .allMatch(each -> each.isAnnotationPresent(Setting.class)
                                && !Kinds.setting(each).byDefault().isEmpty());
        if (allByDefault && !type.isAnnotationPresent(Kind.class)) {
            return object(MAPPER.createObjectNode(), type.asSubclass(Record.class), Set.of(), path);
        }
        return say(path, "This must be given.");
    }

    /** A default as it would stand in the recipe. */
    static JsonNode defaultOf(Setting setting) {
        return literal(setting.byDefault());
    }

    private static JsonNode literal(String text) {
        try {
            return MAPPER.readTree(text);
        } catch (JacksonException textWithoutQuotes) {
            return StringNode.valueOf(text);
        }
    }

    private Object construct(Class<?> type, Object[] values, String path) {
        try {
            Class<?>[] types = java.util.Arrays.stream(Kinds.components(type))
                    .map(RecordComponent::getType)
                    .toArray(Class<?>[]::new);
            return type.getDeclaredConstructor(types).newInstance(values);
        } catch (InvocationTargetException e) {
            return say(path, String.valueOf(e.getCause().getMessage()));
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("cannot construct " + type, e);
        }
    }
}
