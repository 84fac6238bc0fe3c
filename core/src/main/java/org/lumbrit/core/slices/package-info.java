/** Places and things built of level slices. */
package org.lumbrit.core.slices;
