package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.function.DoubleBinaryOperator;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.falloff.SunlitSource;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.site.Sites;

/** The horizon against a ray that is looked along in thousands of steps. */
class HorizonTest {
    private static Ground ground(int columns, int rows, double width, double depth, DoubleBinaryOperator height) {
        float[] heights = new float[columns * rows];
        for (int i = 0; i < heights.length; i++) {
            double x = (double) (i % columns) / (columns - 1) * width - width / 2;
            double z = (double) (i / columns) / (rows - 1) * depth - depth / 2;
            heights[i] = (float) height.applyAsDouble(x, z);
        }
        return new Ground(columns, rows, heights, width, depth, new boolean[0], "");
    }

    private static Ground hills(int columns, int rows, double width, double depth) {
        return ground(
                columns,
                rows,
                width,
                depth,
                (x, z) -> 0.06 * width * Math.sin(9 * x / width + 1) * Math.cos(11 * z / depth)
                        + 0.02 * width * Math.sin(31 * x / width) * Math.sin(27 * z / depth));
    }

    /** The greatest tangent of 40 000 places along the ray. */
    private static double marched(Ground ground, double x, double z, double dx, double dz) {
        double y = ground.height(x, z);
        double far = 1.5 * Math.max(ground.width(), ground.depth());
        double most = Double.NEGATIVE_INFINITY;
        for (int i = 200; i <= 40_000; i++) {
            // densest where the ray begins
            double t = far * Math.pow(i / 40_000.0, 3);
            double px = x + dx * t;
            double pz = z + dz * t;
            if (Math.abs(px) > ground.width() / 2 || Math.abs(pz) > ground.depth() / 2) {
                break;
            }
            most = Math.max(most, (ground.height(px, pz) - y) / t);
        }
        return most;
    }

    @Test
    void theHorizonIsWhatALookAlongTheWholeRayFinds() {
        Random random = new Random(4);
        for (Ground ground :
                new Ground[] {hills(33, 33, 32, 32), hills(90, 41, 2400, 700), hills(7, 200, 0.3, 5), hills(2, 2, 1, 1)
                }) {
            Horizon horizon = new Horizon(ground);
            for (int trial = 0; trial < 300; trial++) {
                double x = (random.nextDouble() - 0.5) * ground.width();
                double z = (random.nextDouble() - 0.5) * ground.depth();
                double angle = random.nextInt(9) == 0 ? random.nextInt(4) * Math.PI / 2 : 6.2832 * random.nextDouble();
                double dx = Math.sin(angle);
                double dz = Math.cos(angle);
                double found = horizon.tangent(
                        x, ground.height(x, z), z, dx, dz, Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY);
                double expected = marched(ground, x, z, dx, dz);
                if (expected > -1e6) {
                    assertThat(found).isGreaterThan(expected - 1e-9);
                    assertThat(found).isCloseTo(expected, within(0.01 * Math.max(0.1, Math.abs(expected))));
                }
            }
        }
    }

    @Test
    void aFloorAndAReachCutOffWhatIsOfNoInterest() {
        Ground ground = hills(65, 65, 64, 64);
        Horizon horizon = new Horizon(ground);
        double y = ground.height(3, 4);
        double all = horizon.tangent(3, y, 4, 1, 0, Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY);
        assertThat(horizon.tangent(3, y, 4, 1, 0, Double.POSITIVE_INFINITY, all - 0.01))
                .isEqualTo(all);
        assertThat(horizon.tangent(3, y, 4, 1, 0, Double.POSITIVE_INFINITY, all + 0.5))
                .isEqualTo(all + 0.5);
        assertThat(horizon.tangent(3, y + 100, 4, 1, 0, 1, 0)).isZero();
        assertThat(horizon.tangent(3, y - 1, 4, 1, 0, 1, 0))
                .as("under the ground it is dark")
                .isGreaterThan(1e6);
        assertThat(horizon.tangent(300, y, 4, 1, 0, 1, 0.2))
                .as("beside the ground")
                .isEqualTo(0.2);
    }

