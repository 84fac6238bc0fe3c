/**
 * The recipe: a site as one document of rules. What a layer is, its properties, fields and families; drives, clock and keys; the
 * graph of what reads what, from which circles, deletion and copying follow; the checks that a recipe must pass.
 */
package org.lumbrit.core.recipe;
