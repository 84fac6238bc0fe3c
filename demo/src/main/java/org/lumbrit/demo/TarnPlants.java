package org.lumbrit.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.cover.Bed;
import org.lumbrit.core.cover.ClusterPattern;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Pattern;
import org.lumbrit.core.falloff.AlongSource;
import org.lumbrit.core.falloff.ClampStep;
import org.lumbrit.core.falloff.CurveStep;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.FacingSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.PropDistanceSource;
import org.lumbrit.core.falloff.Space;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.plants.KeptPlant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;

/**
 * Where the plants of Thessock Tarn stand: birches, pines and rowans on the lower slopes, junipers, dwarf willows and sedge, ferns by the
 * wall, moss stones, and keepvine, a climber of our own, on the tower.
 */
final class TarnPlants {
    private TarnPlants() {}

    static List<Falloff> falloffs() {
        return List.of(
                new Falloff(
                        "groves",
                        "Groves",
                        new NoiseSource(21, 3, 0.5, 2, 1, 1, 1, NoiseSource.Range.ZERO_TO_ONE, 31),
                        List.of(
                                new WindowStep("s1", false, 0.47, 0.66),
                                new ClampStep("s2", false, 0, 1),
                                new MultiplyStep("s3", false, "lower-slopes", 1))),
                new Falloff(
                        "lower-slopes",
                        "Lower slopes",
                        new HeightSource(16, 10),
                        List.of(new MultiplyStep("s1", false, "dry", 1))),
                new Falloff(
                        "margin", "Margin", new DistanceSource("p1", 0.5, 7, DistanceSource.Across.PLAN), List.of()),
                new Falloff(
                        "by-wall",
                        "By the wall",
                        new PropDistanceSource("wall", 0.25, 2.6, Within.FILLED),
                        List.of(new CurveStep(
                                "s1",
                                false,
                                List.of(new CurvePoint(0, 0), new CurvePoint(0.5, 0.35), new CurvePoint(1, 1))))),
                new Falloff(
                        "damp-side",
                        "Damp side",
                        new FacingSource(165, 8),
                        List.of(
                                new WindowStep("s1", false, 0.5, 0.85),
                                new ClampStep("s2", false, 0, 1),
                                new MultiplyStep("s3", false, "tower-foot", 1))),
                new Falloff(
                        "tower-foot",
                        "Up from the foot",
                        new HeightSource(0.72, 0.05, 0, 90, Space.OWN),
                        List.of(new MultiplyStep("s1", false, "strands", 0.55))),
                new Falloff(
                        "strands",
                        "Strands of it",
                        new NoiseSource(1.6, 3, 0.5, 2, 1, 1, 1, NoiseSource.Range.ZERO_TO_ONE, 11),
                        List.of(new WindowStep("s1", false, 0.38, 0.6), new ClampStep("s2", false, 0, 1))),
                new Falloff("along", "Along", new AlongSource(), List.of()),
                new Falloff(
                        "tips",
                        "Tips",
                        new AlongSource(),
                        List.of(new CurveStep(
                                "s1",
                                false,
                                List.of(new CurvePoint(0, 0), new CurvePoint(0.6, 0), new CurvePoint(1, 1))))));
    }

