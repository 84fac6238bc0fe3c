/**
 * Points and paths from GeoJSON.
 */
package org.lumbrit.formats.places;
