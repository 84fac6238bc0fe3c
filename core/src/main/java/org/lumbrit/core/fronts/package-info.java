/** What sweeps over a surface: when it arrives at each place, and how long ago that was. */
package org.lumbrit.core.fronts;
