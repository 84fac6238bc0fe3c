package org.lumbrit.core.plants;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** Several stems from one foot that grow into a low crown by space colonisation, radii by the pipe model, leaves at the ends. */
@Kind(name = "shrub", title = "Shrub", help = "Several stems from one foot: dwarf willow, heather, juniper.")
public record ShrubPlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.1, 4},
                byDefault = "0.7",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.001,
                max = 60,
                slider = {0.1, 6},
                byDefault = "1.1",
                help = "Across the crown")
        double width,

        @Setting(
                title = "stems",
                min = 1,
                max = 24,
                slider = {1, 12},
                byDefault = "6")
        int stems,

        @Setting(like = Twigs.class, byDefault = "0.035") double leaf,

        @Setting(like = Twigs.class, byDefault = "4") int leaves,

        @Setting(like = Twigs.class, byDefault = "220") int attractors,

        @Setting(like = Twigs.class, byDefault = "0.002") double twig,

        @Setting(like = Twigs.class, byDefault = "0") double droop,

        @Setting(like = Twigs.class, byDefault = "0.5") double variety,

        @Setting(like = Twigs.class, byDefault = "2.3") double pipe,

        @Setting(like = Twigs.class, byDefault = "0") double sag,

        @Setting(title = "bark", refers = Refers.COLOUR, byDefault = "#6b5138")
        String bark,

        @Setting(like = Twigs.class) LeafShape shape,

        @Setting(like = Twigs.class) double fold,

        @Setting(like = Twigs.class) double bare,

        @Setting(like = Twigs.class) double dead,

        @Setting(like = Twigs.class, byDefault = "plain") Bark pattern)
        implements Plant {

    /** Of stiff wood, as thick as usual, with plain leaves to the inside. */
    public ShrubPlant(
            int variants,
            double length,
            double width,
            int stems,
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
                stems,
                leaf,
                leaves,
                attractors,
                twig,
                droop,
                variety,
                2.3,
                0,
                bark,
                LeafShape.PLAIN,
                0,
                0,
                0,
                Bark.PLAIN);
    }

    /** How much thicker stems are at their foot. */
    private static final double FLARE = 0.5;

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        double tall = length * (1 + draw.about(1, 0, 0.25 * variety));
        double broad = width * (1 + draw.about(2, 0, 0.25 * variety));
        Crown crown = new Crown(0.12 * tall, tall, broad / 2, 0);
        double[][] starts = new double[stems][];
        for (int s = 0; s < stems; s++) {
            double[] heading = Vec.level(2.399963 * s + draw.about(3, s, 0.5));
            double out = broad * 0.22 * Math.sqrt((s + 0.5) / stems);
            starts[s] = new double[] {heading[0] * out, heading[2] * out};
        }
        Branches grown = Seeking.grown(draw, crown, starts, attractors, droop);
        return CrownLight.thinned(grown, draw, bare, dead, crown.gap(attractors))
                .thickened(twig, pipe)
                .sagged(sag, tall)
                .mesh(draw, new Wood(FLARE, bark, pattern), new Foliage(shape, leaf, leaves, fold), detail);
    }
}
