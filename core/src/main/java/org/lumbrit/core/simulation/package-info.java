/**
 * States that are carried forward in fixed steps, kept at checkpoints and reached from the nearest of them. Who has a state of its
 * own writes one {@link org.lumbrit.core.simulation.Simulation}.
 */
package org.lumbrit.core.simulation;
