package org.lumbrit.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.ClampStep;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.CurveStep;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.FacingSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.RandomSource;
import org.lumbrit.core.falloff.SlopeSource;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.plants.StrandPlant;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.water.WaterBody;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.places.GeoJsonPlaces;

/**
 * Makes the demo site's files anew: {@code DemoSite FOLDER}. Its ground is made by relief layers from nothing; the paths are
 * written first and then read through the importer that a user's files go through.
 */
public final class DemoSite {
    private DemoSite() {}

    public static void main(String[] arguments) throws IOException {
        Path folder = Path.of(arguments[0]);
        Files.createDirectories(folder);
        for (Map.Entry<String, byte[]> file : files().entrySet()) {
            Files.write(folder.resolve(file.getKey()), file.getValue());
        }
    }

    /** File name to content: the two paths and the recipe. */
    public static Map<String, byte[]> files() {
        Recipe bare = recipe(TarnRelief.places(), List.of(), List.of(), List.of(), List.of());
        Ground ground = SiteEvaluation.of(bare, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER)
                .plan()
                .ground();
        byte[] shore = geoJson("Shore", shoreline(ground), true);
        byte[] causeway = geoJson("Causeway", TarnRelief.CAUSEWAY, false);
        Place shorePath = GeoJsonPlaces.read(shore, "shore.geojson", ground).get(0);
        List<Place> places = new ArrayList<>(List.of(shorePath));
        places.addAll(TarnRelief.places());
        places.add(TarnWater.drift());
        places.add(TarnGrowth.foot());
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("shore.geojson", shore);
        files.put("causeway.geojson", causeway);
        files.put("weather.csv", TarnWeather.csv());
        files.put(
                "recipe.json",
                RecipeJson.write(
                        recipe(places, allProps(ground), allFalloffs(shorePath, ground), allLayers(), allDrives())
                                .withClock(TarnWind.clock())));
        return files;
    }

    private static List<Prop> allProps(Ground ground) {
        List<Prop> all = new ArrayList<>(TarnProps.all());
        all.addAll(TarnWind.props(ground));
        return all;
    }

    private static List<Falloff> allFalloffs(Place shore, Ground ground) {
        List<Falloff> all = new ArrayList<>(falloffs(shore));
        all.addAll(TarnPlants.falloffs());
        all.addAll(TarnWind.falloffs(ground));
        return all;
    }

    private static List<Layer> allLayers() {
        List<Layer> all = new ArrayList<>(List.of(grass()));
        all.addAll(TarnPlants.layers());
        all.addAll(TarnWind.layers());
        all.add(TarnWater.waves());
        all.add(TarnWater.mist());
        all.addAll(TarnWater.liquids());
        all.add(TarnGrowth.vine());
        return all;
    }

    private static List<Drive> allDrives() {
        List<Drive> all = new ArrayList<>(drives());
        all.addAll(TarnPlants.drives());
        all.addAll(TarnWind.drives());
        return all;
    }

    /** The largest water's edge, a corner every 80 cm or so. */
    private static List<double[]> shoreline(Ground ground) {
        List<Point3> edge = WaterBody.of(ground, TarnRelief.WATER).get(0).edges().stream()
                .max(java.util.Comparator.comparingInt(line -> line.points().size()))
                .orElseThrow()
                .points();
        List<double[]> corners = new ArrayList<>();
        for (int i = 0; i < edge.size(); i += 3) {
            corners.add(new double[] {edge.get(i).x(), edge.get(i).z()});
        }
        return corners;
    }

    /** Metres from the middle; the second coordinate runs north. */
    private static byte[] geoJson(String name, List<double[]> corners, boolean closed) {
        StringBuilder text = new StringBuilder();
        text.append(
                        "{\"type\": \"FeatureCollection\", \"features\": [{\"type\": \"Feature\", \"properties\": {\"name\": \"")
                .append(name)
                .append("\"},\n  \"geometry\": {\"type\": \"LineString\", \"coordinates\": [");
        int count = closed ? corners.size() + 1 : corners.size();
        for (int i = 0; i < count; i++) {
            double[] corner = corners.get(i % corners.size());
            text.append(i == 0 ? "" : ", ")
                    .append('[')
                    .append(Decimal.write(corner[0], 3))
                    .append(", ")
                    .append(Decimal.write(-corner[1], 3))
                    .append(']');
        }
        return text.append("]}}]}\n").toString().getBytes(StandardCharsets.UTF_8);
    }

