/**
 * Results under their content keys: in memory first, then in a folder, both bounded, flat arrays as they are and records by the codec
 * of their kind. A shared tier for several machines is another implementation of the core's {@code Results}.
 */
package org.lumbrit.server.results;
