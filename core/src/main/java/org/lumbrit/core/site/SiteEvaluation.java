package org.lumbrit.core.site;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import org.lumbrit.core.cover.Carried;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.CoverScatter;
import org.lumbrit.core.cover.PlantTiles;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.GridStep;
import org.lumbrit.core.falloff.Measurement;
import org.lumbrit.core.falloff.Scene;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.MonotoneCurve;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.math.ResultKind;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.math.Wide;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.plants.PlantOwner;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.relief.Account;
import org.lumbrit.core.relief.ReliefLayer;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Owner;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.Tint;
import org.lumbrit.core.surface.TriangleTree;
import org.lumbrit.core.water.Afloat;
import org.lumbrit.core.water.WaterLayer;
import org.lumbrit.core.water.WaterSurface;

/**
 * Evaluates falloffs, properties and layers of a plan over batches of samples. Every stage is kept under its key and the key of
 * the samples, so a changed step is computed from the kept value before it, and nothing else is.
 */
public final class SiteEvaluation {
    static final ResultKind<Mesh> MESH = ResultKind.of("shape/1", Mesh.class);
    static final ResultKind<Detail.Levels> LEVELS = ResultKind.of("plant levels/1", Detail.Levels.class);

    private static final float[] NONE = new float[0];
    /** Nodes that are evaluated at once. */
    private static final int BAND = 1 << 20;

    private static final int MOST_TRIANGLES = 20_000_000;
    /** Covers of more plants are crowds. */
    private static final double CROWD = 2e6;
    /** Where a rough guess has less than this share of a crowd, it is none. */
    private static final double GUESSED = 0.6;
    /** Of a crowd no more plants than so many are looked at. */
    private static final double LOOKED_AT = 150_000;

    private static final double LN_2 = StrictMath.log(2);

    private final SitePlan plan;
    private final Results results;
    private final Cancel cancel;
    /** The prop whose samples are evaluated, "" for the ground. */
    private final String prop;
    /** What the samples lie on, where it is neither the ground nor a prop. */
    private final Optional<Owner> owner;
    /** Whether crowds stand for themselves by a part of them. */
    private final boolean thins;
    /** What is known already of a batch that comes once only; none outside the evaluation of one. */
    private final Optional<OneBatch> batch;

    /** Values by their key of one batch of samples: each falloff is evaluated once, however many use it. */
    private record OneBatch(Samples samples, Map<String, float[]> known) {}

    public SiteEvaluation(SitePlan plan, Results results, Cancel cancel) {
        this(plan, results, cancel, "", Optional.empty(), false, Optional.empty());
    }

    private SiteEvaluation(
            SitePlan plan,
            Results results,
            Cancel cancel,
            String prop,
            Optional<Owner> owner,
            boolean thins,
            Optional<OneBatch> batch) {
        this.plan = plan;
        this.results = results;
        this.cancel = cancel;
        this.prop = prop;
        this.owner = owner;
        this.thins = thins;
        this.batch = batch;
    }

    /** Makes the ground of a recipe and what is evaluated on it. */
    public static SiteEvaluation of(Recipe recipe, SiteAssets assets, double time, Results results, Cancel cancel) {
        return new SiteEvaluation(SitePlan.of(recipe, assets, time, results, cancel), results, cancel);
    }

    /**
     * The same for looking at: {@link #plants(CoverLayer)} gives of a crowd a part of it, of which {@link #share} says how large. What
     * reads plants of other layers reads all of them.
     */
    public SiteEvaluation thinning() {
        return new SiteEvaluation(plan, results, cancel, prop, owner, true, batch);
    }

    /** The same on the surface of a prop: own spaces are the prop's. */
    public SiteEvaluation on(String propId) {
        return new SiteEvaluation(plan, results, cancel, propId, Optional.empty(), thins, Optional.empty());
    }

    /** The same on something in its own frame, such as a plant; samples of it must not be kept. */
    public SiteEvaluation within(Owner own) {
        return new SiteEvaluation(plan, results, cancel, "", Optional.of(own), thins, Optional.empty());
    }

    /** The same at another time, on the same ground. */
    public SiteEvaluation at(double seconds) {
        return new SiteEvaluation(plan.at(seconds), results, cancel, prop, owner, thins, Optional.empty());
    }

    /** The same with no other layer of a layer's kind. */
    SiteEvaluation alone(Layer layer) {
        return new SiteEvaluation(plan.alone(layer), results, cancel, prop, owner, thins, Optional.empty());
    }

