/** Vessels: the hollow of a prop, and a level liquid in it that keeps its volume, sloshes and spills. */
package org.lumbrit.core.vessels;
