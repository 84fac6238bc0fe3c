package org.lumbrit.server.view;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
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
import org.lumbrit.server.view.Manifest.Told;
import org.lumbrit.server.view.ShownLook.Shown;
import org.lumbrit.server.view.SubjectMaker.Scene;
import org.springframework.stereotype.Component;

/** Evaluates what a view shows and names the binaries that hold it. */
@Component
public class ViewService {
    /** Nodes on the longer side of what the view shows. */
    public static final int VIEW_NODES = SitePlan.GRID_NODES;

    /** Nodes on the longer side of the ground while something is dragged that shapes it. */
    public static final int DRAFT_NODES = 257;

    /** Manifests that are remembered; one that is no longer is told whole again. */
    private static final int TOLD = 200;

    private final Grounds grounds;
    private final KeptResults results;
    private final List<SubjectMaker> makers;

    /** What was told last, so that a view that holds it need only be told what has changed. */
    private final Cache<String, Told> told =
            Caffeine.newBuilder().maximumSize(TOLD).build();

    /** For what is made beside the rest of a view. Not the common pool: whoever waits for a key would wait in it. */
    private final ExecutorService beside = Executors.newCachedThreadPool(work -> {
        Thread thread = new Thread(work, "beside a view");
        thread.setDaemon(true);
        return thread;
    });

    ViewService(Grounds grounds, KeptResults results, PlantViews plants) {
        this.grounds = grounds;
        this.results = results;
        this.makers = SubjectMaker.all(plants);
    }

    /** The decoded files of all recipes. */
    public SiteAssets assets() {
        return grounds;
    }

    /** For looking at: of crowds a part. */
    public SiteEvaluation evaluation(Recipe recipe, double time, Cancel cancel) {
        return whole(recipe, time, cancel).thinning();
    }

    /** With every plant, for what is handed over. */
    public SiteEvaluation whole(Recipe recipe, double time, Cancel cancel) {
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
        Look look = new Look(still, now, draft, results, cancel);
        Shown shown = new ShownLook(look).shown(request);
        // what the board shows does not wait for the plants
        CompletableFuture<List<FalloffView>> falloffs =
                CompletableFuture.supplyAsync(() -> new FalloffLooks(look).falloffs(request), beside);
        Scene scene = new Scene(look, request, shown);
        List<SubjectView> subjects =
                makers.stream().flatMap(maker -> maker.make(scene)).toList();
        Told all = Manifest.whole(
                revision,
                subjects,
                new LayerLooks(look, recipe, request.fullWanted()).layers(),
                awaited(falloffs),
                shown.view(),
                (System.nanoTime() - start) / 1e6);
        told.put(all.whole().key(), all);
        Told known = request.since() == null ? null : told.getIfPresent(request.since());
        return known == null ? all.whole() : all.since(known);
    }

    /** What another thread has made, or what went wrong there. */
    private static <T> T awaited(CompletableFuture<T> made) {
        try {
            return made.join();
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException failed ? failed : e;
        }
    }

    @PreDestroy
    void close() {
        beside.shutdown();
    }

    /** What is probably not meant in a recipe, by the core. */
    public List<FindingView> findings(Recipe recipe, Cancel cancel) {
        return Findings.of(evaluation(recipe, 0, cancel)).stream()
                .map(FindingView::of)
                .toList();
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