    /** The same as a layer sees it: relief layers see the ground below themselves. */
    public SiteEvaluation seenBy(String layerId) {
        return new SiteEvaluation(plan.seenBy(layerId), results, cancel, prop, owner, thins, Optional.empty());
    }

    /** What a relief layer moves, counted anew on the ground that it sees; none where it only sets heights. */
    public Optional<Account> account(ReliefLayer layer) {
        return ReliefMaking.account(layer, seenBy(layer.id()), results, cancel);
    }

    /** A prop's mesh where it stands. */
    public PlacedMesh placed(String propId) {
        Prop standing = plan.recipe().prop(propId).orElseThrow();
        return plan.measure("placed " + propId, () -> {
            Mesh mesh = mesh(standing);
            String key = new KeyBuilder("triangle tree/1").add(mesh.key()).key();
            PlacedMesh placed = PlacedMesh.of(
                    standing,
                    mesh,
                    // asked for later, by whoever uses the plan then
                    () -> results.get(key, Cancel.NEVER, shared -> new TriangleTree(mesh)),
                    plan.ground());
            return afloat(standing)
                    .map(at -> placed.moved(at.turn(), at.x(), at.y(), at.z()))
                    .or(() -> carried(standing, placed))
                    .orElse(placed);
        });
    }

    /** A prop moved and turned as the one that carries it has been since the clock's first frame; none where none carries it. */
    private Optional<PlacedMesh> carried(Prop standing, PlacedMesh placed) {
        return standing.pose().carrier().map(by -> {
            PlacedMesh before = at(plan.written().clock().frames().start()).placed(by);
            PlacedMesh now = placed(by);
            Quaternion turned = now.turn().times(before.turn().inverse());
            double[] from = before.origin();
            double[] own = placed.origin();
            double[] way = turned.rotate(own[0] - from[0], own[1] - from[1], own[2] - from[2]);
            double[] to = now.origin();
            return placed.moved(turned.times(placed.turn()), to[0] + way[0], to[1] + way[1], to[2] + way[2]);
        });
    }

    /** How a prop floats; none where it does not, or where the water that it floats on is hidden. */
    public Optional<Afloat> afloat(Prop standing) {
        return standing.pose().floating().flatMap(floats -> {
            Layer water = plan.recipe().layer(floats.water()).orElseThrow();
            if (water.hidden() || !plan.finished()) {
                return Optional.empty();
            }
            WaterSurface surface = ((WaterLayer) water).surface(surroundings(water));
            Prop written = plan.keyed(standing.id());
            return Optional.of(Afloat.of(
                    seconds -> floats.at(
                            written, seconds, id -> plan.recipe().place(id).orElseThrow()),
                    plan.time(),
                    floats,
                    mesh(standing),
                    surface,
                    plan.ground()));
        });
    }

    /** A prop's mesh in its own frame. */
    public Mesh mesh(Prop standing) {
        return results.get(MESH.key(plan.shapeKey(standing)), cancel, shared -> {
            Mesh mesh = standing.shape().mesh(plan.assets()::mesh);
            for (int i = 0; i < standing.subdivide(); i++) {
                if (mesh.count() > MOST_TRIANGLES / 4) {
                    throw new InvalidRecipeException(
                            "props",
                            "“" + standing.name() + "” would have more than " + MOST_TRIANGLES
                                    + " triangles; subdivide it less.");
                }
                mesh = mesh.subdivided();
            }
            return mesh;
        });
    }

    /** What is wrong with a prop's mesh. */
    public MeshCheck check(Mesh mesh) {
        return results.get(new KeyBuilder("mesh check/2").add(mesh.key()).key(), cancel, shared -> MeshCheck.of(mesh));
    }

    /** The vertices of a prop as samples. */
    public Samples samples(PlacedMesh placed) {
        String key = new KeyBuilder("samples of")
                .add(placed.key())
                .add(plan.ground().key())
                .key();
        return results.get(key, cancel, shared -> placed.samples(plan.ground().key()));
    }

    /** The plan whose keys results are kept under. */
    public SitePlan plan() {
        return plan;
    }

    /** The prop whose samples are evaluated, "" for the ground. */
    public String surface() {
        return prop;
    }

    /** Where results are kept. */
    public Results results() {
        return results;
    }

    /** Asks whether the answer is still wanted. */
    public Cancel cancel() {
        return cancel;
    }

    /** What sources measure from. */
    public Scene scene() {
        return new SiteScene(this, results, cancel, prop, owner);
    }

