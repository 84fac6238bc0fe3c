package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Refers;

/** Finds the name of what a reference points at. */
@FunctionalInterface
public interface Names {
    String nameOf(Refers what, String id);
}
