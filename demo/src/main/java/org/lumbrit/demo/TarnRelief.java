package org.lumbrit.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.SmoothStep;
import org.lumbrit.core.falloff.Space;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.relief.BasinRelief;
import org.lumbrit.core.relief.NoiseRelief;
import org.lumbrit.core.relief.OffsetRelief;
import org.lumbrit.core.relief.PathRelief;
import org.lumbrit.core.relief.RainRelief;
import org.lumbrit.core.relief.SmoothRelief;
import org.lumbrit.core.relief.TerraceRelief;
import org.lumbrit.core.relief.ThermalRelief;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;

/**
 * The ground of Thessock Tarn, from level land: slopes that rise from the tarn, a ridge to the north with a pass, rough hills,
 * the basin of the tarn, then weather: crumbling slopes and rain. Last a bed for the causeway.
 */
final class TarnRelief {
    static final double WATER = 6;
    static final GroundSpec START = new GroundSpec(
            Optional.empty(),
            160,
            Optional.of(160.0),
            Optional.of(512),
            Optional.of(6.05),
            Optional.empty(),
            GroundSpec.Missing.FILL,
            Optional.of(WATER),
            Optional.empty(),
            Optional.empty());

    static final List<double[]> CAUSEWAY =
            List.of(new double[] {9, 52}, new double[] {5.5, 40}, new double[] {2.5, 29}, new double[] {1, 20});

    private TarnRelief() {}

