package org.lumbrit.server.view;

import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.lumbrit.core.site.Summary;

/**
 * What is in the view. Keys name immutable binaries under {@code /api/data/}; the browser asks only for those it does not hold.
 *
 * @param milliseconds how long it took to evaluate
 */
public record Manifest(
        @NotNull Integer revision,
        @NotNull GroundView ground,
        @NotNull List<LayerView> layers,
        @NotNull List<FalloffView> falloffs,
        @NotNull ShownView shown,
        @NotNull List<FindingView> findings,
        @NotNull Integer plants,
        @NotNull Long triangles,
        @NotNull Double milliseconds) {

    /**
     * The ground: an array bundle of heights, sunlight and sky light on one lattice.
     *
     * @param water level plane in metres, or null
     */
    public record GroundView(
            @NotNull String key,
            @NotNull Double width,
            @NotNull Double depth,
            @NotNull Double lowest,
            @NotNull Double highest,
            Double water) {}

    /** A layer's plants and the meshes of its variants as array bundles; empty keys for a hidden layer. */
    public record LayerView(
            @NotNull String id,
            @NotNull String name,
            @NotNull String plantsKey,
            @NotNull String meshesKey,
            @NotNull Integer plants,
            @NotNull Long triangles) {}

    /** A falloff; all of its stages where it is the chosen one, else its result only. */
    public record FalloffView(
            @NotNull String id,
            @NotNull String name,
            @NotNull Boolean perPlant,
            @NotNull Integer drives,
            @NotNull List<StageView> stages) {}

    /**
     * The source (stage 0) or a step of a falloff over the ground.
     *
     * @param picture key of a PNG under {@code /api/pictures/}
     */
    public record StageView(
            @NotNull Integer stage,
            @NotNull String title,
            @NotNull String picture,
            @NotNull Summary summary) {}

    /**
     * What the values view shows.
     *
     * @param key an array bundle of 16-bit values between {@code min} and {@code max} on the ground's lattice
     * @param low the end of the scale; @param high the other end
     */
    public record ShownView(
            @NotNull String key,
            @NotNull String title,
            @NotNull String unit,
            @NotNull Double low,
            @NotNull Double high,
            @NotNull Summary summary) {}

    /** An automatic remark about a likely mistake. */
    public record FindingView(
            @NotNull String title, @NotNull String text) {}
}
