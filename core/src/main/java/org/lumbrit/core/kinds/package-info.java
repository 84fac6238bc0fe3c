/**
 * How a source, a step or a layer describes itself (name, help, settings with unit, range and default), and what follows
 * from the description: forms, checks, defaults, the canonical form that enters a content key.
 */
package org.lumbrit.core.kinds;
