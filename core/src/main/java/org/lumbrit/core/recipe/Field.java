package org.lumbrit.core.recipe;

import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.surface.Samples;

/**
 * A named result of a layer over a surface: the values view shows it, falloffs read it, it is handed over as a mask.
 *
 * @param name a plain word, unique within the layer; @param title in words; @param help one line
 * @param unit "" where there is none
 * @param domain place where each place has one value, finer where each plant has its own
 * @param signed whether it runs both ways from 0
 * @param share whether it lies between 0 and 1 by its nature, so that it is handed over as a mask
 * @param scale the ends of the legend
 * @param values what it is at samples
 */
public record Field(
        String name,
        String title,
        String help,
        String unit,
        Domain domain,
        boolean signed,
        boolean share,
        Scale scale,
        Values values) {

    /** The ends of a scale. */
    @FunctionalInterface
    public interface Scale {
        /** @return the lower and the upper end, the lower first, never equal */
        double[] ends(Surroundings site);
    }

    /** Values at samples. */
    @FunctionalInterface
    public interface Values {
        /** @return one number a sample, in the field's unit; the array must not be changed */
        float[] at(Surroundings site, Samples samples);
    }

    /** A result that each place has one value of. */
    public static Field inPlace(String name, String title, String help, String unit, Scale scale, Values values) {
        return new Field(name, title, help, unit, Domain.PLACE, false, false, scale, values);
    }

    /** A result between 0 and 1. */
    public static Field share(String name, String title, String help, Values values) {
        return new Field(name, title, help, "", Domain.PLACE, false, true, site -> new double[] {0, 1}, values);
    }

    /** A property of a layer, between its ends. */
    static Field of(Layer layer, PropertyDescription offer) {
        return new Field(
                offer.name(),
                offer.title(),
                offer.help(),
                offer.unit(),
                offer.domain(),
                false,
                false,
                site -> {
                    PropertyRange range = layer.properties().get(offer.name());
                    return new double[] {range.least(), range.most() > range.least() ? range.most() : range.least() + 1
                    };
                },
                (site, samples) -> site.property(layer, offer.name(), samples));
    }

    /** The same running both ways from 0. */
    public Field bothWays() {
        return new Field(name, title, help, unit, domain, true, share, scale, values);
    }
}
