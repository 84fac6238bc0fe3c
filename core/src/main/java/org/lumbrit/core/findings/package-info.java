/**
 * Automatic remarks about likely mistakes: each with its place, its numbers, and a remedy that is an edit like any other and can
 * be undone like any other. They read a site; they never change it.
 */
package org.lumbrit.core.findings;
