/**
 * Scatter over the ground: candidates in hashed levels, settled into a spacing that has one answer whatever the order of
 * work, thinned by density through the settling curve, stood up and turned by driven properties.
 */
package org.lumbrit.core.cover;
