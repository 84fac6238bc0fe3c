/**
 * What moves in a site over all frames of its clock: swings and bends of plants, pushed props, grains; and what keeps it from
 * coming back after the loop.
 */
package org.lumbrit.core.moving;
