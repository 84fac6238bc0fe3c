/**
 * What is being computed for whom: one {@link org.lumbrit.server.work.Work} a request, which ends early when a newer one takes
 * its place, when somebody presses Stop, or when whoever asked has left.
 */
package org.lumbrit.server.work;
