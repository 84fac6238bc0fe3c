package org.lumbrit.core.relief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Room;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;

/** What needs all of the ground at once says what it costs before it begins, and does not begin where there is no room. */
class CostTest {
    private static final RainRelief RAIN = new RainRelief("open", "Rain", 1, false, 15, 0.001, 1, 0.1, 8, Map.of());

    private static Begun.Made begun(Layer fresh, double nodes) {
        Recipe recipe = new Recipe(
                "A range",
                GroundSpec.flat(9000, 9000, 8192, Optional.empty()),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                new Clock(24, 8));
        Beginning beginning = new Beginning(recipe, () -> nodes, "", "", "", id -> id + "1");
        return (Begun.Made) fresh.begin(beginning);
    }

    @Test
    void rainOnAFineGroundBeginsHiddenAndSaysWhatItTakes() {
        Begun.Made made = begun(RAIN, 2048.0 * 2048);

        assertThat(made.layer().hidden()).isTrue();
        assertThat(made.note())
                .matches("Rain erosion takes about \\d+ s and 0\\.4 GB of memory on this ground.*switched off.*");
    }

    @Test
    void whereThereIsNoRoomThatIsSaidAtOnce() {
        double nodes = Runtime.getRuntime().maxMemory() / 100.0;

        assertThat(begun(RAIN, nodes).layer().hidden()).isTrue();
        assertThat(begun(RAIN, nodes).note()).startsWith("“Rain erosion” needs all of the ground at once");
    }

    @Test
    void onAUsualGroundItBeginsAtOnce() {
        Begun.Made made = begun(RAIN, 512.0 * 512);

        assertThat(made.layer().hidden()).isFalse();
        assertThat(made.note()).doesNotContain("takes");
    }

    @Test
    void whatLooksAtEachNodeOnceCostsNothingToSpeakOf() {
        assertThat(begun(new OffsetRelief("open", "Raised", 1, false, Map.of()), 8192.0 * 8192)
                        .layer()
                        .hidden())
                .isFalse();
    }

    @Test
    void twiceTheStepsTakeTwiceAsLong() {
        Cost once = RAIN.cost(1e6).orElseThrow();
        RainRelief twice = Kinds.with(RAIN, "steps", 2 * RAIN.steps());

        assertThat(twice.cost(1e6).orElseThrow().seconds()).isEqualTo(2 * once.seconds());
        assertThat(RAIN.cost(3e6).orElseThrow().bytes()).isEqualTo(3 * once.bytes());
    }

    @Test
    void withoutRoomItIsRefusedWithAResolutionThatWorks() {
        double most = Room.forThings(1);
        Cost tooMuch = new Cost(60, 4 * most);

        assertThatThrownBy(() -> tooMuch.require("Rain", 4e6))
                .isInstanceOf(BeyondRoomException.class)
                .hasMessageStartingWith("“Rain” needs all of the ground at once")
                .hasMessageContaining("A ground of 1 million nodes works here, such as 1000 × 1000");
        assertThatCode(() -> new Cost(60, most).require("Rain", 1e6)).doesNotThrowAnyException();
    }
}
