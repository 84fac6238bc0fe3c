package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.falloff.Names;
import org.lumbrit.core.falloff.Scene;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.ReliefState;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.simulation.Course;
import org.lumbrit.core.simulation.Simulation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.Samples;

/** What one layer asks of the site that is evaluated. */
final class SiteSurroundings implements Surroundings {
    private final SiteEvaluation evaluation;
    private final Layer layer;
    private final Results results;
    private final Cancel cancel;
    private final DeclaredScene scene;

    SiteSurroundings(SiteEvaluation evaluation, Layer layer, Results results, Cancel cancel) {
        this.evaluation = evaluation;
        this.layer = layer;
        this.results = results;
        this.cancel = cancel;
        this.scene = DeclaredScene.of((Record) layer, layer.reads(), evaluation.scene());
    }

    private void require(Layer other) {
        if (!other.id().equals(layer.id()) && !readsEarlier(other)) {
            scene.require(Refers.LAYER, other.id());
        }
    }

    private boolean readsEarlier(Layer other) {
        return layer.reads().contains(Surrounding.EARLIER)
                && evaluation.plan().recipe().earlier(layer).stream()
                        .anyMatch(each -> each.id().equals(other.id()));
    }

    @Override
    public List<Layer> earlier() {
        scene.require(Surrounding.EARLIER);
        return evaluation.plan().recipe().earlier(layer);
    }

    @Override
    public Place place(String id) {
        scene.require(Refers.PLACE, id);
        return evaluation.plan().recipe().place(id).orElseThrow();
    }

    @Override
    public Ground ground() {
        return scene.ground();
    }

    @Override
    public Scene scene() {
        return scene;
    }

    @Override
    public double time() {
        return scene.time();
    }

    @Override
    public Frames frames() {
        scene.require(Surrounding.TIME);
        return evaluation.plan().written().clock().frames();
    }

    @Override
    public List<Drive> drives(String property) {
        return evaluation.plan().recipe().drivesOf(layer.id(), property);
    }

    @Override
    public Names names() {
        return evaluation.plan().recipe().names();
    }

    @Override
    public float[] property(Layer of, String property, Samples samples) {
        require(of);
        return evaluation.property(of, property, samples);
    }

    @Override
    public float[] field(Layer of, String name, Samples samples) {
        require(of);
        return evaluation.field(of, name, samples);
    }

    @Override
    public float[] source(Source source, Samples samples) {
        source.reads().forEach(scene::require);
        References.of((Record) source).forEach(reference -> scene.require(reference.what(), reference.id()));
        return evaluation.source(source, samples);
    }

    @Override
    public Optional<ReliefState> relief(String id) {
        if (!id.equals(layer.id())) {
            scene.require(Refers.LAYER, id);
        }
        return evaluation.plan().relief(id);
    }

    @Override
    public <T> T made(Layer of, Class<T> what) {
        require(of);
        if (what == Plants.class && of instanceof CoverLayer cover) {
            return what.cast(evaluation.plants(cover));
        }
        if (what == Detail.Levels.class && of instanceof PlantLayer kept) {
            return what.cast(evaluation.levels(kept, 0));
        }
        return of.makes(what, evaluation.surroundings(of))
                .orElseThrow(() -> new IllegalStateException("“" + of.name() + "” makes no " + what.getSimpleName()));
    }

    @Override
    public float[] kept(String what, Layer of, Function<Cancel, float[]> compute) {
        require(of);
        String key = new KeyBuilder(what).add(evaluation.plan().layerKey(of)).key();
        return results.get(key, cancel, compute);
    }

    @Override
    public <S> S state(BiFunction<String, Surroundings, Simulation<S>> simulation, int step, int steps) {
        SiteEvaluation start = evaluation.at(0);
        Layer first = start.plan().recipe().layer(layer.id()).orElseThrow();
        String key = start.plan().layerKey(first);
        return new Course<>(simulation.apply(key, start.surroundings(first)), results, Course.every(steps))
                .at(step, cancel);
    }

    @Override
    public List<Fellow> fellows(ToDoubleFunction<Layer> moment) {
        scene.require(Surrounding.FELLOWS);
        SiteEvaluation start = evaluation.at(0);
        List<Fellow> fellows = new ArrayList<>();
        for (Layer each : start.plan().fellows(layer.id())) {
            SiteEvaluation alone = start.alone(each).at(moment.applyAsDouble(each));
            Layer of = alone.plan().recipe().layer(each.id()).orElseThrow();
            fellows.add(new Fellow(alone.plan().layerKey(of), of, alone.surroundings(of)));
        }
        return fellows;
    }

    @Override
    public <S> S together(Simulation<S> simulation) {
        return new Course<>(simulation, results, Course.every(1)).at(1, cancel);
    }

    @Override
    public List<Point3> way(String prop) {
        scene.require(Refers.PROP, prop);
        scene.require(Surrounding.KEYS);
        Frames frames = frames();
        double now = Math.min(time(), frames.start() + frames.length());
        List<Point3> way = new ArrayList<>();
        for (int frame = 0; frame <= frames.count() && frames.time(frame) < now; frame++) {
            pass(prop, frames.time(frame), way);
        }
        pass(prop, now, way);
        return way;
    }

    @Override
    public List<Point3> round(String prop) {
        scene.require(Refers.PROP, prop);
        scene.require(Surrounding.KEYS);
        Frames frames = frames();
        List<Point3> round = new ArrayList<>();
        for (int frame = 0; frame < frames.count(); frame++) {
            double[] at = evaluation.at(frames.time(frame)).placed(prop).origin();
            round.add(new Point3(at[0], at[1], at[2]));
        }
        return round;
    }

    @Override
    public List<Moment> moments(String prop, int most) {
        scene.require(Refers.PROP, prop);
        scene.require(Surrounding.KEYS);
        if (most == 1) {
            return List.of(moment(evaluation, prop));
        }
        Frames frames = frames();
        int count = Math.min(most, frames.count());
        List<Moment> moments = new ArrayList<>();
        for (int k = 0; k < count; k++) {
            cancel.check();
            int frame = (int) ((long) k * frames.count() / count);
            moments.add(moment(evaluation.at(frames.time(frame)), prop));
        }
        return moments;
    }

    private Moment moment(SiteEvaluation then, String prop) {
        return new Moment(
                then.placed(prop), then.plan().recipe().layer(layer.id()).orElseThrow());
    }

    private void pass(String prop, double seconds, List<Point3> way) {
        double[] at = evaluation.at(seconds).placed(prop).origin();
        Point3 place = new Point3(at[0], at[1], at[2]);
        if (way.isEmpty() || !way.get(way.size() - 1).equals(place)) {
            way.add(place);
        }
    }

    @Override
    public Layer layer(String id) {
        if (!id.equals(layer.id())) {
            scene.require(Refers.LAYER, id);
        }
        return evaluation.plan().recipe().layer(id).orElseThrow();
    }

    @Override
    public Cancel cancel() {
        return cancel;
    }
}
