package org.lumbrit.core.trials;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;

/**
 * A number of a site that may be tried at other values.
 *
 * @param of what owns it; @param id the owner; @param owner its name; @param setting the way to it; @param title in words; @param unit "" for none
 * @param value as it is; @param least the smallest that is allowed; @param most the largest; @param from the lower end of what is usual
 * @param to the upper end of what is usual
 */
public record Triable(
        Track.Owner of,
        String id,
        String owner,
        String setting,
        String title,
        String unit,
        double value,
        double least,
        double most,
        double from,
        double to) {

    /** All of a recipe that are not keyed: those of falloffs, their steps, layers and props, in the order of the board. */
    public static List<Triable> of(Recipe recipe) {
        List<Triable> all = new ArrayList<>();
        for (Falloff falloff : recipe.falloffs()) {
            String word = Kinds.of((Record) falloff.source()).title();
            all.addAll(of(Track.Owner.FALLOFF, falloff.id(), falloff.name(), "source.", word + ": ", (Record)
                    falloff.source()));
            for (Step step : falloff.steps()) {
                all.addAll(of(
                        Track.Owner.FALLOFF,
                        falloff.id(),
                        falloff.name(),
                        "steps." + step.id() + ".",
                        Kinds.of((Record) step).title() + ": ",
                        (Record) step));
            }
        }
        for (Layer layer : recipe.layers()) {
            for (PropertyDescription offer : layer.offered()) {
                PropertyRange range = layer.properties().get(offer.name());
                all.add(end(layer, offer, "high", "upper end", range.high()));
                // without a drive it is the upper end everywhere
                if (!recipe.drivesOf(layer.id(), offer.name()).isEmpty()) {
                    all.add(end(layer, offer, "low", "lower end", range.low()));
                }
            }
            all.addAll(of(Track.Owner.LAYER, layer.id(), layer.name(), "", "", (Record) layer));
        }
        for (Prop prop : recipe.props()) {
            all.addAll(of(Track.Owner.PROP, prop.id(), prop.name(), "", "", prop));
        }
        all.removeIf(number -> recipe.clock().tracks().stream()
                .anyMatch(track -> track.of() == number.of
                        && track.id().equals(number.id)
                        && track.setting().equals(number.setting)));
        return all;
    }

    private static Triable end(Layer layer, PropertyDescription offer, String end, String word, double value) {
        return new Triable(
                Track.Owner.LAYER,
                layer.id(),
                layer.name(),
                "properties." + offer.name() + "." + end,
                offer.title() + ", " + word,
                offer.unit(),
                value,
                offer.min(),
                offer.max(),
                Math.max(offer.min(), -offer.sliderMax()),
                offer.sliderMax());
    }

    private static List<Triable> of(Track.Owner of, String id, String owner, String way, String before, Record record) {
        List<Triable> all = new ArrayList<>();
        for (RecordComponent component : Kinds.components(record.getClass())) {
            Setting setting = Kinds.setting(component);
            if (setting == null
                    || setting.title().isEmpty()
                    || !(Kinds.value(record, component) instanceof Number number)) {
                continue;
            }
            double[] slider =
                    setting.slider().length == 2 ? setting.slider() : new double[] {setting.min(), setting.max()};
            all.add(new Triable(
                    of,
                    id,
                    owner,
                    way + component.getName(),
                    before + setting.title(),
                    setting.unit(),
                    number.doubleValue(),
                    setting.min(),
                    setting.max(),
                    slider[0],
                    slider[1]));
        }
        return all;
    }
}
