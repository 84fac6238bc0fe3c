package org.lumbrit.core.cover;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Finding.Severity;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Surroundings;

/** What is probably not meant in a cover. */
final class CoverFindings {
    private static final double LYING = 0.25;

    private CoverFindings() {}

    static List<Finding> of(CoverLayer cover, Surroundings site) {
        Plants plants = site.made(cover, Plants.class);
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
        found.addAll(lying(cover, plants));
        found.addAll(unsteady(site, cover));
        return found;
    }

    /** One falloff decides both how many there are and how far apart: then a higher density may move plants. */
    private static List<Finding> unsteady(Surroundings site, CoverLayer cover) {
        Set<String> density = falloffs(site, CoverLayer.DENSITY);
        Set<String> apart = new TreeSet<>(falloffs(site, CoverLayer.SPACING));
        if (cover.room() > 0) {
            apart.addAll(falloffs(site, CoverLayer.WIDTH));
            apart.addAll(falloffs(site, CoverLayer.SIZE));
        }
        apart.retainAll(density);
        return apart.stream()
                .map(id -> new Finding(
                        Severity.NOTE,
                        cover.name() + ": density and spacing move together",
                        site.names().nameOf(Refers.FALLOFF, id)
                                + " drives both, so a change of it does not only add plants; some stand elsewhere afterwards.",
                        id,
                        "",
                        cover.id(),
                        "",
                        List.of()))
                .toList();
    }

    private static Set<String> falloffs(Surroundings site, String property) {
        return site.drives(property).stream().map(Drive::falloff).collect(Collectors.toSet());
    }

    /** Plants that lie along the surface instead of standing out of it; climbers mean to. */
    private static List<Finding> lying(CoverLayer cover, Plants plants) {
        int lying = 0;
        for (int i = 0; i < plants.count(); i++) {
            double[] up = plants.axis(i);
            double out = up[0] * plants.feet().nx()[i]
                    + up[1] * plants.feet().ny()[i]
                    + up[2] * plants.feet().nz()[i];
            lying += Math.abs(out) < 0.1 ? 1 : 0;
        }
        if (lying <= LYING * plants.count()) {
            return List.of();
        }
        PropertyRange lean = cover.range("lean");
        double upright = Math.min(lean.least(), 25);
        return List.of(new Finding(
                Severity.NOTE,
                cover.name() + ": plants along the surface",
                Math.round(100.0 * lying / plants.count())
                        + " % of its plants lie within 6° of the surface that they stand on. That suits climbers only.",
                "",
                "",
                cover.id(),
                "Lean of at most 25°",
                List.of(new LayerEdit.SetProperty(
                        cover.id(), "lean", new PropertyRange(upright, 25, lean.combine())))));
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
