package org.lumbrit.core.kinds;

/** How numbers are carried to another ground. */
public interface Carry {
    /** A length or a position in plan, metres. */
    double length(double metres);

    /** A height above the site's zero, metres. */
    double height(double metres);

    /** A difference of heights, metres. */
    double rise(double metres);

    /** A record that says itself how it is carried; of all others every setting in metres is a length. */
    interface Itself {
        Record carried(Carry carry);
    }
}
