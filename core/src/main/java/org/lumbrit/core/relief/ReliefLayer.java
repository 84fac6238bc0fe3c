package org.lumbrit.core.relief;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.falloff.Readings;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Samples;

/**
 * A layer that shapes the ground. A new kind is one record of its own, its {@link #shape}, and its name in the list of layers.
 */
public interface ReliefLayer extends Layer {

    /** The word by which the difference that a relief layer makes can be read as a layer result, metres. */
    String DIFFERENCE = "difference";

    /**
     * Heights after this layer.
     *
     * @return metres at the nodes of {@code below.ground()}, row by row from the north; a new array
     */
    float[] shape(Shaping below);

    /** About what it costs on a ground of so many nodes, where it takes more than a look at each; such layers need all of the ground at once. */
    default Optional<Cost> cost(double nodes) {
        return Optional.empty();
    }

    /** What it moved, counted anew from its first step to its last and at full strength; none of a layer that just sets heights. */
    default Optional<Account> account(Shaping below) {
        return Optional.empty();
    }

    @Override
    default Family family() {
        return Family.RELIEF;
    }

    @Override
    default Begun begin(Beginning beginning) {
        return beginning.filled(this, Kinds.of((Record) this).title(), layer -> {
            double nodes = beginning.nodes().getAsDouble();
            Optional<Cost> cost = cost(nodes).filter(Cost::isLong);
            return new Begun.Made(
                    cost.isPresent() ? layer.switchedOff() : layer,
                    layer.offered().get(0).name(),
                    false,
                    cost.map(
                                    much -> much.refusal(layer.name(), nodes)
                                            .orElse(
                                                    layer.name() + " takes " + much.said()
                                                            + " on this ground, so it begins switched off: set it up, then switch it on."))
                            .orElse(layer.name() + " shapes the ground above the other relief layers."));
        });
    }

    /** The ground below it, as the relief layers before it have left it. */
    @Override
    default Set<Surrounding> reads() {
        return Set.of(Surrounding.EARLIER);
    }

    @Override
    default List<Field> results() {
        return List.of(Field.inPlace(
                        DIFFERENCE,
                        "difference",
                        "Metres that it raises the ground, or lowers it",
                        "m",
                        site -> {
                            float[] ends = changes(site);
                            double most = Math.max(1e-3, Math.max(-ends[0], ends[1]));
                            return new double[] {-most, most};
                        },
                        this::difference)
                .bothWays());
    }

    private float[] difference(Surroundings site, Samples samples) {
        float[] out = new float[samples.count()];
        site.relief(id()).ifPresent(state -> {
            for (int i = 0; i < out.length; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                out[i] = (float) (state.after().height(x, z) - state.below().height(x, z));
            }
        });
        return out;
    }

    /** The most that it lowers the ground, as a number not above 0, and the most that it raises it, metres. */
    default float[] changes(Surroundings site) {
        return site.kept("changes/1", this, cancel -> {
            float[] ends = new float[2];
            site.relief(id()).ifPresent(state -> {
                for (float metres : state.difference()) {
                    ends[0] = Math.min(ends[0], metres);
                    ends[1] = Math.max(ends[1], metres);
                }
            });
            return ends;
        });
    }

    @Override
    default List<String> tools() {
        return courseSteps() > 0 ? List.of("course") : List.of();
    }

    @Override
    default Optional<float[]> groundChange(Surroundings site) {
        return Optional.of(changes(site));
    }

    @Override
    default String sentence(String result, Surroundings site) {
        float[] ends = changes(site);
        return name() + " lowers the ground by up to " + Readings.metres(-ends[0]) + " and raises it by up to "
                + Readings.metres(ends[1]) + ". Its falloffs see the ground below it.";
    }

    @Override
    default List<Finding> findings(Surroundings site) {
        float[] ends = changes(site);
        return ends[0] != 0 || ends[1] != 0
                ? List.of()
                : List.of(Finding.note(
                        this,
                        "without effect",
                        "The ground is the same below and above it. Look at its properties: are they 0 everywhere?"));
    }
}
