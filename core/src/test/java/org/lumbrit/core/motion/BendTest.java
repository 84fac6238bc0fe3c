package org.lumbrit.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.plants.CentreLines;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.recipe.Frames;

class BendTest {
    /** A strip of a hand's breadth along a line in the plane z = 0, two vertices a place; its ends are foot and tip. */
    private static PlantMesh strip(double[][] line) {
        int n = line.length;
        float[] positions = new float[6 * n];
        float[] normals = new float[6 * n];
        float[] centres = new float[6 * n];
        float[] along = new float[2 * n];
        int[] indices = new int[6 * (n - 1)];
        double length = length(line);
        double way = 0;
        for (int i = 0; i < n; i++) {
            way += i == 0 ? 0 : apart(line[i], line[i - 1]);
            for (int side = 0; side < 2; side++) {
                int v = 2 * i + side;
                for (int d = 0; d < 3; d++) {
                    centres[3 * v + d] = (float) line[i][d];
                    positions[3 * v + d] = (float) (line[i][d] + (d == 2 ? 0.05 * (2 * side - 1) : 0));
                }
                normals[3 * v + 2] = 1;
                along[v] = (float) (way / length);
            }
        }
        for (int i = 0; i + 1 < n; i++) {
            int[] two = {0, 1, 2, 1, 3, 2};
            for (int k = 0; k < 6; k++) {
                indices[6 * i + k] = 2 * i + two[k];
            }
        }
        return new PlantMesh(positions, normals, along, centres, new int[2 * n], indices);
    }

    private static double[][] upright(int pieces, double length) {
        double[][] line = new double[pieces + 1][3];
        for (int i = 0; i <= pieces; i++) {
            line[i][1] = length * i / pieces;
        }
        return line;
    }

    private static double apart(double[] a, double[] b) {
        return Math.sqrt(Math.pow(a[0] - b[0], 2) + Math.pow(a[1] - b[1], 2) + Math.pow(a[2] - b[2], 2));
    }

    private static double length(double[][] line) {
        double sum = 0;
        for (int i = 1; i < line.length; i++) {
            sum += apart(line[i], line[i - 1]);
        }
        return sum;
    }

    private static final double[] METRES = {1, 1, 1};

    private static double[] moved(Bend bend, PlantMesh mesh, int vertex, double bx, double bz, double... normal) {
        double[] p = Arrays.copyOf(
                new double[] {
                    mesh.positions()[3 * vertex], mesh.positions()[3 * vertex + 1], mesh.positions()[3 * vertex + 2]
                },
                3 + normal.length);
        System.arraycopy(normal, 0, p, 3, normal.length);
        bend.moment(bx, bz).apply(vertex, METRES, 1, p);
        return p;
    }

    /** The line between the two edges of a bent strip. */
    private static double[][] middle(Bend bend, PlantMesh mesh, double bx, double bz) {
        double[][] line = new double[mesh.vertices() / 2][3];
        for (int i = 0; i < line.length; i++) {
            double[] left = moved(bend, mesh, 2 * i, bx, bz);
            double[] right = moved(bend, mesh, 2 * i + 1, bx, bz);
            for (int d = 0; d < 3; d++) {
                line[i][d] = (left[d] + right[d]) / 2;
            }
        }
        return line;
    }

    @Test
    void aPlantBentByARightAngleEndsAtTwoOverPiHoweverManyPiecesItHas() {
        for (int pieces : new int[] {1, 2, 7, 40}) {
            PlantMesh mesh = strip(upright(pieces, 1));
            double[][] line = middle(new Bend(mesh, Bend.even(), SwayLayer.Way.BEND), mesh, Math.PI / 2, 0);
            assertThat(line[pieces][0]).isCloseTo(2 / Math.PI, within(2e-5));
            assertThat(line[pieces][1]).isCloseTo(2 / Math.PI, within(2e-5));
            assertThat(line[pieces][2]).isCloseTo(0, within(1e-7));
        }
    }

    @Test
    void anEvenMaskOnAStraightPlantIsAnArc() {
        PlantMesh mesh = strip(upright(20, 1.4));
        double kappa = 0.9 / 1.4;
        double[][] line = middle(new Bend(mesh, Bend.even(), SwayLayer.Way.BEND), mesh, 0, 0.9);
        for (int i = 0; i <= 20; i++) {
            double a = 1.4 * i / 20;
            assertThat(line[i][2]).isCloseTo((1 - Math.cos(kappa * a)) / kappa, within(1e-5));
            assertThat(line[i][1]).isCloseTo(Math.sin(kappa * a) / kappa, within(1e-5));
        }
    }

