package org.lumbrit.server.view;

import java.util.List;
import org.lumbrit.core.answers.Cost;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.server.view.Manifest.LayerView;

/** The numbers of layers: how many plants, what they cost, what relief lowers and raises. */
final class LayerLooks {
    private final Look look;
    private final Recipe written;
    private final boolean full;

    /** @param written the recipe as it is, where another state of it is looked at; @param full whether every plant is shown */
    LayerLooks(Look look, Recipe written, boolean full) {
        this.look = look;
        this.written = written;
        this.full = full;
    }

    List<LayerView> layers() {
        return look.recipe.layers().stream().map(this::numbers).toList();
    }

    private LayerView numbers(Layer layer) {
        int steps = written.layer(layer.id()).map(Layer::courseSteps).orElse(0);
        if (!layer.hidden() && layer.seen().contains(Subject.PLANTS)) {
            CoverLayer cover = (CoverLayer) layer;
            Cost cost = Cost.of(look.evaluation, cover);
            int[] shown = PlantBinaries.shown(look.evaluation.plants(cover), full);
            return new LayerView(
                    layer.id(),
                    layer.name(),
                    look.evaluation.count(cover),
                    shown.length,
                    cost.triangles(),
                    cost.bytes(),
                    null,
                    null,
                    steps);
        }
        float[] change =
                layer.hidden() ? null : look.evaluation.groundChange(layer).orElse(null);
        return new LayerView(
                layer.id(),
                layer.name(),
                0L,
                0,
                0L,
                0L,
                change == null ? null : (double) change[0],
                change == null ? null : (double) change[1],
                steps);
    }
}
