package org.lumbrit.core.findings;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.answers.Cost;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/** Everything that is probably not meant in a site: what its kinds say of themselves, and what only the whole can tell. */
public final class Findings {
    private Findings() {}

    /**
     * All findings that need no motion over all frames, in the order of falloffs, props, layers, motion and budget.
     *
     * @param evaluation at time 0, which covers read
     */
    public static List<Finding> of(SiteEvaluation evaluation) {
        Recipe recipe = evaluation.plan().recipe();
        Samples samples = evaluation.samples(evaluation.plan().lattice());
        List<Finding> found = new ArrayList<>(FalloffFindings.of(evaluation, samples));
        for (Prop prop : recipe.props()) {
            evaluation.cancel().check();
            found.addAll(PropFindings.of(evaluation, prop));
            found.addAll(FloatFindings.of(evaluation, prop));
        }
        for (Layer layer : recipe.layers()) {
            if (!layer.hidden()) {
                evaluation.cancel().doing("looking at " + layer.name());
                found.addAll(evaluation.findings(layer));
            }
        }
        found.addAll(MotionFindings.ofSettings(recipe, SiteMotion.of(evaluation)));
        found.addAll(BudgetFindings.of(recipe, Cost.of(evaluation)));
        return found;
    }

    /** Those of the motion itself, for which all frames are computed. */
    public static List<Finding> ofMotion(SiteEvaluation evaluation) {
        return MotionFindings.ofMotion(evaluation.plan().recipe(), SiteMotion.of(evaluation));
    }
}
