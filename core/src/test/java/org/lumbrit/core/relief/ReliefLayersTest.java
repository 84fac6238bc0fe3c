package org.lumbrit.core.relief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.Reliefs;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.surface.Ground;

/** Each relief layer does what its formula says. */
class ReliefLayersTest {
    private static final Ground FLAT = new Ground(101, 101, filled(101 * 101, 5), 100);

    private static float[] filled(int count, float height) {
        float[] heights = new float[count];
        java.util.Arrays.fill(heights, height);
        return heights;
    }

    private static double at(float[] heights, double x, double z) {
        return heights[(int) Math.round(z + 50) * 101 + (int) Math.round(x + 50)];
    }

    @Test
    void aBasinFollowsItsProfileFromTheEdgeInward() {
        BasinRelief basin = new BasinRelief(
                "b", "B", 1, false, "area", 10, List.of(new CurvePoint(0, 0), new CurvePoint(1, 1)), Map.of());
        float[] heights = basin.shape(Reliefs.on(FLAT, Map.of("depth", 4.0)));
        assertThat(at(heights, 0, 0)).isEqualTo(1);
        assertThat(at(heights, 15, 0)).isCloseTo(5 - 4 * 0.5, within(1e-6));
        assertThat(at(heights, -18, 3)).isCloseTo(5 - 4 * 0.2, within(1e-6));
        assertThat(at(heights, 25, 0)).isEqualTo(5);
    }

    @Test
    void aPathIsPressedInAndLevelFromSideToSide() {
        Ground slope = Grounds.slope(101, 101, 100, 20);
        PathRelief path = new PathRelief("p", "P", 1, false, "line", 6, 4, Map.of());
        float[] heights = path.shape(Reliefs.on(slope, Map.of("depth", 0.5, "level", 1.0)));
        double line = slope.height(0, 0);
        assertThat(at(heights, 0, 0)).isCloseTo(line - 0.5, within(1e-5));
        assertThat(at(heights, 3, 10)).isCloseTo(line - 0.5, within(1e-5));
        assertThat(at(heights, -3, -10)).isCloseTo(line - 0.5, within(1e-5));
        assertThat(at(heights, 7, 0)).isEqualTo((float) slope.height(7, 0));
        double half = slope.height(5, 0) + 0.5 * (line - slope.height(5, 0) - 0.5);
        assertThat(at(heights, 5, 0)).isCloseTo(half, within(1e-5));
    }

    @Test
    void terracesKeepTheirLevelsAndStayBetweenThem() {
        TerraceRelief terraces = new TerraceRelief("t", "T", 1, false, 2, 0.5, 0, Map.of());
        assertThat(terraces.stepped(0.5)).isEqualTo(0.5);
        assertThat(terraces.stepped(1.4)).isEqualTo(0.5);
        assertThat(terraces.stepped(1.6)).isEqualTo(2.5);
        TerraceRelief soft = new TerraceRelief("t", "T", 1, false, 2, 0, 1, Map.of());
        for (double h = -7; h < 7; h += 0.01) {
            assertThat(soft.stepped(h + 0.01)).isGreaterThanOrEqualTo(soft.stepped(h));
            assertThat(soft.stepped(h)).isCloseTo(h, within(2 * 0.1));
        }
    }

    @Test
    void smoothingLeavesAPlaneAndTheMean() {
        Ground bumps = Grounds.bumpy(64, 63, 3);
        SmoothRelief smooth = new SmoothRelief("s", "S", 1, false, 6, Map.of());
        float[] heights = smooth.shape(Reliefs.on(bumps, Map.of("strength", 1.0)));
        double before = 0;
        double after = 0;
        double rough = 0;
        double calm = 0;
        for (int i = 0; i < heights.length; i++) {
            before += bumps.heights()[i];
            after += heights[i];
            rough += Math.pow(bumps.heights()[i] - 1.5, 2);
            calm += Math.pow(heights[i] - 1.5, 2);
        }
        assertThat(after).isCloseTo(before, within(0.01 * 63));
        assertThat(calm).isLessThan(rough / 20);
    }

    @Test
    void hillsStayWithinTheirAmplitudeAndFineOctavesFadeOnACoarseGrid() {
        NoiseRelief layer =
                new NoiseRelief("n", "N", 3, false, 30, 8, 0.6, 2, NoiseRelief.Shape.PLAIN, 0, 0, false, Map.of());
        float[] heights = layer.shape(Reliefs.on(FLAT, Map.of("amplitude", 7.0)));
        for (float h : heights) {
            assertThat(h).isBetween(-2f, 12f);
        }
        NoiseRelief fine =
                new NoiseRelief("n", "N", 3, false, 1.5, 1, 0.6, 2, NoiseRelief.Shape.PLAIN, 0, 0, false, Map.of());
        assertThat(fine.shape(Reliefs.on(FLAT, Map.of("amplitude", 7.0)))).isEqualTo(FLAT.heights());
    }

    @Test
    void theSameHillsStandAtEveryResolution() {
        NoiseRelief layer =
                new NoiseRelief("n", "N", 8, false, 60, 2, 0.5, 2, NoiseRelief.Shape.RIDGED, 6, 0, false, Map.of());
        Ground coarse = new Ground(65, 65, new float[65 * 65], 128);
        Ground fine = new Ground(257, 257, new float[257 * 257], 128);
        float[] a = layer.shape(Reliefs.on(coarse, Map.of("amplitude", 9.0)));
        float[] b = layer.shape(Reliefs.on(fine, Map.of("amplitude", 9.0)));
        for (int r = 0; r < 65; r++) {
            for (int c = 0; c < 65; c++) {
                assertThat(a[r * 65 + c]).isCloseTo(b[4 * r * 257 + 4 * c], within(1e-4f));
            }
        }
    }
}
