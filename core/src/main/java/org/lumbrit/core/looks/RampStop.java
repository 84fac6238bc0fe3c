package org.lumbrit.core.looks;

import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/** A colour at a place of a ramp. */
public record RampStop(
        @Setting(title = "at", min = 0, max = 1) double at,
        @Setting(title = "colour", refers = Refers.COLOUR) String colour) {}
