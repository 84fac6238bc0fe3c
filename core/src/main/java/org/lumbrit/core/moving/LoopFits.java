package org.lumbrit.core.moving;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.edit.MotionEdit;
import org.lumbrit.core.edit.PropEdit;
import org.lumbrit.core.falloff.ClockSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Loop;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Keyed;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Misfit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;

/** What of a site's motion does not come back after the loop, and what may give way so that it does. */
public final class LoopFits {
    private final Recipe recipe;
    private final Frames frames;
    private final List<Proposal> proposals = new ArrayList<>();

    private LoopFits(Recipe recipe) {
        this.recipe = recipe;
        this.frames = recipe.clock().frames();
    }

    /**
     * One motion that does not loop.
     *
     * @param falloff whose it is, by id, "" for none; @param layer likewise
     * @param options what may give way, with numbers; the first changes least
     */
    public record Proposal(String title, String text, String falloff, String layer, List<Option> options) {}

    /** @param words of a button: "gust length 12.5 m" */
    public record Option(String words, Edit edit) {}

    /** None where there is no loop. */
    public static List<Proposal> of(Recipe recipe) {
        LoopFits fits = new LoopFits(recipe);
        if (recipe.clock().loopSeconds() > 0) {
            recipe.layers().forEach(fits::layer);
            recipe.falloffs().forEach(fits::falloff);
            recipe.clock().tracks().forEach(fits::track);
            recipe.props().forEach(fits::prop);
        }
        return fits.proposals;
    }

    /** The edits that make every motion loop, by the first option of each; in order, as one may change what the next needs. */
    public static List<Edit> all(Recipe recipe) {
        List<Edit> edits = new ArrayList<>();
        Recipe changed = recipe;
        List<Proposal> left = of(changed);
        // an option never makes another motion fit worse, so this ends
        for (int most = 4 * left.size() + 4; !left.isEmpty() && most > 0; most--) {
            Edit edit = left.get(0).options().get(0).edit();
            edits.add(edit);
            changed = edit.apply(changed);
            left = of(changed);
        }
        return edits;
    }

    private void layer(Layer layer) {
        if (layer.hidden()) {
            return;
        }
        for (Misfit misfit : layer.misfits(frames, recipe::layer)) {
            proposals.add(new Proposal(
                    layer.name(),
                    misfit.text(),
                    "",
                    layer.id(),
                    misfit.fixes().stream()
                            .map(fix -> new Option(fix.words(), new LayerEdit.Set(fix.better())))
                            .toList()));
        }
    }

    private void falloff(Falloff falloff) {
        Source source = falloff.source();
        Loop loop = source.loop(frames.loop()).orElse(null);
        if (loop != null && !loop.exact()) {
            Source fitted = source.fitted(frames.loop());
            proposals.add(new Proposal(
                    falloff.name(),
                    "It travels " + Decimal.write(loop.cells(), 3) + " features and churns "
                            + Decimal.write(loop.turns(), 3) + " times in " + seconds() + ".",
                    falloff.id(),
                    "",
                    List.of(new Option(changed(source, fitted), new FalloffEdit.SetSource(falloff.id(), fitted)))));
        }
        if (source instanceof ClockSource clock) {
            double start = clock.at(frames.start());
            double end = clock.at(frames.start() + frames.loop());
            if (Math.abs(end - start) > 1e-6) {
                ClockSource closed = new ClockSource(
                        Keyed.closed(clock.keys(), frames.start(), frames.loop(), start), clock.easing());
                proposals.add(new Proposal(
                        falloff.name(),
                        "It begins at " + Decimal.write(start, 3) + " and ends at " + Decimal.write(end, 3) + ".",
                        falloff.id(),
                        "",
                        List.of(new Option(
                                "a key of " + Decimal.write(start, 3) + " at the end",
                                new FalloffEdit.SetSource(falloff.id(), closed)))));
            }
        }
    }

    private void track(Track track) {
        if (track.loops(frames.start(), frames.loop())) {
            return;
        }
        double start = track.at(frames.start());
        proposals.add(new Proposal(
                "Keys of " + track.setting(),
                "They begin at " + Decimal.write(start, 3) + " and end at "
                        + Decimal.write(track.at(frames.start() + frames.loop()), 3) + ".",
                track.of() == Track.Owner.FALLOFF ? track.id() : "",
                track.of() == Track.Owner.LAYER ? track.id() : "",
                List.of(new Option(
                        "a key of " + Decimal.write(start, 3) + " at the end",
                        new MotionEdit.SetKeys(track.closed(frames.start(), frames.loop()))))));
    }

    private void prop(Prop prop) {
        if (prop.pose().loops(frames.loop(), id -> recipe.place(id).orElseThrow())) {
            return;
        }
        proposals.add(new Proposal(
                prop.name(),
                "The way that it goes in " + seconds() + " does not bring it back to where it was.",
                "",
                "",
                List.of(new Option("stand still", new PropEdit.Set(Kinds.with(prop, "pose", new Pose.Still()))))));
    }

    private String seconds() {
        return Decimal.write(frames.loop(), 2) + " s";
    }

    /** Which settings became what: "feature size 4.8 m". */
    private static String changed(Source before, Source after) {
        List<String> words = new ArrayList<>();
        for (var component : Kinds.components(before.getClass())) {
            Object now = Kinds.value((Record) after, component);
            if (!now.equals(Kinds.value((Record) before, component))) {
                var setting = component.getAnnotation(org.lumbrit.core.kinds.Setting.class);
                String value = now instanceof Number number
                        ? Decimal.write(number.doubleValue(), 3)
                        : Kinds.word((Enum<?>) now);
                words.add(setting.title() + " " + value + (setting.unit().isEmpty() ? "" : " " + setting.unit()));
            }
        }
        return String.join(", ", words);
    }
}
