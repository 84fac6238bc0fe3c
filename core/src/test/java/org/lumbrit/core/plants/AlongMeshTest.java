package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.Clustering;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Sphere;

/** The way from foot to tip over meshes that were brought in. */
class AlongMeshTest {
    /** A tube of radius 0.1 that goes up 1 m and then 1 m to the side. */
    private static Mesh bentTube() {
        PlantBuilder builder = new PlantBuilder();
        double[][] line = new double[41][];
        double[] radii = new double[41];
        for (int i = 0; i <= 40; i++) {
            double s = i / 20.0;
            line[i] = s <= 1 ? new double[] {0, s, 0} : new double[] {s - 1, 1, 0};
            radii[i] = 0.1;
        }
        builder.tube(line, radii, 0, 8, PlantMesh.TINTED);
        return builder.mesh().mesh();
    }

    @Test
    void pathLengthGoesRoundTheBendWhereHeightWouldStop() {
        Mesh tube = bentTube();
        float[] path = AlongMesh.along(tube, MeshPlant.Coordinate.PATH, List.of());
        float[] height = AlongMesh.along(tube, MeshPlant.Coordinate.HEIGHT, List.of());
        for (int v = 0; v < tube.vertices(); v++) {
            float[] p = tube.positions();
            if (p[3 * v] > 0.9 && p[3 * v + 1] > 0.95) {
                assertThat(path[v]).isGreaterThan(0.9f);
            }
            assertThat(height[v]).isCloseTo((p[3 * v + 1]) / 1.1f, within(0.02f));
        }
        assertThat(AlongMesh.withoutLower(tube, path)).isLessThan(0.01);
        assertThat(AlongMesh.withoutLower(tube, height)).isGreaterThan(0.01);
    }

    @Test
    void aStrokeCountsTheWayThatItWasDrawn() {
        Mesh tube = bentTube();
        List<Point3> stroke = List.of(new Point3(0, 0, 0), new Point3(0, 1, 0), new Point3(1, 1, 0));
        float[] along = AlongMesh.along(tube, MeshPlant.Coordinate.BRUSH, stroke);
        for (int v = 0; v < tube.vertices(); v++) {
            float[] p = tube.positions();
            if (p[3 * v + 1] < 0.8) {
                assertThat(along[v]).isCloseTo(p[3 * v + 1] / 2, within(0.02f));
            }
        }
    }

    @Test
    void theCentreLineRunsThroughTheMiddle() {
        Mesh tube = bentTube();
        float[] along = AlongMesh.along(tube, MeshPlant.Coordinate.PATH, List.of());
        float[] centres = AlongMesh.centres(tube, along);
        for (int v = 0; v < tube.vertices(); v++) {
            float[] p = tube.positions();
            if (p[3 * v + 1] > 0.1 && p[3 * v + 1] < 0.8) {
                assertThat(Math.hypot(centres[3 * v], centres[3 * v + 2])).isLessThan(0.02);
                assertThat((double) centres[3 * v + 1]).isCloseTo(p[3 * v + 1], within(0.05));
            }
        }
    }

    @Test
    void clusteringMovesNothingFartherThanACellsDiagonal() {
        Mesh ball = Mesh.of(Sphere.positions(5), Sphere.triangles(5));
        Mesh coarse = Clustering.reduced(ball, 12);
        assertThat(coarse.count()).isLessThan(ball.count() / 10);
        for (int v = 0; v < coarse.vertices(); v++) {
            float[] p = coarse.positions();
            double radius = Math.sqrt(p[3 * v] * p[3 * v] + p[3 * v + 1] * p[3 * v + 1] + p[3 * v + 2] * p[3 * v + 2]);
            assertThat(radius).isBetween(1 - Math.sqrt(3) * 2 / 12, 1.0001);
        }
    }
}
