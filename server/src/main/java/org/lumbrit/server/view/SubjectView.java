package org.lumbrit.server.view;

import com.fasterxml.jackson.annotation.JsonProperty;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.media.Schema.RequiredMode;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Falling;

/**
 * One thing that a picture shows. Another kind is one record here, one maker, and one class in the page.
 *
 * <p>Its {@link #id()} says which thing it is, its {@link #key()} everything that is drawn of it: while that stays, nothing of it need be
 * fetched, uploaded or drawn anew. Keys of data name immutable array bundles under {@code /api/data/}.
 */
@Schema(
        oneOf = {
            SubjectView.GroundSubject.class,
            SubjectView.TilesSubject.class,
            SubjectView.WaterSubject.class,
            SubjectView.SheetsSubject.class,
            SubjectView.LiquidSubject.class,
            SubjectView.FieldSubject.class,
            SubjectView.ColoursSubject.class,
            SubjectView.LyingSubject.class,
            SubjectView.PlantsSubject.class,
            SubjectView.MeshSubject.class
        })
public sealed interface SubjectView {
    String id();

    String key();

    /** Triangles that it is drawn with at full detail, where they are its own and no layer counts them. */
    default Integer triangles() {
        return 0;
    }

    /** The key of a thing that is drawn from all of these. */
    private static String keyOf(Object... parts) {
        KeyBuilder key = new KeyBuilder("subject/1");
        for (Object part : parts) {
            key.add(String.valueOf(part));
        }
        return key.key();
    }

