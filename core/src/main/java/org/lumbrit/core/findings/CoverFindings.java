package org.lumbrit.core.findings;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.cover.Settling;
import org.lumbrit.core.cover.SettlingCurve;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.findings.Finding.Severity;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.site.LayerEdit;

/** What is probably not meant in a cover. */
public final class CoverFindings {
    private CoverFindings() {}

    public static List<Finding> of(CoverLayer cover, Plants plants) {
        List<Finding> found = new ArrayList<>();
        if (plants.limitedShare() > 0.001) {
            found.add(againstSpacing(cover, plants));
        }
        if (plants.count() == 0) {
            found.add(new Finding(
                    Severity.WARNING,
                    cover.name() + ": no plants",
                    "Its density is 0 everywhere. Click the ground and ask Why here? to see which falloff does it.",
                    "",
                    "",
                    cover.id(),
                    "",
                    List.of()));
        }
        return found;
    }

    private static Finding againstSpacing(CoverLayer cover, Plants plants) {
        PropertyRange spacing = cover.range(CoverLayer.SPACING);
        double room = SettlingCurve.curve().perSquare(1, Settling.LEVELS)
                / (cover.range(CoverLayer.DENSITY).most());
        double fitting = Math.floor(1000 * Math.sqrt(room)) / 1000;
        boolean possible = fitting >= CoverLayer.LEAST_SPACING && fitting < spacing.least();
        return new Finding(
                Severity.WARNING,
                cover.name() + ": density against spacing",
                "On " + Decimal.write(100 * plants.limitedShare(), 1)
                        + " % of its places more plants are asked for than the spacing floor of "
                        + Decimal.write(100 * spacing.least(), 1) + " cm leaves room for.",
                "",
                "",
                cover.id(),
                possible ? "Spacing of " + Decimal.write(100 * fitting, 1) + " cm" : "",
                possible
                        ? List.of(new LayerEdit.SetProperty(
                                cover.id(), CoverLayer.SPACING, new PropertyRange(fitting, fitting, spacing.combine())))
                        : List.of());
    }
}
