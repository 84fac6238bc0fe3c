package org.lumbrit.core.relief;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Ground;

/** {@link ThermalErosion} until all is at rest or the steps are used up; strength blends from the ground below. */
@Kind(
        name = "thermal-erosion",
        title = "Thermal erosion",
        help = "Lets steep slopes crumble until none is steeper than the talus angle.")
public record ThermalRelief(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "steps",
                min = 1,
                max = ThermalRelief.MOST_STEPS,
                slider = {10, 5000},
                byDefault = "1000",
                help = "At most so many; it ends as soon as all is at rest")
        int steps,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Wearing {

    private static final int MOST_STEPS = 200_000;
    /** Of a node in a step: as docs/performance.md has it. */
    private static final double SECONDS = 8e-9;
    /** Of a node: the ground before and after, what stays of it, and two states that are kept. */
    private static final double BYTES = 56;

    /** Of a slope's tangent, above which a ground still crumbles. */
    private static final double REST = 0.02;

    public static final String TALUS = "talus";
    public static final String STRENGTH = "strength";

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(TALUS, "The steepest slope that stays", "°", 0, 89, 60, 33, 33)
                    .inPlace(),
            PropertyDescription.of(STRENGTH, "0 leaves the ground, 1 lets it crumble", "", 0, 1, 1, 0, 1)
                    .inPlace());

    public ThermalRelief {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    /** It may be at rest long before its steps are used up. */
    @Override
    public Optional<Cost> cost(double nodes) {
        return Optional.of(new Cost(SECONDS * nodes * steps, BYTES * nodes));
    }

    @Override
    public float[] shape(Shaping below) {
        CrumblingCourse crumbling = course(below);
        int rounds = steps / CrumblingCourse.ROUND;
        CrumblingCourse.State state = below.course(crumbling, rounds).at(rounds, below.cancel());
        if (!state.settled()) {
            state = crumbling.onward(state, steps % CrumblingCourse.ROUND, below.cancel());
        }
        double[] eroded = state.heights();
        return Grids.blend(below, below.property(STRENGTH), i -> eroded[i]);
    }

    private CrumblingCourse course(Shaping below) {
        Ground ground = below.ground();
        return new CrumblingCourse(
                below.key("crumbling/2", TALUS),
                Grids.doubles(ground.heights()),
                ground.columns(),
                ground.rows(),
                CellSize.of(ground),
                below.property(TALUS));
    }

    @Override
    public Optional<Account> account(Shaping below) {
        CrumblingCourse crumbling = course(below);
        double[] after =
                crumbling.onward(crumbling.start(), steps, below.cancel()).heights();
        return Optional.of(Account.empty()
                .came(Account.GROUND, "before", Account.volume(crumbling.below(), crumbling.cell()))
                .left(Account.GROUND, "after", Account.volume(after, crumbling.cell())));
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        List<Finding> found = new ArrayList<>(Wearing.super.findings(site));
        boolean even = site.drives(TALUS).isEmpty()
                && site.drives(STRENGTH).isEmpty()
                && properties.get(STRENGTH).high() == 1;
        if (!even || steps >= MOST_STEPS) {
            return found;
        }
        double talus = properties.get(TALUS).high();
        double excess = site.kept("excess/1", this, cancel -> new float[] {
            site.relief(id).map(state -> excess(state.after(), talus)).orElse(0f)
        })[0];
        if (excess > REST) {
            double tangent = StrictMath.tan(StrictMath.toRadians(talus));
            int more = Math.min(MOST_STEPS, 4 * steps);
            found.add(Finding.of(
                    Finding.Severity.NOTE,
                    this,
                    "not at rest",
                    "After " + steps + " steps some slopes are still "
                            + Decimal.write(StrictMath.toDegrees(StrictMath.atan(tangent + excess)), 1)
                            + "° steep; the talus is " + Decimal.write(talus, 1) + "°.",
                    "Let it run for " + more + " steps",
                    List.of(new LayerEdit.Set(Kinds.with(this, "steps", more)))));
        }
        return found;
    }

    /** How much steeper than its talus the steepest slope is, as a tangent. */
    private static float excess(Ground after, double talus) {
        return (float) new ThermalErosion(
                        Grids.doubles(after.heights()),
                        after.columns(),
                        after.rows(),
                        CellSize.of(after),
                        NodeValues.constant(talus))
                .excess(Cancel.NEVER);
    }

    @Override
    public int courseSteps() {
        return steps;
    }

    @Override
    public Layer afterStep(int step) {
        return step <= 0 ? switchedOff() : Kinds.with(this, "steps", Math.min(step, steps));
    }
}
