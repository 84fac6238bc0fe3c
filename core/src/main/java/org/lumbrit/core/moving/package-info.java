/**
 * What moves in a site over all frames of its clock: swings and bends of plants, pushed props, grains; and what keeps it from
 * coming back after the loop. Motion is kept in blocks of frames, so that none of its results is large.
 */
package org.lumbrit.core.moving;
