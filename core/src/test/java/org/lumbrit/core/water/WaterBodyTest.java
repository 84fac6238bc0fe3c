package org.lumbrit.core.water;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.surface.ContourLines;
import org.lumbrit.core.surface.Ground;

/** Water up to a level: area, volume, outline. */
class WaterBodyTest {
    /** Cones about two middles, the lower of the two everywhere. */
    private static Ground cones(double apart) {
        int n = 401;
        float[] heights = new float[n * n];
        for (int i = 0; i < heights.length; i++) {
            double x = i % n * 0.1 - 20;
            double z = i / n * 0.1 - 20;
            heights[i] = (float) Math.min(Math.hypot(x - apart, z), Math.hypot(x + apart, z));
        }
        return new Ground(n, n, heights, 40);
    }

    @Test
    void aConeHoldsWhatGeometrySays() {
        List<WaterBody> bodies = WaterBody.of(cones(0), 5);
        assertThat(bodies).hasSize(1);
        WaterBody body = bodies.get(0);
        assertThat(body.area()).isCloseTo(Math.PI * 25, within(0.03));
        assertThat(body.volume()).isCloseTo(Math.PI * 25 * 5 / 3, within(0.1));
        assertThat(body.deepest()).isEqualTo(5);
        assertThat(body.edges()).hasSize(1);
        ContourLines.Line edge = body.edges().get(0);
        assertThat(edge.closed()).isTrue();
        double length = 0;
        for (int i = 0; i < edge.points().size(); i++) {
            var a = edge.points().get(i);
            var b = edge.points().get((i + 1) % edge.points().size());
            length += Math.hypot(a.x() - b.x(), a.z() - b.z());
            assertThat(Math.hypot(a.x(), a.z())).isCloseTo(5, within(0.002));
        }
        assertThat(length).isCloseTo(2 * Math.PI * 5, within(0.05));
    }

    @Test
    void hollowsApartAreWatersOfTheirOwnAndJoinWhenTheyRise() {
        assertThat(WaterBody.of(cones(8), 5))
                .hasSize(2)
                .allSatisfy(body -> assertThat(body.area()).isCloseTo(Math.PI * 25, within(0.05)));
        assertThat(WaterBody.of(cones(8), 9)).hasSize(1);
        assertThat(WaterBody.of(cones(8), -1)).isEmpty();
    }

    @Test
    void waterToTheBorderHasOpenEdges() {
        float[] heights = new float[21 * 21];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = i % 21;
        }
        WaterBody body = WaterBody.of(new Ground(21, 21, heights, 20), 7.5).get(0);
        assertThat(body.area()).isCloseTo(7.5 * 20, within(1e-9));
        assertThat(body.volume()).isCloseTo(7.5 * 7.5 / 2 * 20, within(1e-9));
        assertThat(body.edges()).singleElement().satisfies(edge -> {
            assertThat(edge.closed()).isFalse();
            assertThat(edge.points()).allSatisfy(point -> assertThat(point.x()).isCloseTo(-2.5, within(1e-9)));
        });
    }
}
