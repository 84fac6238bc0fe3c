/**
 * Things that stand in a site: meshes that were brought in, and simple shapes made by rule. A shape makes a mesh in its own
 * frame, metres, +Y up, its foot at height 0; a prop places, turns and sizes it.
 */
package org.lumbrit.core.props;
