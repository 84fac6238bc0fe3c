package org.lumbrit.core.site;

import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.Scene;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.surface.Region;

/** Where on the ground falloffs and properties may be anything else than 0: a rectangle that is large enough, not the least. */
final class Support {
    private final Recipe recipe;
    private final Scene scene;

    Support(Recipe recipe, Scene scene) {
        this.recipe = recipe;
        this.scene = scene;
    }

    Region of(Layer layer, String property) {
        PropertyRange range = layer.properties().get(property);
        Region all = Region.EVERYWHERE;
        if (range.low() == 0 && range.combine().vanishes()) {
            for (Drive drive : recipe.drivesOf(layer.id(), property)) {
                if (CurvePoint.curve(drive.curve()).at(0) == 0) {
                    all = all.and(of(drive.falloff()));
                }
            }
        }
        return all;
    }

    private Region of(String falloffId) {
        Falloff falloff = recipe.falloff(falloffId).orElseThrow();
        Region now = falloff.source().support(scene);
        for (Step step : falloff.steps()) {
            if (step.skipped()) {
                continue;
            }
            if (!step.keepsZero()) {
                now = Region.EVERYWHERE;
            } else if (step instanceof MultiplyStep times
                    && times.amount() == 1
                    && falloff.limitOf(step.id()).isEmpty()) {
                now = now.and(of(times.falloff()));
            }
        }
        return now;
    }
}
