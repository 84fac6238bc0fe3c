package org.lumbrit.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.Bed;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.ClockSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.LayerResultSource;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.plants.KeptPlant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.plants.StrandPlant;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Graph.Node;
import org.lumbrit.core.relief.OffsetRelief;
import org.lumbrit.core.site.Sites;

class GraphTest {
    private static final Falloff HIGH = new Falloff("high", "High", new HeightSource(0, 5), List.of());
    private static final Falloff BEAT = new Falloff(
            "beat",
            "Beat",
            new ClockSource(List.of(new CurvePoint(0, 0), new CurvePoint(8, 1)), Easing.LINEAR),
            List.of());
    private static final Falloff BOTH =
            new Falloff("both", "Both", new HeightSource(0, 5), List.of(new MultiplyStep("m", false, "beat", 1)));
    private static final Prop BOX =
            new Prop("box", "Box", new BoxShape(1, 1, 1), 0, 0, 0, 0, 0, 0, 1, true, 0, 0, "#888888", false);

    private static Recipe site(List<Falloff> falloffs, List<Layer> layers, Drive... drives) {
        return new Recipe(
                        "Test",
                        GroundSpec.flat(20, 20, 9, Optional.empty()),
                        List.of(),
                        falloffs,
                        layers,
                        List.of(drives),
                        new Clock(24, 8))
                .withProps(List.of(BOX));
    }

    private static Node falloff(String id) {
        return new Node(Refers.FALLOFF, id);
    }

    private static Node layer(String id) {
        return new Node(Refers.LAYER, id);
    }

    @Test
    void whatReadsTheTimeByWayOfOthersIsKnown() {
        CoverLayer grass = Sites.cover(1, 0.5);
        Recipe recipe = site(
                List.of(HIGH, BEAT, BOTH), List.of(grass), new Drive("grass", "density", "both", CurvePoint.STRAIGHT));
        Graph graph = Graph.of(recipe);
        assertThat(graph.readsTime(falloff("high"))).isFalse();
        assertThat(graph.readsTime(falloff("both"))).isTrue();
        assertThat(graph.readsTime(layer("grass"))).isTrue();
        assertThat(graph.reads(layer("grass"))).contains(falloff("both"));
        assertThat(graph.reach(layer("grass"))).contains(falloff("beat"));
        assertThat(graph.readers(falloff("beat"))).containsExactly(falloff("both"));
    }

    @Test
    void ofManyLayersThatReadAllBeforeThemTheGraphIsWalkedAndNotHeld() {
        List<Layer> layers = new ArrayList<>();
        for (int k = 0; k < 3000; k++) {
            layers.add(new OffsetRelief("r" + k, "R" + k, 1, false, Map.of()));
        }
        Recipe recipe = site(List.of(HIGH), layers, new Drive("r2999", "height", "high", CurvePoint.STRAIGHT));
        assertThat(Graph.of(recipe).circle()).isEmpty();
        assertThat(Graph.of(recipe).reads(layer("r2999"))).hasSize(3000);
        Falloff self = new Falloff("self", "Self", new LayerResultSource("r2999", "difference", 0, 1), List.of());
        Recipe closed = site(List.of(self), layers, new Drive("r5", "height", "self", CurvePoint.STRAIGHT));
        assertThat(Graph.of(closed).circle())
                .hasValueSatisfying(circle -> assertThat(circle).contains("Self", "R5"));
    }

    @Test
    void whatGoesTakesAlongWhatCannotBeWithoutItAndNothingElse() {
        CoverLayer onBox = Kinds.with(Sites.cover(1, 0.5), "bed", new Bed.OnProp("box"));
        Recipe recipe = site(
                List.of(HIGH, BEAT, BOTH), List.of(onBox), new Drive("grass", "density", "beat", CurvePoint.STRAIGHT));
        Recipe without = recipe.without(Refers.FALLOFF, "beat");
        assertThat(without.falloffs()).extracting(Falloff::id).containsExactly("high", "both");
        assertThat(without.falloff("both").orElseThrow().steps()).isEmpty();
        assertThat(without.drives()).isEmpty();
        assertThat(without.layers()).hasSize(1);
        Recipe noBox = recipe.without(Refers.PROP, "box");
        assertThat(noBox.props()).isEmpty();
        assertThat(noBox.layers()).as("a cover goes with what it stands on").isEmpty();
        assertThat(noBox.falloffs()).hasSize(3);
        assertThat(RecipeCheck.problems(noBox)).isEmpty();
    }

    @Test
    void aCoverOfAPlantThatGoesKeepsWhatItPlanted() {
        StrandPlant strand = new StrandPlant(4, 11, 50, 0.5, 0.7);
        PlantLayer reed = new PlantLayer("reed", "Reed", 1, false, strand, "#8a8a4a", "#f1ead8", Map.of());
        CoverLayer reeds = Sites.cover(1, 0.5).withPlant(new KeptPlant("reed", 2));
        Recipe without = site(List.of(), List.of(reed, reeds)).without(Refers.LAYER, "reed");
        assertThat(without.layer("grass", CoverLayer.class).orElseThrow().plant())
                .isEqualTo(strand);
    }

    @Test
    void referencesAreFoundInListsAndOptionalsAndGivenOthers() {
        Falloff limited = BOTH.limited("m", Optional.of("high"));
        assertThat(References.of(limited, Refers.FALLOFF)).containsExactly("beat", "high");
        Falloff changed = References.replaced(limited, Refers.FALLOFF, id -> id + "-2");
        assertThat(References.of(changed, Refers.FALLOFF)).containsExactly("beat-2", "high-2");
        assertThat(References.without(limited, Refers.FALLOFF, "high")
                        .orElseThrow()
                        .limits())
                .isEmpty();
        assertThat(References.without(new Drive("a", "b", "high", CurvePoint.STRAIGHT), Refers.FALLOFF, "high"))
                .isEmpty();
    }
}
