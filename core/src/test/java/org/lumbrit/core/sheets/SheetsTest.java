package org.lumbrit.core.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.Samples;

class SheetsTest {
    private static final SheetsLayer MIST = new SheetsLayer(
            "mist",
            "Mist",
            3,
            false,
            4,
            5,
            "",
            0,
            0,
            90,
            40,
            3,
            0.5,
            1,
            9,
            4,
            0.75,
            2,
            10,
            "#ffffff",
            0,
            Map.of(SheetsLayer.OPACITY, new PropertyRange(0.6, 0.6, Combine.PRODUCT)));

    private static SiteEvaluation site(SheetsLayer layer, double time, double loop) {
        int n = 65;
        float[] heights = new float[n * n];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) ((i / n - 32) * 0.1);
        }
        List<Place> places = List.of(new PathPlace(
                "way", "Way", List.of(new Point3(-10, 0, 0), new Point3(0, 0, 0), new Point3(0, 0, 10)), false));
        Recipe recipe = new Recipe(
                "Air",
                GroundSpec.flat(64, 64, 65, Optional.of(0.5)),
                places,
                List.of(),
                List.of(),
                List.of(layer),
                List.of(),
                new Clock(24, loop, 0, 8, List.of()));
        return new SiteEvaluation(
                new SitePlan(recipe, new Ground(n, n, heights, 64), SiteAssets.NONE, time),
                new ResultsOfOneRun(),
                Cancel.NEVER);
    }

    private static List<Sheet> sheets(SheetsLayer layer) {
        return layer.sheets(site(layer, 0, 8).surroundings(layer));
    }

    @Test
    void theyStandApartOnGroundOrWater() {
        List<Sheet> sheets = sheets(MIST);
        assertThat(sheets).hasSize(4);
        for (int k = 0; k < 4; k++) {
            Sheet sheet = sheets.get(k);
            int middle = sheet.x().length / 2;
            double z = (k - 1.5) * 5;
            assertThat(sheet.z()[middle]).isCloseTo(z, within(1e-9));
            assertThat(sheet.base()[middle]).isCloseTo(Math.max(0.5, 0.1 * z), within(1e-4));
            assertThat(sheet.along()[sheet.along().length - 1]).isCloseTo(40, within(1e-9));
            assertThat(sheet.opacity()[middle]).isEqualTo(0.6f);
            assertThat(sheet.opacity()[0]).as("fades at its ends").isZero();
        }
    }

    @Test
    void alongAPathTheyKeepTheirDistanceToIt() {
        List<Sheet> sheets = sheets(Kinds.with(MIST, "path", "way"));
        for (int k = 0; k < 4; k++) {
            Sheet sheet = sheets.get(k);
            double aside = (k - 1.5) * 5;
            int first = sheet.x().length / 4;
            assertThat(sheet.z()[first])
                    .as("to the right of a way east is south")
                    .isCloseTo(aside, within(1e-9));
            int last = 3 * sheet.x().length / 4;
            assertThat(sheet.x()[last])
                    .as("to the right of a way south is west")
                    .isCloseTo(-aside, within(1e-9));
        }
    }

    @Test
    void theFadesAreZeroAtFootAndTopAndFullBetween() {
        assertThat(MIST.fades(0)).isZero();
        assertThat(MIST.fades(0.25)).isCloseTo(0.5, within(1e-9));
        assertThat(MIST.fades(0.7)).isEqualTo(1);
        assertThat(MIST.fades(2)).isCloseTo(0.5, within(1e-9));
        assertThat(MIST.fades(3)).isZero();
        assertThat(Kinds.with(MIST, "rises", 0.0).fades(0)).isEqualTo(1);
    }

    @Test
    void thePatternGoesAtItsSpeedAndComesBackExactly() {
        Drift free = new Drift(5, 9, 4, 0.75, 0);
        Drift looped = new Drift(5, 9, 4, 0.75, 8);
        double least = 1;
        double most = 0;
        for (double s = -20; s < 20; s += 0.3) {
            assertThat(free.at(s + 0.75 * 2, 0.4, 2)).isCloseTo(free.at(s, 0.4, 0), within(1e-12));
            assertThat(looped.at(s, 0.4, 8)).isCloseTo(looped.at(s, 0.4, 0), within(1e-12));
            assertThat(looped.at(s, 0.4, 8 - 1e-6))
                    .as("no jump at the seam")
                    .isCloseTo(looped.at(s, 0.4, 0), within(1e-4));
            least = Math.min(least, looped.at(s, 0.4, 3));
            most = Math.max(most, looped.at(s, 0.4, 3));
        }
        assertThat(most - least).isGreaterThan(0.35);
    }

    @Test
    void itsVeilIsPatternTimesFadesTimesOpacity() {
        SiteEvaluation site = site(MIST, 3, 8);
        Samples there = site.plan().ground().samplesAt(new double[] {1.3, 1.3}, new double[] {2.5, 31});
        float[] veil = site.field(MIST, SheetsLayer.VEIL, there);
        double expected = 0.6 * MIST.drift(site.surroundings(MIST), 2).at(21.3, 0.75, 3) * MIST.fades(0.75);
        assertThat(veil[0]).isCloseTo((float) expected, within(1e-3f));
        assertThat(veil[1]).as("beyond all sheets").isZero();
        assertThat(MIST.findings(site.surroundings(MIST))).isEmpty();
        SheetsLayer many = Kinds.with(MIST, "count", 20);
        assertThat(many.findings(site(many, 0, 8).surroundings(many))).hasSize(1);
    }
}
