package org.lumbrit.core.site;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.answers.WhyHere;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.AverageStep;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.ScreenStep;
import org.lumbrit.core.findings.FalloffFindings;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/**
 * Falloffs each of which uses the one before it twice: with forty of them there are a million million ways through, so nothing that
 * follows them all would ever end.
 */
class NestedFalloffsTest {
    private static final int DEEP = 40;
    private static final Ground GROUND = Grounds.bumpy(20, 30, 2);

    private static Recipe nested() {
        List<Falloff> all = new ArrayList<>();
        all.add(Sites.patches());
        for (int i = 0; i < DEEP; i++) {
            String before = all.get(i).id();
            all.add(new Falloff(
                    "f" + i,
                    "F " + i,
                    Sites.patches().source(),
                    List.of(
                            new MultiplyStep("m", false, before, 0.6),
                            new ScreenStep("s", false, before, 0.4),
                            new AverageStep("a", true, before, 0.5))));
        }
        CoverLayer cover = Sites.cover(1, 0.5);
        Recipe recipe = Sites.recipe(cover).withFalloffs(all);
        return recipe.withDrives(List.of(new Drive(cover.id(), "density", "f" + (DEEP - 1), CurvePoint.STRAIGHT)));
    }

    private static SiteEvaluation evaluation() {
        return new SiteEvaluation(new SitePlan(nested(), GROUND, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    @Test
    void aPlaceOfItsOwnIsEvaluatedOnceForEachFalloff() {
        SiteEvaluation evaluation = evaluation();
        Samples once = GROUND.samplesAt(new double[] {1, -4, 7.5}, new double[] {2, 9, -3});
        float[] alone = evaluation.falloff("f" + (DEEP - 1), once);
        Samples kept = GROUND.lattice(20).samples();
        int[] none = {0, 5, 9};
        float[] values = evaluation.falloff("f" + (DEEP - 1), kept);
        Samples picked = kept.pick("picked", none);
        assertThat(evaluation.falloff("f" + (DEEP - 1), picked)).containsExactly(values[0], values[5], values[9]);
        assertThat(alone).hasSize(3);
        // the same by hand, from the innermost outward
        float[] expected = evaluation.falloff("patches", once).clone();
        float[] source = evaluation.stage("f0", 0, once);
        for (int i = 0; i < DEEP; i++) {
            for (int k = 0; k < expected.length; k++) {
                double w = expected[k];
                double v = source[k];
                float multiplied = (float) (v + 0.6 * (v * w - v));
                double m = multiplied;
                expected[k] = (float) (m + 0.4 * (1 - (1 - m) * (1 - w) - m));
            }
        }
        assertThat(alone).containsExactly(expected, org.assertj.core.api.Assertions.within(1e-6f));
    }

    @Test
    void checksDomainsKeysFindingsAndExplanationsEndToo() {
        SiteEvaluation evaluation = evaluation();
        SitePlan plan = evaluation.plan();
        String last = "f" + (DEEP - 1);
        assertThat(plan.domain(last)).isEqualTo(Domain.PLACE);
        assertThat(plan.resultKey(last)).isNotEqualTo(plan.resultKey("f3"));
        assertThat(FalloffFindings.of(evaluation, evaluation.samples(plan.lattice())))
                .isNotNull();
        CoverLayer cover = (CoverLayer) plan.recipe().layers().get(0);
        assertThat(evaluation.plants(cover).count()).isPositive();
        Samples place = GROUND.samplesAt(new double[] {1}, new double[] {2});
        assertThat(WhyHere.at(evaluation, cover, "density", place).factors()).hasSize(1);
    }
}
