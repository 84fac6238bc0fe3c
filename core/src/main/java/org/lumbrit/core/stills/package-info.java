/**
 * A picture of the site as the sun and the sky light it, or of its values, drawn on the processor: the same bytes everywhere, without a
 * graphics card.
 */
package org.lumbrit.core.stills;
