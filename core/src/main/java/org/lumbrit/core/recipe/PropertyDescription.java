package org.lumbrit.core.recipe;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.falloff.Domain;

/**
 * A property that a layer offers to be driven.
 *
 * @param domain the finest domain that its drives may have
 */
public record PropertyDescription(
        String name,
        String title,
        String help,
        String unit,
        double min,
        double max,
        double sliderMax,
        PropertyRange byDefault,
        Domain domain) {

    /**
     * A property that may differ from plant to plant.
     *
     * @param unit "" for a plain number
     * @param low what a new layer begins with
     */
    public static PropertyDescription of(
            String name, String help, String unit, double min, double max, double sliderMax, double low, double high) {
        return new PropertyDescription(
                name,
                name.replace('-', ' '),
                help,
                unit,
                min,
                max,
                sliderMax,
                new PropertyRange(low, high, Combine.PRODUCT),
                Domain.PLANT);
    }

    /** The ranges that are given, in the order of the board, and the defaults of the others. */
    public static Map<String, PropertyRange> complete(
            List<PropertyDescription> offered, Map<String, PropertyRange> given) {
        Map<String, PropertyRange> complete = new LinkedHashMap<>();
        offered.forEach(offer -> complete.put(offer.name(), given.getOrDefault(offer.name(), offer.byDefault())));
        given.forEach(complete::putIfAbsent);
        return Collections.unmodifiableMap(complete);
    }

    /** The same with one value a place: driven by falloffs over the place only. */
    public PropertyDescription inPlace() {
        return in(Domain.PLACE);
    }

    /** May change from foot to tip of a plant. */
    public PropertyDescription along() {
        return in(Domain.ALONG);
    }

    private PropertyDescription in(Domain finest) {
        return new PropertyDescription(name, title, help, unit, min, max, sliderMax, byDefault, finest);
    }
}
