package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Once;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Canonical;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.recipe.ReliefState;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.relief.ReliefLayer;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Place;

/**
 * A recipe made ready for evaluation: every stage of every falloff, and every property, has its content key. A key names what
 * goes into a value and nothing else, so that renaming or an edit elsewhere leaves it as it is.
 */
public final class SitePlan {
    /** Nodes on the longer side of the lattice that pictures, views and steps over a grid use. */
    public static final int GRID_NODES = 512;

    /** As it is written, whatever the time. */
    private final Recipe written;
    /** With its keyed numbers as they are at the time. */
    private final Recipe recipe;

    private final Ground ground;
    private final double time;
    private final SiteAssets assets;
    private final List<ReliefState> relief;
    private final boolean finished;
    private final Once<String, Object> measures = new Once<>();
    private final Map<String, Staged> staged = new ConcurrentHashMap<>();
    private final Map<String, KnownLayer> layerKeys = new ConcurrentHashMap<>();
    private final Map<String, String> placeKeys = new ConcurrentHashMap<>();

    /**
     * @param written one that {@link RecipeCheck} has accepted
     * @param ground as all relief layers have left it
     * @param relief the ground below and above each relief layer, lowest first
     * @param finished whether no relief layer comes after
     * @param time seconds
     */
    private SitePlan(
            Recipe written, Ground ground, List<ReliefState> relief, boolean finished, SiteAssets assets, double time) {
        this.written = written;
        this.recipe = written.keyedAt(time);
        this.ground = ground;
        this.relief = List.copyOf(relief);
        this.finished = finished;
        this.assets = assets;
        this.time = time;
    }

    /** A ground that no layer shapes, or that has been shaped already. */
    public SitePlan(Recipe recipe, Ground ground, SiteAssets assets, double time) {
        this(RecipeCheck.require(recipe), ground, List.of(), true, assets, time);
    }

    public SitePlan(Recipe recipe, Ground ground, double time) {
        this(recipe, ground, SiteAssets.NONE, time);
    }

    /** Makes the ground, layer by layer, and the plan on it. */
    public static SitePlan of(Recipe recipe, SiteAssets assets, double time, Results results, Cancel cancel) {
        RecipeCheck.require(recipe);
        List<ReliefState> relief = new ArrayList<>();
        Recipe still = recipe.keyedAt(0);
        Ground start = ReliefMaking.start(recipe.ground(), assets, results, cancel);
        Optional<Ground> finished = upward(still, start, assets, relief, (layer, seen) -> {
            cancel.doing("making the ground: " + layer.name() + ", layer " + (relief.size() + 1) + " of "
                    + recipe.layersOf(ReliefLayer.class).size());
            return Optional.of(ReliefMaking.shaped(layer, new SiteEvaluation(seen, results, cancel), results, cancel));
        });
        return new SitePlan(recipe, finished.orElseThrow(), relief, true, assets, time);
    }

    /** Whether the ground of a recipe is in memory already, every layer of it. */
    public static boolean groundIsKept(Recipe recipe, SiteAssets assets, Results results, Cancel cancel) {
        Ground start = ReliefMaking.start(recipe.ground(), assets, results, cancel);
        return upward(
                        recipe.keyedAt(0),
                        start,
                        assets,
                        new ArrayList<>(),
                        (layer, seen) -> results.held(ReliefMaking.groundKey(layer, seen)))
                .isPresent();
    }

    /** Gives the ground after a layer, or nothing where it cannot be had. */
    private interface Shaper {
        Optional<Ground> after(ReliefLayer layer, SitePlan seen);
    }

    /**
     * Goes up through the relief layers, each seeing the ground below itself; a hidden one changes nothing.
     *
     * @param relief the states on the way, added one by one
     * @return the finished ground, or nothing as soon as one layer has none
     */
    private static Optional<Ground> upward(
            Recipe recipe, Ground start, SiteAssets assets, List<ReliefState> relief, Shaper shaper) {
        Recipe part = recipe.groundPart();
        Ground ground = start;
        for (ReliefLayer layer : recipe.layersOf(ReliefLayer.class)) {
            Ground below = ground;
            if (!layer.hidden()) {
                Optional<Ground> after = shaper.after(layer, new SitePlan(part, below, relief, false, assets, 0));
                if (after.isEmpty()) {
                    return Optional.empty();
                }
                ground = after.get();
            }
            relief.add(new ReliefState(layer.id(), below, ground));
        }
        return Optional.of(ground);
    }

