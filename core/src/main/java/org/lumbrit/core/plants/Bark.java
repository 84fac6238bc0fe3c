package org.lumbrit.core.plants;

import org.lumbrit.core.math.Colour;

/** What the bark of a trunk is like, as a rule for the colour of each place on it. */
public enum Bark {
    /** One colour from foot to twig. */
    PLAIN,
    /** Pale, with dark patches across the stem; young twigs dark. */
    BANDED,
    /** Plates with dark clefts between them low down, thinner and warmer bark above. */
    FURROWED;

    /** Of young wood, beside the trunk's own colour. */
    private static final Colour TWIG = Colour.ofHex("#4a3326");

    private static final Colour CLEFT = Colour.ofHex("#1f1a16");
    private static final Colour WARM = Colour.ofHex("#a0643a");

    /**
     * The colour of one place, as a plant's mesh keeps it.
     *
     * @param own "#rrggbb" of the trunk; @param thick radius over that of the thinnest twigs
     * @param draw 0..1, of this place; @param side number of the place round the stem; @param ring number along it
     */
    int colour(String own, double thick, double draw, int side, int ring) {
        Colour trunk = Colour.ofHex(own);
        double young = 1 - Math.min(1, Math.max(0, (thick - 1.5) / 3));
        return switch (this) {
            case PLAIN -> trunk.packed();
            case BANDED -> {
                boolean patch = (ring * 7 + side * 3) % 11 < 3 && draw < 0.55;
                Colour pale = patch ? trunk.mixed(CLEFT, 0.75) : trunk.mixed(CLEFT, 0.12 * draw);
                yield pale.mixed(TWIG, 0.85 * young).packed();
            }
            case FURROWED -> {
                double low = Math.min(1, Math.max(0, (thick - 4) / 8));
                Colour plate = trunk.mixed(WARM, 0.45 * (1 - low) * (1 - young));
                boolean cleft = (side + ring / 3) % 3 == 0;
                yield plate.mixed(CLEFT, low * (cleft ? 0.35 + 0.3 * draw : 0.12 * draw))
                        .packed();
            }
        };
    }
}