    SiteEvaluation sharing(Cancel shared) {
        return new SiteEvaluation(plan, results, shared, prop, owner, thins, batch);
    }

    /** The nodes of a lattice as samples of the ground. */
    public Samples samples(Lattice lattice) {
        return results.get(new KeyBuilder("samples").add(lattice.key()).key(), cancel, shared -> lattice.samples());
    }

    /**
     * Values at all nodes of a lattice. Large ones are evaluated some rows at a time: samples of all nodes would take 48 bytes each.
     */
    float[] over(Lattice lattice, Function<Samples, float[]> evaluate) {
        if (lattice.count() <= BAND) {
            return evaluate.apply(samples(lattice));
        }
        float[] values = new float[lattice.count()];
        int rows = Math.max(1, BAND / lattice.columns());
        for (int row = 0; row < lattice.rows(); row += rows) {
            cancel.check();
            Samples band = lattice.band(row, Math.min(lattice.rows(), row + rows));
            System.arraycopy(evaluate.apply(band), 0, values, row * lattice.columns(), band.count());
        }
        return values;
    }

    /** A falloff's result at the samples. */
    public float[] falloff(String falloffId, Samples samples) {
        return stage(
                falloffId,
                plan.recipe().falloff(falloffId).orElseThrow().steps().size(),
                samples);
    }

    /** A falloff's source (stage 0) or its value after step {@code stage} at the samples. The array must not be changed. */
    public float[] stage(String falloffId, int stage, Samples samples) {
        Falloff falloff = plan.recipe().falloff(falloffId).orElseThrow();
        if (stage > 0 && falloff.steps().get(stage - 1).skipped()) {
            return stage(falloffId, stage - 1, samples);
        }
        return keep(plan.stageKey(falloffId, stage), samples, evaluation -> {
            float[] out = new float[samples.count()];
            if (stage == 0) {
                evaluation.source(falloff.source(), samples, out);
            } else {
                evaluation.step(falloff, stage, samples, out);
            }
            return out;
        });
    }

    /** The same at the vertices of a variant of a plant, in its own frame. */
    public float[] alongPlant(String falloffId, int stage, PlantMesh mesh, int variant) {
        return within(new PlantOwner(mesh)).stage(falloffId, stage, PlantMaker.alongVertices(mesh, variant));
    }

    /**
     * What can be said of a stage over samples: the least value, the greatest, and the largest change from the stage before (0
     * for the source).
     */
    public float[] extremes(String falloffId, int stage, Samples samples) {
        String before = stage == 0 ? "" : plan.stageKey(falloffId, stage - 1);
        String key = new KeyBuilder("extremes/1")
                .add(plan.stageKey(falloffId, stage))
                .add(before)
                .add(samples.key())
                .key();
        return kept(key, () -> {
            float[] values = stage(falloffId, stage, samples);
            float[] earlier = stage == 0 ? values : stage(falloffId, stage - 1, samples);
            float[][] parts = new float[Chunks.count(values.length)][];
            Chunks.run(
                    values.length,
                    cancel,
                    (from, to) -> parts[from / Chunks.SIZE] = extremes(values, earlier, from, to));
            float[] extremes = {Float.POSITIVE_INFINITY, Float.NEGATIVE_INFINITY, 0};
            for (float[] part : parts) {
                extremes[0] = Math.min(extremes[0], part[0]);
                extremes[1] = Math.max(extremes[1], part[1]);
                extremes[2] = Math.max(extremes[2], part[2]);
            }
            return extremes;
        });
    }

    private static float[] extremes(float[] values, float[] earlier, int from, int to) {
        float least = Float.POSITIVE_INFINITY;
        float most = Float.NEGATIVE_INFINITY;
        float change = 0;
        for (int i = from; i < to; i++) {
            float value = values[i];
            float moved = Math.abs(value - earlier[i]);
            least = value < least ? value : least;
            most = value > most ? value : most;
            change = moved > change ? moved : change;
        }
        return new float[] {least, most, change};
    }

    /** A few numbers that are costly to come by, kept under a key that says what went into them. */
    public float[] kept(String key, java.util.function.Supplier<float[]> compute) {
        return results.get(key, cancel, shared -> compute.get());
    }

    private interface Work {
        float[] on(SiteEvaluation evaluation);
    }

    private float[] keep(String key, Samples samples, Work work) {
        if (samples.key().equals(Samples.NOT_KEPT)) {
            return once(key, samples, work);
        }
        String both = new KeyBuilder(key).add(samples.key()).key();
        return results.get(both, cancel, shared -> known(key, samples).orElseGet(() -> work.on(sharing(shared))));
    }