    /** The plan of another recipe on the same ground. */
    public SitePlan of(Recipe other) {
        return new SitePlan(RecipeCheck.require(other), ground, relief, finished, assets, time);
    }

    /** The same site at another time, on the same ground. */
    public SitePlan at(double seconds) {
        return seconds == time ? this : new SitePlan(written, ground, relief, finished, assets, seconds);
    }

    /** The plan as a layer sees it: relief layers see the ground below themselves, the others the finished ground. */
    public SitePlan seenBy(String layerId) {
        for (int k = 0; k < relief.size(); k++) {
            if (relief.get(k).layer().equals(layerId)) {
                return new SitePlan(written, relief.get(k).below(), relief.subList(0, k), false, assets, 0);
            }
        }
        return this;
    }

    /** The ground below and above each relief layer, lowest first. */
    public List<ReliefState> relief() {
        return relief;
    }

    /** The ground around a relief layer, where it has been made already. */
    public Optional<ReliefState> relief(String layerId) {
        return relief.stream().filter(state -> state.layer().equals(layerId)).findFirst();
    }

    /** With its keyed numbers as they are at the plan's time. */
    public Recipe recipe() {
        return recipe;
    }

    /** As it is written, with keyed numbers as they stand beside their keys. */
    public Recipe written() {
        return written;
    }

    /** The ground that falloffs see: the finished one, or that below a relief layer. */
    public Ground ground() {
        return ground;
    }

    /** Whether no relief layer comes after. */
    boolean finished() {
        return finished;
    }

    /** A prop with its keyed numbers as they are at the plan's time, before it follows or floats. */
    Prop keyed(String prop) {
        return written.numbersAt(time).prop(prop).orElseThrow();
    }

    /** Seconds. */
    public double time() {
        return time;
    }

    /** The decoded files beside the recipe. */
    public SiteAssets assets() {
        return assets;
    }

    /** Something to measure from, made once for this plan. */
    @SuppressWarnings("unchecked")
    <T> T measure(String name, java.util.function.Supplier<T> make) {
        return (T) measures.get(name, missing -> make.get());
    }

    /** The lattice that pictures and views use. */
    public Lattice lattice() {
        return ground.lattice(GRID_NODES);
    }

    /** The lattice that steps over a grid work on: that of the views, on ground that is still being made its own nodes. */
    Lattice latticeOfSteps() {
        return finished ? lattice() : new Lattice(ground, ground.columns(), ground.rows());
    }

    /** Content key of a falloff's source (stage 0) or of its value after a step (stage 1 …). */
    public String stageKey(String falloffId, int stage) {
        return staged(falloffId).keys.get(stage);
    }

    /** Content key of a falloff's result. */
    public String resultKey(String falloffId) {
        List<String> keys = staged(falloffId).keys;
        return keys.get(keys.size() - 1);
    }

    /** Where a falloff has values: the finest of its source, its steps and its limits. */
    public Domain domain(String falloffId) {
        return staged(falloffId).domain;
    }

    /** Content key of what a source measures. */
    public String measurementKey(Source source) {
        KeyBuilder key = new KeyBuilder("measurement")
                .add(Kinds.of((Record) source).name())
                .add(Kinds.of((Record) source).version());
        Canonical.write(key, source.measurement().orElseThrow().settings(), this::referenceKey);
        addSurroundings(key, source.reads());
        return key.key();
    }

    /** Content key of a field of a layer: of a property what drives it, of any other all that the layer reads. */
    public String fieldKey(Layer layer, String field) {
        return layer.properties().containsKey(field)
                ? propertyKey(layer, field)
                : new KeyBuilder("field/1").add(field).add(layerKey(layer)).key();
    }

    /** Content key of a source's value. */
    String sourceKey(Source source) {
        KeyBuilder key = new KeyBuilder("source");
        Canonical.write(key, (Record) source, this::referenceKey);
        addSurroundings(key, source.reads());
        return key.key();
    }

