package org.lumbrit.core.plants;

/** What one leaf is like, by the words of a flora. */
public enum LeafShape {
    /** A flat pointed blade of three triangles. */
    PLAIN,
    /** Widest below its middle, on a stalk: birch. */
    OVATE,
    /** Narrow, widest about its middle: willow. */
    LANCEOLATE,
    /** With rounded lobes to both sides: oak. */
    LOBED,
    /** Leaflets in pairs along a stalk, one at its end: rowan. */
    PINNATE,
    /** A tuft of needles: pine. */
    NEEDLES;

    /** Where along the leaf, as shares of its length, its outline is so wide, as shares of its greatest width. */
    double[][] outline() {
        return switch (this) {
            case OVATE -> new double[][] {{0.24, 0.95}, {0.58, 0.78}};
            case LANCEOLATE -> new double[][] {{0.26, 0.8}, {0.62, 0.92}};
            case LOBED ->
                new double[][] {{0.14, 0.35}, {0.26, 0.72}, {0.38, 0.42}, {0.54, 1}, {0.66, 0.52}, {0.82, 0.62}};
            default -> new double[][] {{0.4, 1}};
        };
    }

    /** On how many steps back from a twig's end it stands: needles stay for years. */
    int leafy() {
        return this == NEEDLES ? 8 : 4;
    }

    /** Greatest width over length. */
    double slender() {
        return switch (this) {
            case LANCEOLATE -> 0.24;
            case LOBED -> 0.6;
            case PINNATE -> 0.62;
            default -> 0.68;
        };
    }

    /** A plain leaf. @param roll any vector that says how it is turned; @param coarse as one triangle */
    static void plain(
            PlantBuilder to, double[] at, double[] out, double[] roll, double size, double start, boolean coarse) {
        double[] tip = Vec.sum(at, 1, out, size);
        double[] across = Vec.unit(Vec.cross(out, roll));
        if (coarse) {
            double[] widths = {0.75 * size, 0};
            to.blade(new double[][] {at, tip}, widths, Arc.same(across, 2), start, 0, PlantMesh.TINTED);
        } else {
            double[][] rib = {at, Vec.sum(at, 0.55, tip, 0.45), tip};
            double[] widths = {0.18 * size, 0.62 * size, 0};
            to.blade(rib, widths, Arc.same(across, 3), start, 0, PlantMesh.TINTED);
        }
    }
}