    static List<Layer> layers() {
        List<Layer> layers = new ArrayList<>(TarnNursery.layers());
        layers.add(cover(
                "birches",
                "Birches",
                21,
                "pass-birch",
                new Bed.OnGround(),
                new Pattern.Scattered(),
                false,
                "#b5923a",
                "#94662c",
                Map.of(
                        "density", range(0, 0.045),
                        "spacing", range(2.2, 2.2),
                        "length", range(5.4, 5.4),
                        "width", range(3.1, 3.1),
                        "size", range(0.55, 1.15),
                        "lean", range(0, 6),
                        "sink", range(0.05, 0.05),
                        "tint", range(0, 1))));
        layers.add(cover(
                "pines",
                "Pines",
                27,
                "tarn-pine",
                new Bed.OnGround(),
                new ClusterPattern(0.0022, 9),
                true,
                "#3a4b2c",
                "#55632f",
                Map.of(
                        "density", range(0, 0.012),
                        "spacing", range(2.6, 2.6),
                        "length", range(7.5, 7.5),
                        "width", range(4.2, 4.2),
                        "size", range(0.45, 1.2),
                        "lean", range(0, 4),
                        "sink", range(0.05, 0.05),
                        "tint", range(0, 1))));
        layers.add(cover(
                "rowans",
                "Rowans",
                28,
                "gate-rowan",
                new Bed.OnGround(),
                new Pattern.Scattered(),
                true,
                "#a8562a",
                "#7d3a22",
                Map.of(
                        "density", range(0, 0.012),
                        "spacing", range(3, 3),
                        "length", range(4.2, 4.2),
                        "width", range(3, 3),
                        "size", range(0.6, 1.1),
                        "lean", range(0, 7),
                        "sink", range(0.05, 0.05),
                        "tint", range(0, 1))));
        layers.add(cover(
                "junipers",
                "Junipers",
                29,
                "heath-juniper",
                new Bed.OnGround(),
                new ClusterPattern(0.008, 3),
                true,
                "#46553f",
                "#5d6a46",
                Map.of(
                        "density", range(0, 0.018),
                        "spacing", range(0.8, 0.8),
                        "length", range(1.5, 1.5),
                        "width", range(1.1, 1.1),
                        "size", range(0.4, 1.15),
                        "align", range(0.2, 0.2),
                        "tint", range(0, 1))));
        layers.add(cover(
                "willows",
                "Dwarf willows",
                22,
                "dwarf-willow",
                new Bed.OnGround(),
                new ClusterPattern(0.006, 3.5),
                true,
                "#8f8a3e",
                "#a86b2e",
                Map.of(
                        "density", range(0, 0.09),
                        "spacing", range(0.7, 0.7),
                        "length", range(0.7, 0.7),
                        "width", range(1.2, 1.2),
                        "size", range(0.5, 1.25),
                        "align", range(0.3, 0.3),
                        "tint", range(0, 1))));
        layers.add(cover(
                "moss-stones",
                "Moss stones",
                23,
                "moss-stone",
                new Bed.OnGround(),
                new ClusterPattern(0.01, 2.5),
                true,
                "#7f7b70",
                "#5f6433",
                Map.of(
                        "density", range(0.01, 0.12),
                        "spacing", range(0.5, 0.5),
                        "length", range(0.32, 0.32),
                        "width", range(0.6, 0.6),
                        "size", range(0.3, 1.9),
                        "align", range(0.7, 0.7),
                        "sink", range(0.05, 0.05),
                        "tint", range(0, 1))));
        layers.add(cover(
                "sedge",
                "Sedge clumps",
                24,
                "sedge-tussock",
                new Bed.OnGround(),
                new Pattern.Scattered(),
                false,
                "#a5843c",
                "#7a5a2c",
                Map.of(
                        "density", range(0, 0.8),
                        "spacing", range(0.45, 0.45),
                        "length", range(0.55, 0.55),
                        "width", range(0.5, 0.5),
                        "size", range(0.6, 1.3),
                        "tint", range(0, 1))));
        layers.add(cover(
                "ferns",
                "Ferns by the wall",
                25,
                "wall-fern",
                new Bed.OnGround(),
                new Pattern.Scattered(),
                true,
                "#7f8a35",
                "#9a5a24",
                Map.of(
                        "density", range(0, 2.4),
                        "spacing", range(0.4, 0.4),
                        "length", range(0.55, 0.55),
                        "width", range(0.8, 0.8),
                        "size", range(0.6, 1.3),
                        "tint", range(0, 1))));
        layers.add(keepvine());
        return layers;
    }

    private static CoverLayer keepvine() {
        CoverLayer plain = cover(
                "tower-vine",
                "Keepvine on the tower",
                26,
                "keepvine",
                new Bed.OnProp("tower"),
                new Pattern.Scattered(),
                false,
                "#8c2f27",
                "#5d6a2c",
                Map.of(
                        "density", range(0, 7),
                        "spacing", range(0.3, 0.3),
                        "length", range(1.5, 1.5),
                        "width", range(0.7, 0.7),
                        "size", range(0.55, 1.1),
                        "lean", range(62, 86),
                        "heading", range(-25, 25),
                        "align", range(1, 1),
                        "tint", range(0, 1)));
        return new CoverLayer(
                plain.id(),
                plain.name(),
                plain.seed(),
                false,
                plain.plant(),
                plain.bed(),
                plain.pattern(),
                CoverLayer.HeadingFrom.SURFACE,
                0,
                false,
                plain.tintLow(),
                plain.tintHigh(),
                List.of(),
                List.of(),
                plain.properties());
    }

