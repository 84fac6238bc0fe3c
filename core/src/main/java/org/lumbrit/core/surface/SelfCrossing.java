package org.lumbrit.core.surface;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.math.Point3;

/** Finds where the edge of an area crosses itself in plan; sides are compared only where they overlap from west to east. */
public final class SelfCrossing {
    private SelfCrossing() {}

    /** A place where two sides cross, where there is one; sides that only touch do not cross. */
    public static Optional<Point3> of(List<Point3> corners) {
        int n = corners.size();
        Integer[] order = new Integer[n];
        Arrays.setAll(order, i -> i);
        Arrays.sort(order, (a, b) -> Double.compare(west(corners, a), west(corners, b)));
        for (int i = 0; i < n; i++) {
            double east = east(corners, order[i]);
            for (int j = i + 1; j < n && west(corners, order[j]) <= east; j++) {
                Optional<Point3> crossing = cross(corners, order[i], order[j]);
                if (crossing.isPresent()) {
                    return crossing;
                }
            }
        }
        return Optional.empty();
    }

    private static double west(List<Point3> corners, int side) {
        return Math.min(
                corners.get(side).x(), corners.get((side + 1) % corners.size()).x());
    }

    private static double east(List<Point3> corners, int side) {
        return Math.max(
                corners.get(side).x(), corners.get((side + 1) % corners.size()).x());
    }

    private static Optional<Point3> cross(List<Point3> corners, int i, int j) {
        Point3 a = corners.get(i);
        Point3 b = corners.get((i + 1) % corners.size());
        Point3 c = corners.get(j);
        Point3 d = corners.get((j + 1) % corners.size());
        double c1 = side(a, b, c);
        double c2 = side(a, b, d);
        double d1 = side(c, d, a);
        double d2 = side(c, d, b);
        if (!(c1 * c2 < 0 && d1 * d2 < 0)) {
            return Optional.empty();
        }
        double t = d1 / (d1 - d2);
        return Optional.of(new Point3(a.x() + t * (b.x() - a.x()), 0, a.z() + t * (b.z() - a.z())));
    }

    /** Above 0 where p lies to one side of the line from a to b, below on the other. */
    private static double side(Point3 a, Point3 b, Point3 p) {
        return (b.x() - a.x()) * (p.z() - a.z()) - (b.z() - a.z()) * (p.x() - a.x());
    }
}
