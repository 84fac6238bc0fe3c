package org.lumbrit.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.lumbrit.core.bodies.BodyKind;
import org.lumbrit.core.bodies.RollLayer;
import org.lumbrit.core.crust.CrustLayer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.LayerResultSource;
import org.lumbrit.core.falloff.ShoreSource;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.season.Climate;
import org.lumbrit.core.season.WeatherLayer;
import org.lumbrit.core.sheets.SheetsLayer;
import org.lumbrit.core.snow.Flakes;
import org.lumbrit.core.snow.LayLayer;
import org.lumbrit.core.snow.PressLayer;
import org.lumbrit.core.snow.Profile;
import org.lumbrit.core.snow.Sky;
import org.lumbrit.core.snow.SnowLayer;
import org.lumbrit.core.snow.Stuff;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.water.Piece;
import org.lumbrit.core.water.Rings;
import org.lumbrit.core.water.Swell;
import org.lumbrit.core.water.WaterLayer;
import org.lumbrit.formats.json.RecipeJson;

/**
 * The demo site in its first week of winter: {@code TarnWinter FOLDER}. A snowfall, a thaw and a storm by the almanac; a ball of snow that has
 * rolled down behind the hut, prints of boots from the hut to the causeway, the runners of the sledge.
 */
public final class TarnWinter {
    private static final String ALMANAC = "almanac";
    private static final String SNOW = "snow";
    private static final String ON_TOP = "snow-on-top";
    private static final String OPEN = "in-the-open";
    private static final String SPINDRIFT = "spindrift";
    private static final String CARRIED = "snow-in-the-air";
    private static final String ICE = "tarn-ice";
    private static final String RIM = "ice-at-the-rim";
    /** The hour of the season at second 0: the first snow has just stopped. */
    private static final double HOUR = 52;

    private static final Set<String> LEFT_OUT = Set.of(
            TarnWater.WAVES,
            TarnWater.MIST,
            TarnGrowth.VINE,
            "rain-water",
            "pailful",
            "needles",
            "needle-sway",
            "needle-rime",
            "ground-rime",
            "cotton-grass-rime");

    private TarnWinter() {}

    public static void main(String[] arguments) throws IOException {
        Path folder = Path.of(arguments[0]);
        Files.createDirectories(folder);
        Files.write(folder.resolve("recipe.json"), recipe());
    }

    /** The recipe of the demo site with its winter. */
    public static byte[] recipe() throws IOException {
        Recipe autumn = RecipeJson.read(DemoSite.files().get("recipe.json"));
        List<Place> places = new ArrayList<>(autumn.places());
        places.add(path(
                "boots-way",
                "From the hut to the causeway",
                24.3,
                37.6,
                22.6,
                41.4,
                19,
                44.4,
                14.6,
                47.2,
                10.2,
                50.2,
                8.6,
                51.8));
        places.add(path("sledge-way", "Way of the sledge", 40, 53, 34, 49.5, 28.6, 45.6, 24.4, 42.2, 21.8, 39.9));
        places.add(new PathPlace(
                "splash",
                "Where waves splash",
                List.of(new Point3(-4.62, 6.05, 18.96), new Point3(-4.2, 6.05, 20.5), new Point3(-3.79, 6.05, 22.04)),
                false));
        List<Falloff> falloffs = new ArrayList<>(autumn.falloffs());
        falloffs.add(
                new Falloff(OPEN, "Snow in the open", new LayerResultSource(SNOW, SnowLayer.OPEN, 0, 0.5), List.of()));
        falloffs.add(new Falloff(
                CARRIED, "Snow in the air", new LayerResultSource(SNOW, SnowLayer.FLUX, 0.0001, 0.0012), List.of()));
        falloffs.add(new Falloff(RIM, "At the rim of the tarn", new ShoreSource(0.5, 6, Within.EDGE), List.of()));
        List<Layer> layers = new ArrayList<>(autumn.layers().stream()
                .filter(layer -> !LEFT_OUT.contains(layer.id()))
                .toList());
        layers.addAll(List.of(almanac(), snow(), onTop(), boots(), runners(), ball(), spindrift(), ice(), spray()));
        List<Drive> drives = new ArrayList<>(autumn.drives().stream()
                .filter(drive -> !LEFT_OUT.contains(drive.layer()))
                .toList());
        drives.add(new Drive(ON_TOP, LayLayer.FALLEN, OPEN, CurvePoint.STRAIGHT));
        drives.add(new Drive(SPINDRIFT, SheetsLayer.OPACITY, CARRIED, CurvePoint.STRAIGHT));
        drives.add(new Drive(ICE, WaterLayer.ICE, RIM, CurvePoint.STRAIGHT));
        Recipe winter = new Recipe(
                "First snow on Thessock Tarn",
                autumn.ground(),
                places,
                autumn.props().stream().map(TarnWinter::stilled).toList(),
                falloffs,
                layers,
                drives,
                autumn.clock());
        return RecipeJson.write(RecipeCheck.require(winter));
    }