    private void addSurroundings(KeyBuilder key, Set<Surrounding> read) {
        if (read.contains(Surrounding.TIME)) {
            key.add(time).add(recipe.clock().loopSeconds());
        }
        if (read.contains(Surrounding.PROPS)) {
            shownProps().forEach(prop -> key.add(propKey(prop)));
        }
        if (read.contains(Surrounding.KEYS)) {
            addFrames(key);
            addMoving(key);
        }
        if (read.contains(Surrounding.WATER)) {
            key.add(recipe.ground().waterLevel().orElse(Double.NEGATIVE_INFINITY));
        }
    }

    /** Content key of a property: its ends, and the results and curves of its drives. */
    public String propertyKey(Layer layer, String property) {
        KeyBuilder key = new KeyBuilder("property/2");
        Canonical.write(key, layer.properties().get(property), this::referenceKey);
        for (Drive drive : recipe.drivesOf(layer.id(), property)) {
            key.add(resultKey(drive.falloff()));
            drive.curve().forEach(point -> key.add(point.in()).add(point.out()));
        }
        return key.key();
    }

    /** Content key of everything that a layer shows: its settings, its properties and the ground. */
    public String layerKey(Layer layer) {
        KnownLayer known = layerKeys.get(layer.id());
        if (known == null || known.layer != layer) {
            known = new KnownLayer(layer, makeLayerKey(layer));
            layerKeys.put(layer.id(), known);
        }
        return known.key;
    }

    /** A layer whose key is known; another object under the same id has another one. */
    private record KnownLayer(Layer layer, String key) {}

    private String makeLayerKey(Layer layer) {
        KeyBuilder key = new KeyBuilder("layer/1").add(ground.key());
        Canonical.write(key, (Record) layer, this::referenceKey);
        relief(layer.id())
                .ifPresent(
                        state -> key.add(state.below().key()).add(state.after().key()));
        layer.properties().keySet().forEach(property -> key.add(propertyKey(layer, property)));
        addSurroundings(key, layer.reads());
        if (layer.reads().contains(Surrounding.TIME)) {
            addFrames(key);
            // what is carried forward begins with the numbers of another time
            written.clock().tracks().stream()
                    .filter(track ->
                            track.of() == Track.Owner.FALLOFF || track.id().equals(layer.id()))
                    .forEach(track -> Canonical.write(key, track, this::referenceKey));
        }
        // the ground that a relief layer sees is what those before it have made
        if (layer.reads().contains(Surrounding.EARLIER) && layer.family() != Family.RELIEF) {
            key.add(earlierKey(layer));
        }
        if (layer.reads().contains(Surrounding.FELLOWS)) {
            List<Layer> fellows = fellows(layer.id());
            if (fellows.size() > 1) {
                fellows.forEach(each -> key.add(alone(each).layerKey(each)));
            }
        }
        return key.key();
    }

    /** The shown layers of a layer's kind, itself among them, in the order of the board; itself alone where it is hidden. */
    List<Layer> fellows(String layerId) {
        Layer layer = recipe.layer(layerId).orElseThrow();
        return layer.hidden()
                ? List.of(layer)
                : recipe.layers().stream()
                        .filter(each -> each.getClass() == layer.getClass() && !each.hidden())
                        .toList();
    }

    /** The same site with all other layers of a layer's kind hidden. */
    SitePlan alone(Layer layer) {
        List<Layer> others = fellows(layer.id());
        return others.size() == 1
                ? this
                : measure("alone " + layer.id(), () -> {
                    List<Layer> layers = written.layers().stream()
                            .map(each -> each.id().equals(layer.id()) || each.getClass() != layer.getClass()
                                    ? each
                                    : each.switchedOff())
                            .toList();
                    return new SitePlan(written.withLayers(layers), ground, relief, finished, assets, time);
                });
    }

    /** Content key of the shown layers of a layer's family before it. */
    String earlierKey(Layer layer) {
        KeyBuilder key = new KeyBuilder("before/1");
        recipe.earlier(layer).forEach(each -> key.add(layerKey(each)));
        return key.key();
    }

    private void addFrames(KeyBuilder key) {
        Frames frames = recipe.clock().frames();
        key.add(frames.count()).add(frames.start()).add(frames.step()).add(frames.periodic() ? 1 : 0);
    }

