/** The season: what a weather station saw, or would see by a rule, hour by hour, and how much of it passes in a second of the clock. */
package org.lumbrit.core.season;
