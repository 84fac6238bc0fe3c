package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class PlacingTest {
    private static double[] up(Quaternion turn) {
        return turn.rotate(0, 1, 0);
    }

    @Test
    void twentyDegreesTowardTheEastTiltsUpByItsSine() {
        double[] up = up(Placing.lean(20, 90));
        assertThat(up[0]).isCloseTo(0.342, within(1e-4));
        assertThat(up[2]).isCloseTo(0, within(1e-12));
        assertThat(up(Placing.lean(20, 0))[2]).as("heading 0 goes to −z").isCloseTo(-0.342, within(1e-4));
    }

    @Test
    void halfABlendTowardANormalThirtyDegreesOffIsFifteen() {
        double[] up = up(Placing.align(Math.sin(Math.toRadians(30)), Math.cos(Math.toRadians(30)), 0, 0.5));
        assertThat(Math.toDegrees(Math.acos(up[1]))).isCloseTo(15, within(1e-9));
        assertThat(up[0]).isPositive();
    }

    @Test
    void aNormalStraightDownTurnsAboutX() {
        assertThat(up(Placing.align(0, -1, 0, 1))[1]).isCloseTo(-1, within(1e-12));
        assertThat(Placing.align(0, -1, 0, 1).x()).isCloseTo(1, within(1e-12));
    }

    @Test
    void yawLeavesUpAlone() {
        assertThat(up(Placing.yaw(123))[1]).isCloseTo(1, within(1e-12));
    }
}
