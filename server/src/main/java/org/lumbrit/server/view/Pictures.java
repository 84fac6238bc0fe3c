package org.lumbrit.server.view;

import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.stills.Take;
import org.lumbrit.core.stills.Values;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.drawn.DrawingPng;
import org.lumbrit.formats.image.StillPng;

/** Pictures of sites that are taken here, without a screen, as PNG. */
public final class Pictures {
    private Pictures() {}

    /**
     * @param look daylight, drawn or values; @param falloff whose values are shown, by id; "" for the first
     * @param width pixels; @param height pixels
     */
    public static byte[] png(SiteEvaluation site, String look, String falloff, Eye eye, int width, int height) {
        Recipe recipe = site.plan().recipe();
        return switch (look) {
            case "daylight" -> StillPng.write(Take.daylight(site, eye, width, height));
            case "drawn" -> DrawingPng.write(Draw.of(site, DrawnLayer.in(recipe), eye, width, height));
            case "values" -> StillPng.write(Take.values(site, values(recipe, falloff), eye, width, height));
            default -> throw new BadInputException("look: one of daylight, drawn, values, not “" + look + "”.");
        };
    }

    private static Values values(Recipe recipe, String falloff) {
        if (falloff.isEmpty() && recipe.falloffs().isEmpty()) {
            throw new BadInputException("This site has no falloff whose values could be shown.");
        }
        return Values.of(
                falloff.isEmpty()
                        ? recipe.falloffs().get(0)
                        : recipe.falloff(falloff).orElseThrow(() -> InvalidRecipeException.missing("falloff", falloff)),
                false);
    }
}
