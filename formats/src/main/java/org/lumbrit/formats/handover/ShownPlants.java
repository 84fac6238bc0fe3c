package org.lumbrit.formats.handover;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.growth.GrowthShown;
import org.lumbrit.core.site.SiteEvaluation;

/** How the plants of each layer are shown in the files of one hand-over, worked out once for all of its formats. */
final class ShownPlants {
    private final SiteEvaluation evaluation;
    private final Map<String, GrowthShown> growths = new HashMap<>();
    private final Map<String, Tinting> tintings = new HashMap<>();
    private final Map<String, List<Instances>> instances = new HashMap<>();

    ShownPlants(SiteEvaluation evaluation) {
        this.evaluation = evaluation;
    }

    GrowthShown growth(CoverLayer layer) {
        return growths.computeIfAbsent(layer.id(), id -> ShownGrowth.of(evaluation, layer));
    }

    /** What is to be said of the growth of a layer, "" where all its plants are fully grown. */
    String said(CoverLayer layer) {
        return ShownGrowth.said(growth(layer), evaluation.plants(layer), layer);
    }

    Tinting tinting(CoverLayer layer) {
        return tintings.computeIfAbsent(layer.id(), id -> Tinting.of(evaluation, layer, evaluation.plants(layer)));
    }

    List<Instances> of(CoverLayer layer) {
        List<Instances> known = instances.get(layer.id());
        if (known == null) {
            known = Instances.of(evaluation, layer, growth(layer), tinting(layer));
            instances.put(layer.id(), known);
        }
        return known;
    }

    /** Plants of these layers of which something is to be seen. */
    int count(List<CoverLayer> layers) {
        return layers.stream()
                .flatMap(layer -> of(layer).stream())
                .mapToInt(Instances::count)
                .sum();
    }
}
