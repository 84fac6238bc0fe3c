package org.lumbrit.core.edit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.edit.Fence.Keeping;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.AreaPlace;

class FenceTest {
    private static final UnaryOperator<String> IDS = prefix -> prefix + "-new";

    private static AreaPlace square(double side) {
        return new AreaPlace(
                "pond",
                "Pond",
                List.of(
                        new Point3(0, 0, 0),
                        new Point3(side, 1, 0),
                        new Point3(side, 0, 2 * side),
                        new Point3(0, 0, 2 * side)));
    }

    private static Falloff falloff(String place, Within within, Step... steps) {
        return new Falloff(
                "f",
                "Out of Pond",
                new DistanceSource(place, 0, 1, DistanceSource.Across.SPACE, within),
                List.of(steps));
    }

    private static Drive drive(String property) {
        return new Drive("grass", property, "f", List.of(new CurvePoint(0, 0), new CurvePoint(1, 1)));
    }

    private static Fence fence(double side, List<Falloff> falloffs, Drive... drives) {
        Recipe recipe = Kinds.with(Sites.recipe(Sites.cover(5, 0)), "places", List.of(square(side)));
        recipe = Kinds.with(recipe, "falloffs", falloffs);
        return new Fence(Kinds.with(recipe, "drives", List.of(drives)), "grass", "density", square(side));
    }

    private static Keeping now(Falloff falloff, Drive... drives) {
        return fence(40, List.of(falloff), drives).now();
    }

    private static final InvertStep INVERT = new InvertStep("s", false);

    @Test
    void itEndsOverAMetreAndOverLessAtAnAreaThatIsNotTenMetresWide() {
        assertThat(fence(40, List.of()).edge()).isEqualTo(1);
        assertThat(fence(0.43, List.of()).edge()).isEqualTo(0.043);
        assertThat(fence(2, List.of()).edge()).isEqualTo(0.2);
    }

    @Test
    void howItKeepsIsReadFromWhatDrivesIt() {
        assertThat(now(falloff("pond", Within.FILLED, INVERT), drive("density")))
                .isEqualTo(Keeping.OUT);
        assertThat(now(falloff("pond", Within.FILLED), drive("density"))).isEqualTo(Keeping.WITHIN);
        assertThat(now(falloff("pond", Within.FILLED, new InvertStep("s", true)), drive("density")))
                .isEqualTo(Keeping.WITHIN);
        assertThat(now(falloff("pond", Within.FILLED, INVERT, new InvertStep("t", false)), drive("density")))
                .isEqualTo(Keeping.WITHIN);
        assertThat(now(falloff("meadow", Within.FILLED, INVERT), drive("density")))
                .isEqualTo(Keeping.ANYWHERE);
        assertThat(now(falloff("pond", Within.EDGE, INVERT), drive("density"))).isEqualTo(Keeping.ANYWHERE);
        assertThat(now(falloff("pond", Within.FILLED, INVERT), drive("length"))).isEqualTo(Keeping.ANYWHERE);
    }

    @Test
    void anotherWayTakesTheFalloffThatNothingElseUsesAway() {
        Fence fence = fence(40, List.of(falloff("pond", Within.FILLED, INVERT)), drive("density"));
        List<Edit> edits = fence.keep(Keeping.WITHIN, IDS);
        assertThat(edits.get(0)).isEqualTo(new FalloffEdit.Remove("f"));
        Recipe after = fence.recipe();
        for (Edit edit : edits) {
            after = edit.apply(after);
        }
        assertThat(RecipeCheck.problems(after)).isEmpty();
        assertThat(after.falloffs()).singleElement().satisfies(made -> {
            assertThat(made.name()).isEqualTo("Within Pond");
            assertThat(made.steps()).isEmpty();
        });
        assertThat(new Fence(after, "grass", "density", square(40)).now()).isEqualTo(Keeping.WITHIN);
        assertThat(new Fence(after, "grass", "density", square(40)).keep(Keeping.ANYWHERE, IDS))
                .containsExactly(new FalloffEdit.Remove("f-new"));
    }

    @Test
    void aFalloffThatSomethingElseUsesStays() {
        Falloff own = falloff("pond", Within.FILLED);
        Edit removed = new DriveEdit.Remove("grass", "density", "f");
        assertThat(fence(40, List.of(own), drive("density"), drive("length")).keep(Keeping.ANYWHERE, IDS))
                .containsExactly(removed);
        Falloff other = new Falloff(
                "h",
                "Other",
                Sites.recipe(Sites.cover(5, 0)).falloffs().get(0).source(),
                List.of(new MultiplyStep("s", false, "f", 1)));
        assertThat(fence(40, List.of(own, other), drive("density")).keep(Keeping.ANYWHERE, IDS))
                .containsExactly(removed);
    }

    @Test
    void outOfAnAreaIsTheInverseOfWithin() {
        List<Edit> edits = fence(40, List.of()).keep(Keeping.OUT, IDS);
        Falloff made = ((FalloffEdit.Add) edits.get(0)).added();
        assertThat(made.name()).isEqualTo("Out of Pond");
        assertThat(made.steps()).containsExactly(new InvertStep("s-new", false));
        assertThat(Stream.of(edits.get(1))
                        .map(DriveEdit.Set.class::cast)
                        .findFirst()
                        .orElseThrow()
                        .drive()
                        .falloff())
                .isEqualTo("f-new");
    }
}
