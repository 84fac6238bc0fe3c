/**
 * The evaluation of a recipe: its plan of content keys, the ground as relief layers make it, falloffs and fields over samples; and
 * the lists in which kinds are registered.
 */
package org.lumbrit.core.site;
