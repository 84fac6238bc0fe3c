/**
 * What is seen of a site: a manifest of sealed subjects, each with a key of all that is drawn of it and the keys of the immutable
 * binaries it is drawn from. A view that holds a manifest is told only what has changed since. Another subject is one record of
 * {@link org.lumbrit.server.view.SubjectView}, one {@code SubjectMaker}, and one class in the page ({@code web/src/view3d/subjects}).
 */
package org.lumbrit.server.view;