    @Test
    void bendingKeepsTheLengthOfEveryLineHoweverCurvedForAnyMask() {
        Random random = new Random(3);
        for (int trial = 0; trial < 60; trial++) {
            double kappa = 3 * random.nextDouble();
            double heading = 6.28 * random.nextDouble();
            double[][] curve = new double[121][3];
            for (int i = 1; i < curve.length; i++) {
                double angle = kappa * (i - 0.5) / 120;
                curve[i][0] = curve[i - 1][0] + Math.sin(angle) * Math.cos(heading) / 60;
                curve[i][1] = curve[i - 1][1] + Math.cos(angle) / 60;
                curve[i][2] = curve[i - 1][2] + Math.sin(angle) * Math.sin(heading) / 60;
            }
            PlantMesh mesh = strip(curve);
            float[] mask = new float[Bend.NODES];
            for (int k = 1; k < mask.length; k++) {
                mask[k] = (float) Math.min(1, mask[k - 1] + 0.25 * random.nextFloat());
            }
            Bend bend = new Bend(mesh, mask, SwayLayer.Way.BEND);
            double bx = random.nextDouble() * 2 - 1;
            double bz = random.nextDouble() * 2 - 1;
            double before = length(curve);
            assertThat(length(middle(bend, mesh, bx, bz))).isCloseTo(before, within(0.002 * before));
        }
    }

    @Test
    void aLineThatBeginsInTheAirGoesOnFromTheNearestPlaceBelowIt() {
        double[][] stem = upright(10, 1);
        PlantMesh trunk = strip(stem);
        PlantMesh twig = strip(new double[][] {{0, 0.5, 0}, {0.3, 0.6, 0}});
        int n = trunk.vertices();
        float[] along = Arrays.copyOf(trunk.along(), n + 4);
        for (int v = 0; v < 4; v++) {
            along[n + v] = 0.5f + 0.3f * twig.along()[v];
        }
        int[] indices = Arrays.copyOf(trunk.indices(), trunk.indices().length + twig.indices().length);
        for (int i = 0; i < twig.indices().length; i++) {
            indices[trunk.indices().length + i] = n + twig.indices()[i];
        }
        PlantMesh tree = new PlantMesh(
                joined(trunk.positions(), twig.positions()),
                joined(trunk.normals(), twig.normals()),
                along,
                joined(trunk.centres(), twig.centres()),
                new int[n + 4],
                indices);
        CentreLines lines = new CentreLines(tree);
        int root = lines.placeOf(n);
        assertThat(lines.before(root)).as("the place of the trunk just below").isEqualTo(lines.placeOf(2 * 4));
        Bend bend = new Bend(tree, Bend.even(), SwayLayer.Way.BEND);
        double[] onTrunk = moved(bend, tree, 10, 1.1, 0);
        double[] base = moved(bend, tree, n, 1.1, 0);
        assertThat(apart(onTrunk, base)).as("the twig stays on its trunk").isLessThan(1e-3);
    }

    private static float[] joined(float[] a, float[] b) {
        float[] all = Arrays.copyOf(a, a.length + b.length);
        System.arraycopy(b, 0, all, a.length, b.length);
        return all;
    }

    @Test
    void rootsStayAndWhatStandsOffItsLineKeepsItsOffset() {
        PlantMesh mesh = strip(upright(10, 1));
        Bend bend = new Bend(mesh, Bend.even(), SwayLayer.Way.BEND);
        assertThat(moved(bend, mesh, 0, 1.2, 0.4)).containsExactly(0, 0, mesh.positions()[2]);
        double[][] line = middle(bend, mesh, 1.2, 0);
        assertThat(apart(moved(bend, mesh, 15, 1.2, 0), line[7])).isCloseTo(0.05, within(1e-8));
    }

    @Test
    void aStiffBladeTurnsAboutItsFootAsOnePiece() {
        PlantMesh mesh = strip(upright(5, 1));
        Bend stiff = new Bend(mesh, Bend.even(), SwayLayer.Way.TURN);
        double[] p = moved(stiff, mesh, 8, 0, Math.PI / 2, 0, 0, 1);
        assertThat(p[1]).isCloseTo(0.05, within(1e-7));
        assertThat(p[2]).isCloseTo(0.8, within(1e-7));
        assertThat(p[4]).as("its normal turns along").isCloseTo(-1, within(1e-12));
    }

    @Test
    void crinkleMeansNothingOnTheWholeAndComesBack() {
        Frames frames = Winds.loop(4);
        Crinkle crinkle = Crinkle.of(5, 2, 1.5, frames);
        double[] sum = new double[3];
        double[] out = new double[3];
        double most = 0;
        double inside = 0;
        double[] before = null;
        double[] first = null;
        for (int f = 0; f < frames.count(); f++) {
            crinkle.at(f, new double[] {0.3, 0.8, 0.6}, out);
            for (int d = 0; d < 3; d++) {
                sum[d] += out[d];
                most = Math.max(most, Math.abs(out[d]));
                inside = before == null ? inside : Math.max(inside, Math.abs(out[d] - before[d]));
            }
            before = out.clone();
            first = first == null ? before : first;
        }
        assertThat(most).as("it moves").isGreaterThan(0.05);
        for (int d = 0; d < 3; d++) {
            assertThat(sum[d] / frames.count()).isCloseTo(0, within(1e-6));
            assertThat(Math.abs(first[d] - before[d])).isLessThanOrEqualTo(1.05 * inside);
        }
    }
}
