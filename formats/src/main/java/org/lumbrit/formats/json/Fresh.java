package org.lumbrit.formats.json;

import java.lang.reflect.RecordComponent;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Layer;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Things with everything by default, to be asked what they offer and what a new one begins with. */
public final class Fresh {
    private Fresh() {}

    /** A layer of a kind whose references are {@link Beginning#OPEN}. */
    public static Layer layer(Class<? extends Record> kind) {
        return of(Layer.class, kind, setting -> Beginning.OPEN);
    }

    /**
     * A thing of a kind with the id "new" and the name "New", where it has them.
     *
     * @param sort the interface that the kind belongs to
     * @param reference what a setting that must refer to something refers to
     */
    public static <T> T of(Class<T> sort, Class<? extends Record> kind, Function<Setting, String> reference) {
        ObjectNode node = JsonNodeFactory.instance
                .objectNode()
                .put("kind", Kinds.kind(kind).name());
        for (RecordComponent component : Kinds.components(kind)) {
            Setting setting = Kinds.setting(component);
            if (component.getName().equals("id")) {
                node.put("id", "new");
            } else if (component.getName().equals("name")) {
                node.put("name", "New");
            } else if (setting != null
                    && setting.byDefault().isEmpty()
                    && setting.refers().isReference()) {
                node.put(component.getName(), reference.apply(setting));
            }
        }
        return RecipeJson.read(node, sort, "new");
    }
}
