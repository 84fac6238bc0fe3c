package org.lumbrit.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.cover.Bed;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Pattern;
import org.lumbrit.core.falloff.BallSource;
import org.lumbrit.core.falloff.ClampStep;
import org.lumbrit.core.falloff.CurveStep;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.PropDistanceSource;
import org.lumbrit.core.falloff.Space;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.motion.Blowing;
import org.lumbrit.core.motion.Carrier;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.motion.GustSource;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.plants.StrandPlant;
import org.lumbrit.core.props.BannerShape;
import org.lumbrit.core.props.LanternShape;
import org.lumbrit.core.props.PoleShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.surface.Ground;

/**
 * What moves at Thessock Tarn: the wind comes down from the pass in gusts, grass and trees bend in it and lie calm behind the
 * hut, a banner waves on the signal tower; and a patch of frost needles bristles after a lantern that swings on its pole.
 */
final class TarnWind {
    private static final double LANTERN_X = 13.5;
    private static final double LANTERN_Z = 30;
    private static final double TOWER_X = -25;
    private static final double TOWER_Z = -41;
    private static final double LOOP = 8;

    private TarnWind() {}

    static List<Prop> props(Ground site) {
        double ground = lanternFoot(site);
        double towerTop = rounded(site.height(TOWER_X, TOWER_Z) - 0.12 + 9.5);
        return List.of(
                prop(
                        "banner-pole",
                        "Banner pole",
                        new PoleShape(4.4, 0.1, 0),
                        TOWER_X,
                        towerTop - 0.4,
                        TOWER_Z,
                        0,
                        "#5e4a37"),
                prop(
                        "banner",
                        "Signal banner",
                        new BannerShape(3.4, 1.6, 0.35, 44),
                        TOWER_X,
                        towerTop + 2.3,
                        TOWER_Z,
                        40,
                        "#9c3a2e"),
                prop(
                        "lantern-pole",
                        "Lantern pole",
                        new PoleShape(2.5, 0.1, 0.7),
                        LANTERN_X,
                        ground - 0.1,
                        LANTERN_Z + 0.7,
                        0,
                        "#4a3a2c"),
                prop(
                        "lantern",
                        "Swinging lantern",
                        new LanternShape(0.75, 0.42),
                        LANTERN_X,
                        ground + 2.28,
                        LANTERN_Z,
                        0,
                        "#c8a24a"));
    }

    private static Prop prop(
            String id, String name, Shape shape, double x, double y, double z, double heading, String colour) {
        return new Prop(id, name, shape, x, y, z, heading, 0, 0, 1, false, 0, 0, colour, false);
    }

    private static double lanternFoot(Ground site) {
        return rounded(site.height(LANTERN_X, LANTERN_Z));
    }

    private static double rounded(double metres) {
        return Math.rint(metres * 100) / 100;
    }

    static List<Falloff> falloffs(Ground site) {
        double ground = lanternFoot(site);
        return List.of(
                new Falloff(
                        "lee",
                        "Lee of the hut",
                        new PropDistanceSource("hut", 1, 9, Within.FILLED),
                        List.of(new InvertStep("s1", false))),
                new Falloff(
                        "hoist",
                        "From the hoist",
                        new HeightSource(0, 1, 90, 0, Space.OWN),
                        List.of(new CurveStep(
                                "s1",
                                false,
                                List.of(new CurvePoint(0, 0), new CurvePoint(0.3, 0.35), new CurvePoint(1, 1))))),
                new Falloff(
                        "bristle",
                        "Bristling patch",
                        new BallSource(LANTERN_X, ground, LANTERN_Z, 0.5, 2.3, Space.PLACE),
                        List.of(new MultiplyStep("s1", false, "rime", 0.7))),
                new Falloff(
                        "rime",
                        "Rime",
                        new NoiseSource(0.9, 3, 0.5, 2, 1, 1, 1, NoiseSource.Range.ZERO_TO_ONE, 19),
                        List.of(new WindowStep("s1", false, 0.3, 0.62), new ClampStep("s2", false, 0, 1))));
    }

