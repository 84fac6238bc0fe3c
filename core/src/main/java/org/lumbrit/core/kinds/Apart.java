package org.lumbrit.core.kinds;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Marks what is no part of what a record computes: its id, its name, whether it is skipped or hidden. It does not enter a content
 * key; everything else does.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
public @interface Apart {}
