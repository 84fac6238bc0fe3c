package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.bodies.BodyKind;
import org.lumbrit.core.bodies.Path;
import org.lumbrit.core.bodies.RollLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.season.Climate;
import org.lumbrit.core.season.WeatherLayer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.snow.Flakes;
import org.lumbrit.core.snow.LayLayer;
import org.lumbrit.core.snow.PressLayer;
import org.lumbrit.core.snow.Profile;
import org.lumbrit.core.snow.Stuff;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;
import tools.jackson.databind.JsonNode;

/** What lies, tracks, bodies and the almanac as files. */
class SnowFilesTest {
    private static PropertyRange even(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    private static Recipe recipe() {
        return new Recipe(
                "Winter",
                GroundSpec.flat(16, 12, 65, Optional.empty()),
                List.of(new PathPlace("way", "Way", List.of(new Point3(-4, 0, 2), new Point3(4, 0, 2)), false)),
                List.of(new Prop(
                        "box", "Box", new BoxShape(1, 1, 2), -5, 0, -3, 20, 0, 0, 1, true, 0, 0, "#806040", false)),
                List.of(),
                List.of(
                        new WeatherLayer(
                                "w",
                                "Almanac",
                                1,
                                false,
                                new Climate(30, -3, 3, 5, 36, 0.6, 20, 2, 16, 285),
                                1,
                                0,
                                Map.of()),
                        new LayLayer(
                                "snow",
                                "Snow",
                                1,
                                false,
                                Stuff.SNOW,
                                "#ffffff",
                                0.8,
                                0,
                                90,
                                0,
                                20,
                                2,
                                true,
                                LayLayer.On.ALL,
                                List.of(),
                                List.of(),
                                Map.of("fallen", even(0.25), "crevices", even(0))),
                        new PressLayer(
                                "press",
                                "Prints",
                                1,
                                false,
                                "way",
                                "",
                                new Profile.Boots(0.7, 0.3, 0.12, 0.2),
                                0.5,
                                0.02,
                                new Flakes.None(),
                                Map.of("presses", even(0.1))),
                        new RollLayer(
                                "roll",
                                "Ball",
                                1,
                                false,
                                new BodyKind.Ball(0.4),
                                "#ffffff",
                                300,
                                0.6,
                                0,
                                0.05,
                                -4,
                                -1,
                                0,
                                3,
                                90,
                                0,
                                0,
                                0,
                                9.81,
                                4,
                                240,
                                0.05,
                                0,
                                0,
                                0.5,
                                0,
                                5,
                                new Flakes.None(),
                                Map.of("sinks", even(0.1)))),
                List.of(),
                new Clock(24, 0));
    }

    private static Map<String, byte[]> files(SiteEvaluation evaluation, SiteFiles site) throws IOException {
        Map<String, byte[]> files = new LinkedHashMap<>();
        HandOver.write(
                evaluation, site, new Choice(Set.of(HandOver.SNOW), Set.of(), Choice.TEXELS), (name, content) -> {
                    ByteArrayOutputStream out = new ByteArrayOutputStream();
                    content.writeTo(out);
                    files.put(name, out.toByteArray());
                });
        return files;
    }

    private static JsonNode json(byte[] glb) {
        int length = ByteBuffer.wrap(glb).order(ByteOrder.LITTLE_ENDIAN).getInt(12);
        return RecipeJson.tree(java.util.Arrays.copyOfRange(glb, 20, 20 + length));
    }

    @Test
    void depthsWeightsTracksBodiesAndTheAlmanacGoAlong() throws IOException {
        SiteFiles site = new SiteFiles(recipe(), Map.of());
        SiteEvaluation evaluation = SiteEvaluation.of(recipe(), site.decoded(), 3, new ResultsOfOneRun(), Cancel.NEVER);
        Map<String, byte[]> files = files(evaluation, site);
        assertThat(files.keySet())
                .contains(
                        "snow/snow-depth.png",
                        "snow/snow-depth.tif",
                        "snow/snow-depth.exr",
                        "snow/snow/box.glb",
                        "snow/prints.ply",
                        "snow/prints-change.tif",
                        "snow/ball.ply",
                        "snow/ball.glb",
                        "snow/almanac.csv");
        // the prints are as they are all the time; the groove grows while the ball rolls
        assertThat(files.keySet())
                .contains("snow/prints-0000.ply", "snow/ball-0000.ply", "snow/ball-0001.ply", "snow/ball-0002.ply")
                .doesNotContain("snow/prints-0001.ply", "snow/ball-0008.ply");
        assertThat(files.get("snow/ball-0002.ply").length).isGreaterThan(files.get("snow/ball-0000.ply").length);
        assertThat(new String(files.get("snow/almanac.csv"), StandardCharsets.UTF_8).lines())
                .hasSize(31)
                .first()
                .isEqualTo("hour,wind_from_deg,wind_speed_m_s,temperature_c,snowfall_mm,sun,rain_mm");

        JsonNode box = json(files.get("snow/snow/box.glb"));
        assertThat(box.get("meshes")).hasSize(2);
        assertThat(box.at("/meshes/0/primitives/0/attributes").has("_WEIGHT")).isTrue();
        assertThat(box.at("/meshes/0/primitives/0/attributes").has("COLOR_0")).isTrue();

        JsonNode ball = json(files.get("snow/ball.glb"));
        RollLayer roll =
                evaluation.plan().recipe().layer("roll", RollLayer.class).orElseThrow();
        Path path = roll.path(evaluation.surroundings(roll));
        assertThat(ball.get("animations")).hasSize(1);
        assertThat(ball.at("/animations/0/channels").findValuesAsString("path"))
                .containsExactly("translation", "rotation", "scale");
        JsonNode times = ball.get("accessors")
                .get(ball.at("/animations/0/samplers/0/input").asInt());
        assertThat(times.get("count").asInt()).isEqualTo(path.frames());
        assertThat(times.get("max").get(0).asDouble()).isCloseTo(path.seconds(), within(1e-5));
    }
}
