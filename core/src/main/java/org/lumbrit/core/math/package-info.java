/**
 * Arithmetic that everything else stands on: stateless hashes, gradient noise, monotone curves, content keys, chunked
 * parallel loops, quaternions, colours and the decimal writer. All of it is exact to the bit on any machine: no
 * {@code Math} transcendentals, no running generators, sums in fixed order. Results that are expensive have a {@link
 * org.lumbrit.core.math.ResultKind} with a codec, so that they can be kept in a folder or sent to another machine.
 */
package org.lumbrit.core.math;
