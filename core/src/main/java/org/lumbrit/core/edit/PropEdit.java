package org.lumbrit.core.edit;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;

/** Changes of props. */
public sealed interface PropEdit extends Edit {

    @Kind(name = "set-prop", title = "Set prop", help = "Adds a prop, or replaces the one with the same id.")
    record Set(Prop prop) implements PropEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            List<Prop> props = new ArrayList<>(recipe.props());
            int at = recipe.prop(prop.id()).map(props::indexOf).orElse(-1);
            if (at >= 0) {
                props.set(at, prop);
            } else {
                props.add(prop);
            }
            return recipe.withProps(props);
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.prop(prop.id());
        }

        @Override
        public String summary(Recipe recipe) {
            return (recipe.prop(prop.id()).isPresent() ? "Changed prop " : "New prop ") + prop.name();
        }
    }

    @Kind(name = "remove-prop", title = "Remove prop", help = "Takes the falloffs and layers along that work from it.")
    record Remove(String prop) implements PropEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.without(Refers.PROP, prop);
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.prop(prop);
        }

        @Override
        public String summary(Recipe recipe) {
            return "Deleted prop " + recipe.names().nameOf(Refers.PROP, prop);
        }
    }
}
