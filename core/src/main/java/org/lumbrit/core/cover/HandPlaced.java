package org.lumbrit.core.cover;

import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/**
 * A plant placed by hand: it stands whatever the density and spacing are there.
 *
 * @param plant 16 hexadecimal digits, its identity for ever
 * @param on the prop it stands on, "" for the ground
 * @param x metres; on a prop in the prop's own frame, so that it goes along with it; @param y likewise, unused on the ground
 */
public record HandPlaced(
        String plant,

        @Setting(title = "on", refers = Refers.PROP, byDefault = "\"\"")
        String on,

        double x,
        double y,
        double z) {

    /** The identity as a number. */
    public long identity() {
        return Long.parseUnsignedLong(plant, 16);
    }
}
