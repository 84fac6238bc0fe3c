package org.lumbrit.core.motion;

import org.lumbrit.core.kinds.AsArray;

/**
 * What a weather station saw in an hour. Written as [hour, from, speed].
 *
 * @param hour counted from the first; @param from degrees that the wind comes from, clockwise from north; @param speed m/s
 */
@AsArray
public record WindRow(double hour, double from, double speed) {}
