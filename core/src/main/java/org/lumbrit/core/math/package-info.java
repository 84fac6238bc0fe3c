/**
 * Arithmetic that everything else stands on: stateless hashes, gradient noise, monotone curves, content keys, chunked
 * parallel loops, quaternions, colours and the decimal writer. All of it is exact to the bit on any machine: no
 * {@code Math} transcendentals, no running generators, sums in fixed order.
 */
package org.lumbrit.core.math;
