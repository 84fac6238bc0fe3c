/**
 * What falloffs are evaluated on: the ground as a height grid, batches of samples as parallel arrays, exact distances to
 * points and polylines, and the light that reaches the ground.
 */
package org.lumbrit.core.surface;
