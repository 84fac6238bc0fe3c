package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class CrossSectionTest {
    /** Upright strips side by side, each of a width and a height, the first corner on the ground. */
    private static PlantMesh strips(double[][] sizes) {
        int n = sizes.length;
        float[] positions = new float[12 * n];
        int[] indices = new int[6 * n];
        for (int s = 0; s < n; s++) {
            float x = s;
            float w = (float) sizes[s][0];
            float h = (float) sizes[s][1];
            float[] corners = {x, 0, 0, x + w, 0, 0, x + w, h, 0, x, h, 0};
            System.arraycopy(corners, 0, positions, 12 * s, 12);
            int[] two = {0, 1, 2, 0, 2, 3};
            for (int i = 0; i < 6; i++) {
                indices[6 * s + i] = 4 * s + two[i];
            }
        }
        float[] normals = new float[positions.length];
        for (int i = 2; i < normals.length; i += 3) {
            normals[i] = 1;
        }
        float[] along = new float[4 * n];
        for (int v = 0; v < along.length; v++) {
            along[v] = positions[3 * v + 1] / 2;
        }
        return new PlantMesh(positions, normals, along, positions, new int[along.length], indices);
    }

    @Test
    void valuesCountByTheLengthOfTheCut() {
        PlantMesh mesh = strips(new double[][] {{0.1, 1}, {0.3, 1}});
        float[] values = {0, 0, 0, 0, 1, 1, 1, 1};
        float[] means = CrossSection.means(mesh, values, new double[] {0, 0.125, 0.45}, new float[3]);
        assertThat(means[0]).as("at the foot by the vertices that stand there").isEqualTo(0.5f);
        assertThat(means[1]).isCloseTo(0.75f, within(1e-6f));
        assertThat(means[2]).isCloseTo(0.75f, within(1e-6f));
    }

    @Test
    void valuesThatRiseAlongThePlantAreTheWayAlongWhateverTheShape() {
        SplittableRandom random = new SplittableRandom(9);
        for (int round = 0; round < 50; round++) {
            double[][] sizes = new double[1 + random.nextInt(5)][];
            Arrays.setAll(sizes, s -> new double[] {random.nextDouble(0.01, 0.5), random.nextDouble(0.5, 2)});
            PlantMesh mesh = strips(sizes);
            float[] values = mesh.along();
            double place = random.nextDouble(0, 0.24);
            float mean = CrossSection.means(mesh, values, new double[] {place}, new float[1])[0];
            assertThat((double) mean).isCloseTo(place, within(1e-6));
        }
    }

    @Test
    void atTheTipItIsWhatItIsJustBeforeAndWhereNothingIsCutWhatHoldsElsewhere() {
        PlantMesh mesh = strips(new double[][] {{0.1, 1}, {0.1, 2}});
        float[] values = {0.2f, 0.2f, 0.2f, 0.2f, 0.8f, 0.8f, 0.8f, 0.8f};
        float[] means = CrossSection.means(mesh, values, new double[] {0.25, 0.75, 1}, new float[3]);
        assertThat(means).containsExactly(new float[] {0.5f, 0.8f, 0.8f}, within(1e-6f));
        PlantMesh none = new PlantMesh(new float[0], new float[0], new float[0], new float[0], new int[0], new int[0]);
        float[] elsewhere = {0.3f, 0.6f};
        assertThat(CrossSection.means(none, new float[0], new double[] {0, 1}, elsewhere))
                .containsExactly(0.3f, 0.6f);
    }
}
