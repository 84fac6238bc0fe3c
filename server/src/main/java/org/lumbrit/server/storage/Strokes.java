package org.lumbrit.server.storage;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.UnaryOperator;
import org.lumbrit.formats.json.RecipeJson;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Keeps the strokes of brushes as rows of their own, so that a revision does not hold all that was ever painted before it: in its
 * recipe stands {@code {"stroke": HASH}} for each.
 */
@Component
class Strokes {
    private static final String NAMED = "stroke";

    private final StrokeRows rows;

    Strokes(StrokeRows rows) {
        this.rows = rows;
    }

    /** Takes the strokes out of a recipe and keeps those that are new. */
    void take(UUID site, JsonNode recipe) {
        Map<String, String> taken = new LinkedHashMap<>();
        each(recipe, stroke -> {
            String content = stroke.toString();
            String hash = Assets.hash(content.getBytes(StandardCharsets.UTF_8));
            taken.put(hash, content);
            return JsonNodeFactory.instance.objectNode().put(NAMED, hash);
        });
        if (!taken.isEmpty()) {
            rows.known(site, taken.keySet()).forEach(taken::remove);
            taken.forEach((hash, content) -> rows.keep(site, hash, content));
        }
    }

    /** Puts the strokes that a kept recipe names back into it; one of an older Lumbrit has them still. */
    void putBack(UUID site, JsonNode recipe) {
        Set<String> hashes = new LinkedHashSet<>();
        each(recipe, stroke -> {
            if (stroke.has(NAMED)) {
                hashes.add(stroke.get(NAMED).asString());
            }
            return stroke;
        });
        if (hashes.isEmpty()) {
            return;
        }
        Map<String, JsonNode> known = new HashMap<>();
        rows.named(site, hashes)
                .forEach(row ->
                        known.put(row.hash(), RecipeJson.tree(row.content().getBytes(StandardCharsets.UTF_8))));
        each(recipe, stroke -> {
            if (!stroke.has(NAMED)) {
                return stroke;
            }
            JsonNode whole = known.get(stroke.get(NAMED).asString());
            if (whole == null) {
                throw new IllegalStateException("a revision names a stroke that is not kept");
            }
            return whole;
        });
    }

    private static void each(JsonNode recipe, UnaryOperator<JsonNode> change) {
        for (JsonNode falloff : recipe.path("falloffs")) {
            if (falloff.path("source") instanceof ObjectNode source
                    && source.path("strokes") instanceof ArrayNode all) {
                for (int i = 0; i < all.size(); i++) {
                    all.set(i, change.apply(all.get(i)));
                }
            }
        }
    }
}
