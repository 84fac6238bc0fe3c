package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** A trunk and a crown that seeks room or grows by orders, its radii by the pipe model, leaves at the ends of its twigs. */
@Kind(name = "tree", title = "Tree", help = "A trunk and a crown that grows toward the light.")
public record TreePlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.5, 20},
                byDefault = "5",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.3, 15},
                byDefault = "3",
                help = "Across the crown")
        double width,

        @Setting(title = "trunk", min = 0, max = 0.95, byDefault = "0.3", help = "Share of the height below the crown")
        double trunk,

        @Setting(
                title = "pointed",
                min = 0,
                max = 1,
                byDefault = "0.35",
                help = "0 a round crown, 1 one that narrows to its top")
        double pointed,

        @Setting(like = Twigs.class, byDefault = "0.07") double leaf,

        @Setting(like = Twigs.class, byDefault = "4") int leaves,

        @Setting(like = Twigs.class, byDefault = "420") int attractors,

        @Setting(like = Twigs.class, byDefault = "0.006") double twig,

        @Setting(like = Twigs.class, byDefault = "0.15") double droop,

        @Setting(like = Twigs.class, byDefault = "0.5") double variety,

        @Setting(like = Twigs.class, byDefault = "2.3") double pipe,

        @Setting(like = Twigs.class, byDefault = "0") double sag,

        @Setting(
                title = "root flare",
                min = 0,
                max = 4,
                slider = {0, 2},
                byDefault = "0.5",
                help = "How much thicker the trunk is at its foot")
        double flare,

        @Setting(title = "bark", refers = Refers.COLOUR, byDefault = "#8d8577")
        String bark,

        @Setting(like = Twigs.class) LeafShape shape,

        @Setting(like = Twigs.class) double fold,

        @Setting(like = Twigs.class) double bare,

        @Setting(like = Twigs.class) double dead,

        @Setting(like = Twigs.class) Bark pattern,

        @Setting(title = "branching", byDefault = "seeking", help = "Twigs that seek room, or branches by their orders")
        Branching branching,

        @Setting(
                title = "branch angle",
                unit = "°",
                min = 5,
                max = 130,
                slider = {20, 100},
                byDefault = "55",
                when = "branching=orders",
                help = "Between a branch and what it grows from; low ones are wider")
        double angle,

        @Setting(
                title = "whorl",
                min = 1,
                max = 12,
                slider = {1, 8},
                byDefault = "1",
                when = "branching=orders",
                help = "Branches at one height, 1 for one after the other")
        int whorl,

        @Setting(
                title = "side branches",
                min = 0.1,
                max = 1,
                byDefault = "0.5",
                when = "branching=orders",
                help = "Their length, over what is left of the branch that they grow from")
        double shorter)
        implements Plant {

    /** How branches come about. */
    public enum Branching {
        SEEKING,
        ORDERS
    }

    /** Of stiff wood, as thick as usual, with plain leaves to the inside. */
    public TreePlant(
            int variants,
            double length,
            double width,
            double trunk,
            double pointed,
            double leaf,
            int leaves,
            int attractors,
            double twig,
            double droop,
            double variety,
            String bark) {
        this(
                variants,
                length,
                width,
                trunk,
                pointed,
                leaf,
                leaves,
                attractors,
                twig,
                droop,
                variety,
                2.3,
                0,
                0.5,
                bark,
                LeafShape.PLAIN,
                0,
                0,
                0,
                Bark.PLAIN,
                Branching.SEEKING,
                55,
                1,
                0.5);
    }

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        double tall = length * (1 + draw.about(1, 0, 0.25 * variety));
        double broad = width * (1 + draw.about(2, 0, 0.25 * variety));
        Crown crown = new Crown(tall * trunk, tall, broad / 2, pointed);
        double[] lean = {draw.about(3, 0, 0.06 * broad), draw.about(4, 0, 0.06 * broad)};
        Branches grown = switch (branching) {
            case SEEKING -> Seeking.grown(draw, crown, new double[][] {lean}, attractors, droop);
            case ORDERS -> new Orders(angle, whorl, shorter, droop, variety).grown(draw, crown, lean, attractors);
        };
        return CrownLight.thinned(grown, draw, bare, dead, crown.gap(attractors))
                .thickened(twig, pipe)
                .sagged(sag, tall)
                .mesh(draw, new Wood(flare, bark, pattern), new Foliage(shape, leaf, leaves, fold), detail);
    }
}