    /**
     * The ground.
     *
     * @param data heights on a lattice; @param light sunlight and sky light on a coarser one
     * @param width metres; @param depth metres; @param lowest metres; @param highest metres
     * @param columns nodes of the ground itself; @param rows likewise
     * @param draft whether it is coarser than the recipe asks for, while something is dragged
     * @param tiled whether it has more nodes than are in {@code data}: round an eye it is told in tiles
     */
    record GroundSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull String data,
            @NotNull String light,
            @NotNull Double width,
            @NotNull Double depth,
            @NotNull Double lowest,
            @NotNull Double highest,
            @NotNull Integer columns,
            @NotNull Integer rows,
            @NotNull Boolean draft,
            @NotNull Boolean tiled)
            implements SubjectView {
        static GroundSubject of(
                String data,
                String light,
                double width,
                double depth,
                double lowest,
                double highest,
                int columns,
                int rows,
                boolean draft,
                boolean tiled) {
            String key = keyOf("ground", data, light, width, depth, lowest, highest, columns, rows, draft, tiled);
            return new GroundSubject(
                    "ground", key, data, light, width, depth, lowest, highest, columns, rows, draft, tiled);
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "ground")
        public String kind() {
            return "ground";
        }
    }

    /**
     * The ground near the eye, in tiles as fine as it can tell.
     *
     * @param low the end of the scale of values; @param high the other end
     */
    record TilesSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull List<TileView> tiles,
            @NotNull Double low,
            @NotNull Double high)
            implements SubjectView {
        static TilesSubject of(List<TileView> tiles, double low, double high) {
            return new TilesSubject("tiles", keyOf("tiles", tiles, low, high), tiles, low, high);
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "tiles")
        public String kind() {
            return "tiles";
        }
    }

    /**
     * A tile of the ground.
     *
     * @param data heights, light and holes; @param values the shown values, "" where those of the whole site are shown
     * @param colours of each layer that lays some, the first below; empty where those of the whole site are shown
     * @param lying what lies over it, "" where that of the whole site is shown
     * @param west metres of its border; @param north likewise; @param width metres; @param depth metres
     * @param coarser which neighbours have nodes twice as far apart: 1 to the north, 2 to the east, 4 to the south, 8 to the west
     */
    record TileView(
            @NotNull String data,
            @NotNull String values,
            @NotNull List<String> colours,
            @NotNull String lying,
            @NotNull Double west,
            @NotNull Double north,
            @NotNull Double width,
            @NotNull Double depth,
            @NotNull Integer coarser) {}

    /**
     * The top of a liquid in a vessel.
     *
     * @param data corners of its triangles
     * @param colour linear red, green, blue
     */
    record LiquidSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull String data,
            @NotNull List<Double> colour) implements SubjectView {
        static LiquidSubject of(String id, String data, List<Double> colour) {
            return new LiquidSubject(id, keyOf("liquid", id, data, colour), data, colour);
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "liquid")
        public String kind() {
            return "liquid";
        }
    }

    /**
     * Hanging sheets.
     *
     * @param colour linear red, green, blue
     * @param shape metres: height, full from, full to, clear to, whole from; then how much light of its own
     * @param speed m/s along them; @param time seconds that they are shown at; @param loop seconds after which they come back, 0 where they do not
     */
    record SheetsSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull String data,
            @NotNull List<Double> colour,
            @NotNull List<Double> shape,
            @NotNull Double speed,
            @NotNull Double time,
            @NotNull Double loop)
            implements SubjectView {
        static SheetsSubject of(
                String id,
                String data,
                List<Double> colour,
                List<Double> shape,
                double speed,
                double time,
                double loop) {
            return new SheetsSubject(
                    id,
                    keyOf("sheets", id, data, colour, shape, speed, time, loop),
                    data,
                    colour,
                    shape,
                    speed,
                    time,
                    loop);
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "sheets")
        public String kind() {
            return "sheets";
        }
    }

    /**
     * Water over the whole site, still, or a piece of it whose surface moves.
     *
     * @param level metres of its highest place at rest; @param width metres; @param depth metres
     * @param data nodes of the water at rest, and what the bed does to each wave; "" where it is still
     * @param rings of them the heights now, "" where there are none
     * @param waves of each, direction to the east and south, rad/m, rad/s, metres, sharpness, phase
     * @param time seconds that it is shown at; @param loop seconds after which it comes back, 0 where it does not
     */
    record WaterSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull Double level,
            @NotNull Double width,
            @NotNull Double depth,
            @NotNull String data,
            @NotNull String rings,
            @NotNull List<List<Double>> waves,
            @NotNull Double time,
            @NotNull Double loop)
            implements SubjectView {
        static WaterSubject of(double level, double width, double depth) {
            return moving("water", level, width, depth, "", "", List.of(), 0, 0);
        }

        static WaterSubject moving(
                String id,
                double level,
                double width,
                double depth,
                String data,
                String rings,
                List<List<Double>> waves,
                double time,
                double loop) {
            return new WaterSubject(
                    id,
                    keyOf("water", id, level, width, depth, data, rings, waves, time, loop),
                    level,
                    width,
                    depth,
                    data,
                    rings,
                    waves,
                    time,
                    loop);
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "water")
        public String kind() {
            return "water";
        }
    }

    /**
     * Values on the ground: 16-bit steps between the {@code min} and {@code max} of the bundle.
     *
     * @param low the end of the scale; @param high the other end
     * @param signed whether it runs both ways from 0
     */
    record FieldSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull String data,
            @NotNull Double low,
            @NotNull Double high,
            @NotNull Boolean signed)
            implements SubjectView {
        static FieldSubject of(String data, double low, double high, boolean signed) {
            return new FieldSubject("field", keyOf("field", data, low, high, signed), data, low, high, signed);
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "field")
        public String kind() {
            return "field";
        }
    }

    /** Colours over the ground. @param data of each layer that lays some, the first below */
    record ColoursSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull List<String> data) implements SubjectView {
        static ColoursSubject of(List<String> data) {
            return new ColoursSubject("colours", keyOf("colours", data), data);
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "colours")
        public String kind() {
            return "colours";
        }
    }

    /**
     * What lies over the ground.
     *
     * @param data its colour and how far it hides the ground, and how much it glitters; "" where nothing lies
     * @param patches parts of the surface that are pressed or raised, each as a mesh in the site
     * @param rate millimetres of snow an hour that fall, 0 where none does; @param windX m/s to the east; @param windZ m/s to the south
     */
    record LyingSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull String data,
            @NotNull List<String> patches,
            @NotNull Double rate,
            @NotNull Double windX,
            @NotNull Double windZ)
            implements SubjectView {
        static LyingSubject of(String data, List<String> patches, Falling falling) {
            return new LyingSubject(
                    "lying",
                    keyOf("lying", data, patches, falling),
                    data,
                    patches,
                    falling.rate(),
                    falling.windX(),
                    falling.windZ());
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "lying")
        public String kind() {
            return "lying";
        }
    }

    /**
     * Plants of a layer.
     *
     * @param data where each stands; @param shapes the meshes of their variants
     * @param surfaces that they stand on: "" for the ground, else a prop, with which they move
     * @param settled how far something covers each of them, "" where nothing settles on them
     * @param share 0..1, the part of all plants that is shown far away; @param wholeWithin metres from the eye within which all are
     */
    record PlantsSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull String data,
            @NotNull String shapes,
            @NotNull String settled,
            @NotNull List<String> surfaces,
            @NotNull Double share,
            @NotNull Double wholeWithin)
            implements SubjectView {
        static PlantsSubject of(
                String id,
                String data,
                String shapes,
                String settled,
                List<String> surfaces,
                double share,
                double wholeWithin) {
            return new PlantsSubject(
                    id,
                    keyOf("plants", data, shapes, settled, surfaces, share, wholeWithin),
                    data,
                    shapes,
                    settled,
                    surfaces,
                    share,
                    wholeWithin);
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "plants")
        public String kind() {
            return "plants";
        }
    }

    /**
     * A prop where it stands.
     *
     * @param data positions, normals and triangles in its own frame
     * @param values the shown values at its vertices, "" where there are none, between {@code low} and {@code high}
     * @param colours at its vertices, "" where it has one {@code colour} all over
     * @param shells surfaces of what lies on it, in its own frame, the first below
     * @param origin x, y, z; @param turn a unit quaternion x, y, z, w; @param size times its own frame
     * @param bounds least and greatest x, y, z in the place
     * @param said how it floats, in a sentence; "" where it does not
     */
    record MeshSubject(
            @NotNull String id,
            @NotNull String key,
            @NotNull String name,
            @NotNull String data,
            @NotNull String values,
            @NotNull Double low,
            @NotNull Double high,
            @NotNull String colours,
            @NotNull String colour,
            @NotNull List<String> shells,
            @NotNull List<Double> origin,
            @NotNull List<Double> turn,
            @NotNull Double size,
            @NotNull Integer triangles,
            @NotNull List<Double> bounds,
            @NotNull String said)
            implements SubjectView {

        /** The same with the key that all the rest makes. */
        MeshSubject keyed() {
            String all = keyOf(
                    "mesh", name, data, values, low, high, colours, colour, shells, origin, turn, size, bounds, said);
            return new MeshSubject(
                    id, all, name, data, values, low, high, colours, colour, shells, origin, turn, size, triangles,
                    bounds, said);
        }

        @JsonProperty
        @Schema(requiredMode = RequiredMode.REQUIRED, allowableValues = "mesh")
        public String kind() {
            return "mesh";
        }
    }
}
