package org.lumbrit.core.motion;

import java.util.List;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Samples;

/** What the air does at places of a site, at the time of an evaluation. */
public final class AirAt {
    /** What of a wind layer is driven by falloffs. */
    public static final List<String> PROPERTIES = List.of(WindLayer.SPEED, WindLayer.GUST, WindLayer.TURBULENCE);

    private AirAt() {}

    /** Speed of the air at places and a time, with gusts, m/s. */
    public static float[] speed(Surroundings now, WindLayer wind, Samples places) {
        double[][] blows = wind(now, wind, places);
        float[] speed = new float[places.count()];
        for (int i = 0; i < speed.length; i++) {
            speed[i] = (float) Math.sqrt(blows[0][i] * blows[0][i] + blows[1][i] * blows[1][i]);
        }
        return speed;
    }

    /** The wind at places and the evaluation's time: m/s to the east, and to the south. */
    public static double[][] wind(Surroundings now, WindLayer wind, Samples places) {
        return wind(now, wind, places, now.time());
    }

    /** The wind at places and a time, its properties as they are at the evaluation's: m/s to the east, and to the south. */
    public static double[][] wind(Surroundings now, WindLayer wind, Samples places, double time) {
        int n = places.count();
        double[][] blows = new double[2][n];
        if (wind.hidden()) {
            return blows;
        }
        WindField field = new WindField(wind, now.frames());
        float[][] air = PROPERTIES.stream()
                .map(property -> now.property(wind, property, places))
                .toArray(float[][]::new);
        Chunks.run(n, now.cancel(), (from, to) -> {
            double[] east = new double[to - from];
            double[] south = new double[to - from];
            field.at(time, places, from, to, air, east, south);
            System.arraycopy(east, 0, blows[0], from, to - from);
            System.arraycopy(south, 0, blows[1], from, to - from);
        });
        return blows;
    }
}
