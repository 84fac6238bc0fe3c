package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.lumbrit.core.drive.Drive;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Canonical;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.Place;

/**
 * A recipe made ready for evaluation: every stage of every falloff, and every property, has its content key. A key names what
 * goes into a value and nothing else, so that renaming or an edit elsewhere leaves it as it is.
 */
public final class SitePlan {
    /** Nodes on the longer side of the lattice that pictures, views and steps over a grid use. */
    public static final int GRID_NODES = 512;

    private final Recipe recipe;
    private final Ground ground;
    private final double time;
    private final Pictures pictures;
    private final Map<String, Object> measures = new ConcurrentHashMap<>();
    private final Map<String, List<String>> stageKeys = new HashMap<>();
    private final Map<String, Domain> domains = new HashMap<>();
    private final Map<String, String> placeKeys = new HashMap<>();

    /**
     * @param recipe one that {@link RecipeCheck} has accepted
     * @param time seconds
     */
    public SitePlan(Recipe recipe, Ground ground, Pictures pictures, double time) {
        this.recipe = RecipeCheck.require(recipe);
        this.ground = ground;
        this.pictures = pictures;
        this.time = time;
        recipe.falloffs().forEach(falloff -> stages(falloff.id()));
    }

    public SitePlan(Recipe recipe, Ground ground, double time) {
        this(recipe, ground, Pictures.NONE, time);
    }

    /** The plan of another recipe on the same ground. */
    public SitePlan of(Recipe other) {
        return new SitePlan(other, ground, pictures, time);
    }

    /** The pictures that a recipe refers to, by file name. */
    @FunctionalInterface
    public interface Pictures {
        Pictures NONE = file -> {
            throw new InvalidRecipeException(
                    List.of(new InvalidRecipeException.Problem("falloffs", "There is no picture " + file + ".")));
        };

        /** @throws InvalidRecipeException where it is not there, or is no picture */
        Picture of(String file);
    }

    public Recipe recipe() {
        return recipe;
    }

    public Ground ground() {
        return ground;
    }

    /** Seconds. */
    public double time() {
        return time;
    }

    Pictures pictures() {
        return pictures;
    }

    /** Something to measure from, made once for this plan. */
    @SuppressWarnings("unchecked")
    <T> T measure(String name, java.util.function.Supplier<T> make) {
        return (T) measures.computeIfAbsent(name, missing -> make.get());
    }

    /** The lattice that pictures, views and steps over a grid use. */
    public Lattice lattice() {
        return ground.lattice(GRID_NODES);
    }

    /** Content key of a falloff's source (stage 0) or of its value after a step (stage 1 …). */
    public String stageKey(String falloffId, int stage) {
        return stages(falloffId).get(stage);
    }

    /** Content key of a falloff's result. */
    public String resultKey(String falloffId) {
        List<String> keys = stages(falloffId);
        return keys.get(keys.size() - 1);
    }

    public Domain domain(String falloffId) {
        stages(falloffId);
        return domains.get(falloffId);
    }

    /** Content key of what a source measures. */
    public String measurementKey(Source source) {
        KeyBuilder key = new KeyBuilder("measurement")
                .add(Kinds.of((Record) source).name())
                .add(Kinds.of((Record) source).version());
        Canonical.write(key, source.measurement().orElseThrow().settings(), this::referenceKey);
        addSurroundings(key, source);
        return key.key();
    }

    private void addSurroundings(KeyBuilder key, Source source) {
        if (source.readsTime()) {
            key.add(time).add(recipe.clock().loopSeconds());
        }
        if (source.readsWater()) {
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
        KeyBuilder key = new KeyBuilder("layer/1").add(ground.key());
        Canonical.write(key, (Record) layer, this::referenceKey);
        layer.properties().keySet().forEach(property -> key.add(propertyKey(layer, property)));
        return key.key();
    }

    private List<String> stages(String falloffId) {
        List<String> known = stageKeys.get(falloffId);
        if (known != null) {
            return known;
        }
        Falloff falloff = recipe.falloff(falloffId).orElseThrow();
        Domain domain = falloff.source().domain();
        List<String> keys = new ArrayList<>();
        KeyBuilder source = new KeyBuilder("source");
        Canonical.write(source, (Record) falloff.source(), this::referenceKey);
        addSurroundings(source, falloff.source());
        keys.add(source.key());
        for (Step step : falloff.steps()) {
            String before = keys.get(keys.size() - 1);
            if (step.skipped()) {
                keys.add(before);
                continue;
            }
            KeyBuilder key = new KeyBuilder("step").add(before);
            Canonical.write(key, (Record) step, this::referenceKey);
            if (step.other().isPresent()) {
                domain = domain.finest(domain(step.other().get()));
            }
            Optional<String> limit = falloff.limitOf(step.id());
            if (limit.isPresent()) {
                key.add("limit").add(resultKey(limit.get()));
                domain = domain.finest(domain(limit.get()));
            }
            keys.add(key.key());
        }
        stageKeys.put(falloffId, keys);
        domains.put(falloffId, domain);
        return keys;
    }

    private String referenceKey(Refers what, String id) {
        if (what == Refers.FALLOFF) {
            return resultKey(id);
        }
        if (what == Refers.LAYER) {
            return layerKey(recipe.layer(id).orElseThrow());
        }
        if (what == Refers.PICTURE) {
            return pictures.of(id).key();
        }
        return placeKeys.computeIfAbsent(id, missing -> {
            Place place = recipe.place(id).orElseThrow();
            KeyBuilder key = new KeyBuilder("place");
            Canonical.write(key, (Record) place, this::referenceKey);
            return key.key();
        });
    }
}
