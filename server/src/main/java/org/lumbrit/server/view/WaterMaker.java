package org.lumbrit.server.view;

import java.util.List;
import java.util.stream.Stream;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.water.Piece;
import org.lumbrit.core.water.WaterLayer;
import org.lumbrit.core.water.WaterSurface;
import org.lumbrit.server.view.SubjectView.WaterSubject;

/** The site's water, and pieces of water whose surface moves. */
final class WaterMaker implements SubjectMaker {
    @Override
    public Stream<SubjectView> make(Scene scene) {
        Look look = scene.look();
        List<WaterLayer> moving = look.now.plan().recipe().layers().stream()
                .filter(layer -> !layer.hidden() && layer.seen().contains(Subject.WATER))
                .map(WaterLayer.class::cast)
                .toList();
        boolean moves = moving.stream().anyMatch(layer -> layer.piece() instanceof Piece.Level);
        return Stream.concat(
                moves ? Stream.empty() : look.water().stream(), moving.stream().map(layer -> subject(look, layer)));
    }

    private static SubjectView subject(Look look, WaterLayer layer) {
        WaterSurface surface = layer.surface(look.now.surroundings(layer));
        Ground ground = look.now.plan().ground();
        Layer still = look.now.at(0).plan().recipe().layer(layer.id()).orElseThrow();
        String data = look.kept(
                Look.key("water/2", look.now.at(0).plan().layerKey(still)), shared -> Binaries.water(surface));
        float highest = Float.NEGATIVE_INFINITY;
        float[] rest = surface.shoal().rest();
        for (int i = 0; i < rest.length; i++) {
            highest = surface.shoal().depth()[i] > 0 ? Math.max(highest, rest[i]) : highest;
        }
        return WaterSubject.moving(
                layer.id(),
                Float.isInfinite(highest) ? 0 : highest,
                ground.width(),
                ground.depth(),
                data,
                surface.ringGrid().isEmpty()
                        ? ""
                        : look.kept(
                                Look.key("rings/2", look.now.plan().layerKey(layer)),
                                shared -> RingFrames.one(surface)),
                surface.waves().stream()
                        .map(wave -> List.of(
                                wave.east(),
                                wave.south(),
                                wave.k(),
                                wave.omega(),
                                wave.amplitude(),
                                wave.sharpness(),
                                wave.phase()))
                        .toList(),
                look.now.plan().time(),
                look.now.plan().recipe().clock().loopSeconds());
    }
}
