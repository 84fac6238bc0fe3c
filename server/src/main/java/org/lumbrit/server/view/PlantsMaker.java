package org.lumbrit.server.view;

import java.util.stream.Stream;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.recipe.Subject;

/** Plants of layers that place some. */
final class PlantsMaker implements SubjectMaker {
    private final PlantViews plants;

    PlantsMaker(PlantViews plants) {
        this.plants = plants;
    }

    @Override
    public Stream<SubjectView> make(Scene scene) {
        Look look = scene.look();
        return look.recipe.layers().stream()
                .filter(layer -> !layer.hidden() && layer.seen().contains(Subject.PLANTS))
                .flatMap(layer -> {
                    look.cancel.doing("scattering " + layer.name());
                    CoverLayer cover = (CoverLayer) layer;
                    return plants.subjects(look.evaluation, look.now, cover, scene.request(), look.cancel).stream();
                });
    }
}
