/**
 * The changes of a recipe that any kind of thing shares: falloffs, layers, drives, places, props, keys, the site. Changes of one kind
 * alone stand beside that kind.
 */
package org.lumbrit.core.edit;
