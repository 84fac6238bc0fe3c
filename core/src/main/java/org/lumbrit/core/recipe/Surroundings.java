package org.lumbrit.core.recipe;

import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import org.lumbrit.core.falloff.Names;
import org.lumbrit.core.falloff.Scene;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.simulation.Simulation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.Samples;

/**
 * What a layer may ask of the site while one of its fields, its colours or its findings are computed. It may ask for what it
 * declared only: what its settings refer to, and what {@link Layer#reads()} names; all else throws an
 * {@link IllegalStateException}.
 */
public interface Surroundings {
    /** The drives of one of the layer's properties. */
    List<Drive> drives(String property);

    /** Names of things by their ids. */
    Names names();

    /** The ground that the layer sees. */
    Ground ground();

    /** What sources measure from. */
    Scene scene();

    /** Seconds. */
    double time();

    Frames frames();

    /** A property of the layer, or of one it refers to, at samples, in its unit. The array must not be changed. */
    float[] property(Layer layer, String property, Samples samples);

    /** A field of the layer, or of one it refers to, at samples; kept, so that it may be asked for often. The array must not be changed. */
    float[] field(Layer layer, String name, Samples samples);

    /** The value 0..1 of a source that the layer makes for itself, at samples; kept like that of a falloff. */
    float[] source(Source source, Samples samples);

    /** The ground below and above a relief layer, where it has been made. */
    Optional<ReliefState> relief(String layer);

    /**
     * What a layer makes besides its fields: the plants of a cover, the motion of a sway.
     *
     * @throws IllegalStateException where that layer makes no such thing
     */
    <T> T made(Layer layer, Class<T> what);

    /**
     * Something costly, kept under what went into it.
     *
     * @param what which thing of the layer it is, with the version of its code: {@code "excess/1"}
     * @param of the layer whose settings, properties and surroundings go into it
     */
    float[] kept(String what, Layer of, Function<Cancel, float[]> compute);

    /**
     * The state of a simulation that the layer carries, after a step; states are kept at checkpoints.
     *
     * @param simulation made from the content key of all that goes into the layer but the time, and from the site at 0 s; of keyed numbers those
     *     at 0 s go in, which {@code layer(id)} of that site gives
     * @param steps how many steps it has about, by which checkpoints are spaced
     */
    <S> S state(BiFunction<String, Surroundings, Simulation<S>> simulation, int step, int steps);

    /** The shown layers of its own family that stand before it, where it reads them. */
    List<Layer> earlier();

    /**
     * A layer of the same kind, as it would be if it were the only one.
     *
     * @param key of all that goes into it at its moment; @param layer with its keyed numbers as they are then; @param site as it sees it then
     */
    record Fellow(String key, Layer layer, Surroundings site) {}

    /**
     * The shown layers of its kind, itself among them, in the order of the board; itself alone where it is hidden.
     *
     * @param moment at which each is looked at, of the layer as it is at 0 s, s
     */
    List<Fellow> fellows(ToDoubleFunction<Layer> moment);

    /** What comes of a simulation of one step that several layers carry together; kept under its own key. */
    <S> S together(Simulation<S> simulation);

    /** A place that the layer refers to. */
    Place place(String id);

    /** Where a prop that the layer refers to has been from the clock's first frame up to now, frame by frame; one place of a prop that stands. */
    List<Point3> way(String prop);

    /** Where a prop that the layer refers to is in each of the clock's frames. */
    List<Point3> round(String prop);

    /**
     * A prop and the layer in one of the clock's frames.
     *
     * @param prop where it is then
     * @param layer with its keyed numbers as they are then
     */
    record Moment(PlacedMesh prop, Layer layer) {}

    /** A prop that the layer refers to in each of the clock's frames, or in so many of them, evenly spread. @param most 1 is now */
    List<Moment> moments(String prop, int most);

    /** A layer that the layer refers to, or itself, with its keyed numbers as they are now. */
    Layer layer(String id);

    /** Asks whether the answer is still wanted. */
    Cancel cancel();
}
