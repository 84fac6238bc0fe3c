/**
 * The recipe as JSON: reading, writing and its published schema, all from what the records say about themselves.
 */
package org.lumbrit.formats.json;
