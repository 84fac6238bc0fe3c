package org.lumbrit.core.moving;

import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Once;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.motion.Swaying;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Samples;

/** The frames of a site's clock, and what layers give in each of them. */
final class SiteFrames {
    /** More are not kept at once: frames times plants. */
    private static final long MOST_BENDS = 250_000_000L;

    final SiteEvaluation still;
    final Results results;
    final Cancel cancel;
    final Frames frames;

    /** @param evaluation of the site, at any time */
    SiteFrames(SiteEvaluation evaluation, Results results, Cancel cancel) {
        this.still = evaluation.at(0);
        this.results = results;
        this.cancel = cancel;
        this.frames = evaluation.plan().written().clock().frames();
    }

    static Layer layerAt(SiteEvaluation then, Layer layer) {
        return layerAt(then, layer.id());
    }

    static Layer layerAt(SiteEvaluation then, String id) {
        return then.plan().recipe().layer(id).orElseThrow();
    }

    /** Reads one property in one evaluation. */
    interface Reader {
        float[] read(SiteEvaluation then, String property);
    }

    /** Computed once where no time is read. */
    Swaying.ByFrame byFrame(Layer layer, List<String> properties, Reader reader) {
        if (!changes(layer, properties)) {
            float[][] same = read(still, properties, reader);
            return frame -> same;
        }
        Once<Integer, float[][]> known = new Once<>();
        return frame -> known.get(frame, missing -> read(still.at(frames.time(frame)), properties, reader));
    }

    private static float[][] read(SiteEvaluation then, List<String> properties, Reader reader) {
        return properties.stream().map(property -> reader.read(then, property)).toArray(float[][]::new);
    }

    /** Whether properties of a layer may differ from frame to frame. */
    private boolean changes(Layer layer, List<String> properties) {
        Recipe written = still.plan().written();
        if (!written.clock().tracks().isEmpty() || written.props().stream().anyMatch(written::moves)) {
            return true;
        }
        SitePlan other = still.plan().at(1.234567);
        return properties.stream()
                .anyMatch(property ->
                        !other.propertyKey(layer, property).equals(still.plan().propertyKey(layer, property)));
    }

    static Samples pick(Samples all, int[] picked, String what) {
        KeyBuilder key = new KeyBuilder(what).add(all.key());
        for (int index : picked) {
            key.add(index);
        }
        return all.pick(key.key(), picked);
    }

    /** Says how much a loop would take, where it is more than can be kept. */
    void require(long plants) {
        if (plants * frames.count() > MOST_BENDS) {
            throw new InvalidRecipeException(
                    "clock.loopSeconds",
                    "Motion of " + plants + " plants over " + frames.count() + " frames would take "
                            + plants * frames.count() * 4 / 1_000_000 + " MB; at most "
                            + MOST_BENDS * 4 / 1_000_000
                            + " MB are kept. Make the loop shorter, or fewer frames a second, or thin the plants.");
        }
    }

    /** No value of a property is above this in any frame. */
    double mostOf(Layer layer, String property) {
        double most = layer.properties().get(property).most();
        for (Track track : still.plan().written().clock().tracks()) {
            if (track.id().equals(layer.id()) && track.setting().startsWith("properties." + property + ".")) {
                most = Math.max(
                        most,
                        track.keys().stream().mapToDouble(CurvePoint::out).max().orElse(0));
            }
        }
        return most;
    }
}
