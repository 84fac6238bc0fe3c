package org.lumbrit.server.view;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.drive.PropertyDescription;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.findings.BudgetFindings;
import org.lumbrit.core.findings.CoverFindings;
import org.lumbrit.core.findings.FalloffFindings;
import org.lumbrit.core.findings.Finding;
import org.lumbrit.core.findings.PlantFindings;
import org.lumbrit.core.findings.PropFindings;
import org.lumbrit.core.findings.ReliefFindings;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.looks.Tint;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.relief.ReliefLayer;
import org.lumbrit.core.site.Cost;
import org.lumbrit.core.site.GroundSpec;
import org.lumbrit.core.site.Recipe;
import org.lumbrit.core.site.ReliefState;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.site.Summary;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.server.results.KeptResults;
import org.lumbrit.server.view.Manifest.FalloffView;
import org.lumbrit.server.view.Manifest.FindingView;
import org.lumbrit.server.view.Manifest.GroundView;
import org.lumbrit.server.view.Manifest.LayerView;
import org.lumbrit.server.view.Manifest.PropView;
import org.lumbrit.server.view.Manifest.ShownView;
import org.lumbrit.server.view.Manifest.StageView;
import org.springframework.stereotype.Component;

/** Evaluates what a view shows and names the binaries that hold it. */
@Component
public class ViewService {
    /** Nodes on the longer side of what the view shows. */
    public static final int VIEW_NODES = SitePlan.GRID_NODES;

    /** Nodes on the longer side of the ground while something is dragged that shapes it. */
    public static final int DRAFT_NODES = 257;

    private static final float[] EVEN = new float[64];

