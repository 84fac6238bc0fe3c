package org.lumbrit.formats.json;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.InvalidRecipeException.Problem;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.formats.BadInputException;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.util.DefaultIndenter;
import tools.jackson.core.util.DefaultPrettyPrinter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The recipe file: {@code {"format":"lumbrit-recipe","version":2,…}}. Shared by the command line and the server. In a recipe of version 1
 * a setting that is not there means what it meant then.
 */
public final class RecipeJson {
    public static final String FORMAT = "lumbrit-recipe";
    public static final int VERSION = 2;
    /** The oldest that is read. */
    public static final int OLDEST = 1;

    private static final String READ = "versions " + OLDEST + " to " + VERSION;
    /** A recipe holds rules only, so more than this is not one. */
    public static final int MOST_BYTES = 16 << 20;

    private static final JsonMapper MAPPER = JsonMapper.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .build();

    private RecipeJson() {}

    /**
     * @throws BadInputException where it is no recipe at all
     * @throws InvalidRecipeException with every problem and its path
     */
    public static Recipe read(byte[] bytes) {
        return read(tree(bytes));
    }

    /** The same of JSON that is parsed already. */
    public static Recipe read(JsonNode root) {
        if (!root.isObject() || !root.path("format").asString("").equals(FORMAT)) {
            throw new BadInputException(
                    "This is no Lumbrit recipe: it must begin with {\"format\": \"" + FORMAT + "\", …}.");
        }
        int version = root.path("version").asInt(-1);
        if (version < OLDEST || version > VERSION) {
            throw new BadInputException(
                    version > VERSION
                            ? "The recipe is of version " + version + ", written by a newer Lumbrit; this one reads "
                                    + READ + "."
                            : "The recipe's version is missing or unknown; this Lumbrit reads " + READ + ".");
        }
        return recipe(root);
    }

    /** A recipe without checking its format mark, as the server keeps it. */
    public static Recipe recipe(JsonNode root) {
        RecordReader reader = new RecordReader(root.path("version").asInt(OLDEST) < VERSION);
        Object read = reader.object(root, Recipe.class, Set.of("format", "version"), "");
        refuse(reader.problems());
        return RecipeCheck.require((Recipe) read);
    }

    private static void refuse(List<Problem> problems) {
        if (!problems.isEmpty()) {
            throw new InvalidRecipeException(problems);
        }
    }

    /** @throws InvalidRecipeException with the path of each problem, "edits[0].step.power" */
    public static List<Edit> edits(JsonNode node) {
        RecordReader reader = new RecordReader(false);
        if (!node.isArray() || node.isEmpty() || node.size() > 500) {
            throw new InvalidRecipeException("edits", "A list of 1 to 500 edits belongs here.");
        }
        List<Edit> edits = new java.util.ArrayList<>();
        for (int i = 0; i < node.size(); i++) {
            edits.add(reader.read(node.get(i), Edit.class, "edits[" + i + "]"));
        }
        refuse(reader.problems());
        return edits;
    }

    public static <T> T read(JsonNode node, Class<T> type, String path) {
        RecordReader reader = new RecordReader(false);
        T value = reader.read(node, type, path);
        refuse(reader.problems());
        return value;
    }

    public static JsonNode tree(byte[] bytes) {
        if (bytes.length > MOST_BYTES) {
            throw new BadInputException(
                    "The recipe is larger than " + (MOST_BYTES >> 20) + " MB; a recipe holds rules only.");
        }
        try {
            return MAPPER.readTree(bytes);
        } catch (JacksonException e) {
            String where = e.getLocation() == null
                    ? ""
                    : " (line " + e.getLocation().getLineNr() + ", column "
                            + e.getLocation().getColumnNr() + ")";
            throw new BadInputException(
                    "The recipe is no valid JSON: " + firstSentence(e.getOriginalMessage()) + where + ".", e);
        }
    }

    private static String firstSentence(String message) {
        String line = message.lines().findFirst().orElse("it cannot be read");
        return line.length() > 160 ? line.substring(0, 160) + "…" : line;
    }

    public static ObjectNode node(Recipe recipe) {
        ObjectNode node = MAPPER.createObjectNode();
        node.put("format", FORMAT);
        node.put("version", VERSION);
        node.setAll((ObjectNode) RecordWriter.write(recipe));
        return node;
    }

    public static JsonNode node(Object value) {
        return RecordWriter.write(value);
    }

    /** Pretty, UTF-8, a line end at the end. */
    public static byte[] write(Recipe recipe) {
        return pretty(node(recipe));
    }

    public static byte[] pretty(JsonNode node) {
        DefaultPrettyPrinter printer = new DefaultPrettyPrinter();
        DefaultIndenter indenter = new DefaultIndenter("  ", "\n");
        printer = printer.withObjectIndenter(indenter);
        return (MAPPER.writer().with(printer).writeValueAsString(node) + "\n").getBytes(StandardCharsets.UTF_8);
    }
}
