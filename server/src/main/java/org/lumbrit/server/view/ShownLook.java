package org.lumbrit.server.view;

import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.drive.PropertyDescription;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.relief.ReliefLayer;
import org.lumbrit.core.site.AirAt;
import org.lumbrit.core.site.InvalidRecipeException;
import org.lumbrit.core.site.ReliefState;
import org.lumbrit.core.site.Summary;
import org.lumbrit.server.view.Look.Seen;
import org.lumbrit.server.view.Manifest.ShownView;

/** What the values view shows: a falloff at a stage, a property, or what a relief layer makes of the ground. */
final class ShownLook {
    private final Look look;

    ShownLook(Look look) {
        this.look = look;
    }

    ShownView shown(ViewRequest request) {
        if (request.ofProperty()) {
            return property(
                    look.recipe
                            .layer(request.layer())
                            .orElseThrow(() -> InvalidRecipeException.missing("layer", request.layer())),
                    request.property());
        }
        Falloff falloff = look.shownFalloff(request);
        if (falloff == null) {
            float[] nothing = new float[look.lattice.count()];
            return show("nothing", look.seenBy(""), "Nothing chosen", "", 0, 1, false, nothing);
        }
        Seen seen = look.seenFor(falloff.id(), request.layer());
        int last = falloff.steps().size();
        int stage = request.stage() < 0 ? last : Math.min(request.stage(), last);
        String title = falloff.name() + (stage == last ? "" : stage == 0 ? ": source" : ": after step " + stage);
        float[] values = seen.now().stage(falloff.id(), stage, seen.samples());
        return show(seen.now().plan().stageKey(falloff.id(), stage), seen, title, "", 0, 1, false, values);
    }

    private ShownView property(Layer layer, String property) {
        if (layer instanceof ReliefLayer && property.equals(ViewRequest.DIFFERENCE)) {
            return difference((ReliefLayer) layer);
        }
        if (layer instanceof WindLayer && property.equals(WindLayer.WIND)) {
            return wind(layer.id());
        }
        PropertyDescription offered = layer.offered().stream()
                .filter(offer -> offer.name().equals(property))
                .findFirst()
                .orElseThrow(() -> InvalidRecipeException.missing("property", property));
        Seen seen = look.seenBy(layer.id());
        Layer now = seen.now().plan().recipe().layer(layer.id()).orElseThrow();
        PropertyRange range = now.properties().get(property);
        float[] values = seen.now().property(now, property, seen.samples());
        double high = range.most() > range.least() ? range.most() : range.least() + 1;
        return show(
                seen.now().plan().propertyKey(now, property),
                seen,
                layer.name() + ": " + offered.title(),
                offered.unit(),
                range.least(),
                high,
                false,
                values);
    }

    /** The speed of the air now, gusts and all. */
    private ShownView wind(String id) {
        Seen seen = look.seenBy(id);
        WindLayer wind = (WindLayer) seen.now().plan().recipe().layer(id).orElseThrow();
        String key = new KeyBuilder("wind shown/1")
                .add(seen.now().plan().layerKey(wind))
                .add(seen.lattice().key())
                .key();
        float[] values =
                look.results.get(key, look.cancel, shared -> AirAt.speed(seen.now(), wind, seen.samples(), shared));
        // the scale is the same at all times
        double most = wind.properties().get(WindLayer.SPEED).most()
                * (1 + wind.properties().get(WindLayer.GUST).most());
        return show(key, seen, wind.name() + ": speed of the air", "m/s", 0, Math.max(0.1, most), false, values);
    }

    /** What a relief layer makes of the ground, metres up and down. */
    private ShownView difference(ReliefLayer layer) {
        ReliefState state = look.evaluation.plan().relief(layer.id()).orElseThrow();
        float[] values = new float[look.lattice.count()];
        for (int i = 0; i < values.length; i++) {
            double x = look.samples.x()[i];
            double z = look.samples.z()[i];
            values[i] = (float) (state.after().height(x, z) - state.below().height(x, z));
        }
        Summary made = look.differenceOf(layer);
        double most = Math.max(1e-3, Math.max(-made.min(), made.max()));
        String key = new KeyBuilder("difference shown")
                .add(state.below().key())
                .add(state.after().key())
                .key();
        return show(key, look.seenBy(""), layer.name() + ": difference", "m", -most, most, true, values);
    }

    private ShownView show(
            String key, Seen seen, String title, String unit, double low, double high, boolean signed, float[] values) {
        String both = Look.key(key, seen.lattice().key());
        Summary summary = look.summary(both, values, seen.areas(), (low + high) / 2);
        String bundle = look.kept(
                Look.key("values bundle/1", both),
                shared -> Binaries.values(seen.lattice(), values, summary.min(), summary.max()));
        return new ShownView(bundle, title, unit, low, high, summary, seen.title(), signed);
    }
}
