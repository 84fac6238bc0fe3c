package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** A trunk and a crown grown by space colonisation, its radii by the pipe model, leaves at the ends of its twigs. */
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
        String bark)
        implements Plant {

    /** Of stiff wood, as thick as usual. */
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
                bark);
    }

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        double tall = length * (1 + draw.about(1, 0, 0.25 * variety));
        double broad = width * (1 + draw.about(2, 0, 0.25 * variety));
        Branches.Crown crown = new Branches.Crown(tall * trunk, tall, broad / 2, pointed);
        double[][] stems = {{draw.about(3, 0, 0.06 * broad), draw.about(4, 0, 0.06 * broad)}};
        return Branches.grown(draw, crown, stems, attractors, droop)
                .thickened(twig, pipe)
                .sagged(sag, tall)
                .mesh(draw, flare, leaf, leaves, bark, detail);
    }
}
