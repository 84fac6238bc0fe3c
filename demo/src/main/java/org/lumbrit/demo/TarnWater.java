package org.lumbrit.demo;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.water.Piece;
import org.lumbrit.core.water.Swell;
import org.lumbrit.core.water.WaterLayer;

/** The water of Thessock Tarn: waves that the wind from the pass sends over it, and the round on which a plank drifts. */
final class TarnWater {
    static final String WAVES = "waves";
    static final String DRIFT = "drift";

    /** Metres round the drift, so that in a loop of 8 s it takes one round. */
    static final double ROUND = 4 * Math.sqrt(0.5);

    private TarnWater() {}

    static WaterLayer waves() {
        return new WaterLayer(
                WAVES,
                "Waves",
                11,
                false,
                new Piece.Level(),
                new Swell.Waves(3.2, 0.09, 150, 26, 1, 12),
                321,
                Map.of());
    }

    static Place drift() {
        return new PathPlace(
                DRIFT,
                "Drift",
                List.of(
                        new Point3(-13.25, 6, 11),
                        new Point3(-12.75, 6, 11.5),
                        new Point3(-12.25, 6, 11),
                        new Point3(-12.75, 6, 10.5)),
                true);
    }
}
