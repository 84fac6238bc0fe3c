/** Closed bodies that grow on things: ice and crust that spreads and spikes, and shelves of what settles on them. */
package org.lumbrit.core.crust;
