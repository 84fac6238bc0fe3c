package org.lumbrit.core.falloff;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;

/**
 * Where a falloff starts. A new source is one record of its own and its name in the {@code permits} line, or in that of {@link Nearness}; its form on screen,
 * its checks and its place in the schema come from the annotations on the record.
 */
public sealed interface Source
        permits HeightSource,
                FacingSource,
                SlopeSource,
                Nearness,
                BallSource,
                NoiseSource,
                CellularSource,
                BandsSource,
                StrataSource,
                CurvatureSource,
                FlowSource,
                WetnessSource,
                PictureSource,
                BrushSource,
                SkySource,
                SunlitSource,
                RandomSource,
                AlongSource,
                LayerResultSource,
                ClockSource {

    default Domain domain() {
        return Domain.PLACE;
    }

    /** What it reads of the site besides the things that its settings refer to. */
    default Set<Surrounding> reads() {
        return Set.of();
    }

    /** Whether the value changes with time. */
    default boolean readsTime() {
        return reads().contains(Surrounding.TIME);
    }

    /** Says what is wrong with its settings beyond what their descriptions say. */
    default void check(Saying wrong) {}

    /** The field of the layer it refers to that is read, by name, where one is. */
    default Optional<String> fieldRead() {
        return Optional.empty();
    }

    /** Where on the ground it may be anything else than 0, in plan. */
    default Region support(Scene scene) {
        return Region.EVERYWHERE;
    }

    /** How it fits a loop of so many seconds; none where nothing moves. */
    default Optional<Loop> loop(double seconds) {
        return Optional.empty();
    }

    /** The nearest source that comes back exactly after a loop of so many seconds. */
    default Source fitted(double seconds) {
        return this;
    }

    /** Likely mistakes that can be told from the settings and the scene. */
    default List<Remark> remarks(Scene scene) {
        return List.of();
    }

    /** The costly part, where there is one worth keeping on its own. */
    default Optional<Measurement> measurement() {
        return Optional.empty();
    }

    /**
     * Writes the value of samples from..to−1.
     *
     * @param measured what {@link #measurement()} gave for all samples, or an empty array where there is none
     */
    void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out);

    /** The card's title, such as "Nearness to Shore". */
    String title(Names names);

    /** What is measured at one sample, with its unit: "6.3 m away". */
    String reading(Scene scene, Samples samples, float[] measured, int index);
}
