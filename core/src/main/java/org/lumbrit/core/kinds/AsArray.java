package org.lumbrit.core.kinds;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A record of numbers that is written as a plain array of them. Of the last, so many may be missing where one is read: they are 0 then. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface AsArray {
    int mayMiss() default 0;
}
