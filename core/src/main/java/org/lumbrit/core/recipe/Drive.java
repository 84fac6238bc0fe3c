package org.lumbrit.core.recipe;

import java.util.List;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.CurvePoint;

/** A falloff acting on a property of a layer through a response curve. */
public record Drive(
        @Setting(title = "layer", refers = Refers.LAYER) String layer,
        String property,
        @Setting(title = "falloff", refers = Refers.FALLOFF) String falloff,

        @Setting(title = "curve", byDefault = "[[0,0],[1,1]]")
        List<CurvePoint> curve) {
    public Drive {
        curve = List.copyOf(curve);
    }

    /** Whether it acts on a property of a layer. */
    public boolean drives(String layerId, String propertyName) {
        return layer.equals(layerId) && property.equals(propertyName);
    }

    /** Whether it lies in the same cell of the board: one falloff on one property. */
    public boolean sameCell(Drive other) {
        return other.drives(layer, property) && falloff.equals(other.falloff);
    }
}
