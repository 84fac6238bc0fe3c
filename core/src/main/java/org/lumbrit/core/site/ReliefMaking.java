package org.lumbrit.core.site;

import java.util.Optional;
import java.util.function.Supplier;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.ResultKind;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.recipe.Canonical;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.relief.Account;
import org.lumbrit.core.relief.NodeValues;
import org.lumbrit.core.relief.ReliefLayer;
import org.lumbrit.core.relief.Shaping;
import org.lumbrit.core.simulation.Course;
import org.lumbrit.core.simulation.Simulation;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.SegmentTree;

/** Makes the ground, relief layer by relief layer. */
final class ReliefMaking {
    private static final ResultKind<float[]> HEIGHTS = new ResultKind<>("relief/1", Codec.FLOATS);

    private ReliefMaking() {}

    /** The height map, or level ground, at the resolution that is wished. */
    static Ground start(GroundSpec spec, SiteAssets assets, Results results, Cancel cancel) {
        if (spec.heights().isEmpty()) {
            KeyBuilder level = new KeyBuilder("level/1");
            Canonical.write(level, spec, (what, id) -> id);
            return results.get(level.key(), cancel, shared -> spec.level());
        }
        Ground map = assets.heights(spec);
        int longest = Math.max(map.columns(), map.rows());
        if (spec.resolution().isEmpty() || spec.resolution().get() == longest) {
            return map;
        }
        int nodes = spec.resolution().get();
        String key = new KeyBuilder("resampled/1").add(map.key()).add(nodes).key();
        return results.get(key, cancel, shared -> map.resampled(nodes, key));
    }

    /** The ground after a layer; its heights are kept under what goes into them. */
    static Ground shaped(ReliefLayer layer, SiteEvaluation seen, Results results, Cancel cancel) {
        Ground below = seen.plan().ground();
        String key = key(layer, seen.plan());
        float[] heights = results.get(HEIGHTS.key(key), cancel, shared -> {
            double nodes = (double) below.columns() * below.rows();
            layer.cost(nodes).ifPresent(cost -> cost.require(layer.name(), nodes));
            return layer.shape(new Nodes(layer, seen, results, shared));
        });
        return results.get(groundKey(layer, seen.plan()), cancel, shared -> below.shaped(heights, key));
    }

    /** What a layer moves on the ground that it sees. */
    static Optional<Account> account(ReliefLayer layer, SiteEvaluation seen, Results results, Cancel cancel) {
        return layer.account(new Nodes(layer, seen, results, cancel));
    }

    private static String key(ReliefLayer layer, SitePlan seen) {
        return HEIGHTS.begin()
                .add(seen.ground().key())
                .add(seen.layerKey(layer))
                .key();
    }

    /** Under which the ground after a layer is kept. */
    static String groundKey(ReliefLayer layer, SitePlan seen) {
        return new KeyBuilder("ground of").add(key(layer, seen)).key();
    }

    /** What one layer works with at the nodes of the ground below it. */
    private record Nodes(ReliefLayer layer, SiteEvaluation seen, Results results, Cancel cancel) implements Shaping {
        @Override
        public Ground ground() {
            return seen.plan().ground();
        }

        @Override
        public String key(String what, String... properties) {
            KeyBuilder key = new KeyBuilder(what).add(ground().key());
            for (String property : properties) {
                key.add(seen.plan().propertyKey(layer, property));
            }
            return key.key();
        }

        @Override
        public <S> Course<S> course(Simulation<S> simulation, int steps) {
            return new Course<>(simulation, results, Course.every(steps));
        }

        @Override
        public SegmentTree tree(String placeId, boolean flat) {
            return seen.scene().tree(placeId, flat);
        }

        @Override
        public Optional<AreaPlace> area(String placeId) {
            return seen.scene().area(placeId);
        }

        @Override
        public NodeValues property(String name, Supplier<Ground> now) {
            if (seen.plan().recipe().drivesOf(layer.id(), name).isEmpty()) {
                return NodeValues.constant(layer.properties().get(name).high());
            }
            Ground read = now.get();
            Lattice all = new Lattice(read, read.columns(), read.rows());
            return NodeValues.of(seen.over(all, part -> seen.property(layer, name, part)));
        }
    }
}