    static List<Drive> drives() {
        return List.of(
                drive("pass-birch", PlantLayer.WIDTH, "along", 1, 1),
                drive("tarn-aster", PlantLayer.ACCENT, "tips", 0, 0.2),
                drive("sedge-tussock", PlantLayer.ACCENT, "tips", 0, 0.35),
                drive("birches", "density", "groves", 0, 1),
                drive("birches", "density", "flat", 0.25, 1),
                drive("birches", "density", "causeway", 0, 1),
                drive("birches", "size", "any", 0, 1),
                drive("birches", "lean", "any", 0, 1),
                drive("birches", "yaw", "any", 0, 1),
                drive("birches", "tint", "tussocks", 0, 1),
                drive("pines", "density", "lower-slopes", 0, 1),
                drive("pines", "density", "groves", 1, 0.1),
                drive("pines", "density", "causeway", 0, 1),
                drive("pines", "size", "any", 0, 1),
                drive("pines", "lean", "any", 0, 1),
                drive("pines", "yaw", "any", 0, 1),
                drive("pines", "tint", "tussocks", 0, 1),
                drive("rowans", "density", "groves", 0, 1),
                drive("rowans", "density", "causeway", 0, 1),
                drive("rowans", "size", "any", 0, 1),
                drive("rowans", "yaw", "any", 0, 1),
                drive("rowans", "tint", "any", 0, 1),
                drive("junipers", "density", "dry", 0, 1),
                drive("junipers", "density", "causeway", 0, 1),
                drive("junipers", "size", "any", 0, 1),
                drive("junipers", "yaw", "any", 0, 1),
                drive("junipers", "tint", "any", 0, 1),
                drive("willows", "density", "lower-slopes", 0, 1),
                drive("willows", "density", "causeway", 0, 1),
                drive("willows", "size", "any", 0, 1),
                drive("willows", "yaw", "any", 0, 1),
                drive("willows", "tint", "any", 0, 1),
                drive("moss-stones", "density", "dry", 0, 1),
                drive("moss-stones", "density", "causeway", 0, 1),
                drive("moss-stones", "size", "any", 0, 1),
                drive("moss-stones", "yaw", "any", 0, 1),
                drive("moss-stones", "tint", "tussocks", 0, 1),
                drive("sedge", "density", "margin", 0, 1),
                drive("sedge", "density", "dry", 0, 1),
                drive("sedge", "density", "causeway", 0, 1),
                drive("sedge", "size", "any", 0, 1),
                drive("sedge", "yaw", "any", 0, 1),
                drive("sedge", "tint", "tussocks", 0, 1),
                drive("ferns", "density", "by-wall", 0, 1),
                drive("ferns", "size", "any", 0, 1),
                drive("ferns", "yaw", "any", 0, 1),
                drive("ferns", "tint", "any", 0, 1),
                drive("tower-vine", "density", "damp-side", 0, 1),
                drive("tower-vine", "size", "any", 0, 1),
                drive("tower-vine", "lean", "any", 0, 1),
                drive("tower-vine", "heading", "any", 0, 1),
                drive("tower-vine", "tint", "tower-foot", 1, 0));
    }

    private static Drive drive(String layer, String property, String falloff, double low, double high) {
        return new Drive(layer, property, falloff, List.of(new CurvePoint(0, low), new CurvePoint(1, high)));
    }

    private static PropertyRange range(double low, double high) {
        return new PropertyRange(low, high, Combine.PRODUCT);
    }

    private static CoverLayer cover(
            String id,
            String name,
            int seed,
            String plant,
            Bed bed,
            Pattern pattern,
            boolean keepsClear,
            String low,
            String high,
            Map<String, PropertyRange> properties) {
        return new CoverLayer(
                id,
                name,
                seed,
                false,
                new KeptPlant(plant, 4),
                bed,
                pattern,
                CoverLayer.HeadingFrom.NORTH,
                0,
                keepsClear,
                low,
                high,
                List.of(),
                List.of(),
                properties);
    }
}
