package org.lumbrit.server.view;

import java.util.List;
import java.util.stream.Stream;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.surface.Tint;
import org.lumbrit.server.view.SubjectView.ColoursSubject;

/** Colours that layers lay over the ground. */
final class ColoursMaker implements SubjectMaker {
    @Override
    public Stream<SubjectView> make(Scene scene) {
        List<String> data = scene.look().recipe.layers().stream()
                .filter(layer -> !layer.hidden() && layer.seen().contains(Subject.COLOURS))
                .map(layer -> kept(scene.look(), layer))
                .toList();
        return data.isEmpty() ? Stream.empty() : Stream.of(ColoursSubject.of(data));
    }

    private static String kept(Look look, Layer layer) {
        Layer now = look.now.plan().recipe().layer(layer.id()).orElseThrow();
        Tint tint = look.now.tint(now, look.samples);
        String key = new KeyBuilder("tint bundle/1")
                .add(look.now.plan().layerKey(now))
                .add(look.lattice.key())
                .key();
        return look.kept(key, shared -> Binaries.tint(look.lattice, tint));
    }
}
