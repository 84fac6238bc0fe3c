package org.lumbrit.core.water;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.bodies.BodyKind;
import org.lumbrit.core.bodies.RollLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.motion.Winds;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.season.StationTable;
import org.lumbrit.core.season.WeatherHour;
import org.lumbrit.core.season.WeatherLayer;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.snow.Flakes;
import org.lumbrit.core.surface.Ground;

/** What makes rings: rain of the almanac, a body that falls in, gusts. */
class RingsTest {
    private static final int NODES = 65;
    private static final double WIDTH = 20;

    /** Level at 2 m above the water in the west, falling steeply to 3 m below it. */
    private static Ground bank() {
        float[] heights = new float[NODES * NODES];
        for (int i = 0; i < heights.length; i++) {
            double x = (i % NODES) * WIDTH / (NODES - 1) - WIDTH / 2;
            heights[i] = (float) Math.max(-3, Math.min(2, -2.5 * x - 4));
        }
        return new Ground(NODES, NODES, heights, WIDTH);
    }

    private static SiteEvaluation site(double time, Rings rings, Layer... others) {
        WaterLayer water =
                new WaterLayer("sea", "Pool", 5, false, new Piece.Level(), new Swell.Still(), rings, 129, 65, Map.of());
        List<Layer> layers = new java.util.ArrayList<>(List.of(others));
        layers.add(water);
        Recipe recipe = new Recipe(
                "Pool",
                GroundSpec.flat(WIDTH, WIDTH, NODES, Optional.of(0.0)),
                List.of(),
                List.of(),
                List.of(),
                layers,
                List.of(),
                new Clock(24, 0, 0, 8, List.of()));
        return new SiteEvaluation(
                new SitePlan(recipe, bank(), SiteAssets.NONE, time), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static WaterLayer water(SiteEvaluation site) {
        return (WaterLayer) site.plan().recipe().layer("sea").orElseThrow();
    }

    /** The highest ring on the water from one x to another. */
    private static double highest(SiteEvaluation site, double from, double to) {
        WaterLayer water = water(site);
        WaterSurface surface = water.surface(site.surroundings(water));
        double most = 0;
        for (double x = from; x <= to; x += 0.13) {
            for (double z = -9; z <= 9; z += 0.31) {
                most = Math.max(most, Math.abs(surface.rings(x, z)));
            }
        }
        return most;
    }

    private static List<String> notes(SiteEvaluation site) {
        WaterLayer water = water(site);
        return water.findings(site.surroundings(water)).stream()
                .map(Finding::title)
                .toList();
    }

    private static WeatherLayer almanac(double... rain) {
        WeatherHour[] hours = new WeatherHour[rain.length];
        for (int i = 0; i < rain.length; i++) {
            hours[i] = new WeatherHour(i, 270, 3, 8, 0, 0, rain[i]);
        }
        return new WeatherLayer("almanac", "Almanac", 1, false, new StationTable(List.of(hours)), 1, 0, Map.of());
    }

    @Test
    void ringsComeWithTheAlmanacsRain() {
        Rings rain = new Rings.Rain("almanac", 2, 0.6, 0.04, 1.2, 0.6, Rings.Shores.REFLECT);
        assertThat(highest(site(0.9, rain, almanac(0, 6, 0)), 0, 9))
                .as("a dry hour")
                .isZero();
        double heavy = highest(site(2, rain, almanac(0, 6, 0)), 0, 9);
        assertThat(heavy).isGreaterThan(0.005);
        assertThat(highest(site(2.9, rain, almanac(0, 6, 0)), 0, 9))
                .as("it dies away")
                .isLessThan(0.7 * heavy);
        assertThat(notes(site(0, rain, almanac(0, 6, 0)))).doesNotContain("Pool: no rings");
        assertThat(notes(site(0, rain, almanac(0, 0, 0)))).contains("Pool: no rings");
    }

    private static RollLayer ball(double speed) {
        return new RollLayer(
                "roll",
                "Ball",
                1,
                false,
                new BodyKind.Ball(0.5),
                "#ffffff",
                2700,
                0.8,
                0,
                0,
                -4,
                0.013,
                0.2,
                speed,
                90,
                0,
                0,
                0,
                9.81,
                8,
                480,
                0.05,
                0,
                0,
                0.5,
                0,
                5,
                new Flakes.None(),
                Map.of("sinks", Winds.same(0)));
    }

    @Test
    void aBodyThatFallsInMakesARingAndOneThatStaysAshoreNone() {
        Rings falls = new Rings.FallsIn("roll", 1, 0.2, 1.2, 0.3, Rings.Shores.REFLECT);
        SiteEvaluation before = site(0.1, falls, ball(3));
        assertThat(highest(before, -2, 9)).isZero();
        SiteEvaluation after = site(3, falls, ball(3));
        assertThat(highest(after, -2, 9)).isGreaterThan(0.01);
        assertThat(notes(after)).doesNotContain("Pool: no rings");
        SiteEvaluation ashore = site(3, falls, ball(0));
        assertThat(highest(ashore, -2, 9)).isZero();
        assertThat(notes(ashore)).contains("Pool: no rings");
    }

    @Test
    void gustsRuffleTheWaterAndCalmAirDoesNot() {
        Rings gusts = new Rings.Gusts("wind", 20, 0.4, 0.02, 1, 1, Rings.Shores.REFLECT);
        var wind = Winds.wind(90, 4, 8, 0);
        assertThat(highest(site(2, gusts, wind), 0, 9)).isGreaterThan(0.002);
        var even = new org.lumbrit.core.motion.WindLayer(
                "wind",
                "Wind",
                3,
                false,
                90,
                4,
                8,
                9,
                40,
                0,
                2,
                new org.lumbrit.core.motion.Blowing.Downwind(),
                new org.lumbrit.core.motion.GustSource.None(),
                Map.of("speed", Winds.same(5), "gust", Winds.same(0), "turbulence", Winds.same(0)));
        assertThat(highest(site(2, gusts, even), 0, 9)).isZero();
        assertThat(notes(site(2, gusts, even))).contains("Pool: no rings");
    }
}
