/**
 * How water runs off the ground: the order in which nodes drain, the ways that it takes, and the area above each node. What wears the ground
 * by water and what stands along it both build on this. It knows heights and nothing of the site.
 */
package org.lumbrit.core.drainage;
