/** Hanging sheets of drifting mist, dust or spindrift: where they stand and how much they hide. */
package org.lumbrit.core.sheets;
