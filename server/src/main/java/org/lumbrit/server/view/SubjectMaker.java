package org.lumbrit.server.view;

import java.util.List;
import java.util.stream.Stream;

/** Makes the subjects of one kind, with the binaries that they are drawn from. */
interface SubjectMaker {
    Stream<SubjectView> make(Scene scene);

    /**
     * What is to be drawn.
     *
     * @param shown what the values view shows
     */
    record Scene(Look look, ViewRequest request, ShownLook.Shown shown) {}

    /** All makers; what lies below comes first. */
    static List<SubjectMaker> all(PlantViews plants) {
        return List.of(
                scene -> Stream.of(scene.look().ground()),
                new TilesMaker(),
                new WaterMaker(),
                scene -> Stream.of(scene.shown().field()),
                new ColoursMaker(),
                new LyingMaker(),
                new PlantsMaker(plants),
                new MeshMaker(),
                new BodyMaker(),
                new SheetsMaker(),
                new LiquidMaker());
    }
}
