/**
 * Growth along the length: how much of a plant is there at a growth between 0 and 1, trimmed and narrowed at its growing tip
 * about its own centre line.
 */
package org.lumbrit.core.growth;
