/**
 * Plants made by rule with a seed: strands, clumps, leaves, ferns, climbers, shrubs, trees, flower heads, mushrooms, stones,
 * parts, and meshes that were brought in. Each is in metres with its foot at the origin, +Y up, every vertex with its way along
 * from foot to tip; each has detail levels with a measured error. The nursery keeps them.
 */
package org.lumbrit.core.plants;
