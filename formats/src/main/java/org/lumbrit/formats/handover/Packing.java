package org.lumbrit.formats.handover;

import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.site.SiteFiles;

/**
 * One hand-over while it is written: the site, what of it goes along, and what all formats share.
 *
 * @param evaluation of the whole site, with what is left out too; @param site the files that the recipe format gives
 */
record Packing(
        SiteEvaluation evaluation, SiteFiles site, Choice choice, FileNames names, ShownPlants shown, Report report) {
    static Packing of(SiteEvaluation evaluation, SiteFiles site, Choice choice, Content.Sink sink) {
        return new Packing(
                evaluation,
                site,
                choice,
                new FileNames(evaluation.plan().recipe()),
                new ShownPlants(evaluation),
                new Report(evaluation, sink));
    }

    Recipe recipe() {
        return evaluation.plan().recipe();
    }

    Ground ground() {
        return evaluation.plan().ground();
    }

    /** Pixels along the ground's longer side, of its pictures. */
    int texels() {
        return choice.texels();
    }

    List<CoverLayer> covers() {
        return layers(CoverLayer.class);
    }

    /** The covers that fit into one file with all their plants; of the others it is said where they are. */
    List<CoverLayer> coversOfOneFile() {
        return covers().stream()
                .filter(layer -> {
                    boolean crowd = evaluation.isCrowd(layer);
                    if (crowd) {
                        report.say("“" + layer.name() + "” has about "
                                + Decimal.write(evaluation.expected(layer) / 1e6, 1)
                                + " million plants, too many for one scene: they are in tiles, in the tables and in NumPy, not in GLB, USD"
                                + " and motion.");
                    }
                    return !crowd;
                })
                .toList();
    }

    /** Those that lay colours over surfaces. */
    List<Layer> tints() {
        return choice.layers(recipe(), Layer.class).stream()
                .filter(layer -> layer.colouring().isPresent())
                .toList();
    }

    <L extends Layer> List<L> layers(Class<L> kind) {
        return choice.layers(recipe(), kind);
    }
}
