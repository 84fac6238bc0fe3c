package org.lumbrit.formats;

import java.nio.file.Path;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.site.SiteFiles;

/** The demo site as it ships. */
final class DemoFiles {
    static final Path RECIPE = Path.of("../demo/thessock-tarn/recipe.json");

    private DemoFiles() {}

    static SiteFiles read() {
        return SiteFiles.read(RECIPE);
    }

    /** The same on ground of 128 × 128 nodes. */
    static SiteFiles small() {
        SiteFiles whole = read();
        return new SiteFiles(whole.recipe().withGround(whole.recipe().ground().withResolution(128)), whole.assets());
    }

    /** That with an eighth of the plants a place. */
    static SiteFiles sparse() {
        SiteFiles small = small();
        Recipe recipe = small.recipe();
        for (CoverLayer cover : recipe.layersOf(CoverLayer.class)) {
            PropertyRange density = cover.range("density");
            PropertyRange eighth = new PropertyRange(density.low() / 8, density.high() / 8, density.combine());
            recipe = new LayerEdit.SetProperty(cover.id(), "density", eighth).apply(recipe);
        }
        return new SiteFiles(recipe, small.assets());
    }

    static SiteEvaluation evaluate(SiteFiles site) {
        return SiteEvaluation.of(site.recipe(), site.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER);
    }
}
