package org.lumbrit.server.view;

import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.answers.Summary;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.server.view.Look.Seen;
import org.lumbrit.server.view.Manifest.ShownView;
import org.lumbrit.server.view.SubjectView.FieldSubject;

/** What the values view shows: a falloff at a stage, a property, or what a relief layer makes of the ground. */
final class ShownLook {
    private final Look look;

    ShownLook(Look look) {
        this.look = look;
    }

    /** What the values view shows, and the same on the ground. */
    record Shown(ShownView view, FieldSubject field, Optional<Everywhere> everywhere) {}

    /**
     * The same at other samples of the finished ground.
     *
     * @param key of what is shown
     */
    record Everywhere(String key, Function<Samples, float[]> at) {}

    Shown shown(ViewRequest request) {
        if (request.ofProperty()) {
            return field(
                    look.recipe
                            .layer(request.layer())
                            .orElseThrow(() -> InvalidRecipeException.missing("layer", request.layer())),
                    request.property());
        }
        Falloff falloff = look.shownFalloff(request);
        if (falloff == null) {
            float[] nothing = new float[look.lattice.count()];
            return show(
                    "nothing",
                    look.seenBy(""),
                    "Nothing chosen",
                    "",
                    0,
                    1,
                    false,
                    nothing,
                    "",
                    at -> new float[at.count()]);
        }
        Seen seen = look.seenFor(falloff.id(), request.layer());
        int last = falloff.steps().size();
        int stage = request.stage() < 0 ? last : Math.min(request.stage(), last);
        String title = falloff.name() + (stage == last ? "" : stage == 0 ? ": source" : ": after step " + stage);
        float[] values = seen.now().stage(falloff.id(), stage, seen.samples());
        return show(
                seen.now().plan().stageKey(falloff.id(), stage),
                seen,
                title,
                "",
                0,
                1,
                false,
                values,
                "",
                at -> seen.now().stage(falloff.id(), stage, at));
    }

    /** A field of a layer: what drives it is seen on the ground that the layer sees, what it makes on the finished one. */
    private Shown field(Layer layer, String name) {
        Seen seen = look.seenBy(layer.properties().containsKey(name) ? layer.id() : "");
        Layer now = seen.now().plan().recipe().layer(layer.id()).orElseThrow();
        Field field = now.field(name).orElseThrow(() -> InvalidRecipeException.missing("property", name));
        float[] values = seen.now().field(now, name, seen.samples());
        double[] ends = seen.now().ends(now, name);
        return show(
                seen.now().plan().fieldKey(now, name),
                seen,
                layer.name() + ": " + field.title(),
                field.unit(),
                ends[0],
                ends[1],
                field.signed(),
                values,
                seen.now().sentence(now, name),
                at -> seen.now().field(now, name, at));
    }

    private Shown show(
            String key,
            Seen seen,
            String title,
            String unit,
            double low,
            double high,
            boolean signed,
            float[] values,
            String sentence,
            Function<Samples, float[]> at) {
        String both = Look.key(key, seen.lattice().key());
        Summary summary = look.summary(both, values, seen.areas(), (low + high) / 2);
        String bundle = look.kept(
                Look.key("values bundle/1", both),
                shared -> Binaries.values(
                        seen.lattice().columns(), seen.lattice().rows(), values, summary.min(), summary.max()));
        return new Shown(
                new ShownView(title, unit, low, high, summary, seen.title(), signed, sentence),
                FieldSubject.of(bundle, low, high, signed),
                seen == look.seenBy("") ? Optional.of(new Everywhere(key, at)) : Optional.empty());
    }
}
