package org.lumbrit.formats;

import java.nio.file.Path;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.formats.site.SiteFiles;

/** The demo site as it ships. */
final class DemoFiles {
    static final Path RECIPE = Path.of("../demo/thessock-tarn/recipe.json");

    private DemoFiles() {}

    static SiteFiles read() {
        return SiteFiles.read(RECIPE);
    }

    static SiteEvaluation evaluate(SiteFiles site) {
        return new SiteEvaluation(new SitePlan(site.recipe(), site.ground(), 0), new ResultsOfOneRun(), Cancel.NEVER);
    }
}
