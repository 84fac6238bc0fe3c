package org.lumbrit.core;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.relief.NodeValues;
import org.lumbrit.core.relief.Shaping;
import org.lumbrit.core.simulation.Course;
import org.lumbrit.core.simulation.Simulation;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.SegmentTree;

/** What relief layers are tried on. */
public final class Reliefs {
    private Reliefs() {}

    /** A ground with properties that are the same everywhere; the only place is a square of 40 m about the middle. */
    public static Shaping on(Ground ground, Map<String, Double> properties) {
        List<Point3> square =
                List.of(new Point3(-20, 0, -20), new Point3(20, 0, -20), new Point3(20, 0, 20), new Point3(-20, 0, 20));
        return new Shaping() {
            @Override
            public Ground ground() {
                return ground;
            }

            @Override
            public NodeValues property(String name, Supplier<Ground> now) {
                return NodeValues.constant(properties.get(name));
            }

            @Override
            public SegmentTree tree(String placeId, boolean flat) {
                return placeId.equals("line")
                        ? new SegmentTree(List.of(new Point3(0, 0, -30), new Point3(0, 0, 30)), false, flat)
                        : new SegmentTree(square, true, flat);
            }

            @Override
            public Optional<AreaPlace> area(String placeId) {
                return Optional.of(new AreaPlace("a", "A", square));
            }

            @Override
            public String key(String what, String... properties) {
                return what;
            }

            @Override
            public <S> Course<S> course(Simulation<S> simulation, int steps) {
                return new Course<>(simulation, new ResultsOfOneRun(), Course.every(steps));
            }

            @Override
            public Cancel cancel() {
                return Cancel.NEVER;
            }
        };
    }
}
