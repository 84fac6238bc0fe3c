package org.lumbrit.formats.handover;

import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.GroundTiles;
import org.lumbrit.formats.site.SiteFiles;

/**
 * What the size of a hand-over goes by, known before anything of it is written.
 *
 * @param nodes of the ground; @param drawn nodes of the ground as triangles
 * @param plants of all covers that go along, expected; @param inScenes of those that fit into one scene; @param swaying of those that sway
 * @param frames of the loop; @param grains that go along
 * @param masks pictures of values over the ground; @param tints pictures of colours; @param propTriangles of all props
 * @param groundTiles how many; @param assets bytes of the files that the recipe names; @param texels of the ground's pictures
 * @param lying layers that lay or press something; @param grown layers whose body grows
 */
record Sizes(
        double nodes,
        double drawn,
        double plants,
        double inScenes,
        double swaying,
        double frames,
        double grains,
        double masks,
        double tints,
        double propTriangles,
        double groundTiles,
        double assets,
        double texels,
        double lying,
        double grown) {

    static Sizes of(SiteEvaluation evaluation, SiteFiles site, Choice choice) {
        Recipe recipe = evaluation.plan().recipe();
        Ground ground = evaluation.plan().ground();
        SiteMotion motion = SiteMotion.of(evaluation);
        double plants = 0;
        double inScenes = 0;
        double swaying = 0;
        for (CoverLayer cover : choice.layers(recipe, CoverLayer.class)) {
            double expected = evaluation.expected(cover);
            plants += expected;
            if (!evaluation.isCrowd(cover)) {
                inScenes += expected;
                swaying += motion.swayOf(cover.id()).isPresent() ? expected : 0;
            }
        }
        List<Layer> layers = choice.layers(recipe, Layer.class);
        GroundTiles tiles = new GroundTiles(ground, evaluation.results(), evaluation.cancel());
        return new Sizes(
                (double) ground.columns() * ground.rows(),
                GroundDrawn.lattice(ground).count(),
                plants,
                inScenes,
                swaying,
                motion.frames().count(),
                choice.layers(recipe, GrainsLayer.class).stream()
                        .mapToDouble(layer -> motion.grains(layer).count())
                        .sum(),
                recipe.falloffs().stream()
                                .filter(falloff -> evaluation.plan().domain(falloff.id()) == Domain.PLACE)
                                .count()
                        + layers.stream()
                                .mapToLong(layer -> layer.results().stream()
                                        .filter(field -> field.share())
                                        .count())
                                .sum(),
                layers.stream().filter(layer -> layer.colouring().isPresent()).count(),
                recipe.props().stream()
                        .mapToDouble(prop -> evaluation.mesh(prop).count())
                        .sum(),
                tiles.across(0) * tiles.down(0) * (Math.scalb(1.0, 2 * tiles.deepest() + 2) - 1) / 3,
                site.assets().values().stream()
                        .mapToDouble(bytes -> bytes.length)
                        .sum(),
                choice.texels()
                        * choice.texels()
                        * Math.min(ground.width(), ground.depth())
                        / Math.max(ground.width(), ground.depth()),
                layers.stream()
                        .filter(layer ->
                                layer.lying().isPresent() || layer.seen().contains(Subject.PATCH))
                        .count(),
                layers.stream()
                        .filter(layer -> layer.seen().contains(Subject.GROWN))
                        .count());
    }
}
