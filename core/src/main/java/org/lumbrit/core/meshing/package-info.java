/**
 * Meshes that change: closed meshes that are edited edge by edge, cut into even triangles, made from a field of distances, made lighter, and
 * closed where they have holes.
 */
package org.lumbrit.core.meshing;
