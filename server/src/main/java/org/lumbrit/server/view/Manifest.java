package org.lumbrit.server.view;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.lumbrit.core.answers.Summary;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.JsonNode;

/**
 * What is in the view. Keys name immutable binaries under {@code /api/data/}; the browser asks only for those it does not hold.
 *
 * @param milliseconds how long it took to evaluate
 */
public record Manifest(
        @NotNull Integer revision,
        @NotNull GroundView ground,
        @NotNull List<LayerView> layers,
        @NotNull List<PropView> props,
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
     * @param columns nodes of the ground itself; @param rows likewise
     * @param draft whether it is coarser than the recipe asks for, while something is dragged
     */
    public record GroundView(
            @NotNull String key,
            @NotNull Double width,
            @NotNull Double depth,
            @NotNull Double lowest,
            @NotNull Double highest,
            Double water,
            @NotNull Integer columns,
            @NotNull Integer rows,
            @NotNull Boolean draft) {}

    /**
     * A prop where it stands.
     *
     * @param key an array bundle of positions, normals and triangles in its own frame
     * @param valuesKey the shown value at its vertices, "" where there is none; @param tintKey its colours likewise
     * @param origin x, y, z; @param turn a unit quaternion x, y, z, w; @param size times its own frame
     * @param bounds least and greatest x, y, z in the place
     */
    public record PropView(
            @NotNull String id,
            @NotNull String name,
            @NotNull String key,
            @NotNull String valuesKey,
            @NotNull String tintKey,
            @NotNull List<Double> origin,
            @NotNull List<Double> turn,
            @NotNull Double size,
            @NotNull String colour,
            @NotNull Integer triangles,
            @NotNull List<Double> bounds) {}

    /**
     * A layer's plants and the meshes of its variants, or its colours, as array bundles; empty keys for what it has not.
     *
     * @param plants how many stand; @param shown how many of them the bundle holds, thinned by rank
     * @param triangles of all of them at full detail; @param bytes of memory that they take
     * @param courseSteps how many steps its course has that can be looked at, 0 where it has none
     * @param lowered metres that a relief layer takes away at most, null for other layers; @param raised metres it adds at most
     */
    public record LayerView(
            @NotNull String id,
            @NotNull String name,
            @NotNull String plantsKey,
            @NotNull String meshesKey,
            @NotNull String tintKey,
            @NotNull Integer plants,
            @NotNull Integer shown,
            @NotNull Long triangles,
            @NotNull Long bytes,
            Double lowered,
            Double raised,
            @NotNull Integer courseSteps) {
        /** A layer that is not reached step by step. */
        public LayerView(
                String id,
                String name,
                String plantsKey,
                String meshesKey,
                String tintKey,
                Integer plants,
                Integer shown,
                Long triangles,
                Long bytes,
                Double lowered,
                Double raised) {
            this(id, name, plantsKey, meshesKey, tintKey, plants, shown, triangles, bytes, lowered, raised, 0);
        }

        LayerView withCourse(int steps) {
            return new LayerView(
                    id, name, plantsKey, meshesKey, tintKey, plants, shown, triangles, bytes, lowered, raised, steps);
        }

        static LayerView nothing(Layer layer) {
            return new LayerView(layer.id(), layer.name(), "", "", "", 0, 0, 0L, 0L, null, null);
        }
    }

    /** A falloff; all of its stages where it is the chosen one, else its result only. */
    public record FalloffView(
            @NotNull String id,
            @NotNull String name,
            @NotNull Boolean perPlant,
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
     * @param seen the ground on which it is shown, in words: "the ground below Rain"
     * @param signed whether it runs both ways from 0
     * @param sentence on what is shown, "" where the drives of the row say all
     */
    public record ShownView(
            @NotNull String key,
            @NotNull String title,
            @NotNull String unit,
            @NotNull Double low,
            @NotNull Double high,
            @NotNull Summary summary,
            @NotNull String seen,
            @NotNull Boolean signed,
            @NotNull String sentence) {}

    /**
     * An automatic remark about a likely mistake.
     *
     * @param warning whether it is probably not meant, else it is only worth knowing
     * @param falloff where it is, "" where no falloff is meant; @param step likewise; @param layer likewise
     * @param remedy what the edits do, for a button; "" where there is none
     */
    public record FindingView(
            @NotNull Boolean warning,
            @NotNull String title,
            @NotNull String text,
            @NotNull String falloff,
            @NotNull String step,
            @NotNull String layer,
            @NotNull String remedy,

            @NotNull @Schema(type = "array", implementation = EditSchema[].class)
            JsonNode edits) {
        public static FindingView of(Finding finding) {
            return new FindingView(
                    finding.severity() == Finding.Severity.WARNING,
                    finding.title(),
                    finding.text(),
                    finding.falloff(),
                    finding.step(),
                    finding.layer(),
                    finding.remedy(),
                    RecipeJson.node(finding.edits()));
        }
    }

    /** Stands for the schema's Edit. */
    @Schema(ref = "#/components/schemas/Edit")
    interface EditSchema {}
}
