/** Bodies that mechanics moves: what they are, what they touch, how they fly, bounce, slide and roll. */
package org.lumbrit.core.bodies;
