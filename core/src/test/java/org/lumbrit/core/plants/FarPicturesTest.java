package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class FarPicturesTest {
    /** A square plate of two metres across +X, a metre before the axis, its lower edge on the ground; half of the tint. */
    private static PlantMesh plate() {
        PlantBuilder builder = new PlantBuilder();
        int colour = PlantBuilder.colour("#ff0000", 0.5);
        for (int i = 0; i < 4; i++) {
            double[] p = {1, i < 2 ? 0 : 2, i % 3 == 0 ? -1 : 1};
            builder.vertex(p, new double[] {1, 0, 0}, new double[] {0, p[1], 0}, p[1], colour);
        }
        builder.triangle(0, 1, 2);
        builder.triangle(0, 2, 3);
        return builder.mesh();
    }

    private static Sight seen(double turn, double elevation) {
        PlantMesh plate = plate();
        return Sight.of(plate, Sight.Painted.of(plate), Sight.axes(turn, elevation), new Sight.Frame(1, 2), 32);
    }

    private static double sum(float[] of) {
        double sum = 0;
        for (float v : of) {
            sum += v;
        }
        return sum;
    }

    @Test
    void aPlateCoversItsAreaByTheCosineOfTheAngle() {
        double whole = 32 * 32 * 4 / 16.0;
        assertThat(sum(seen(0, 0).cover())).isCloseTo(whole, within(0.01 * whole));
        assertThat(sum(seen(Math.PI / 3, 0).cover())).isCloseTo(whole / 2, within(0.03 * whole));
        assertThat(sum(seen(0, Math.PI / 3).cover())).isCloseTo(whole / 2, within(0.03 * whole));
        assertThat(sum(seen(Math.PI / 2, 0).cover())).isCloseTo(0, within(0.03 * whole));
    }

    @Test
    void itKnowsHowNearItIsItsNormalAndItsColour() {
        Sight before = seen(0, 0);
        Sight behind = seen(Math.PI, 0);
        int middle = 16 * 32 + 16;
        assertThat(before.near()[middle]).isCloseTo(1, within(1e-5f));
        assertThat(behind.near()[middle]).isCloseTo(-1, within(1e-5f));
        assertThat(before.normals()[3 * middle]).isCloseTo(1, within(1e-5f));
        assertThat(behind.normals()[3 * middle]).as("turned to the eye").isCloseTo(-1, within(1e-5f));
        assertThat(before.tinted()[middle]).isCloseTo(0.5f, within(0.01f));
        assertThat(before.own()[3 * middle]).as("red in linear light").isCloseTo(1, within(0.01f));
        assertThat(before.own()[3 * middle + 1]).isZero();
    }

    @Test
    void whatIsNearerHidesWhatIsFarther() {
        PlantBuilder builder = new PlantBuilder();
        for (int k = 0; k < 2; k++) {
            double x = k == 0 ? -0.5 : 0.5;
            int colour = PlantBuilder.colour(k == 0 ? "#00ff00" : "#0000ff", 0);
            int first = builder.vertices();
            for (double[] p : new double[][] {{x, 0, -1}, {x, 0, 1}, {x, 2, 0}}) {
                builder.vertex(p, new double[] {1, 0, 0}, new double[3], p[1], colour);
            }
            builder.triangle(first, first + 1, first + 2);
        }
        PlantMesh mesh = builder.mesh();
        Sight sight = Sight.of(mesh, Sight.Painted.of(mesh), Sight.axes(0, 0), Sight.Frame.of(mesh), 16);
        int middle = 8 * 16 + 8;
        assertThat(sight.own()[3 * middle + 2]).isEqualTo(1);
        assertThat(sight.own()[3 * middle + 1]).isZero();
    }

    @Test
    void everyViewOfATreeShowsAboutAsMuchOfIt() {
        TreePlant tree = new TreePlant(1, 5, 3, 0.3, 0.35, 0.07, 4, 200, 0.006, 0.1, 0.5, "#8d8577");
        Detail.Levels levels = Detail.of(detail -> tree.mesh(5, 0, detail, file -> null));
        FarPictures pictures = FarPictures.of(levels, false).orElseThrow();
        int size = FarPictures.PIXELS;
        double least = Double.POSITIVE_INFINITY;
        double most = 0;
        for (int turn = 0; turn < FarPictures.TURNS; turn++) {
            double covered = 0;
            for (int pixel = 0; pixel < size * size; pixel++) {
                int at = pixel / size * size * FarPictures.TURNS + turn * size + pixel % size;
                covered += (pictures.colours()[4 * at + 3] & 255) / 255.0;
            }
            least = Math.min(least, covered);
            most = Math.max(most, covered);
        }
        assertThat(least).isGreaterThan(0.02 * size * size);
        assertThat(most / least).isLessThan(1.6);
        assertThat(FarPictures.of(levels, true)).as("a flat blade").isEmpty();
        PlantMesh plate = plate();
        assertThat(FarPictures.of(Detail.of(detail -> plate), false))
                .as("two triangles")
                .isEmpty();
    }
}