    private static float[] sunlit(Ground ground, double heading, double elevation, double[] x, double[] z) {
        var scene = Sites.scene(ground, 0);
        Samples samples = ground.samplesAt(x, z);
        SunlitSource sun = new SunlitSource(heading, elevation, 0);
        float[] measured = new float[x.length];
        sun.measurement().orElseThrow().preparation().ready(scene, samples).measure(0, x.length, measured);
        float[] out = new float[x.length];
        sun.evaluate(scene, samples, measured, 0, x.length, out);
        return out;
    }

    @Test
    void closeBehindACrestIsInShadow() {
        Ground crest = ground(41, 41, 40, 40, (x, z) -> 10 - Math.abs(x));
        float[] lit = sunlit(crest, 90, 30, new double[] {-0.001, -0.2, -0.4, -0.74, -1, -5, 0.2, 3}, new double[] {
            0.3, 0.3, 0, 7.7, -3, 0, 0, 1
        });
        assertThat(lit).containsExactly(0, 0, 0, 0, 0, 0, 1, 1);
    }

    @Test
    void aPlaceBeforeTheLastNodeTowardTheSunSeesTheBorder() {
        // the ground rises to its eastern border, steeper at the very end
        Ground rising = ground(11, 11, 750, 750, (x, z) -> x > 320 ? 60 : 0);
        float[] lit = sunlit(rising, 90, 30, new double[] {310, 340, 374}, new double[] {0, 0, 0});
        assertThat(lit).containsExactly(0, 0, 0);
    }

    @Test
    void shadowsOfHillsAreWhereALookTowardTheSunMeetsThem() {
        Ground ground = hills(80, 80, 3000, 3000);
        Random random = new Random(11);
        int dark = 0;
        for (int trial = 0; trial < 400; trial++) {
            double x = (random.nextDouble() - 0.5) * 2999;
            double z = (random.nextDouble() - 0.5) * 2999;
            double toSun = marched(ground, x, z, Math.sin(Math.toRadians(230)), -Math.cos(Math.toRadians(230)));
            if (Math.abs(Math.toDegrees(Math.atan(toSun)) - 12) < 0.2) {
                continue;
            }
            float lit = sunlit(ground, 230, 12, new double[] {x}, new double[] {z})[0];
            assertThat(lit).isEqualTo(Math.toDegrees(Math.atan(toSun)) > 12 ? 0f : 1f);
            dark += lit == 0 ? 1 : 0;
        }
        assertThat(dark).as("there is shadow").isGreaterThan(50);
    }

    @Test
    void theShadowOfThePictureBeginsAtTheCrestToo() {
        Ground crest = ground(41, 41, 40, 40, (x, z) -> 10 - Math.abs(x));
        Lattice lattice = crest.lattice(41);
        byte[] sun = GroundLight.sun(lattice.ground(), lattice.samples(), 90, 30, Cancel.NEVER);
        assertThat(sun[20 * 41 + 19]).as("a metre behind").isZero();
        assertThat(sun[20 * 41 + 21]).as("a metre before").isEqualTo((byte) 255);
    }

    /** The picture's sky is looked for at every other node; what lies between is off by little, on rough ground too. */
    @Test
    void theSkyOfThePictureIsThatOfTheHorizonToFewStepsOfAByte() {
        Ground ground = hills(129, 129, 160, 160);
        Lattice lattice = new Lattice(ground, 129, 129);
        Samples samples = lattice.samples();
        byte[] sky = GroundLight.sky(lattice, samples, Cancel.NEVER);
        double sum = 0;
        for (int i = 0; i < sky.length; i += 7) {
            double exact = new Horizon(ground).skyOfPicture(samples.x()[i], samples.y()[i], samples.z()[i]);
            sum += Math.abs((sky[i] & 255) - 255 * exact);
        }
        assertThat(sum / (sky.length / 7)).as("mean steps of a byte").isLessThan(1);
    }
}
