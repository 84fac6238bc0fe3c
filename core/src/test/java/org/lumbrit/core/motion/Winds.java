package org.lumbrit.core.motion;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.PropertyRange;

/** Winds, sways and plants that tests work on. */
public final class Winds {
    private Winds() {}

    public static PropertyRange same(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    public static WindLayer wind(double heading, double gustSpeed, double gustLength, double churn) {
        return wind(heading, gustSpeed, gustLength, churn, new Blowing.Downwind(), new GustSource.None());
    }

    public static WindLayer wind(
            double heading, double gustSpeed, double gustLength, double churn, Blowing blows, GustSource source) {
        return new WindLayer(
                "wind",
                "Wind",
                3,
                false,
                heading,
                gustSpeed,
                gustLength,
                9,
                40,
                churn,
                gustLength / 4,
                blows,
                source,
                Map.of("speed", same(5), "gust", same(0.8), "turbulence", same(0.2)));
    }

    public static SwayLayer sway(Map<String, PropertyRange> properties) {
        return new SwayLayer("sway", "Sway", 1, false, "wind", "grass", SwayLayer.Way.BEND, 1.5, 1, properties);
    }

    /** Loop of so many seconds at 24 frames a second. */
    public static Frames loop(double seconds) {
        int count = (int) Math.rint(seconds * 24);
        return new Frames(count, 0, seconds / count, true);
    }

    /** Plants in rows, all alike, in the winds that {@link #wind} makes. */
    public static Swaying.Stand stand(int across, double spacing, double damping) {
        int n = across * across;
        double[] x = new double[n];
        double[] y = new double[n];
        double[] z = new double[n];
        float[] lag = new float[n];
        float[][] air = {filled(n, 5), filled(n, 0.8), filled(n, 0.2)};
        float[][] give = {filled(n, 70), filled(n, 9)};
        for (int i = 0; i < n; i++) {
            x[i] = i % across * spacing;
            z[i] = i / across * spacing;
            lag[i] = (float) damping;
        }
        return new Swaying.Stand(x, y, z, frame -> air, frame -> give, 70, lag, new float[n]);
    }

    private static float[] filled(int count, double value) {
        float[] all = new float[count];
        java.util.Arrays.fill(all, (float) value);
        return all;
    }

    /** The wind at one place: m/s to the east and to the south. */
    public static double[] at(WindField field, double x, double y, double z, double time) {
        double[] east = new double[1];
        double[] south = new double[1];
        field.at(
                time,
                new double[] {x},
                new double[] {y},
                new double[] {z},
                0,
                1,
                new float[] {5},
                new float[] {0.8f},
                new float[] {0.2f},
                new float[0],
                east,
                south,
                new WindField.Scratch(1));
        return new double[] {east[0], south[0]};
    }

    static List<Double> list(double[] pair) {
        return List.of(pair[0], pair[1]);
    }
}