    static List<Place> places() {
        List<Point3> tarn = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            double angle = 2 * StrictMath.PI * i / 60;
            double reach = 30.5
                    + 4.2 * StrictMath.sin(2 * angle + 0.6)
                    + 3.1 * StrictMath.sin(3 * angle - 1.1)
                    + 1.6 * StrictMath.sin(7 * angle + 2.3);
            tarn.add(new Point3(
                    rounded(-2 + 1.24 * reach * StrictMath.sin(angle)), 0, rounded(2 - reach * StrictMath.cos(angle))));
        }
        return List.of(
                new AreaPlace("tarn", "Tarn", tarn),
                new PathPlace(
                        "pass-line",
                        "Pass",
                        List.of(new Point3(4, 0, -30), new Point3(9, 0, -52), new Point3(6, 0, -80)),
                        false),
                new PathPlace(
                        "beck",
                        "Beck",
                        List.of(
                                new Point3(-18, 0, 24),
                                new Point3(-27, 0, 36),
                                new Point3(-29, 0, 50),
                                new Point3(-40, 0, 63),
                                new Point3(-43, 0, 80)),
                        false),
                new PathPlace(
                        "causeway-line",
                        "Causeway",
                        CAUSEWAY.stream()
                                .map(corner -> new Point3(corner[0], 0, corner[1]))
                                .toList(),
                        false));
    }

    private static double rounded(double metres) {
        return Math.rint(metres * 100) / 100;
    }

    static List<Falloff> falloffs() {
        return List.of(
                new Falloff(
                        "away",
                        "Away from the tarn",
                        new DistanceSource("tarn", 2, 62, DistanceSource.Across.PLAN, Within.FILLED),
                        List.of(new InvertStep("s1", false))),
                new Falloff("uphill", "Uphill", new HeightSource(-60, 70, 30, 0, Space.PLACE), List.of()),
                new Falloff(
                        "beside",
                        "Beside the beck",
                        new DistanceSource("beck", 4, 52, DistanceSource.Across.PLAN),
                        List.of(new InvertStep("s1", false))),
                new Falloff(
                        "north",
                        "Northward",
                        new HeightSource(20, 86, 0, 0, Space.PLACE),
                        List.of(new SmoothStep("s1", false, 8))),
                new Falloff(
                        "pass",
                        "Off the pass",
                        new DistanceSource("pass-line", 3, 34, DistanceSource.Across.PLAN),
                        List.of(new InvertStep("s1", false))));
    }

    static List<Layer> layers() {
        return List.of(
                new OffsetRelief("tilt", "Tilt", 1, false, Map.of("height", range(0, 2.2))),
                new OffsetRelief("slopes", "Slopes", 1, false, Map.of("height", range(0, 13))),
                new PathRelief("beck-bed", "Beck", 1, false, "beck", 1, 4, Map.of("depth", range(0.15, 1.3))),
                new NoiseRelief(
                        "ridge",
                        "Ridge and pass",
                        29,
                        false,
                        46,
                        7,
                        0.47,
                        2,
                        NoiseRelief.Shape.RIDGED,
                        7,
                        0.75,
                        false,
                        Map.of("amplitude", range(0, 34))),
                new OffsetRelief("backbone", "Backbone", 2, false, Map.of("height", range(0, 21))),
                new NoiseRelief(
                        "hills",
                        "Hills",
                        7,
                        false,
                        17,
                        5,
                        0.5,
                        2,
                        NoiseRelief.Shape.BILLOW,
                        2,
                        0,
                        false,
                        Map.of("amplitude", range(0.25, 3.4))),
                new TerraceRelief("ledges", "Ledges", 1, false, 4.5, 6.3, 0.72, Map.of("strength", range(0, 0.55))),
                // too few steps on purpose: the one finding that the demo site has, with its remedy
                new ThermalRelief("talus", "Crumbling", 1, false, 250, Map.of("talus", range(40, 40))),
                new RainRelief(
                        "rain",
                        "Rain",
                        1,
                        false,
                        14,
                        0.001,
                        20,
                        0.03,
                        4,
                        Map.of("rain", range(50, 50), "softness", range(0.06, 0.06))),
                new SmoothRelief("worn", "Worn down", 1, false, 1.3, Map.of("strength", range(0, 0.85))),
                new BasinRelief(
                        "basin",
                        "Tarn basin",
                        1,
                        false,
                        "tarn",
                        19,
                        List.of(
                                new CurvePoint(0, 0),
                                new CurvePoint(0.12, 0.05),
                                new CurvePoint(0.6, 0.62),
                                new CurvePoint(1, 1)),
                        Map.of("depth", range(0, 6.2))),
                new PathRelief(
                        "bed", "Causeway bed", 1, false, "causeway-line", 1.6, 1.8, Map.of("depth", range(0, 0.02))));
    }

    private static PropertyRange range(double low, double high) {
        return new PropertyRange(low, high, Combine.PRODUCT);
    }

    static List<Drive> drives() {
        List<CurvePoint> rising = List.of(new CurvePoint(0, 0), new CurvePoint(0.35, 0.16), new CurvePoint(1, 1));
        return List.of(
                new Drive("tilt", "height", "uphill", CurvePoint.STRAIGHT),
                new Drive("slopes", "height", "away", rising),
                new Drive("slopes", "height", "beside", List.of(new CurvePoint(0, 0.03), new CurvePoint(1, 1))),
                new Drive("beck-bed", "depth", "away", CurvePoint.STRAIGHT),
                new Drive("ridge", "amplitude", "north", CurvePoint.STRAIGHT),
                new Drive("ridge", "amplitude", "pass", List.of(new CurvePoint(0, 0.22), new CurvePoint(1, 1))),
                new Drive(
                        "backbone",
                        "height",
                        "north",
                        List.of(new CurvePoint(0, 0), new CurvePoint(0.5, 0.3), new CurvePoint(1, 1))),
                new Drive("backbone", "height", "pass", List.of(new CurvePoint(0, 0.12), new CurvePoint(1, 1))),
                new Drive("hills", "amplitude", "away", CurvePoint.STRAIGHT),
                new Drive("hills", "amplitude", "beside", CurvePoint.STRAIGHT),
                new Drive("ledges", "strength", "away", CurvePoint.STRAIGHT));
    }
}
