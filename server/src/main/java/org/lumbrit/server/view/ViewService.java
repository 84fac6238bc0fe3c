package org.lumbrit.server.view;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.drive.PropertyDescription;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.findings.CoverFindings;
import org.lumbrit.core.findings.FalloffFindings;
import org.lumbrit.core.findings.Finding;
import org.lumbrit.core.kinds.Canonical;
import org.lumbrit.core.looks.Tint;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.site.Recipe;
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
import org.lumbrit.server.view.Manifest.ShownView;
import org.lumbrit.server.view.Manifest.StageView;
import org.springframework.stereotype.Component;

/** Evaluates what a view shows and names the binaries that hold it. */
@Component
public class ViewService {
    /** Nodes on the longer side of what the view shows. */
    public static final int VIEW_NODES = SitePlan.GRID_NODES;

    private static final float[] EVEN = new float[64];

    static {
        java.util.Arrays.fill(EVEN, 1);
    }

    private final Grounds grounds;
    private final KeptResults results;

    ViewService(Grounds grounds, KeptResults results) {
        this.grounds = grounds;
        this.results = results;
    }

    public SiteEvaluation evaluation(Recipe recipe, double time, Cancel cancel) {
        Ground ground = grounds.of(recipe.ground());
        return new SiteEvaluation(new SitePlan(recipe, ground, grounds::picture, time), results, cancel);
    }

    public Manifest manifest(Recipe recipe, int revision, ViewRequest request, Cancel cancel) {
        long start = System.nanoTime();
        Look look = new Look(evaluation(recipe, 0, cancel), evaluation(recipe, request.seconds(), cancel), cancel);
        ShownView shown = look.shown(request);
        List<LayerView> layers = look.layers();
        List<FalloffView> falloffs = look.falloffs(request);
        GroundView ground = look.ground();
        int plants = layers.stream().mapToInt(LayerView::plants).sum();
        long triangles = layers.stream().mapToLong(LayerView::triangles).sum();
        double milliseconds = (System.nanoTime() - start) / 1e6;
        return new Manifest(
                revision,
                ground,
                layers,
                falloffs,
                shown,
                look.findings.stream().map(FindingView::of).toList(),
                plants,
                triangles,
                milliseconds);
    }

    /** One evaluation of one view. */
    private final class Look {
        private final SiteEvaluation evaluation;
        private final SiteEvaluation now;
        private final Cancel cancel;
        private final Recipe recipe;
        private final Lattice lattice;
        private final Samples samples;
        private final float[] areas;
        private final List<Finding> findings = new ArrayList<>();

        /** @param evaluation at time 0, which covers read; @param now at the time that is looked at */
        Look(SiteEvaluation evaluation, SiteEvaluation now, Cancel cancel) {
            this.evaluation = evaluation;
            this.now = now;
            this.cancel = cancel;
            this.recipe = evaluation.plan().recipe();
            this.lattice = evaluation.plan().ground().lattice(VIEW_NODES);
            this.samples = evaluation.samples(lattice);
            this.areas = results.get(key("areas", lattice.key()), cancel, shared -> lattice.areas(samples));
        }

        private static String key(String what, String of) {
            return new KeyBuilder(what).add(of).key();
        }

        /** Makes sure that a binary is kept and gives its key. */
        private String kept(String key, java.util.function.Function<Cancel, byte[]> write) {
            results.get(key, cancel, write);
            return key;
        }

        GroundView ground() {
            Ground ground = evaluation.plan().ground();
            String bundle =
                    kept(key("ground bundle/3", lattice.key()), shared -> Binaries.ground(lattice, samples, shared));
            return new GroundView(
                    bundle,
                    ground.width(),
                    ground.depth(),
                    ground.lowest(),
                    ground.highest(),
                    recipe.ground().waterLevel().orElse(null));
        }

        List<LayerView> layers() {
            List<LayerView> views = new ArrayList<>();
            for (Layer layer : recipe.layers()) {
                if (layer.hidden()) {
                    views.add(new LayerView(layer.id(), layer.name(), "", "", "", 0, 0L));
                    continue;
                }
                views.add(layer instanceof CoverLayer cover ? cover(cover) : tint((TintLayer) layer));
            }
            return views;
        }

