package org.lumbrit.formats.json;

import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.kinds.AsArray;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** JSON Schema (draft 2020-12) of the recipe and its edits, from the same descriptions as the forms on screen. */
public final class RecipeSchema {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private final ObjectNode definitions = NODES.objectNode();
    private final String prefix;

    private final boolean complete;

    private RecipeSchema(String prefix, boolean complete) {
        this.prefix = prefix;
        this.complete = complete;
    }

    /** The whole document, as {@code ./lumbrit schema} prints it. */
    public static ObjectNode document() {
        RecipeSchema schema = new RecipeSchema("#/$defs/", false);
        ObjectNode root = NODES.objectNode();
        root.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        root.put("title", "Lumbrit recipe");
        root.setAll(schema.recipe());
        root.set("$defs", schema.definitions);
        return root;
    }

    /**
     * Definitions by name with references that begin with a prefix, for embedding: Recipe, Edit and all they use. They
     * describe what is written, so settings with a default count as required.
     */
    public static ObjectNode definitions(String prefix) {
        RecipeSchema schema = new RecipeSchema(prefix, true);
        schema.definitions.set("Recipe", schema.recipe());
        schema.reference(Edit.class);
        return schema.definitions;
    }

    private ObjectNode recipe() {
        ObjectNode recipe = object(Recipe.class);
        ObjectNode properties = (ObjectNode) recipe.get("properties");
        properties.set("format", NODES.objectNode().put("const", RecipeJson.FORMAT));
        properties.set(
                "version",
                NODES.objectNode()
                        .put("type", "integer")
                        .put("minimum", RecipeJson.OLDEST)
                        .put("maximum", RecipeJson.VERSION));
        ((ArrayNode) recipe.get("required")).add("format").add("version");
        return recipe;
    }

    private ObjectNode of(Type type) {
        if (type instanceof ParameterizedType generic) {
            Type[] parts = generic.getActualTypeArguments();
            if (generic.getRawType() == Optional.class) {
                return of(parts[0]);
            }
            if (generic.getRawType() == List.class) {
                ObjectNode list = NODES.objectNode().put("type", "array");
                list.set("items", of(parts[0]));
                return list;
            }
            ObjectNode map = NODES.objectNode().put("type", "object");
            map.set("additionalProperties", of(parts[1]));
            return map;
        }
        Class<?> raw = (Class<?>) type;
        if (raw == double.class || raw == Double.class) {
            return NODES.objectNode().put("type", "number");
        }
        if (raw == int.class || raw == Integer.class) {
            return NODES.objectNode().put("type", "integer");
        }
        if (raw == boolean.class) {
            return NODES.objectNode().put("type", "boolean");
        }
        if (raw == String.class) {
            return NODES.objectNode().put("type", "string");
        }
        if (raw.isEnum()) {
            ObjectNode choice = NODES.objectNode().put("type", "string");
            ArrayNode words = choice.putArray("enum");
            Kinds.words(raw).forEach(words::add);
            return choice;
        }
        return reference(raw);
    }

    private static String nameOf(Class<?> type) {
        return type.getEnclosingClass() == null
                ? type.getSimpleName()
                : type.getEnclosingClass().getSimpleName() + type.getSimpleName();
    }

    private ObjectNode reference(Class<?> type) {
        String name = nameOf(type);
        if (!definitions.has(name)) {
            definitions.putObject(name);
            definitions.set(name, define(type));
        }
        return NODES.objectNode().put("$ref", prefix + name);
    }

    private ObjectNode define(Class<?> type) {
        if (Kinds.known(type)) {
            ObjectNode union = NODES.objectNode();
            ArrayNode oneOf = union.putArray("oneOf");
            Kinds.of(type).forEach(kind -> oneOf.add(reference(kind)));
            return union;
        }
        if (type.isAnnotationPresent(AsArray.class)) {
            int length = Kinds.components(type).length;
            ObjectNode array = NODES.objectNode().put("type", "array");
            array.set("items", NODES.objectNode().put("type", "number"));
            int missing = type.getAnnotation(AsArray.class).mayMiss();
            return array.put("minItems", length - missing).put("maxItems", length);
        }
        return object(type);
    }

    private ObjectNode object(Class<?> type) {
        ObjectNode object = NODES.objectNode();
        Kind kind = type.getAnnotation(Kind.class);
        if (kind != null) {
            object.put("title", kind.title()).put("description", kind.help());
        }
        object.put("type", "object");
        ObjectNode properties = object.putObject("properties");
        ArrayNode required = object.putArray("required");
        if (kind != null) {
            properties.putObject("kind").put("const", kind.name());
            required.add("kind");
        }
        for (RecordComponent component : Kinds.components(type)) {
            ObjectNode schema = of(component.getGenericType());
            Setting setting = Kinds.setting(component);
            if (setting != null) {
                describe(schema, setting, component.getType());
            }
            properties.set(component.getName(), schema);
            if (mustBeGiven(component, setting)) {
                required.add(component.getName());
            }
        }
        return object.put("additionalProperties", false);
    }

    private boolean mustBeGiven(RecordComponent component, Setting setting) {
        Class<?> type = component.getType();
        if (complete) {
            return type != Optional.class;
        }
        boolean mayBeLeftOut = type == boolean.class
                || type == Optional.class
                || type == Map.class
                || (type == List.class && setting == null)
                || component.getName().equals("clock")
                || component.getName().equals("limits")
                || (setting != null && !setting.byDefault().isEmpty());
        return !mayBeLeftOut;
    }

    private static void describe(ObjectNode schema, Setting setting, Class<?> type) {
        String help = setting.help().isEmpty() ? setting.title() : setting.help();
        schema.put("description", setting.unit().isEmpty() ? help : help + " (" + setting.unit() + ")");
        if (type == double.class || type == int.class || type == Optional.class) {
            schema.put("minimum", setting.min()).put("maximum", setting.max());
        }
        if (!setting.byDefault().isEmpty()) {
            schema.set("default", RecordReader.defaultOf(setting));
        }
    }
}
