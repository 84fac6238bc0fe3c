package org.lumbrit.core.answers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

class WhyHereTest {
    private static final Ground GROUND = Grounds.slope(21, 21, 60, 25);

    private static WhyHere ask(Combine combine, double low, double high, double y, Drive... drives) {
        Recipe recipe = new LayerEdit.SetProperty("grass", "length", new PropertyRange(low, high, combine))
                .apply(Sites.recipe(Sites.cover(4, 0.3), drives));
        Samples place = GROUND.samplesAt(new double[] {4}, new double[] {-3});
        place.y()[0] = y;
        return WhyHere.at(Sites.evaluate(recipe, GROUND), recipe.layers().get(0), "length", place);
    }

    @Test
    void withoutDrivesItIsTheHighEnd() {
        WhyHere why = ask(Combine.PRODUCT, 0.2, 0.9, 1);
        assertThat(why.factors()).isEmpty();
        assertThat(why.value()).isCloseTo(0.9, within(1e-6));
        assertThat(why.unit()).isEqualTo("m");
    }

    @Test
    void theResultWithoutAFactorIsWhatItWouldBeWereItNeutral() {
        WhyHere why = ask(Combine.PRODUCT, 0, 1, 1, Sites.drive("length", "low"), Sites.drive("length", "flat"));
        WhyHere.Factor low = why.factors().get(0);
        WhyHere.Factor flat = why.factors().get(1);
        assertThat(low.response()).isCloseTo(0.5, within(1e-6));
        assertThat(low.without()).isCloseTo(flat.response(), within(1e-6));
        assertThat(flat.without()).isCloseTo(low.response(), within(1e-6));
        assertThat(why.value()).isCloseTo(low.response() * flat.response(), within(1e-6));
    }

    @Test
    void ofTheLowestTheOtherRemains() {
        WhyHere why = ask(Combine.LOWEST, 0, 1, 1.9, Sites.drive("length", "low"), Sites.drive("length", "flat"));
        assertThat(why.value()).isCloseTo(why.factors().get(0).response(), within(1e-6));
        assertThat(why.factors().get(0).marked()).as("what keeps it down").isTrue();
        assertThat(why.factors().get(1).without()).as("the other costs nothing").isCloseTo(why.value(), within(1e-6));
    }

    @Test
    void everyFactorThatIsZeroIsMarked() {
        Drive never = new Drive("grass", "length", "flat", List.of(new CurvePoint(0, 0), new CurvePoint(1, 0)));
        WhyHere why = ask(Combine.PRODUCT, 0.1, 1, 7, Sites.drive("length", "low"), never);
        assertThat(why.factors()).allMatch(WhyHere.Factor::marked);
        assertThat(why.value()).isCloseTo(0.1, within(1e-6));
    }

    @Test
    void itSaysWhatWasMeasured() {
        WhyHere why = ask(Combine.PRODUCT, 0, 1, 0.5, Sites.drive("length", "low"), Sites.drive("length", "flat"));
        assertThat(why.factors().get(0).reading()).isEqualTo("at 50 cm");
        assertThat(why.factors().get(1).reading()).isEqualTo("25° slope");
        assertThat(why.factors().get(1).stages())
                .extracting(WhyHere.Stage::title)
                .containsExactly("Slope 0° to 30°", "Multiply by Patches");
    }
}
