package org.lumbrit.core.kinds;

import java.util.List;

/**
 * The list of kinds of an interface that is not sealed, because its kinds live in packages above it. Found as a service, so that
 * the interface knows none of them. One line of {@link #kinds()} registers a kind.
 */
public interface Registry {
    /** The interface whose kinds these are. */
    Class<?> of();

    /** Records, or sealed interfaces that stand for the records they permit, in the order of menus. */
    List<Class<?>> kinds();
}
