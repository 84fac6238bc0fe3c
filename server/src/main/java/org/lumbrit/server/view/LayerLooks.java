package org.lumbrit.server.view;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.surface.Tint;
import org.lumbrit.server.view.Manifest.LayerView;

/** Layers in a view: plants, colours, what relief lowers and raises. */
final class LayerLooks {
    private final Look look;
    private final PlantViews plantViews;
    private final Recipe written;

    /** @param written the recipe as it is, where another state of it is looked at */
    LayerLooks(Look look, PlantViews plantViews, Recipe written) {
        this.written = written;
        this.look = look;
        this.plantViews = plantViews;
    }

    List<LayerView> layers(boolean full) {
        List<LayerView> views = new ArrayList<>();
        for (Layer layer : look.recipe.layers()) {
            int steps = written.layer(layer.id()).map(Layer::courseSteps).orElse(0);
            views.add((layer.hidden() ? LayerView.nothing(layer) : shown(layer, full)).withCourse(steps));
        }
        return views;
    }

    private LayerView shown(Layer layer, boolean full) {
        if (layer.seen().contains(Subject.PLANTS)) {
            look.cancel.doing("scattering " + layer.name());
            return plantViews.cover(look.evaluation, (CoverLayer) layer, full, look.cancel);
        }
        if (layer.seen().contains(Subject.COLOURS)) {
            return colours(layer);
        }
        return look.evaluation
                .groundChange(layer)
                .map(change -> new LayerView(
                        layer.id(), layer.name(), "", "", "", 0, 0, 0L, 0L, (double) change[0], (double) change[1]))
                .orElseGet(() -> LayerView.nothing(layer));
    }

    private LayerView colours(Layer layer) {
        Layer now = look.now.plan().recipe().layer(layer.id()).orElseThrow();
        Tint tint = look.now.tint(now, look.samples);
        String key = new KeyBuilder("tint bundle/1")
                .add(look.now.plan().layerKey(now))
                .add(look.lattice.key())
                .key();
        return new LayerView(
                layer.id(),
                layer.name(),
                "",
                "",
                look.kept(key, shared -> Binaries.tint(look.lattice, tint)),
                0,
                0,
                0L,
                0L,
                null,
                null);
    }
}
