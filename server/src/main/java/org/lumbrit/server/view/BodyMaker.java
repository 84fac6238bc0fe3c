package org.lumbrit.server.view;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Carried;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.server.view.SubjectView.MeshSubject;

/** Bodies that layers make or move, as they are at the time that is looked at. */
final class BodyMaker implements SubjectMaker {
    @Override
    public Stream<SubjectView> make(Scene scene) {
        Look look = scene.look();
        return look.now.plan().recipe().layers().stream()
                .filter(layer -> !layer.hidden())
                .filter(layer ->
                        layer.seen().contains(Subject.BODY) || layer.seen().contains(Subject.GROWN))
                .flatMap(layer ->
                        layer.carried(look.now.surroundings(layer)).stream().map(body -> subject(look, layer, body)));
    }

    private static SubjectView subject(Look look, Layer layer, Carried body) {
        Mesh mesh = body.mesh();
        double reach = 0;
        for (double end : mesh.bounds()) {
            reach = Math.max(reach, Math.abs(end) * body.size());
        }
        double[] at = body.origin();
        return new MeshSubject(
                        layer.id(),
                        "",
                        layer.name(),
                        look.kept(Look.key("prop mesh/1", mesh.key()), shared -> Binaries.mesh(mesh)),
                        "",
                        0.0,
                        1.0,
                        colours(look, body),
                        body.colour(),
                        List.of(),
                        Arrays.stream(at).boxed().toList(),
                        Arrays.stream(body.turn()).boxed().toList(),
                        body.size(),
                        mesh.count(),
                        List.of(
                                at[0] - reach,
                                at[1] - reach,
                                at[2] - reach,
                                at[0] + reach,
                                at[1] + reach,
                                at[2] + reach),
                        "")
                .keyed();
    }

    private static String colours(Look look, Carried body) {
        float[] colours = body.skin().colours();
        return colours.length == 0
                ? ""
                : look.kept(
                        new KeyBuilder("body colours/1").add(colours).key(),
                        shared -> Binaries.colours(colours, new float[colours.length / 3]));
    }
}
