package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.props.Prop;

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

    @Kind(name = "remove-prop", title = "Remove prop", help = "Takes the falloffs along that measure from it.")
    record Remove(String prop) implements PropEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            Recipe without = recipe;
            for (Falloff falloff : recipe.falloffs()) {
                if (falloff.source().propRead().equals(Optional.of(prop))) {
                    without = new FalloffEdit.Remove(falloff.id()).apply(without);
                }
            }
            for (Layer layer : recipe.layers()) {
                if (layer.propRead().equals(Optional.of(prop))) {
                    without = new LayerEdit.Remove(layer.id()).apply(without);
                }
            }
            return without.withProps(without.props().stream()
                    .filter(each -> !each.id().equals(prop))
                    .toList());
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
