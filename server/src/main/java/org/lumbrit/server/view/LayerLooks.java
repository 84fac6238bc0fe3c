package org.lumbrit.server.view;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.findings.BudgetFindings;
import org.lumbrit.core.findings.CoverFindings;
import org.lumbrit.core.findings.MotionFindings;
import org.lumbrit.core.findings.PlantFindings;
import org.lumbrit.core.findings.ReliefFindings;
import org.lumbrit.core.looks.Tint;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.relief.ReliefLayer;
import org.lumbrit.core.site.Cost;
import org.lumbrit.core.site.SiteMotion;
import org.lumbrit.core.site.Summary;
import org.lumbrit.server.view.Manifest.LayerView;

/** Layers in a view: plants, colours, what relief lowers and raises; and what is found about them. */
final class LayerLooks {
    private final Look look;
    private final PlantViews plantViews;

    LayerLooks(Look look, PlantViews plantViews) {
        this.look = look;
        this.plantViews = plantViews;
    }

    List<LayerView> layers(boolean full) {
        List<LayerView> views = new ArrayList<>();
        for (Layer layer : look.recipe.layers()) {
            if (layer.hidden()) {
                views.add(LayerView.nothing(layer));
            } else if (layer instanceof CoverLayer cover) {
                views.add(cover(cover, full));
            } else if (layer instanceof TintLayer tint) {
                views.add(tint(tint));
            } else if (layer instanceof ReliefLayer) {
                views.add(relief(layer));
            } else {
                views.add(LayerView.nothing(layer));
            }
        }
        look.findings.addAll(ReliefFindings.of(look.evaluation));
        look.findings.addAll(PlantFindings.of(look.evaluation));
        look.findings.addAll(MotionFindings.ofSettings(
                look.recipe,
                new SiteMotion(look.evaluation, look.results, look.cancel),
                Math.min(
                        look.evaluation.plan().ground().width(),
                        look.evaluation.plan().ground().depth())));
        look.findings.addAll(BudgetFindings.of(look.recipe, Cost.of(look.evaluation)));
        return views;
    }

    private LayerView relief(Layer layer) {
        Summary made = look.differenceOf(layer);
        return new LayerView(
                layer.id(),
                layer.name(),
                "",
                "",
                "",
                0,
                0,
                0L,
                0L,
                Math.min(0.0, made.min()),
                Math.max(0.0, made.max()));
    }

    private LayerView cover(CoverLayer cover, boolean full) {
        look.cancel.doing("scattering " + cover.name());
        look.findings.addAll(CoverFindings.of(cover, look.evaluation.plants(cover)));
        look.findings.addAll(CoverFindings.unsteady(look.recipe, cover));
        return plantViews.cover(look.evaluation, cover, full, look.cancel);
    }

    private LayerView tint(TintLayer layer) {
        TintLayer now = (TintLayer) look.now.plan().recipe().layer(layer.id()).orElseThrow();
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
