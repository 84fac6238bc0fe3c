package org.lumbrit.core.recipe;

import org.lumbrit.core.kinds.Setting;

/** The ends of a property and how its drives combine. Not driven, it has its high end everywhere. */
public record PropertyRange(
        @Setting(title = "low") double low,
        @Setting(title = "high") double high,
        @Setting(title = "combine", byDefault = "product") Combine combine) {

    /** The lower of the two ends. */
    public double least() {
        return Math.min(low, high);
    }

    /** The higher of the two ends. */
    public double most() {
        return Math.max(low, high);
    }

    /** low + (high − low)·weight */
    public double at(double weight) {
        return low + (high - low) * weight;
    }
}
