/**
 * The server: sites, revisions and assets in PostgreSQL, the views of a site as manifests and immutable binaries, and the
 * packaged web page.
 */
package org.lumbrit.server;
