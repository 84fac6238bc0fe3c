/**
 * Water that stands on the ground: where it lies, how much of it there is, its outline.
 */
package org.lumbrit.core.water;
