/**
 * What settles on ground, props and plants, and snow as stuff: how it falls, slides, drifts and melts, what presses it, what fills
 * the track again.
 */
package org.lumbrit.core.snow;
