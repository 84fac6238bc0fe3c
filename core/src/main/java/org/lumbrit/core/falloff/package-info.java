/**
 * A falloff: a value over space that starts at a source and is reshaped by steps. One file per source and per step, each with
 * its evaluation, its wording and its settings; the {@code permits} line of {@link org.lumbrit.core.falloff.Source} or
 * {@link org.lumbrit.core.falloff.Step} is the registration.
 */
package org.lumbrit.core.falloff;
