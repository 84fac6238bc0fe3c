package org.lumbrit.core.answers;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.site.SiteEvaluation;

/**
 * What one layer, or all props, cost.
 *
 * @param id of the layer, "" for the props; @param plants how many stand
 * @param triangles all of them at full detail; @param bytes of memory for the plants
 */
public record Cost(String id, String name, long plants, long triangles, long bytes) {

    /** Of every shown cover, then of the props together. */
    public static List<Cost> of(SiteEvaluation evaluation) {
        List<Cost> costs = new ArrayList<>();
        for (CoverLayer cover : evaluation.plan().recipe().layersOf(CoverLayer.class)) {
            if (!cover.hidden()) {
                costs.add(of(evaluation, cover));
            }
        }
        long triangles = 0;
        for (Prop prop : evaluation.plan().recipe().props()) {
            triangles += prop.hidden() ? 0 : evaluation.placed(prop.id()).mesh().count();
        }
        costs.add(new Cost("", "Props", 0, triangles, 0));
        return costs;
    }

    /** What one cover costs: plants and triangles in numbers, memory in bytes. */
    public static Cost of(SiteEvaluation evaluation, CoverLayer cover) {
        Plants plants = evaluation.plants(cover);
        long[] standing = new long[cover.plant().variants()];
        for (byte variant : plants.variant()) {
            standing[variant]++;
        }
        long triangles = 0;
        for (int variant = 0; variant < standing.length; variant++) {
            if (standing[variant] > 0) {
                triangles += standing[variant]
                        * evaluation.levels(cover, variant).full().mesh().triangles();
            }
        }
        // of a crowd those that are looked at stand for all
        double times = plants.count() == 0 ? 1 : (double) evaluation.count(cover) / plants.count();
        return new Cost(
                cover.id(),
                cover.name(),
                evaluation.count(cover),
                Math.round(triangles * times),
                Math.round(plants.bytes() * times));
    }
}
