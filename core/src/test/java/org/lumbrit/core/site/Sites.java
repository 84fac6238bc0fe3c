package org.lumbrit.core.site;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.RandomSource;
import org.lumbrit.core.falloff.Scene;
import org.lumbrit.core.falloff.SlopeSource;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.plants.StrandPlant;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Place;

/** Small recipes that tests work on. */
public final class Sites {
    private Sites() {}

    public static Falloff patches() {
        return new Falloff(
                "patches",
                "Patches",
                new NoiseSource(4, 3, 0.5, 2, 1, 1, 1, NoiseSource.Range.ZERO_TO_ONE, 1),
                List.of(new WindowStep("w", false, 0.3, 0.8), new ContrastStep("c", false, 1.5)));
    }

    public static Falloff flat() {
        return new Falloff(
                "flat", "Flat", new SlopeSource(0, 30, 20), List.of(new MultiplyStep("m", false, "patches", 0.5)));
    }

    public static CoverLayer cover(double density, double spacing) {
        return new CoverLayer(
                "grass",
                "Grass",
                4,
                false,
                new StrandPlant(4, 11, 50, 0.5, 0.7),
                "#d8c98a",
                "#8a5a34",
                Map.of(
                        "density", new PropertyRange(0, density, Combine.PRODUCT),
                        "spacing", new PropertyRange(spacing, spacing, Combine.PRODUCT)));
    }

    public static Drive drive(String property, String falloff) {
        return new Drive("grass", property, falloff, CurvePoint.STRAIGHT);
    }

    public static Recipe recipe(CoverLayer layer, Drive... drives) {
        return new Recipe(
                "Test",
                new GroundSpec("ground.png", 60, 0, 10, Optional.empty()),
                List.of(),
                List.of(
                        patches(),
                        flat(),
                        new Falloff("low", "Low", new HeightSource(2, 0), List.of()),
                        new Falloff("any", "Any", new RandomSource(2), List.of())),
                List.of(layer),
                List.of(drives),
                new Clock(24, 8));
    }

    /** What sources measure from, without layers, with a loop of 8 s and water at 1 m. */
    public static Scene scene(Ground ground, double time, Place... places) {
        Recipe recipe = new Recipe(
                "Test",
                new GroundSpec("ground.png", ground.width(), 0, 10, Optional.of(1.0)),
                List.of(places),
                List.of(),
                List.of(),
                List.of(),
                new Clock(24, 8));
        return new SiteEvaluation(new SitePlan(recipe, ground, time), new ResultsOfOneRun(), Cancel.NEVER).scene();
    }

    public static SiteEvaluation evaluate(Recipe recipe, Ground ground) {
        return new SiteEvaluation(new SitePlan(recipe, ground, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }
}