    /** Content key of the motion of a layer over all frames: of everything that it reads, at any time. */
    public String motionKey(Layer layer) {
        KeyBuilder key = new KeyBuilder("motion/1").add(at(0).layerKey(layer));
        addFrames(key);
        addMoving(key);
        return key.key();
    }

    /** How everything is keyed, and the props that move. */
    private void addMoving(KeyBuilder key) {
        written.clock().tracks().forEach(track -> {
            Canonical.write(key, track, this::referenceKey);
        });
        written.props().stream().filter(written::moves).forEach(prop -> Canonical.write(key, prop, this::referenceKey));
    }

    /** Content key of the mesh of a variant and of its detail levels. */
    String plantKey(Plant plant, int seed, int variant, Optional<PlantLayer> kept) {
        KeyBuilder key = SiteEvaluation.LEVELS.begin().add(seed).add(variant);
        Canonical.write(key, (Record) plant, this::referenceKey);
        kept.ifPresent(layer -> {
            key.add(layer.accent());
            layer.properties().keySet().forEach(property -> key.add(propertyKey(layer, property)));
        });
        return key.key();
    }

    /** The props that stand in the way of light; on ground that is still being made there are none yet. */
    List<Prop> shownProps() {
        return finished ? recipe.props().stream().filter(prop -> !prop.hidden()).toList() : List.of();
    }

    /** Content key of a prop where it stands. */
    public String propKey(Prop prop) {
        KeyBuilder key = new KeyBuilder("prop/1");
        Canonical.write(key, prop, this::referenceKey);
        if (prop.reads().contains(Surrounding.GROUND)) {
            key.add(ground.key());
        }
        return key.key();
    }

    /** Content key of a prop's mesh in its own frame. */
    String shapeKey(Prop prop) {
        KeyBuilder key = SiteEvaluation.MESH.begin().add(prop.subdivide());
        Canonical.write(key, (Record) prop.shape(), this::referenceKey);
        return key.key();
    }

    /** Content keys of a falloff's source and of each step after it, and where it has values. */
    private record Staged(List<String> keys, Domain domain) {}

    private Staged staged(String falloffId) {
        Staged known = staged.get(falloffId);
        if (known != null) {
            return known;
        }
        Falloff falloff = recipe.falloff(falloffId).orElseThrow();
        Domain domain = falloff.source().domain();
        List<String> keys = new ArrayList<>();
        keys.add(sourceKey(falloff.source()));
        for (Step step : falloff.steps()) {
            String before = keys.get(keys.size() - 1);
            if (step.skipped()) {
                keys.add(before);
                continue;
            }
            KeyBuilder key = new KeyBuilder("step").add(before);
            Canonical.write(key, (Record) step, this::referenceKey);
            for (String other : References.of((Record) step, Refers.FALLOFF)) {
                domain = domain.finest(domain(other));
            }
            Optional<String> limit = falloff.limitOf(step.id());
            if (limit.isPresent()) {
                key.add("limit").add(resultKey(limit.get()));
                domain = domain.finest(domain(limit.get()));
            }
            keys.add(key.key());
        }
        Staged made = new Staged(keys, domain);
        staged.put(falloffId, made);
        return made;
    }

    private String referenceKey(Refers what, String id) {
        if (what == Refers.FALLOFF) {
            return resultKey(id);
        }
        if (what == Refers.LAYER) {
            Layer layer = recipe.layer(id).orElseThrow();
            return layer.hidden() ? "hidden " + layerKey(layer) : layerKey(layer);
        }
        if (what == Refers.PICTURE) {
            return assets.picture(id).key();
        }
        if (what == Refers.MESH) {
            return assets.mesh(id).key();
        }
        if (what == Refers.PROP) {
            Prop prop = recipe.prop(id).orElseThrow();
            return prop.hidden() ? "hidden " + propKey(prop) : propKey(prop);
        }
        return placeKey(id);
    }

    /** Content key of a place. */
    String placeKey(String placeId) {
        return placeKeys.computeIfAbsent(placeId, missing -> {
            Place place = recipe.place(placeId).orElseThrow();
            KeyBuilder key = new KeyBuilder("place");
            Canonical.write(key, (Record) place, this::referenceKey);
            return key.key();
        });
    }
}
