package org.lumbrit.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.growth.ClimbLayer;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;

/** What grows over things: keepvine that has climbed the tower from its foot. */
final class TarnGrowth {
    static final String VINE = "climbing-keepvine";
    private static final String FOOT = "tower-foot";

    private TarnGrowth() {}

    /** The sunny half of the tower's foot. */
    static Place foot() {
        List<Point3> corners = new ArrayList<>();
        for (int k = 0; k <= 6; k++) {
            double heading = StrictMath.toRadians(150 + 30 * k);
            corners.add(new Point3(
                    Math.rint(100 * (-25 + 2.85 * StrictMath.sin(heading))) / 100,
                    0,
                    Math.rint(100 * (-41 - 2.85 * StrictMath.cos(heading))) / 100));
        }
        return new PathPlace(FOOT, "Foot of the tower", corners, false);
    }

    static Layer vine() {
        return new ClimbLayer(
                VINE,
                "Keepvine that climbs",
                23,
                false,
                FOOT,
                20,
                0.15,
                8.5,
                0.09,
                0.8,
                82,
                170,
                0.5,
                0.03,
                0.7,
                0.035,
                0.15,
                20,
                1,
                -1000,
                8,
                3,
                "#5c4632",
                "#3d4a1f",
                "#a4502a",
                Map.of());
    }
}
