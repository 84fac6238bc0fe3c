package org.lumbrit.core.drive;

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

    public static PropertyDescription of(
            String name, String help, String unit, double min, double max, double sliderMax, double low, double high) {
        return new PropertyDescription(
                name,
                name,
                help,
                unit,
                min,
                max,
                sliderMax,
                new PropertyRange(low, high, Combine.PRODUCT),
                Domain.PLANT);
    }

    public PropertyDescription inPlace() {
        return new PropertyDescription(name, title, help, unit, min, max, sliderMax, byDefault, Domain.PLACE);
    }
}