    private float[] once(String key, Samples samples, Work work) {
        if (batch.isEmpty() || batch.get().samples != samples) {
            OneBatch mine = new OneBatch(samples, new ConcurrentHashMap<>());
            return new SiteEvaluation(plan, results, cancel, prop, owner, thins, Optional.of(mine))
                    .once(key, samples, work);
        }
        float[] known = batch.get().known.get(key);
        if (known == null) {
            known = work.on(this);
            batch.get().known.put(key, known);
        }
        return known;
    }

    /** A sample's value never depends on the others, so what is kept for a larger batch serves those picked from it. */
    private Optional<float[]> known(String key, Samples samples) {
        return samples.origin()
                .flatMap(origin -> results.<float[]>held(
                                new KeyBuilder(key).add(origin.key()).key())
                        .map(origin::of));
    }

    private void source(Source source, Samples samples, float[] out) {
        float[] measured = measured(source, samples);
        Scene scene = DeclaredScene.of(source, scene());
        Chunks.run(out.length, cancel, (from, to) -> source.evaluate(scene, samples, measured, from, to, out));
    }

    /** The value of a source that is no falloff of the recipe. The array must not be changed. */
    float[] source(Source source, Samples samples) {
        return keep(plan.sourceKey(source), samples, evaluation -> {
            float[] out = new float[samples.count()];
            evaluation.source(source, samples, out);
            return out;
        });
    }

    /** What a source measures, in its own unit; empty where it measures nothing on its own. */
    public float[] measured(Source source, Samples samples) {
        if (source.measurement().isEmpty()) {
            return NONE;
        }
        Measurement measurement = source.measurement().get();
        return keep(plan.measurementKey(source), samples, evaluation -> {
            float[] out = new float[samples.count()];
            Scene scene = DeclaredScene.of(source, evaluation.scene());
            Measurement.Chunk chunk = measurement.preparation().ready(scene, samples);
            Chunks.run(out.length, evaluation.cancel, (from, to) -> chunk.measure(from, to, out));
            return out;
        });
    }

    private void step(Falloff falloff, int stage, Samples samples, float[] out) {
        Step step = falloff.steps().get(stage - 1);
        float[] before = stage(falloff.id(), stage - 1, samples);
        float[] with = step.other().map(other -> falloff(other, samples)).orElse(NONE);
        if (step instanceof GridStep overGrid) {
            overGrid(falloff, stage, overGrid, samples, before, out);
        } else {
            Chunks.run(out.length, cancel, (from, to) -> step.reshape(before, with, from, to, out));
        }
        falloff.limitOf(step.id()).ifPresent(limit -> {
            float[] share = falloff(limit, samples);
            for (int i = 0; i < out.length; i++) {
                out[i] = (float) (before[i] + (double) share[i] * ((double) out[i] - before[i]));
            }
        });
    }

