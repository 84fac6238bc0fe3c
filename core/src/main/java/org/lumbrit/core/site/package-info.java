/**
 * The recipe of a site, the edits that change it, the checks it must pass, and its evaluation under content keys.
 */
package org.lumbrit.core.site;