    static List<Layer> layers() {
        List<Layer> layers = new ArrayList<>();
        layers.add(needles());
        layers.add(new WindLayer(
                "pass-wind",
                "Wind from the pass",
                4,
                false,
                150,
                7,
                LOOP * 7 / 7,
                13,
                40,
                0,
                LOOP * 7 / 28,
                new Blowing.Downwind(),
                new GustSource.None(),
                Map.of("speed", range(0, 6.5), "gust", range(0, 0.85), "turbulence", range(0, 0.2))));
        layers.add(sway(
                "grass-sway",
                "Sway of cotton grass",
                "pass-wind",
                "cotton-grass",
                SwayLayer.Way.BEND,
                74,
                10,
                0.22,
                0.012));
        layers.add(sway("sedge-sway", "Sway of sedge", "pass-wind", "sedge", SwayLayer.Way.BEND, 50, 11, 0.25, 0.02));
        layers.add(
                sway("birch-sway", "Sway of birches", "pass-wind", "birches", SwayLayer.Way.BEND, 15, 14, 0.7, 0.008));
        layers.add(
                sway("willow-sway", "Sway of willows", "pass-wind", "willows", SwayLayer.Way.BEND, 22, 12, 0.4, 0.012));
        layers.add(sway("fern-sway", "Sway of ferns", "pass-wind", "ferns", SwayLayer.Way.BEND, 34, 10, 0.3, 0.02));
        layers.add(new PushLayer(
                "banner-wave",
                "Waves in the banner",
                6,
                false,
                "pass-wind",
                "banner",
                LOOP * 7 * 0.5 / 20,
                1,
                0.5,
                PushLayer.Sides.TWO,
                1,
                Map.of("strength", range(0, 0.55), "mask", range(0, 1))));
        layers.add(new WindLayer(
                "lantern-sweep",
                "Sweep of the lantern",
                9,
                false,
                90,
                0,
                4,
                4,
                40,
                0,
                1,
                new Blowing.Pointer(List.of(
                        new CurvePoint(0, 70),
                        new CurvePoint(2, 290),
                        new CurvePoint(4, 70),
                        new CurvePoint(6, 290),
                        new CurvePoint(8, 70))),
                new GustSource.None(),
                Map.of("speed", range(0, 6), "gust", range(0, 0), "turbulence", range(0, 0))));
        layers.add(sway(
                "needle-sway", "Turn of the needles", "lantern-sweep", "needles", SwayLayer.Way.TURN, 82, 5, 0.12, 0));
        layers.add(grains("needle-rime", "Rime on the needles", new Carrier.Blades("needles"), 30_000, 0.010, 1.0));
        layers.add(grains("ground-rime", "Rime on the ground", new Carrier.OnGround(), 9_000, 0.014, 1.0));
        return layers;
    }

    private static CoverLayer needles() {
        return new CoverLayer(
                "needles",
                "Frost needles",
                31,
                false,
                new StrandPlant(3, 8, 0, 0.55, 0.85),
                new Bed.OnGround(),
                new Pattern.Scattered(),
                CoverLayer.HeadingFrom.NORTH,
                0,
                false,
                "#e6eef2",
                "#a9c3d2",
                List.of(),
                List.of(),
                Map.of(
                        "density", range(0, 420),
                        "spacing", range(0.03, 0.03),
                        "length", range(0.04, 0.42),
                        "width", range(0.004, 0.011),
                        "lean", range(0, 14),
                        "heading", range(0, 360),
                        "yaw", range(0, 360),
                        "size", range(1, 1),
                        "tint", range(0, 1)));
    }

    private static SwayLayer sway(
            String id,
            String name,
            String wind,
            String cover,
            SwayLayer.Way way,
            double bend,
            double stiffness,
            double damping,
            double crinkle) {
        return new SwayLayer(
                id,
                name,
                1,
                false,
                wind,
                cover,
                way,
                1.5,
                1,
                Map.of(
                        "bend", range(0, bend),
                        "stiffness", range(stiffness, stiffness),
                        "damping", range(damping, damping),
                        "crinkle", range(0, crinkle)));
    }

    private static GrainsLayer grains(String id, String name, Carrier on, int count, double size, double fast) {
        return new GrainsLayer(
                id, name, 3, false, on, count, size, fast, "#eef3f6", "#d0743a", Map.of("mask", range(0, 1)));
    }

    static List<Drive> drives() {
        return List.of(
                drive("pass-wind", "speed", "lee", 0.15, 1),
                drive("banner-wave", "mask", "hoist", 0, 1),
                drive("grass-sway", "stiffness", "any", 0, 1),
                drive("grass-sway", "phase", "any", 0, 1),
                drive("needles", "density", "bristle", 0, 1),
                drive("needles", "density", "dry", 0, 1),
                drive("needles", "length", "bristle", 0, 1),
                drive("needles", "width", "bristle", 0, 1),
                drive("needles", "lean", "any", 0, 1),
                drive("needles", "heading", "any", 0, 1),
                drive("needles", "yaw", "any", 0, 1),
                drive("needles", "tint", "any", 0, 1),
                drive("needle-rime", "mask", "bristle", 0, 1),
                drive("ground-rime", "mask", "bristle", 0, 1));
    }

    /** The lantern swings twice in the loop, from east to west and back. */
    static Clock clock() {
        return new Clock(
                24,
                LOOP,
                0,
                LOOP,
                List.of(new Track(
                        Track.Owner.PROP,
                        "lantern",
                        "roll",
                        Easing.SMOOTH,
                        false,
                        List.of(
                                new CurvePoint(0, -38),
                                new CurvePoint(2, 38),
                                new CurvePoint(4, -38),
                                new CurvePoint(6, 38),
                                new CurvePoint(8, -38)))));
    }

    private static PropertyRange range(double low, double high) {
        return new PropertyRange(low, high, Combine.PRODUCT);
    }

    private static Drive drive(String layer, String property, String falloff, double low, double high) {
        return new Drive(layer, property, falloff, List.of(new CurvePoint(0, low), new CurvePoint(1, high)));
    }
}
