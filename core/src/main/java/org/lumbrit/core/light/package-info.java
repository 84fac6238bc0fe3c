/**
 * Daylight: where the sun stands, how bright and of what colour it and the sky are. It knows no ground; who shades a place asks for the
 * direction of the sun and weighs what comes from it and from the sky.
 */
package org.lumbrit.core.light;
