package org.lumbrit.core.findings;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.findings.Finding.Severity;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.relief.CellSize;
import org.lumbrit.core.relief.NodeValues;
import org.lumbrit.core.relief.ThermalErosion;
import org.lumbrit.core.relief.ThermalRelief;
import org.lumbrit.core.site.LayerEdit;
import org.lumbrit.core.site.ReliefState;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;

/** What is probably not meant in the layers that shape the ground. */
public final class ReliefFindings {
    /** Of a slope's tangent, above which a ground still crumbles. */
    private static final double REST = 0.02;

    private ReliefFindings() {}

    public static List<Finding> of(SiteEvaluation evaluation) {
        SitePlan plan = evaluation.plan();
        List<Finding> found = new ArrayList<>();
        for (ReliefState state : plan.relief()) {
            Layer layer = plan.recipe().layer(state.layer()).orElseThrow();
            if (layer.hidden()) {
                continue;
            }
            if (state.below().key().equals(state.after().key())
                    || java.util.Arrays.equals(
                            state.below().heights(), state.after().heights())) {
                found.add(new Finding(
                        Severity.NOTE,
                        layer.name() + ": without effect",
                        "The ground is the same below and above it. Look at its properties: are they 0 everywhere?",
                        "",
                        "",
                        layer.id(),
                        "",
                        List.of()));
            }
            if (layer instanceof ThermalRelief thermal) {
                crumbling(found, evaluation, state, thermal);
            }
        }
        return found;
    }

    private static void crumbling(
            List<Finding> found, SiteEvaluation evaluation, ReliefState state, ThermalRelief thermal) {
        SitePlan plan = evaluation.plan();
        boolean even = plan.recipe().drivesOf(thermal.id(), ThermalRelief.TALUS).isEmpty()
                && plan.recipe().drivesOf(thermal.id(), ThermalRelief.STRENGTH).isEmpty()
                && thermal.properties().get(ThermalRelief.STRENGTH).high() == 1;
        if (!even || thermal.steps() >= 200_000) {
            return;
        }
        double talus = thermal.properties().get(ThermalRelief.TALUS).high();
        String key =
                new KeyBuilder("excess/1").add(state.after().key()).add(talus).key();
        double excess = evaluation.kept(key, () -> new float[] {excess(state.after(), talus)})[0];
        if (excess > REST) {
            double tangent = StrictMath.tan(StrictMath.toRadians(talus));
            int more = Math.min(200_000, 4 * thermal.steps());
            found.add(new Finding(
                    Severity.NOTE,
                    thermal.name() + ": not at rest",
                    "After " + thermal.steps() + " steps some slopes are still "
                            + Decimal.write(StrictMath.toDegrees(StrictMath.atan(tangent + excess)), 1)
                            + "° steep; the talus is " + Decimal.write(talus, 1) + "°.",
                    "",
                    "",
                    thermal.id(),
                    "Let it run for " + more + " steps",
                    List.of(new LayerEdit.Set(Kinds.with(thermal, "steps", more)))));
        }
    }

    /** How much steeper than its talus the steepest slope is, as a tangent. */
    private static float excess(Ground after, double talus) {
        double[] heights = new double[after.heights().length];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = after.heights()[i];
        }
        return (float) new ThermalErosion(
                        heights, after.columns(), after.rows(), CellSize.of(after), NodeValues.constant(talus))
                .excess(Cancel.NEVER);
    }
}
