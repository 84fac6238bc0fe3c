package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.drive.Drive;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Scene;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Canonical;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Place;

/**
 * A recipe made ready for evaluation: every stage of every falloff, and every property, has its content key. A key names what
 * goes into a value and nothing else, so that renaming or an edit elsewhere leaves it as it is.
 */
public final class SitePlan {
    private final Recipe recipe;
    private final Ground ground;
    private final Scene scene;
    private final Map<String, List<String>> stageKeys = new HashMap<>();
    private final Map<String, Domain> domains = new HashMap<>();
    private final Map<String, String> placeKeys = new HashMap<>();

    /**
     * @param recipe one that {@link RecipeCheck} has accepted
     * @param time seconds
     */
    public SitePlan(Recipe recipe, Ground ground, double time) {
        this.recipe = RecipeCheck.require(recipe);
        this.ground = ground;
        this.scene = new Scene(recipe.placesById(), time);
        recipe.falloffs().forEach(falloff -> stages(falloff.id()));
    }

    public Recipe recipe() {
        return recipe;
    }

    public Ground ground() {
        return ground;
    }

    public Scene scene() {
        return scene;
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

    public String measurementKey(Record settings) {
        KeyBuilder key = new KeyBuilder("measurement");
        Canonical.write(key, settings, this::referenceKey);
        return key.key();
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
        if (falloff.source().readsTime()) {
            source.add(scene.time());
        }
        keys.add(source.key());
        for (Step step : falloff.steps()) {
            String before = keys.get(keys.size() - 1);
            if (step.skipped()) {
                keys.add(before);
                continue;
            }
            KeyBuilder key = new KeyBuilder("step").add(before);
            Canonical.write(key, (Record) step, this::referenceKey);
            keys.add(key.key());
            if (step.other().isPresent()) {
                domain = domain.finest(domain(step.other().get()));
            }
        }
        stageKeys.put(falloffId, keys);
        domains.put(falloffId, domain);
        return keys;
    }

    private String referenceKey(Refers what, String id) {
        if (what == Refers.FALLOFF) {
            return resultKey(id);
        }
        return placeKeys.computeIfAbsent(id, missing -> {
            Place place = recipe.place(id).orElseThrow();
            KeyBuilder key = new KeyBuilder("place");
            Canonical.write(key, (Record) place, this::referenceKey);
            return key.key();
        });
    }
}
