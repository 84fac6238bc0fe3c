package org.lumbrit.formats.handover;

import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.growth.Growth;
import org.lumbrit.core.growth.GrowthShown;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.site.SiteEvaluation;

/** How far the plants of a layer are shown grown, the same in every file, and what that is off by. */
final class ShownGrowth {
    /** Vertices of all meshes of a layer together; with more, growth is rounded. */
    private static final long MOST_VERTICES = 2_000_000;

    private ShownGrowth() {}

    static GrowthShown of(SiteEvaluation evaluation, CoverLayer layer) {
        return of(evaluation, layer, evaluation.plants(layer));
    }

    /** Of some of the plants of a layer. */
    static GrowthShown of(SiteEvaluation evaluation, CoverLayer layer, Plants plants) {
        float[] growths = new float[plants.count()];
        for (int i = 0; i < growths.length; i++) {
            growths[i] = plants.growth().at(i);
        }
        long vertices = 0;
        for (int variant = 0; variant < layer.plant().variants() && growths.length > 0; variant++) {
            vertices += evaluation.levels(layer, variant).full().mesh().vertices();
        }
        return GrowthShown.of(growths, vertices, MOST_VERTICES);
    }

    /** What is to be said of a layer whose plants are not all fully grown, "" where all are. */
    static String said(GrowthShown shown, Plants plants, CoverLayer layer) {
        double most = 0;
        int none = 0;
        for (int i = 0; i < plants.count(); i++) {
            float growth = plants.growth().at(i);
            none += growth > 0 ? 0 : 1;
            double off = Math.abs(shown.of(growth) - Math.min(1, Math.max(0, growth)));
            most = Math.max(most, off * (1 + Growth.TAPER) * plants.length().at(i));
        }
        StringBuilder said = new StringBuilder();
        if (shown.steps() > 0) {
            said.append("Growth of “")
                    .append(layer.name())
                    .append("” is shown in steps of 1/")
                    .append(shown.steps())
                    .append(" in GLB, USD and motion: tips are at most ")
                    .append(Decimal.write(1000 * most, 2))
                    .append(" mm off. Tables and NumPy have it exactly. ");
        }
        if (none > 0) {
            said.append(none)
                    .append(" plants of “")
                    .append(layer.name())
                    .append(
                            "” have not begun to grow: they are in the tables and in NumPy, not in GLB, USD and motion.");
        }
        return said.toString().strip();
    }
}