    private static Recipe recipe(
            List<Place> places, List<Prop> props, List<Falloff> falloffs, List<Layer> layers, List<Drive> drives) {
        List<Falloff> allFalloffs = new ArrayList<>(falloffs);
        allFalloffs.addAll(TarnRelief.falloffs());
        List<Layer> allLayers = new ArrayList<>(TarnRelief.layers());
        allLayers.addAll(layers);
        List<Drive> allDrives = new ArrayList<>(drives);
        allDrives.addAll(TarnRelief.drives());
        return RecipeCheck.require(new Recipe(
                "Thessock Tarn", TarnRelief.START, places, props, allFalloffs, allLayers, allDrives, new Clock(24, 8)));
    }

    private static List<Falloff> falloffs(Place shore) {
        return List.of(
                new Falloff(
                        "shore",
                        "Shore",
                        new DistanceSource(shore.id(), 2, 17, DistanceSource.Across.PLAN),
                        List.of(
                                new WindowStep("s1", false, 0.05, 0.7),
                                new ClampStep("s2", false, 0, 1),
                                new ContrastStep("s3", false, 1.4),
                                new MultiplyStep("s4", false, "tussocks", 0.75))),
                new Falloff("flat", "Flat", new SlopeSource(0, 17, 14), List.of(new ContrastStep("s1", false, 1.4))),
                new Falloff(
                        "tussocks",
                        "Tussocks",
                        new NoiseSource(3.2, 4, 0.5, 2, 1, 1, 1, NoiseSource.Range.ZERO_TO_ONE, 7),
                        List.of(
                                new WindowStep("s1", false, 0.36, 0.68),
                                new ClampStep("s2", false, 0, 1),
                                new CurveStep(
                                        "s3",
                                        false,
                                        List.of(
                                                new CurvePoint(0, 0.04),
                                                new CurvePoint(0.5, 0.6),
                                                new CurvePoint(1, 1))))),
                new Falloff(
                        "causeway",
                        "Causeway",
                        new DistanceSource("causeway-line", 1, 2.2, DistanceSource.Across.PLAN),
                        List.of(new InvertStep("s1", false), new ContrastStep("s2", false, 1.5))),
                new Falloff(
                        "dry",
                        "Dry ground",
                        new HeightSource(TarnRelief.WATER + 0.02, TarnRelief.WATER + 0.35),
                        List.of(new CurveStep(
                                "s1",
                                false,
                                List.of(new CurvePoint(0, 0), new CurvePoint(0.25, 0.7), new CurvePoint(1, 1))))),
                new Falloff(
                        "sunny",
                        "Sunny side",
                        new FacingSource(170, 35),
                        List.of(new WindowStep("s1", false, 0.55, 0.95), new ClampStep("s2", false, 0, 1))),
                new Falloff(
                        "any",
                        "Each its own",
                        new RandomSource(5),
                        List.of(new WindowStep("s1", false, 0, 1), new ClampStep("s2", false, 0, 1))));
    }

    private static CoverLayer grass() {
        return new CoverLayer(
                "cotton-grass",
                "Cotton grass",
                12,
                false,
                new StrandPlant(4, 11, 62, 0.7, 0.75),
                "#d9c27a",
                "#8f5f3a",
                Map.of(
                        "density", new PropertyRange(0, 18, Combine.PRODUCT),
                        "spacing", new PropertyRange(0.18, 0.18, Combine.PRODUCT),
                        "length", new PropertyRange(0.3, 0.95, Combine.PRODUCT),
                        "width", new PropertyRange(0.016, 0.03, Combine.PRODUCT),
                        "lean", new PropertyRange(2, 22, Combine.PRODUCT),
                        "heading", new PropertyRange(30, 120, Combine.PRODUCT),
                        "yaw", new PropertyRange(0, 360, Combine.PRODUCT),
                        "align", new PropertyRange(0, 0, Combine.PRODUCT),
                        "tint", new PropertyRange(0, 1, Combine.PRODUCT)));
    }

    private static List<Drive> drives() {
        return List.of(
                drive("density", "shore", CurvePoint.STRAIGHT),
                drive("density", "flat", CurvePoint.STRAIGHT),
                drive("density", "causeway", CurvePoint.STRAIGHT),
                drive("density", "dry", CurvePoint.STRAIGHT),
                drive(
                        "length",
                        "shore",
                        List.of(new CurvePoint(0, 0.15), new CurvePoint(0.6, 0.8), new CurvePoint(1, 1))),
                drive("length", "any", List.of(new CurvePoint(0, 0.55), new CurvePoint(1, 1))),
                drive("lean", "any", CurvePoint.STRAIGHT),
                drive("yaw", "any", CurvePoint.STRAIGHT),
                drive("tint", "tussocks", List.of(new CurvePoint(0, 1), new CurvePoint(1, 0.1))),
                drive("tint", "sunny", List.of(new CurvePoint(0, 1), new CurvePoint(1, 0.5))));
    }

    private static Drive drive(String property, String falloff, List<CurvePoint> curve) {
        return new Drive("cotton-grass", property, falloff, curve);
    }
}
