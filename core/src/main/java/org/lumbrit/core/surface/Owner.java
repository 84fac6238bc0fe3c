package org.lumbrit.core.surface;

/**
 * What samples lie on: the ground, or a prop. Its own frame is the one in which it neither moves nor turns when the thing is
 * moved or turned in the place.
 */
public interface Owner {
    /** Metres between neighbouring samples, for remarks on what is too fine for them. */
    double cell();

    /** Turns a place of the site into the own frame: x, y, z in place. */
    void toOwn(double[] place);

    /** Turns a direction of the site into the own frame. */
    void directionToOwn(double[] direction);

    /** The number of the facet that a sample lies on: a triangle of a mesh, half a cell of the ground's grid. */
    long facet(Samples samples, int index);

    /** Least and greatest x·dx + y·dy + z·dz over the vertices, in the own frame. */
    double[] extentAlong(double dx, double dy, double dz);
}
