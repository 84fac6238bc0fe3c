package org.lumbrit.server.view;

import java.util.stream.Stream;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.server.view.SubjectView.PlantsSubject;

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
                    PlantsSubject all = plants.subject(
                            look.evaluation, look.now, cover, scene.request().fullWanted(), look.cancel);
                    return Stream.concat(
                            Stream.of(all),
                            plants.rings(look.evaluation, cover, scene.request(), look.cancel).stream());
                });
    }
}
