package org.lumbrit.core.stills;

/** A place of a surface that is seen in a pixel, as it is coloured; one a thread. */
final class Spot {
    /** Metres. */
    double x;

    double y;
    double z;
    /** A unit vector from there to the eye. */
    double toX;

    double toY;
    double toZ;
    /** Metres to the eye. */
    double far;
    /** Metres that a pixel is wide there. */
    double pixel;
    /** Pixels from the left and the top. */
    double across;

    double down;
    /** What the surface's vertices tell, between them. */
    final double[] numbers = new double[Solid.MOST];
    /** Linear light. */
    double red;

    double green;
    double blue;
    /** How much of what lies behind it hides, 0..1, of what lets something through. */
    double hides;

    void set(double r, double g, double b) {
        red = r;
        green = g;
        blue = b;
    }

    void mix(double r, double g, double b, double share) {
        red += share * (r - red);
        green += share * (g - green);
        blue += share * (b - blue);
    }

    /** Quieter, beside values. @param kept how much of its colour stays, 0..1; @param light times as bright */
    void quiet(double kept, double light) {
        double grey = 0.3 * red + 0.6 * green + 0.1 * blue;
        set(light * Air.mix(grey, red, kept), light * Air.mix(grey, green, kept), light * Air.mix(grey, blue, kept));
    }
}
