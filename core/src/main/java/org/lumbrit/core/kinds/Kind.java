package org.lumbrit.core.kinds;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** What a source, step, layer or place is called in the recipe and on screen. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface Kind {
    /** The word in the recipe. */
    String name();

    /** The name on screen. */
    String title();

    /** One line that says what it is for. */
    String help();

    /** Settings of the thing that has one of this kind which the kind decides itself, such as where something that follows a path is. */
    String[] decides() default {};

    /** Raised when the code computes something else than before, so that kept results are not taken for new ones. */
    int version() default 1;
}
