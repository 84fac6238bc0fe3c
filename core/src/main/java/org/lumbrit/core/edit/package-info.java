/**
 * The changes of a recipe that any kind of thing shares: falloffs, layers, drives, places, props, keys, the site. Changes of one kind
 * alone stand beside that kind. {@link org.lumbrit.core.edit.Fence} makes several of them at once: keeping out of an area, or within it.
 */
package org.lumbrit.core.edit;
