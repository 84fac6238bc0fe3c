package org.lumbrit.core.season;

import org.lumbrit.core.kinds.AsArray;

/**
 * What a weather station saw in an hour. Written as [hour, from, speed, temperature, snowfall, sun, rain].
 *
 * @param hour counted from the first; @param from degrees that the wind comes from, clockwise from north; @param speed m/s, 10 m above
 *     the ground; @param temperature °C; @param snowfall mm of snow an hour; @param sun share of the hour that it shone, 0..1; @param rain mm of water an hour
 */
@AsArray(mayMiss = 1)
public record WeatherHour(
        double hour, double from, double speed, double temperature, double snowfall, double sun, double rain) {}
