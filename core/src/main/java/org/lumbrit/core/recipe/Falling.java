package org.lumbrit.core.recipe;

/**
 * Flakes that fall.
 *
 * @param rate millimetres of snow an hour; @param windX m/s to the east; @param windZ m/s to the south
 */
public record Falling(double rate, double windX, double windZ) {}
