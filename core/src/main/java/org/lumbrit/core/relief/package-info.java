/**
 * Making ground: relief layers stand in an order, each takes the heights that the layers below it have left and gives new
 * ones. Their properties are driven like any other; the falloffs that drive layer k see the ground below layer k. Erosion
 * works on the whole grid in double and moves matter without making or losing any.
 */
package org.lumbrit.core.relief;
