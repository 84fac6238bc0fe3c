/** One or two numbers of a site swept over a range, and what comes of each. */
package org.lumbrit.core.trials;
