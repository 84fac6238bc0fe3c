package org.lumbrit.server.view;

import java.util.List;
import java.util.stream.Stream;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.server.view.SubjectView.ColoursSubject;

/** Colours that layers lay over the ground. */
final class ColoursMaker implements SubjectMaker {
    @Override
    public Stream<SubjectView> make(Scene scene) {
        List<String> data = layers(scene.look())
                .map(layer -> kept(
                        scene.look(),
                        layer,
                        scene.look().samples,
                        scene.look().lattice.columns()))
                .toList();
        return data.isEmpty() ? Stream.empty() : Stream.of(ColoursSubject.of(data));
    }

    /** The layers that lay colours over the ground. */
    static Stream<Layer> layers(Look look) {
        return look.recipe.layers().stream()
                .filter(layer -> !layer.hidden() && layer.seen().contains(Subject.COLOURS));
    }

    /** The colours of a layer at samples that lie in rows. @return the key of their bundle */
    static String kept(Look look, Layer layer, Samples samples, int columns) {
        Layer now = look.now.plan().recipe().layer(layer.id()).orElseThrow();
        String key = new KeyBuilder("tint bundle/1")
                .add(look.now.plan().layerKey(now))
                .add(samples.key())
                .key();
        return look.kept(key, shared -> Binaries.tint(columns, samples.count() / columns, look.now.tint(now, samples)));
    }
}
