package org.lumbrit.core.falloff;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Owner;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.PointIndex;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SegmentTree;

/** What sources can measure from. Thread-safe; what is costly to make is made once and kept. */
public interface Scene {
    /** Seconds. */
    double time();

    /** Seconds after which everything that moves is to repeat; 0 where it need not. */
    double loop();

    Ground ground();

    /** What the samples lie on: the ground, or a prop. */
    Owner owner();

    /** A prop where it stands. */
    PlacedMesh prop(String propId);

    /** Every prop that is shown. */
    List<PlacedMesh> props();

    /** The segments of a point, a path or an area's edge. */
    SegmentTree tree(String placeId, boolean plan);

    /** The place, where it is an area. */
    Optional<AreaPlace> area(String placeId);

    /** Metres of the water's level plane. */
    Optional<Double> water();

    /** The water's edge in plan; none where there is no water, or no edge. */
    Optional<SegmentTree> shore();

    /** The feet of a layer's plants. */
    PointIndex plants(String layerId);

    Picture picture(String file);

    /** A grid that a layer computes, at samples: a property of it, in its unit. */
    float[] result(String layerId, String result, Samples samples);

    /** Something over the whole ground, under a key that says what goes into it besides the ground. */
    float[] overGround(String key, Function<Cancel, float[]> compute);
}