    static {
        java.util.Arrays.fill(EVEN, 1);
    }

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
        boolean draft = request.draftWanted()
                && looked.relief().size() > 0
                && looked.ground().resolution().orElse(GroundSpec.FLAT_NODES) > DRAFT_NODES
                && !SitePlan.groundIsKept(looked, grounds, results, cancel);
        if (draft) {
            looked = looked.withGround(looked.ground().withResolution(DRAFT_NODES));
        }
        SiteEvaluation still = evaluation(looked, 0, cancel);
        SiteEvaluation now = request.seconds() == 0 ? still : evaluation(looked, request.seconds(), cancel);
        cancel.doing("looking at falloffs and layers");
        Look look = new Look(still, now, cancel);
        ShownView shown = look.shown(request);
        List<LayerView> layers = look.layers(request.fullWanted());
        List<PropView> props = look.props(request);
        List<FalloffView> falloffs = look.falloffs(request);
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
                look.findings.stream().map(FindingView::of).toList(),
                plants,
                triangles,
                milliseconds);
    }

    /** The same with every other relief layer switched off. */
    private static Recipe alone(Recipe recipe, String layerId) {
        return recipe.withLayers(recipe.layers().stream()
                .map(layer -> layer instanceof ReliefLayer
                                && !layer.hidden()
                                && !layer.id().equals(layerId)
                        ? (Layer) Kinds.with((Record) layer, "hidden", true)
                        : layer)
                .toList());
    }

    /**
     * A ground that values are looked at on.
     *
     * @param title in words
     */
    private record Seen(
            SiteEvaluation still, SiteEvaluation now, Lattice lattice, Samples samples, float[] areas, String title) {}

    /** One evaluation of one view. */
    private final class Look {
        private final SiteEvaluation evaluation;
        private final SiteEvaluation now;
        private final Cancel cancel;
        private final Recipe recipe;
        private final Map<String, Seen> grounds = new HashMap<>();
        private final Lattice lattice;
        private final Samples samples;
        private final List<Finding> findings = new ArrayList<>();

        /** @param evaluation at time 0, which covers read; @param now at the time that is looked at */
        Look(SiteEvaluation evaluation, SiteEvaluation now, Cancel cancel) {
            this.evaluation = evaluation;
            this.now = now;
            this.cancel = cancel;
            this.recipe = evaluation.plan().recipe();
            Seen finished = seenBy("");
            this.lattice = finished.lattice;
            this.samples = finished.samples;
        }

        /** The ground that a layer sees; "" for the finished one. */
        private Seen seenBy(String layerId) {
            boolean below = evaluation.plan().relief(layerId).isPresent();
            return grounds.computeIfAbsent(below ? layerId : "", id -> {
                SiteEvaluation still = below ? evaluation.seenBy(id) : evaluation;
                SiteEvaluation seenNow = below ? still : now;
                Lattice nodes = still.plan().ground().lattice(VIEW_NODES);
                Samples all = still.samples(nodes);
                float[] areas = results.get(key("areas", nodes.key()), cancel, shared -> nodes.areas(all));
                String title = below
                        ? "the ground below " + recipe.layer(id).orElseThrow().name()
                        : recipe.relief().isEmpty() ? "the ground" : "the finished ground";
                return new Seen(still, seenNow, nodes, all, areas, title);
            });
        }

        /** A falloff that only shapes the ground is looked at as the first layer that it drives sees it. */
        private Seen seenFor(String falloffId, String chosenLayer) {
            List<String> driven = recipe.drives().stream()
                    .filter(drive -> drive.falloff().equals(falloffId))
                    .map(drive -> drive.layer())
                    .toList();
            if (chosenLayer != null && driven.contains(chosenLayer)) {
                return seenBy(chosenLayer);
            }
            List<String> relief = recipe.relief().stream().map(Layer::id).toList();
            if (driven.isEmpty() || !relief.containsAll(driven)) {
                return seenBy("");
            }
            return seenBy(relief.stream().filter(driven::contains).findFirst().orElseThrow());
        }

        private static String key(String what, String of) {
            return new KeyBuilder(what).add(of).key();
        }

        /** Makes sure that a binary is kept and gives its key. */
        private String kept(String key, java.util.function.Function<Cancel, byte[]> write) {
            results.get(key, cancel, write);
            return key;
        }

        GroundView ground(boolean draft) {
            Ground ground = evaluation.plan().ground();
            KeyBuilder bundleKey = new KeyBuilder("ground bundle/4").add(lattice.key());
            List<PlacedMesh> standing = evaluation.scene().props();
            standing.forEach(prop -> bundleKey.add(prop.key()));
            String bundle = kept(bundleKey.key(), shared -> Binaries.ground(lattice, samples, standing, shared));
            return new GroundView(
                    bundle,
                    ground.width(),
                    ground.depth(),
                    ground.lowest(),
                    ground.highest(),
                    recipe.ground().waterLevel().orElse(null),
                    ground.columns(),
                    ground.rows(),
                    draft);
        }

        List<PropView> props(ViewRequest request) {
            List<PropView> views = new ArrayList<>();
            for (Prop prop : recipe.props()) {
                findings.addAll(PropFindings.of(evaluation, prop));
                if (prop.hidden()) {
                    continue;
                }
                PlacedMesh placed = evaluation.placed(prop.id());
                double[] origin = placed.origin();
                views.add(new PropView(
                        prop.id(),
                        prop.name(),
                        kept(key("prop mesh/1", placed.mesh().key()), shared -> Binaries.mesh(placed.mesh())),
                        valuesOn(prop, placed, request),
                        tintOn(prop, placed),
                        List.of(origin[0], origin[1], origin[2]),
                        List.of(
                                placed.turn().x(),
                                placed.turn().y(),
                                placed.turn().z(),
                                placed.turn().w()),
                        placed.size(),
                        prop.colour(),
                        placed.mesh().count(),
                        java.util.Arrays.stream(placed.bounds()).boxed().toList()));
            }
            return views;
        }

        /** The shown falloff, or the shown property of a tint, on a prop. */
        private String valuesOn(Prop prop, PlacedMesh placed, ViewRequest request) {
            Samples vertices = now.samples(placed);
            SiteEvaluation on = now.on(prop.id());
            float[] values;
            String of;
            if (request.ofProperty()) {
                Layer layer = recipe.layer(request.layer()).orElseThrow();
                if (!liesOn(layer, prop)) {
                    return "";
                }
                values = on.property(layer, request.property(), vertices);
                of = now.plan().propertyKey(layer, request.property());
            } else {
                Falloff falloff = shownFalloff(request);
                if (falloff == null || perPlant(falloff) || seenFor(falloff.id(), request.layer()) != seenBy("")) {
                    return "";
                }
                int last = falloff.steps().size();
                int stage = request.stage() < 0 ? last : Math.min(request.stage(), last);
                values = on.stage(falloff.id(), stage, vertices);
                of = now.plan().stageKey(falloff.id(), stage);
            }
            float[] shownValues = values;
            return kept(
                    new KeyBuilder("prop values/1").add(of).add(vertices.key()).key(),
                    shared -> Binaries.values(shownValues));
        }

        /** Tints lie on everything; a cover on the props that its plants stand on. */
        private static boolean liesOn(Layer layer, Prop prop) {
            return layer instanceof TintLayer
                    || (layer instanceof CoverLayer cover
                            && cover.bed().surfaces(List.of(prop.id())).contains(prop.id()));
        }

        private String tintOn(Prop prop, PlacedMesh placed) {
            List<TintLayer> tints = recipe.layers().stream()
                    .filter(layer -> !layer.hidden() && layer instanceof TintLayer)
                    .map(TintLayer.class::cast)
                    .toList();
            if (tints.isEmpty()) {
                return "";
            }
            Samples vertices = now.samples(placed);
            KeyBuilder tintKey =
                    new KeyBuilder("prop tint/1").add(vertices.key()).add(prop.colour());
            tints.forEach(tint -> tintKey.add(now.plan().layerKey(tint)));
            return kept(tintKey.key(), shared -> {
                Colour own = Colour.ofHex(prop.colour());
                float[] rgb = new float[3 * vertices.count()];
                for (int i = 0; i < rgb.length; i += 3) {
                    rgb[i] = (float) own.red();
                    rgb[i + 1] = (float) own.green();
                    rgb[i + 2] = (float) own.blue();
                }
                tints.forEach(tint -> now.on(prop.id()).tint(tint, vertices).over(rgb));
                return Binaries.colours(rgb);
            });
        }

        List<LayerView> layers(boolean full) {
            List<LayerView> views = new ArrayList<>();
            for (Layer layer : recipe.layers()) {
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
            findings.addAll(ReliefFindings.of(evaluation));
            findings.addAll(PlantFindings.of(evaluation));
            findings.addAll(BudgetFindings.of(recipe, Cost.of(evaluation)));
            return views;
        }

        private LayerView relief(Layer layer) {
            Summary made = differenceOf(layer);
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

        private Summary differenceOf(Layer layer) {
            ReliefState state = evaluation.plan().relief(layer.id()).orElseThrow();
            String both = new KeyBuilder("difference")
                    .add(state.below().key())
                    .add(state.after().key())
                    .key();
            return results.get(key("difference summary", both), cancel, shared -> {
                        float[] metres = state.difference();
                        float[] even = new float[metres.length];
                        java.util.Arrays.fill(even, 1);
                        return new KeptSummary(Summary.of(metres, even, 0));
                    })
                    .summary();
        }

        private LayerView cover(CoverLayer cover, boolean full) {
            cancel.doing("scattering " + cover.name());
            findings.addAll(CoverFindings.of(cover, evaluation.plants(cover)));
            findings.addAll(CoverFindings.unsteady(recipe, cover));
            return plantViews.cover(evaluation, cover, full, cancel);
        }

        private LayerView tint(TintLayer layer) {
            Tint tint = now.tint(layer, samples);
            String key = new KeyBuilder("tint bundle/1")
                    .add(now.plan().layerKey(layer))
                    .add(lattice.key())
                    .key();
            return new LayerView(
                    layer.id(),
                    layer.name(),
                    "",
                    "",
                    kept(key, shared -> Binaries.tint(lattice, tint)),
                    0,
                    0,
                    0L,
                    0L,
                    null,
                    null);
        }

        List<FalloffView> falloffs(ViewRequest request) {
            List<FalloffView> views = new ArrayList<>();
            for (Falloff falloff : recipe.falloffs()) {
                int last = falloff.steps().size();
                boolean chosen = falloff.id().equals(request.falloff());
                List<StageView> stages = new ArrayList<>();
                for (int stage = chosen ? 0 : last; stage <= last; stage++) {
                    stages.add(stage(falloff, stage));
                }
                int drives = (int) recipe.drives().stream()
                        .filter(drive -> drive.falloff().equals(falloff.id()))
                        .count();
                views.add(new FalloffView(falloff.id(), falloff.name(), perPlant(falloff), drives, stages));
            }
            findings.addAll(FalloffFindings.of(evaluation, samples));
            return views;
        }

        private boolean perPlant(Falloff falloff) {
            return evaluation.plan().domain(falloff.id()) != Domain.PLACE;
        }

        private StageView stage(Falloff falloff, int stage) {
            String title = stage == 0
                    ? falloff.source().title(recipe.names())
                    : falloff.steps().get(stage - 1).title(recipe.names());
            Seen seen = seenFor(falloff.id(), "");
            String stageKey = seen.now.plan().stageKey(falloff.id(), stage);
            if (evaluation.plan().domain(falloff.id()) == Domain.ALONG) {
                float[] values = now.stage(falloff.id(), stage, ribbonSamples());
                String picture = kept(key("ribbon/1", stageKey), shared -> Binaries.ribbon(values));
                return new StageView(stage, title, picture, Summary.of(values, EVEN, 0.5));
            }
            if (perPlant(falloff)) {
                float[] values = now.stage(falloff.id(), stage, swatchSamples());
                String picture = kept(key("swatches/1", stageKey), shared -> Binaries.swatches(values));
                return new StageView(stage, title, picture, Summary.of(values, EVEN, 0.5));
            }
            float[] values = seen.now.stage(falloff.id(), stage, seen.samples);
            String both = key(stageKey, seen.lattice.key());
            String picture = kept(key("picture/1", both), shared -> Binaries.picture(seen.lattice, values));
            return new StageView(stage, title, picture, summary(both, values, seen.areas, 0.5));
        }

        /** From the foot of one plant, 1 m tall in the middle of the ground, to its tip. */
        private Samples ribbonSamples() {
            Samples ribbon = Samples.allocate(Samples.NOT_KEPT, EVEN.length);
            for (int i = 0; i < EVEN.length; i++) {
                ribbon.along()[i] = (float) i / (EVEN.length - 1);
                ribbon.y()[i] = ribbon.along()[i];
                ribbon.ny()[i] = 1;
            }
            return ribbon;
        }

        private Samples swatchSamples() {
            return samples.pick(
                    key("swatch samples", lattice.key()),
                    java.util.stream.IntStream.range(0, 64).toArray());
        }

        private Summary summary(String key, float[] values, float[] areas, double half) {
            return results.get(
                            new KeyBuilder("summary/1").add(key).add(half).key(),
                            cancel,
                            shared -> new KeptSummary(Summary.of(values, areas, half)))
                    .summary();
        }

        ShownView shown(ViewRequest request) {
            if (request.ofProperty()) {
                return property(
                        recipe.layer(request.layer())
                                .orElseThrow(() ->
                                        org.lumbrit.core.site.InvalidRecipeException.missing("layer", request.layer())),
                        request.property());
            }
            Falloff falloff = shownFalloff(request);
            if (falloff == null) {
                float[] nothing = new float[lattice.count()];
                return show("nothing", seenBy(""), "Nothing chosen", "", 0, 1, false, nothing);
            }
            Seen seen = seenFor(falloff.id(), request.layer());
            int last = falloff.steps().size();
            int stage = request.stage() < 0 ? last : Math.min(request.stage(), last);
            String title = falloff.name() + (stage == last ? "" : stage == 0 ? ": source" : ": after step " + stage);
            float[] values = seen.now.stage(falloff.id(), stage, seen.samples);
            return show(seen.now.plan().stageKey(falloff.id(), stage), seen, title, "", 0, 1, false, values);
        }

        private Falloff shownFalloff(ViewRequest request) {
            return recipe.falloff(request.falloff() == null ? "" : request.falloff())
                    .orElseGet(() -> recipe.falloffs().isEmpty()
                            ? null
                            : recipe.falloffs().get(0));
        }

        private ShownView property(Layer layer, String property) {
            if (layer instanceof ReliefLayer && property.equals(ViewRequest.DIFFERENCE)) {
                return difference((ReliefLayer) layer);
            }
            PropertyDescription offered = layer.offered().stream()
                    .filter(offer -> offer.name().equals(property))
                    .findFirst()
                    .orElseThrow(() -> org.lumbrit.core.site.InvalidRecipeException.missing("property", property));
            PropertyRange range = layer.properties().get(property);
            Seen seen = seenBy(layer.id());
            float[] values = seen.now.property(layer, property, seen.samples);
            double high = range.most() > range.least() ? range.most() : range.least() + 1;
            return show(
                    seen.now.plan().propertyKey(layer, property),
                    seen,
                    layer.name() + ": " + offered.title(),
                    offered.unit(),
                    range.least(),
                    high,
                    false,
                    values);
        }

        /** What a relief layer makes of the ground, metres up and down. */
        private ShownView difference(ReliefLayer layer) {
            ReliefState state = evaluation.plan().relief(layer.id()).orElseThrow();
            float[] values = new float[lattice.count()];
            for (int i = 0; i < values.length; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                values[i] = (float) (state.after().height(x, z) - state.below().height(x, z));
            }
            Summary made = differenceOf(layer);
            double most = Math.max(1e-3, Math.max(-made.min(), made.max()));
            String key = new KeyBuilder("difference shown")
                    .add(state.below().key())
                    .add(state.after().key())
                    .key();
            return show(key, seenBy(""), layer.name() + ": difference", "m", -most, most, true, values);
        }

        private ShownView show(
                String key,
                Seen seen,
                String title,
                String unit,
                double low,
                double high,
                boolean signed,
                float[] values) {
            String both = key(key, seen.lattice.key());
            Summary summary = summary(both, values, seen.areas, (low + high) / 2);
            String bundle = kept(
                    key("values bundle/1", both),
                    shared -> Binaries.values(seen.lattice, values, summary.min(), summary.max()));
            return new ShownView(bundle, title, unit, low, high, summary, seen.title, signed);
        }
    }

    /** A summary that may be kept. */
    private record KeptSummary(Summary summary) implements org.lumbrit.core.math.Results.Weighted {
        @Override
        public long bytes() {
            return 256;
        }
    }
}