    /** In winter the tarn is still: what floats on it lies at the height of its level. */
    private static Prop stilled(Prop prop) {
        return prop.pose()
                .floating()
                .map(floats -> Kinds.with(Kinds.with(prop, "pose", new Pose.Still()), "y", 6 + floats.offset()))
                .orElse(prop);
    }

    private static Place path(String id, String name, double... corners) {
        List<Point3> points = new ArrayList<>();
        for (int k = 0; k < corners.length; k += 2) {
            points.add(new Point3(corners[k], 0, corners[k + 1]));
        }
        return new PathPlace(id, name, points, false);
    }

    private static PropertyRange from(double low, double high) {
        return new PropertyRange(low, high, Combine.PRODUCT);
    }

    /** What the storm blows over the pass: as thick as the snow that the wind carries there. */
    private static SheetsLayer spindrift() {
        return new SheetsLayer(
                SPINDRIFT,
                "Spindrift on the pass",
                6,
                false,
                4,
                7,
                "",
                6,
                -64,
                105,
                60,
                3,
                0.2,
                0.6,
                11,
                5,
                5,
                3,
                16,
                "#f4f7fa",
                0,
                Map.of(SheetsLayer.OPACITY, from(0, 0.75)));
    }

    /** The tarn with ice at its rim, smooth where it is open. */
    private static WaterLayer ice() {
        return new WaterLayer(
                ICE,
                "Tarn with ice at its rim",
                3,
                false,
                new Piece.Level(),
                new Swell.Waves(6, 0.02, 105, 30, 0, 4),
                new Rings.None(),
                129,
                257,
                Map.of(WaterLayer.ICE, from(0, 1)));
    }

    /** Spray that has frozen on the posts, and hangs down from them. */
    private static CrustLayer spray() {
        return new CrustLayer(
                "spray-ice",
                "Ice on the posts",
                9,
                false,
                "mooring",
                "splash",
                -100,
                6,
                11,
                4,
                0.018,
                1,
                0.0008,
                0.34,
                0.75,
                0.02,
                0.05,
                105,
                -75,
                0.68,
                0.2,
                0,
                "#7fb0c9",
                "#f2f8fb",
                Map.of(
                        CrustLayer.SPEED,
                        from(0, 0.1),
                        CrustLayer.THICK,
                        from(0, 0.03),
                        CrustLayer.SPIKES,
                        from(0, 420)));
    }

    private static WeatherLayer almanac() {
        return new WeatherLayer(
                ALMANAC,
                "Almanac",
                17,
                false,
                new Climate(168, -2.5, 3, 6, 40, 0.65, 19, 2, 17, 285),
                14.5,
                HOUR,
                Map.of());
    }

    private static SnowLayer snow() {
        return new SnowLayer(
                SNOW,
                "Snow",
                2,
                false,
                new Sky.ByAlmanac(ALMANAC),
                257,
                120,
                10,
                60,
                0.02,
                false,
                Map.of("melting", from(0, 4)));
    }

    private static LayLayer onTop() {
        return new LayLayer(
                ON_TOP,
                "Snow on top",
                3,
                false,
                Stuff.SNOW,
                "#ffffff",
                0.8,
                285,
                76,
                18,
                8,
                1.2,
                false,
                LayLayer.On.ALL,
                List.of(),
                List.of(
                        "birches",
                        "pines",
                        "rowans",
                        "junipers",
                        "willows",
                        "cotton-grass",
                        "sedge",
                        "ferns",
                        "moss-stones"),
                Map.of(
                        LayLayer.REACH, from(0, 62),
                        LayLayer.EDGE, from(0, 34),
                        LayLayer.FALLEN, from(0, 0.5),
                        LayLayer.CREVICES, from(0, 0.6)));
    }

    private static PressLayer boots() {
        return new PressLayer(
                "boots",
                "Boot prints",
                4,
                false,
                "boots-way",
                "",
                new Profile.Boots(0.66, 0.33, 0.13, 0.24),
                0.55,
                0.012,
                new Flakes.ByAlmanac(ALMANAC, 2, HOUR - 3),
                Map.of(PressLayer.PRESSES, from(0, 0.15)));
    }

    private static PressLayer runners() {
        return new PressLayer(
                "runners",
                "Sledge runners",
                5,
                false,
                "sledge-way",
                "",
                new Profile.Runners(0.7, 0.08),
                0.6,
                0.015,
                new Flakes.ByAlmanac(ALMANAC, 2, HOUR - 1),
                Map.of(PressLayer.PRESSES, from(0, 0.09)));
    }

    private static RollLayer ball() {
        return new RollLayer(
                "snow-ball",
                "Snow ball",
                6,
                false,
                new BodyKind.Ball(0.42),
                "#e6ebf0",
                320,
                0.6,
                0.12,
                0.05,
                40,
                56,
                0,
                2,
                300,
                0,
                0,
                0,
                9.81,
                40,
                480,
                0.025,
                -40,
                0,
                0.5,
                0,
                5,
                new Flakes.None(),
                Map.of(RollLayer.SINKS, from(0, 0.1)));
    }
}
