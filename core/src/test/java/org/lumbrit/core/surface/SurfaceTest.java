package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;

class SurfaceTest {
    @Test
    void aPlaneAtSixtyDegreesHasTwiceItsPlanArea() {
        Ground plane = Grounds.slope(41, 41, 10, 60);
        Lattice lattice = plane.lattice(41);
        double area = 0;
        for (float part : lattice.areas(lattice.samples())) {
            area += part;
        }
        assertThat(area).isCloseTo(200, within(1e-3));
    }

    @Test
    void theStretchOfAPartBoundsEveryPlaceInItAndKnowsNoCliffBeyond() {
        float[] heights = new float[101 * 61];
        for (int i = 0; i < heights.length; i++) {
            int column = i % 101;
            heights[i] = (float) ((column > 80 ? 40 : 0) + Math.sin(0.7 * column + 0.4 * (i / 101)));
        }
        Ground ground = new Ground(101, 61, heights, 100);
        Region part = new Region(-41.3, -20.2, 12.6, 17.9);
        double bound = ground.greatestStretch(part);
        double[] x = new double[4000];
        double[] z = new double[4000];
        for (int i = 0; i < x.length; i++) {
            x[i] = part.x0() + (part.x1() - part.x0()) * (i % 80) / 79.0;
            z[i] = part.z0() + (part.z1() - part.z0()) * (i / 80) / 49.0;
        }
        Samples places = ground.samplesAt(x, z);
        double most = 0;
        for (float ny : places.ny()) {
            most = Math.max(most, Ground.stretch(ny));
        }
        assertThat(bound).isBetween(most, 1.2 * most);
        assertThat(ground.greatestStretch()).isGreaterThan(10 * bound);
        assertThat(ground.greatestStretch(new Region(-1e9, -1e9, 1e9, 1e9))).isEqualTo(ground.greatestStretch());
    }

    @Test
    void aGroundTooLargeToKeepItsSlopesHasTheSameNormals() {
        int side = 2100;
        float[] heights = new float[side * side];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) (3 * Math.sin(i % side * 0.31) * Math.cos(i / side * 0.17));
        }
        Ground large = new Ground(side, side, heights, side - 1);
        double[] x = {large.x(0), large.x(700), large.x(side - 1), 12.25};
        double[] z = {large.z(0), large.z(901), large.z(side - 1), -7.5};
        Samples at = large.samplesAt(x, z);
        for (int i = 0; i < x.length; i++) {
            // a small ground with the same nodes round the place keeps its slopes
            int column = Math.min(side - 8, Math.max(0, (int) (x[i] + (side - 1) / 2.0) - 4));
            int row = Math.min(side - 8, Math.max(0, (int) (z[i] + (side - 1) / 2.0) - 4));
            float[] part = new float[64];
            for (int k = 0; k < 64; k++) {
                part[k] = heights[(row + k / 8) * side + column + k % 8];
            }
            Ground small = new Ground(8, 8, part, 7);
            Samples same = small.samplesAt(
                    new double[] {x[i] - large.x(column) - 3.5}, new double[] {z[i] - large.z(row) - 3.5});
            assertThat(at.y()[i]).isCloseTo(same.y()[0], within(1e-9));
            assertThat(at.nx()[i]).isEqualTo(same.nx()[0], within(1e-7f));
            assertThat(at.ny()[i]).isEqualTo(same.ny()[0], within(1e-7f));
            assertThat(at.nz()[i]).isEqualTo(same.nz()[0], within(1e-7f));
        }
    }

    @Test
    void heightsAreBilinearBetweenNodesAndBorderToBorder() {
        Ground ground = new Ground(3, 2, new float[] {0, 1, 2, 10, 11, 12}, 8);
        assertThat(ground.depth()).isEqualTo(4);
        assertThat(ground.height(-4, -2)).isEqualTo(0);
        assertThat(ground.height(4, 2)).isEqualTo(12);
        assertThat(ground.height(0, 0)).isEqualTo(6);
        assertThat(ground.height(-2, -1)).isCloseTo(0.5 + 2.5, within(1e-12));
        assertThat(ground.height(99, 99)).isEqualTo(12);
    }

    @Test
    void distanceThroughTheTreeIsTheLeastOverAllSegments() {
        Random random = new Random(1);
        for (int corners : new int[] {1, 2, 3, 5, 37, 300}) {
            List<Point3> points = new ArrayList<>();
            for (int i = 0; i < corners; i++) {
                points.add(new Point3(random.nextDouble() * 50, random.nextDouble() * 9, random.nextDouble() * 50));
            }
            boolean closed = corners % 2 == 1;
            SegmentTree tree = new SegmentTree(points, closed, false);
            for (int i = 0; i < 300; i++) {
                Point3 p = new Point3(
                        random.nextDouble() * 60 - 5, random.nextDouble() * 20, random.nextDouble() * 60 - 5);
                assertThat(tree.distance(p.x(), p.y(), p.z())).isCloseTo(nearest(p, points, closed), within(1e-9));
            }
        }
    }

    /** By a fine ternary search along every segment. */
    private static double nearest(Point3 p, List<Point3> points, boolean closed) {
        double best = Double.POSITIVE_INFINITY;
        int segments = points.size() == 1 ? 1 : closed && points.size() > 2 ? points.size() : points.size() - 1;
        for (int s = 0; s < segments; s++) {
            Point3 a = points.get(s);
            Point3 b = points.get((s + 1) % points.size());
            double low = 0;
            double high = 1;
            for (int i = 0; i < 100; i++) {
                double t1 = low + (high - low) / 3;
                double t2 = high - (high - low) / 3;
                if (at(p, a, b, t1) < at(p, a, b, t2)) {
                    high = t2;
                } else {
                    low = t1;
                }
            }
            best = Math.min(best, at(p, a, b, low));
        }
        return best;
    }

    private static double at(Point3 p, Point3 a, Point3 b, double t) {
        double dx = a.x() + t * (b.x() - a.x()) - p.x();
        double dy = a.y() + t * (b.y() - a.y()) - p.y();
        double dz = a.z() + t * (b.z() - a.z()) - p.z();
        return Math.sqrt(dx * dx + dy * dy + dz * dz);
    }

    @Test
    void levelGroundSeesAllOfTheSkyAndAWallTakesItsShare() {
        Lattice level = Grounds.slope(33, 33, 32, 0).lattice(33);
        assertThat(GroundLight.sky(level, level.samples(), Cancel.NEVER)).containsOnly((byte) 255);
        assertThat(GroundLight.sun(level.ground(), level.samples(), 200, 30, Cancel.NEVER))
                .containsOnly((byte) 255);

        float[] heights = new float[65 * 65];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = i / 65 < 20 ? 30 : 0;
        }
        Lattice wall = new Ground(65, 65, heights, 64).lattice(65);
        byte[] sun = GroundLight.sun(wall.ground(), wall.samples(), 0, 40, Cancel.NEVER);
        assertThat(sun[25 * 65 + 32])
                .as("close behind a wall to the north, sun from the north")
                .isZero();
        assertThat(sun[64 * 65 + 32] & 255).as("beyond the shadow's end").isEqualTo(255);
    }
}
