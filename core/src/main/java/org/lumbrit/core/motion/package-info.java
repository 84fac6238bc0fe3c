/**
 * What moves: the wind as one field over the place, plants that sway in it, cloth that is pushed along its normal, grains that
 * are carried. Motion is a function of time: any frame can be asked for without those before. A loop comes back exactly where
 * each pattern goes through a whole number of its cells.
 */
package org.lumbrit.core.motion;
