package org.lumbrit.demo;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.sheets.SheetsLayer;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.core.water.Piece;
import org.lumbrit.core.water.Rings;
import org.lumbrit.core.water.Swell;
import org.lumbrit.core.water.WaterLayer;

/** The water of Thessock Tarn: waves that the wind from the pass sends over it, and the round on which a plank drifts. */
final class TarnWater {
    static final String WAVES = "waves";
    static final String DRIFT = "drift";
    static final String MIST = "mist";

    /** Metres round the drift, so that in a loop of 8 s it takes one round. */
    static final double ROUND = 4 * Math.sqrt(0.5);

    private TarnWater() {}

    static WaterLayer waves() {
        return new WaterLayer(
                WAVES,
                "Waves",
                24,
                false,
                new Piece.Level(),
                new Swell.Waves(4, 0.03, 150, 26, 1, 9),
                new Rings.Drops(0.12, 1.1, 0.6, 1.1, 0.15, Rings.Shores.REFLECT),
                385,
                257,
                Map.of());
    }

    static SheetsLayer mist() {
        return new SheetsLayer(
                MIST,
                "Morning mist",
                4,
                false,
                5,
                8,
                "",
                -3,
                -2,
                90,
                74,
                4.2,
                0.8,
                1,
                15,
                5,
                0.5,
                6,
                24,
                "#e9eef2",
                0,
                Map.of(SheetsLayer.OPACITY, new PropertyRange(0, 0.7, Combine.PRODUCT)));
    }

    /** Rain in the barrel by the hut, and water in the pail that rides on the raft. */
    static List<LiquidLayer> liquids() {
        return List.of(liquid("rain-water", "Rain water", "barrel", 0.9), liquid("pailful", "Pailful", "pail", 0.72));
    }

    private static LiquidLayer liquid(String id, String name, String vessel, double full) {
        return new LiquidLayer(
                id,
                name,
                1,
                false,
                vessel,
                LiquidLayer.Inside.LARGEST,
                0,
                0.2,
                0,
                LiquidLayer.Filled.SHARE,
                full,
                100,
                0.5,
                1,
                0.06,
                "#2d4a52",
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
