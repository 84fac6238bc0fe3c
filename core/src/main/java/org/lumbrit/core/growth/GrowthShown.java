package org.lumbrit.core.growth;

import java.util.Set;
import java.util.TreeSet;

/**
 * How far plants are shown grown where each growth needs a mesh of its own: exactly while there are few, else rounded to the nearest
 * of so many steps. What has begun to grow is shown.
 *
 * @param steps from nothing to full; 0 where nothing is rounded
 */
public record GrowthShown(int steps) {
    private static final int[] CHOICES = {1024, 256, 64, 16};

    /** Each plant as far grown as it is, without steps. */
    public static GrowthShown exact() {
        return new GrowthShown(0);
    }

    /**
     * The finest that does not make more vertices than so many.
     *
     * @param growths of the plants, 0..1; @param vertices of one full mesh of all variants together
     */
    public static GrowthShown of(float[] growths, long vertices, long most) {
        Set<Float> distinct = new TreeSet<>();
        for (float growth : growths) {
            distinct.add(growth);
            if (distinct.size() * vertices > most) {
                break;
            }
        }
        if (distinct.size() * vertices <= most) {
            return exact();
        }
        for (int steps : CHOICES) {
            if (steps * vertices <= most) {
                return new GrowthShown(steps);
            }
        }
        return new GrowthShown(CHOICES[CHOICES.length - 1]);
    }

    /** The growth that is shown of a growth. */
    public double of(float growth) {
        if (!(growth > 0)) {
            return 0;
        }
        if (growth >= 1) {
            return 1;
        }
        return steps == 0 ? growth : Math.max(1, Math.rint((double) growth * steps)) / steps;
    }
}
