package org.lumbrit.server.view;

import java.util.List;
import java.util.function.Predicate;
import org.lumbrit.core.findings.Findings;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.server.results.KeptResults;
import org.lumbrit.server.view.Manifest.FalloffView;
import org.lumbrit.server.view.Manifest.FindingView;
import org.lumbrit.server.view.Manifest.GroundView;
import org.lumbrit.server.view.Manifest.LayerView;
import org.lumbrit.server.view.Manifest.PropView;
import org.lumbrit.server.view.Manifest.ShownView;
import org.springframework.stereotype.Component;

/** Evaluates what a view shows and names the binaries that hold it. */
@Component
public class ViewService {
    /** Nodes on the longer side of what the view shows. */
    public static final int VIEW_NODES = SitePlan.GRID_NODES;

    /** Nodes on the longer side of the ground while something is dragged that shapes it. */
    public static final int DRAFT_NODES = 257;

    private final Grounds grounds;
    private final KeptResults results;
    private final PlantViews plantViews;

    ViewService(Grounds grounds, KeptResults results, PlantViews plantViews) {
        this.grounds = grounds;
        this.results = results;
        this.plantViews = plantViews;
    }

    /** The decoded files of all recipes. */
    public SiteAssets assets() {
        return grounds;
    }

    public SiteEvaluation evaluation(Recipe recipe, double time, Cancel cancel) {
        return SiteEvaluation.of(recipe, grounds, time, results, cancel);
    }

    public Manifest manifest(Recipe recipe, int revision, ViewRequest request, Cancel cancel) {
        long start = System.nanoTime();
        Recipe looked = request.oneAlone() ? alone(recipe, request.alone()) : recipe;
        if (request.onCourse()) {
            looked = bare(looked.afterStep(request.courseLayer(), request.courseStep()));
        }
        boolean draft = request.draftWanted()
                && !looked.layersOf(Family.RELIEF).isEmpty()
                && looked.ground().resolution().orElse(GroundSpec.FLAT_NODES) > DRAFT_NODES
                && !SitePlan.groundIsKept(looked, grounds, results, cancel);
        if (draft) {
            looked = looked.withGround(looked.ground().withResolution(DRAFT_NODES));
        }
        SiteEvaluation still = evaluation(looked, 0, cancel);
        SiteEvaluation now = request.seconds() == 0 ? still : evaluation(looked, request.seconds(), cancel);
        cancel.doing("looking at falloffs and layers");
        Look look = new Look(still, now, results, cancel);
        ShownView shown = new ShownLook(look).shown(request);
        List<LayerView> layers = new LayerLooks(look, plantViews, recipe).layers(request.fullWanted());
        List<PropView> props = new PropLooks(look).props(request);
        List<FalloffView> falloffs = new FalloffLooks(look).falloffs(request);
        GroundView ground = look.ground(draft);
        int plants = layers.stream().mapToInt(LayerView::plants).sum();
        long triangles = layers.stream().mapToLong(LayerView::triangles).sum()
                + props.stream().mapToLong(PropView::triangles).sum();
        double milliseconds = (System.nanoTime() - start) / 1e6;
        return new Manifest(
                revision,
                ground,
                layers,
                props,
                falloffs,
                shown,
                request.onCourse()
                        ? List.of()
                        : Findings.of(still).stream().map(FindingView::of).toList(),
                plants,
                triangles,
                milliseconds);
    }

    /** The ground alone: what stands on it would be made anew for each step that is looked at. */
    private static Recipe bare(Recipe recipe) {
        return without(recipe, layer -> layer.family() != Family.RELIEF);
    }

    /** The same with every other relief layer switched off. */
    private static Recipe alone(Recipe recipe, String layerId) {
        return without(
                recipe, layer -> layer.family() == Family.RELIEF && !layer.id().equals(layerId));
    }

    private static Recipe without(Recipe recipe, Predicate<Layer> unwanted) {
        return recipe.withLayers(recipe.layers().stream()
                .map(layer -> unwanted.test(layer) ? layer.switchedOff() : layer)
                .toList());
    }
}
