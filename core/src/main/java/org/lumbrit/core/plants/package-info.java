/**
 * Plants made by rule with a seed: strand meshes in variants, each vertex with its coordinate along the plant, foot at the
 * origin, +Y up.
 */
package org.lumbrit.core.plants;