        private LayerView cover(CoverLayer cover) {
            Plants plants = evaluation.plants(cover);
            KeyBuilder meshKey = new KeyBuilder("mesh bundle/1").add(cover.seed());
            Canonical.write(meshKey, (Record) cover.plant(), (what, id) -> id);
            findings.addAll(CoverFindings.of(cover, plants));
            return new LayerView(
                    cover.id(),
                    cover.name(),
                    kept(
                            key("plants bundle/1", evaluation.plan().layerKey(cover)),
                            shared -> Binaries.plants(cover, plants)),
                    kept(meshKey.key(), shared -> Binaries.meshes(cover)),
                    "",
                    plants.count(),
                    (long) plants.count() * cover.plant().triangles());
        }

        private LayerView tint(TintLayer layer) {
            Tint tint = now.tint(layer, samples);
            String key = new KeyBuilder("tint bundle/1")
                    .add(now.plan().layerKey(layer))
                    .add(lattice.key())
                    .key();
            return new LayerView(
                    layer.id(), layer.name(), "", "", kept(key, shared -> Binaries.tint(lattice, tint)), 0, 0L);
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
            String stageKey = now.plan().stageKey(falloff.id(), stage);
            if (perPlant(falloff)) {
                float[] values = now.stage(falloff.id(), stage, swatchSamples());
                String picture = kept(key("swatches/1", stageKey), shared -> Binaries.swatches(values));
                return new StageView(stage, title, picture, Summary.of(values, EVEN, 0.5));
            }
            float[] values = now.stage(falloff.id(), stage, samples);
            String both = key(stageKey, lattice.key());
            String picture = kept(key("picture/1", both), shared -> Binaries.picture(lattice, values));
            return new StageView(stage, title, picture, summary(both, values, 0.5));
        }

        private Samples swatchSamples() {
            return samples.pick(
                    key("swatch samples", lattice.key()),
                    java.util.stream.IntStream.range(0, 64).toArray());
        }

        private Summary summary(String key, float[] values, double half) {
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
            Falloff falloff = recipe.falloff(request.falloff() == null ? "" : request.falloff())
                    .orElseGet(() -> recipe.falloffs().isEmpty()
                            ? null
                            : recipe.falloffs().get(0));
            if (falloff == null) {
                float[] nothing = new float[lattice.count()];
                return show("nothing", "Nothing chosen", "", 0, 1, nothing);
            }
            int last = falloff.steps().size();
            int stage = request.stage() < 0 ? last : Math.min(request.stage(), last);
            String title = falloff.name() + (stage == last ? "" : stage == 0 ? ": source" : ": after step " + stage);
            float[] values = now.stage(falloff.id(), stage, samples);
            return show(now.plan().stageKey(falloff.id(), stage), title, "", 0, 1, values);
        }

        private ShownView property(Layer layer, String property) {
            PropertyDescription offered = layer.offered().stream()
                    .filter(offer -> offer.name().equals(property))
                    .findFirst()
                    .orElseThrow(() -> org.lumbrit.core.site.InvalidRecipeException.missing("property", property));
            PropertyRange range = layer.properties().get(property);
            float[] values = now.property(layer, property, samples);
            double high = range.most() > range.least() ? range.most() : range.least() + 1;
            return show(
                    now.plan().propertyKey(layer, property),
                    layer.name() + ": " + offered.title(),
                    offered.unit(),
                    range.least(),
                    high,
                    values);
        }

        private ShownView show(String key, String title, String unit, double low, double high, float[] values) {
            String both = key(key, lattice.key());
            Summary summary = summary(both, values, (low + high) / 2);
            String bundle = kept(
                    key("values bundle/1", both),
                    shared -> Binaries.values(lattice, values, summary.min(), summary.max()));
            return new ShownView(bundle, title, unit, low, high, summary);
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
