package org.lumbrit.demo;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.props.BoulderShape;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.HutShape;
import org.lumbrit.core.props.LanternShape;
import org.lumbrit.core.props.PlanksShape;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.PostsShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.RaftShape;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.props.SledgeShape;
import org.lumbrit.core.props.StoneWallShape;
import org.lumbrit.core.props.TowerShape;
import org.lumbrit.core.props.VesselShape;

/** What stands at Thessock Tarn: tower, landing hut, wall, causeway, boulders, raft, barrel and sledge. */
final class TarnProps {
    private static final String STONE = "#8f8a80";
    private static final String WOOD = "#7a6248";
    private static final String DARK_WOOD = "#5e4a37";

    /** Metres of the raft's deck above the water. */
    private static final double RAFT_DECK = 0.23;

    private TarnProps() {}

    static List<Prop> all() {
        List<Prop> props = new ArrayList<>();
        props.add(standing("tower", "Signal tower", new TowerShape(2.3, 9.5, 0.2, 9, 3), -25, -41, 20, STONE));
        props.add(standing("hut", "Landing hut", new HutShape(4, 5.2, 2.2, 42, 2), 27, 34, 290, DARK_WOOD));
        props.add(standing("wall", "Stone wall", new StoneWallShape(11, 1.1, 0.6, 0.5, 4), 30.5, 40.5, 12, STONE));
        props.add(planks("causeway-1", "Causeway, outer part", 1.75, 24.5, 9.6, -9.5));
        props.add(planks("causeway-2", "Causeway, inner part", 4, 34.5, 11.8, -15.3));
        props.add(afloat("raft", "Raft", new RaftShape(4.4, 2.6, 0.3, 2, 5), -8, 17, 62, Pose.Rides.BODY, -0.13));
        props.add(afloat("buoy-1", "Lantern buoy 1", new LanternShape(0.02, 0.62), -15, 3, 10, Pose.Rides.BODY, 0.5));
        props.add(afloat("buoy-2", "Lantern buoy 2", new LanternShape(0.02, 0.62), -4, 7, 70, Pose.Rides.BODY, 0.5));
        props.add(new Prop(
                "plank",
                "Drifting plank",
                new BoxShape(1.9, 0.06, 0.24),
                -13,
                0,
                11,
                35,
                0,
                0,
                1,
                false,
                0,
                0,
                WOOD,
                false,
                new Pose.Floats(TarnWater.WAVES, Pose.Rides.BODY, 0.01, 0, TarnWater.DRIFT, TarnWater.ROUND / 8, 0)));
        props.add(standing(
                "barrel",
                "Rain barrel",
                new VesselShape(VesselShape.Form.BARREL, 0.46, 1, 1, 0.04, 22),
                24.2,
                36.6,
                0,
                WOOD));
        props.add(new Prop(
                "pail",
                "Pail",
                new VesselShape(VesselShape.Form.PAIL, 0.24, 0.42, 1, 0.015, 28),
                -8.35,
                TarnRelief.WATER + RAFT_DECK,
                16.6,
                20,
                0,
                0,
                1,
                false,
                0,
                0,
                WOOD,
                false,
                new Pose.Carried("raft")));
        props.add(standing("sledge", "Supply sledge", new SledgeShape(1.9, 0.8, 0.34, 5, 6), 21.5, 39.5, 250, WOOD));
        props.add(floating("mooring", "Mooring posts", new PostsShape(3.2, 1.9, 1.6, 0.16, 0, 8), -4.2, 20.5, 75));
        for (int n = 0; n < 14; n++) {
            double angle = 2 * StrictMath.PI * (n + 0.6 * Hash.unit(Hash.of(5, n, 1))) / 14;
            double reach = 33 + 17 * Hash.unit(Hash.of(5, n, 2));
            double width = 1.1 + 2.4 * Hash.unit(Hash.of(5, n, 3)) * Hash.unit(Hash.of(5, n, 4));
            BoulderShape shape = new BoulderShape(
                    rounded(width), rounded(width * (0.55 + 0.3 * Hash.unit(Hash.of(5, n, 6)))), 0.4, 0.6, 4, n + 1);
            props.add(new Prop(
                    "boulder-" + (n + 1),
                    "Boulder " + (n + 1),
                    shape,
                    rounded(-2 + 1.2 * reach * StrictMath.sin(angle)),
                    rounded(-0.22 * width),
                    rounded(2 - reach * StrictMath.cos(angle)),
                    rounded(360 * Hash.unit(Hash.of(5, n, 7))),
                    0,
                    0,
                    1,
                    true,
                    0.6,
                    0,
                    STONE,
                    false));
        }
        return props;
    }

    private static double rounded(double metres) {
        return Math.rint(metres * 100) / 100;
    }

    private static Prop standing(
            String id, String name, Shape shape, double x, double z, double heading, String colour) {
        return new Prop(id, name, shape, x, -0.12, z, heading, 0, 0, 1, true, 0, 0, colour, false);
    }

    /** On the water, so high above it. */
    private static Prop afloat(
            String id, String name, Shape shape, double x, double z, double heading, Pose.Rides rides, double above) {
        return new Prop(
                id,
                name,
                shape,
                x,
                0,
                z,
                heading,
                0,
                0,
                1,
                false,
                0,
                0,
                WOOD,
                false,
                new Pose.Floats(TarnWater.WAVES, rides, above, 0, "", 0, 0));
    }

    private static Prop floating(String id, String name, Shape shape, double x, double z, double heading) {
        return new Prop(id, name, shape, x, TarnRelief.WATER - 0.14, z, heading, 0, 0, 1, false, 0, 0, WOOD, false);
    }

    private static Prop planks(String id, String name, double x, double z, double length, double heading) {
        return new Prop(
                id,
                name,
                new PlanksShape(length, 1.5, 0.22, 1.1, 7),
                x,
                TarnRelief.WATER - 0.72,
                z,
                heading,
                0,
                0,
                1,
                false,
                0,
                0,
                WOOD,
                false);
    }
}
