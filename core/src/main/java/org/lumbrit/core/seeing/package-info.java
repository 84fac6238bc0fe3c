/** Where a site is looked at from, and where its places lie in the picture then. */
package org.lumbrit.core.seeing;
