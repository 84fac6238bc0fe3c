package org.lumbrit.server.view;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Falling;
import org.lumbrit.core.site.SiteLying;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SurfacePatch;
import org.lumbrit.server.view.SubjectView.LyingSubject;

/** What lies over the ground, as it is seen from above; the ground's own shape is raised by it already. */
final class LyingMaker implements SubjectMaker {
    @Override
    public Stream<SubjectView> make(Scene scene) {
        Look look = scene.look();
        List<String> patches = patches(look);
        String over = kept(look, look.samples, look.lattice.columns());
        Falling falling = look.now.plan().recipe().layers().stream()
                .filter(layer -> !layer.hidden())
                .flatMap(layer -> layer.falling(look.now.surroundings(layer)).stream())
                .findFirst()
                .orElse(new Falling(0, 0, 0));
        return over.isEmpty() && patches.isEmpty() && falling.rate() == 0
                ? Stream.empty()
                : Stream.of(LyingSubject.of(over, patches, falling));
    }

    /** The patches over the ground that lies below them, and what is pressed into it. */
    private static List<String> patches(Look look) {
        SiteLying lying = look.now.lying();
        List<SurfacePatch> all = lying.patches();
        return IntStream.range(0, all.size())
                .mapToObj(k -> look.kept(
                        new KeyBuilder("patch bundle/4")
                                .add(k)
                                .add(lying.drawnKey())
                                .add(look.skyKey())
                                .key(),
                        shared -> Binaries.patch(all.get(k), lying.ground(), look.sun())))
                .toList();
    }

    /** What lies over samples that lie in rows. @return the key of its bundle, "" where nothing does */
    static String kept(Look look, Samples samples, int columns) {
        SiteLying lying = look.now.lying();
        if (lying.onGround().isEmpty()) {
            return "";
        }
        String key =
                new KeyBuilder("lying bundle/1").add(lying.overKey(samples)).key();
        return look.kept(key, shared -> Binaries.tint(columns, samples.count() / columns, lying.over(samples)));
    }
}