    /**
     * On the nodes of a whole grid the step works on that grid; elsewhere it is read from the lattice of the views, or where a relief
     * layer asks from the nodes of the ground that it works on.
     */
    private void overGrid(Falloff falloff, int stage, GridStep step, Samples samples, float[] before, float[] out) {
        if (samples.grid().filter(Samples.Grid::whole).isPresent()) {
            System.arraycopy(step.over(samples.grid().get(), before), 0, out, 0, out.length);
            return;
        }
        if (!prop.isEmpty()) {
            overMesh(falloff, stage, step, samples, before, out);
            return;
        }
        Lattice lattice = plan.latticeOfSteps();
        String key = new KeyBuilder("over grid/2")
                .add(plan.stageKey(falloff.id(), stage - 1))
                .add(plan.stageKey(falloff.id(), stage))
                .add(lattice.key())
                .key();
        float[] nodes = results.get(key, cancel, shared -> {
            SiteEvaluation evaluation = sharing(shared);
            float[] all = evaluation.over(lattice, part -> evaluation.stage(falloff.id(), stage - 1, part));
            return step.over(lattice.grid(), all);
        });
        Chunks.run(out.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                out[i] = (float) lattice.between(nodes, samples.x()[i], samples.z()[i]);
            }
        });
    }

    /** On a prop the step works over its mesh; a place between the vertices takes the nearest triangle's. */
    private void overMesh(Falloff falloff, int stage, GridStep step, Samples samples, float[] before, float[] out) {
        PlacedMesh placed = placed(prop);
        Samples vertices = samples(placed);
        if (vertices.key().equals(samples.key())) {
            System.arraycopy(step.over(placed.mesh(), placed.size(), before), 0, out, 0, out.length);
            return;
        }
        float[] smooth = stage(falloff.id(), stage, vertices);
        TriangleTree.Probe probe = placed.probe();
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) placed.between(probe, smooth, samples.x()[i], samples.y()[i], samples.z()[i]);
        }
    }

    /** A property at the samples, in its unit. */
    public float[] property(Layer layer, String property, Samples samples) {
        return keep(plan.propertyKey(layer, property), samples, evaluation -> {
            PropertyRange range = layer.properties().get(property);
            List<Drive> drives = plan.recipe().drivesOf(layer.id(), property);
            float[] out = new float[samples.count()];
            if (drives.isEmpty()) {
                java.util.Arrays.fill(out, (float) range.high());
                return out;
            }
            List<float[]> values = drives.stream()
                    .map(drive -> evaluation.falloff(drive.falloff(), samples))
                    .toList();
            List<MonotoneCurve> curves = drives.stream()
                    .map(drive -> CurvePoint.curve(drive.curve()))
                    .toList();
            Chunks.run(out.length, evaluation.cancel, (from, to) -> weigh(range, curves, values, from, to, out));
            return out;
        });
    }

    private static void weigh(
            PropertyRange range, List<MonotoneCurve> curves, List<float[]> values, int from, int to, float[] out) {
        double[] weights = Chunks.scratch(0, to - from);
        double[] responses = Chunks.scratch(1, to - from);
        java.util.Arrays.fill(weights, 0, to - from, range.combine().start());
        for (int d = 0; d < curves.size(); d++) {
            MonotoneCurve curve = curves.get(d);
            float[] value = values.get(d);
            Combine combine = range.combine();
            Wide.from(value, from, to, responses);
            for (int i = 0; i < to - from; i++) {
                responses[i] = combine.decided(weights[i]) ? 0 : curve.at(responses[i]);
            }
            combine.fold(weights, responses, to - from);
        }
        for (int i = 0; i < to - from; i++) {
            weights[i] = range.at(Smooth.clamp01(weights[i]));
        }
        Wide.to(weights, out, from, to);
    }

    /** A field of a layer at the samples, in its unit. The array must not be changed. */
    public float[] field(Layer layer, String name, Samples samples) {
        Field field = layer.field(name).orElseThrow();
        if (layer.properties().containsKey(name)) {
            return field.values().at(surroundings(layer), samples);
        }
        return keep(
                plan.fieldKey(layer, name),
                samples,
                evaluation -> field.values().at(evaluation.surroundings(layer), samples));
    }

    /** The same as a layer's field is looked at: what drives it on the ground that the layer sees, what it makes on the finished one. */
    public SiteEvaluation seenFor(Layer layer, String field) {
        return layer.properties().containsKey(field) ? seenBy(layer.id()) : this;
    }

    /** The ends of the legend of a layer's field. */
    public double[] ends(Layer layer, String field) {
        return layer.field(field).orElseThrow().scale().ends(surroundings(layer));
    }

    /** The colours that a layer lays over the samples; only where it lays any. */
    public Tint tint(Layer layer, Samples samples) {
        String key = new KeyBuilder("tint/3")
                .add(plan.layerKey(layer))
                .add(prop)
                .add(samples.key())
                .key();
        return results.get(
                key,
                cancel,
                shared -> layer.colouring().orElseThrow().over(sharing(shared).surroundings(layer), samples));
    }

    /** What lies on the surfaces of the site. */
    public SiteLying lying() {
        return new SiteLying(this);
    }

    /** What is probably not meant in a layer. */
    public List<Finding> findings(Layer layer) {
        return layer.findings(surroundings(layer));
    }

    /** A sentence on a result of a layer as it is seen now, "" where the drives of a property say all. */
    public String sentence(Layer layer, String field) {
        return layer.properties().containsKey(field) ? "" : layer.sentence(field, surroundings(layer));
    }

    /** How far a layer lowers and raises the ground, metres; none where it leaves it. */
    public Optional<float[]> groundChange(Layer layer) {
        return layer.groundChange(surroundings(layer));
    }

    /** What a layer may ask. */
    public Surroundings surroundings(Layer layer) {
        return new SiteSurroundings(this, layer, results, cancel);
    }

    /** All plants of a layer within a region in plan. */
    public Plants plants(CoverLayer layer, Region region) {
        return scatter(layer).plants(region);
    }

    /**
     * Those of the plants of a layer within a region that stand already at a share of its density, and not yet at a smaller one.
     *
     * @param from 0 or above; @param to at most 1
     */
    public Plants plants(CoverLayer layer, Region region, double from, double to) {
        return scatter(layer).thinned(from, to).plants(region);
    }

    /** All plants of a cover, tile by tile, in bounded memory. */
    public void eachTile(CoverLayer layer, PlantTiles.Taker taker) throws IOException {
        PlantTiles.each(
                plan.ground(),
                new PlantTiles.Scatter() {
                    @Override
                    public Plants plants(Region region) {
                        return SiteEvaluation.this.plants(layer, region);
                    }

                    @Override
                    public double guessed(Region region) {
                        return scatter(layer).guessed(region);
                    }
                },
                taker);
    }

    private CoverScatter scatter(CoverLayer layer) {
        return new CoverScatter(layer, new SiteCover(this, layer), results, cancel);
    }

    /** The plants of a cover; of a crowd the part of it that is looked at, where this is an evaluation for that. */
    public Plants plants(CoverLayer layer) {
        double share = share(layer);
        return share < 1 ? plants(layer, Region.EVERYWHERE, 0, share) : whole(layer);
    }

    /** All plants of a cover. */
    public Plants whole(CoverLayer layer) {
        return plants(layer, Region.EVERYWHERE);
    }

    /** How many plants a cover has, as {@link CoverScatter#expected} knows it before any is placed. */
    public double expected(CoverLayer layer) {
        return scatter(layer).expected(Region.EVERYWHERE);
    }

    /** The same within a region in plan, to some percent. */
    public double guessed(CoverLayer layer, Region region) {
        return scatter(layer).guessed(region);
    }

    /** Whether a cover has so many plants that they are looked at in part, and handed over tile by tile only. */
    public boolean isCrowd(CoverLayer layer) {
        return !scatter(layer).isFewerThan(GUESSED * CROWD) && expected(layer) > CROWD;
    }

    /** Which part of a cover's plants {@link #plants(CoverLayer)} gives: 1, or a power of ½ where they are a crowd. */
    public double share(CoverLayer layer) {
        return thins ? plan.measure("share " + layer.id(), () -> lookedAt(layer)) : 1;
    }

    private double lookedAt(CoverLayer layer) {
        return isCrowd(layer)
                ? StrictMath.scalb(1.0, -(int) Math.ceil(StrictMath.log(expected(layer) / LOOKED_AT) / LN_2))
                : 1;
    }

    /** How many plants a cover has: counted, or for a crowd of which a part is looked at as expected. */
    public long count(CoverLayer layer) {
        return share(layer) < 1 ? Math.round(expected(layer)) : plants(layer).count();
    }

    /**
     * All plants of a cover where they stand now: placed at 0 s, and carried since by what they stand on.
     *
     * @param first the same site at 0 s; @param layer as it is then
     */
    public Plants standing(CoverLayer layer, SiteEvaluation first) {
        return Carried.of(first.plants(layer), first::placed, this::placed);
    }

    /** The mesh of a variant of what a cover plants, and its detail levels. */
    public Detail.Levels levels(CoverLayer cover, int variant) {
        Optional<PlantLayer> kept = cover.keptPlant(plan.recipe());
        return levels(cover.planted(plan.recipe()), kept.map(PlantLayer::seed).orElse(cover.seed()), variant, kept);
    }

    /** The mesh of a variant of one of the nursery's plants, and its detail levels. */
    public Detail.Levels levels(PlantLayer kept, int variant) {
        return levels(kept.plant(), kept.seed(), variant, Optional.of(kept));
    }

    /** Content key of {@link #levels(CoverLayer, int)}, for what is made from them. */
    public String levelsKey(CoverLayer cover, int variant) {
        Optional<PlantLayer> kept = cover.keptPlant(plan.recipe());
        return plan.plantKey(
                cover.planted(plan.recipe()), kept.map(PlantLayer::seed).orElse(cover.seed()), variant, kept);
    }

    private Detail.Levels levels(Plant plant, int seed, int variant, Optional<PlantLayer> kept) {
        return results.get(
                LEVELS.key(plan.plantKey(plant, seed, variant, kept)),
                cancel,
                shared -> new PlantMaker(sharing(shared), shared).levels(plant, seed, variant, kept));
    }
}
