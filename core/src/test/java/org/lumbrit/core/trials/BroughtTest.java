package org.lumbrit.core.trials;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.recipe.Track;

/** Things put back as they were. */
class BroughtTest {
    private static final DrawnLayer LINES = Kinds.with(Kinds.with(DrawnLayer.plain(), "id", "lines"), "name", "Lines");

    private static final Recipe THEN = RecipeCheck.require(new Recipe(
            "Test",
            GroundSpec.flat(20, 20, 65, Optional.empty()),
            List.of(),
            List.of(),
            List.of(
                    new Falloff("a", "A", new HeightSource(0, 1), List.of()),
                    new Falloff("b", "B", new HeightSource(2, 3), List.of())),
            List.of(LINES),
            List.of(new Drive("lines", DrawnLayer.SHOWS, "a", CurvePoint.STRAIGHT)),
            new Clock(24, 4)
                    .withTracks(List.of(new Track(
                            Track.Owner.FALLOFF,
                            "b",
                            "source.low",
                            Easing.LINEAR,
                            false,
                            List.of(new CurvePoint(0, 1), new CurvePoint(2, 2)))))));

    private static Brought.Part part(Refers of, String id) {
        return new Brought.Part(of, id);
    }

    @Test
    void everythingIsTheEarlierRecipe() {
        Recipe now = THEN.without(Refers.LAYER, "lines").withName("Other");
        assertThat(Brought.of(now, THEN, List.of())).isEqualTo(THEN);
    }

    @Test
    void oneFalloffComesBackAndTheRestStays() {
        Recipe now = new FalloffEdit.SetSource("b", new HeightSource(5, 6)).apply(THEN);
        now = new FalloffEdit.SetSource("a", new HeightSource(7, 8)).apply(now);
        Recipe brought = Brought.of(now, THEN, List.of(part(Refers.FALLOFF, "b")));
        assertThat(brought.falloff("b")).isEqualTo(THEN.falloff("b"));
        assertThat(brought.falloff("a")).isEqualTo(now.falloff("a"));
        assertThat(brought.clock().tracks()).isEqualTo(THEN.clock().tracks());
    }

    @Test
    void aLostLayerComesBackWithItsDrivesAndTheFalloffThatTheyNeed() {
        Recipe now = THEN.without(Refers.LAYER, "lines").without(Refers.FALLOFF, "a");
        assertThat(now.drives()).isEmpty();
        Recipe brought = RecipeCheck.require(Brought.of(now, THEN, List.of(part(Refers.LAYER, "lines"))));
        assertThat(brought.layers()).isEqualTo(THEN.layers());
        assertThat(brought.drives()).isEqualTo(THEN.drives());
        assertThat(brought.falloffs()).isEqualTo(THEN.falloffs());
    }

    @Test
    void whatWasNotThereThenGoes() {
        Layer more = Kinds.with(Kinds.with(LINES, "id", "more"), "name", "More");
        Recipe now = new LayerEdit.Add(more).apply(THEN);
        Recipe brought = Brought.of(now, THEN, List.of(part(Refers.LAYER, "more")));
        assertThat(brought).isEqualTo(THEN);
    }
}
