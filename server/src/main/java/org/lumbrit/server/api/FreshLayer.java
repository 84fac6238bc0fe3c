package org.lumbrit.server.api;

import java.lang.reflect.RecordComponent;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Layers with everything by default, to be asked what they offer and what a new one begins with. */
final class FreshLayer {
    private FreshLayer() {}

    /** A layer of a kind whose references are {@link Beginning#OPEN}. */
    static Layer of(Class<? extends Record> kind) {
        ObjectNode node = JsonNodeFactory.instance
                .objectNode()
                .put("kind", Kinds.kind(kind).name())
                .put("id", "new")
                .put("name", "New");
        for (RecordComponent component : Kinds.components(kind)) {
            Setting setting = component.getAnnotation(Setting.class);
            if (setting != null
                    && setting.byDefault().isEmpty()
                    && setting.refers().isReference()) {
                node.put(component.getName(), Beginning.OPEN);
            }
        }
        return RecipeJson.read(node, Layer.class, "layer");
    }
}
