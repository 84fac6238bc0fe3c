package org.lumbrit.core.kinds;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Describes one setting on its record component: the form on screen, the checks, the default and the schema follow from it. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
public @interface Setting {
    /** Its name on screen; it may be left out only where it is {@link #like} another. */
    String title() default "";

    String help() default "";

    String unit() default "";

    double min() default -1e6;

    double max() default 1e6;

    /** Sensible ends of the slider, where they are narrower than what is allowed. */
    double[] slider() default {};

    /** As it would stand in the recipe; "" where there is none and the setting must be given. */
    String byDefault() default "";

    /** What nothing said means in a recipe of before this setting was there; "" where that is the default too. */
    String before() default "";

    /** What a text refers to by id. */
    Refers refers() default Refers.NOTHING;

    /** Which kinds of thing it may refer to, by their words; none where any will do. */
    String[] of() default {};

    /** A record whose component of the same name describes it, but for what is said here otherwise: no description stands twice. */
    Class<?> like() default void.class;

    /** Where it means something: a setting of the same thing and its word, as {@code by=hour}; "" where always. Forms leave it out elsewhere. */
    String when() default "";

    /** Shown on the step's card; the others only in its form. */
    boolean onCard() default true;
}
