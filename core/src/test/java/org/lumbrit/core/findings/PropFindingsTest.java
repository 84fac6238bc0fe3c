package org.lumbrit.core.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.looks.RampStop;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.MeshShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Picture;

/** What is remarked about meshes that were brought in, and that the remedy mends it. */
class PropFindingsTest {
    private static final float[] CORNERS = {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1};
    /** A pyramid over three sides, its faces outward. */
    private static final int[] OUTWARD = {0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3};

    private static Mesh mesh(float[] positions, int... triangles) {
        return Mesh.of(positions, new float[positions.length], triangles);
    }

    private static MeshShape fromFile() {
        return new MeshShape("a.obj", 1, MeshShape.Up.Y, -1, false);
    }

    private static Prop prop(Shape shape, double size) {
        return new Prop("p", "Stone", shape, 0, 0, 0, 0, 0, 0, size, true, 0, 0, "#808080", false);
    }

    private static List<Finding> findings(Recipe recipe, Mesh mesh) {
        SiteAssets file = new SiteAssets() {
            @Override
            public Ground heights(GroundSpec spec) {
                return NONE.heights(spec);
            }

            @Override
            public Picture picture(String name) {
                return NONE.picture(name);
            }

            @Override
            public Mesh mesh(String name) {
                return mesh;
            }
        };
        SitePlan plan = SitePlan.of(recipe, file, 0, new ResultsOfOneRun(), Cancel.NEVER);
        SiteEvaluation evaluation = new SiteEvaluation(plan, new ResultsOfOneRun(), Cancel.NEVER);
        return PropFindings.of(evaluation, recipe.prop("p").orElseThrow());
    }

    private static Recipe recipe(Prop prop) {
        return new Recipe(
                        "Test",
                        GroundSpec.flat(20, 20, 21, Optional.empty()),
                        List.of(),
                        List.of(),
                        List.of(),
                        List.of(),
                        new Clock(24, 8))
                .withProps(List.of(prop));
    }

    private static Recipe mended(Recipe recipe, Finding finding) {
        Recipe better = recipe;
        for (Edit edit : finding.edits()) {
            better = edit.apply(better);
        }
        return better;
    }

    private static Finding only(List<Finding> found, String title) {
        assertThat(found).extracting(Finding::title).contains("Stone: " + title);
        return found.stream()
                .filter(each -> each.title().equals("Stone: " + title))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aSoundMeshIsNotRemarkedUpon() {
        assertThat(findings(recipe(prop(fromFile(), 1)), mesh(CORNERS, OUTWARD)))
                .isEmpty();
    }

    @Test
    void aMeshTurnedInsideOutIsTurnedByItsRemedy() {
        int[] inward = OUTWARD.clone();
        for (int t = 0; t < inward.length; t += 3) {
            inward[t] = OUTWARD[t + 1];
            inward[t + 1] = OUTWARD[t];
        }
        Recipe recipe = recipe(prop(fromFile(), 1));
        Mesh mesh = mesh(CORNERS, inward);
        Finding finding = only(findings(recipe, mesh), "inside out");
        assertThat(finding.severity()).isEqualTo(Finding.Severity.WARNING);
        assertThat(finding.text()).contains("face inward");
        assertThat(findings(mended(recipe, finding), mesh)).isEmpty();
    }

    @Test
    void oneFlippedFacetIsCountedByItsEdges() {
        int[] flipped = OUTWARD.clone();
        flipped[0] = OUTWARD[1];
        flipped[1] = OUTWARD[0];
        Recipe recipe = recipe(prop(fromFile(), 1));
        Mesh mesh = mesh(CORNERS, flipped);
        Finding finding = only(findings(recipe, mesh), "flipped facets");
        assertThat(finding.text()).contains("Along 3 edges");
        assertThat(findings(mended(recipe, finding), mesh)).isEmpty();
    }

    @Test
    void cornersThatOnlySeemToMeetAreWelded() {
        float[] apart = new float[36];
        int[] triangles = new int[12];
        for (int corner = 0; corner < 12; corner++) {
            System.arraycopy(CORNERS, 3 * OUTWARD[corner], apart, 3 * corner, 3);
            apart[3 * corner] += corner % 3 * 1e-5f;
            triangles[corner] = corner;
        }
        Recipe recipe = recipe(prop(fromFile(), 1));
        Mesh mesh = mesh(apart, triangles);
        Finding finding = only(findings(recipe, mesh), "open edges");
        assertThat(finding.text()).contains("12 edges belong to one facet only");
        assertThat(finding.remedy()).isEqualTo("Weld corners nearer than 0.1 mm");
        assertThat(findings(mended(recipe, finding), mesh)).isEmpty();
    }

    @Test
    void aMeshWithAHoleIsSaidToBeOpenWithoutARemedyThatCouldNotHelp() {
        Mesh open = mesh(CORNERS, 0, 2, 1, 0, 1, 3, 0, 3, 2);
        Recipe welded = recipe(prop(Kinds.with(fromFile(), "weld", 1e-4), 1));
        Finding finding = only(findings(welded, open), "open edges");
        assertThat(finding.text()).contains("3 edges");
        assertThat(finding.remedy()).isEmpty();
        assertThat(finding.edits()).isEmpty();
    }

    @Test
    void trianglesWithoutAreaAreWeldedAway() {
        int[] more = java.util.Arrays.copyOf(OUTWARD, 15);
        more[12] = 1;
        more[13] = 1;
        more[14] = 2;
        Recipe recipe = recipe(prop(fromFile(), 1));
        Mesh mesh = mesh(CORNERS, more);
        Finding finding = only(findings(recipe, mesh), "degenerate triangles");
        assertThat(finding.text()).startsWith("1 ");
        assertThat(findings(mended(recipe, finding), mesh))
                .extracting(Finding::title)
                .doesNotContain("Stone: degenerate triangles");
    }

    @Test
    void anEdgeOfThreeFacetsIsNamed() {
        float[] corners = java.util.Arrays.copyOf(CORNERS, 15);
        corners[12] = -1;
        int[] fin = java.util.Arrays.copyOf(OUTWARD, 15);
        fin[12] = 0;
        fin[13] = 2;
        fin[14] = 4;
        assertThat(only(findings(recipe(prop(fromFile(), 1)), mesh(corners, fin)), "edges of more than two facets")
                        .text())
                .startsWith("1 ");
    }

    @Test
    void shapesMadeByRuleAreNotChecked() {
        assertThat(findings(recipe(prop(new BoxShape(1, 1, 1), 1)), mesh(CORNERS, OUTWARD)))
                .isEmpty();
    }

    @Test
    void aTintFinerThanTheMeshAsksForSubdivision() {
        NoiseSource noise = new NoiseSource(0.4, 1, 0.5, 2, 1, 1, 1, NoiseSource.Range.ZERO_TO_ONE, 1);
        Recipe plain = recipe(prop(new BoxShape(2, 2, 2), 1))
                .withFalloffs(List.of(new Falloff("f", "Specks", noise, List.of())))
                .withLayers(List.of(tint()));
        assertThat(findings(plain, mesh(CORNERS, OUTWARD)))
                .as("nothing drives it")
                .isEmpty();
        Recipe recipe = plain.withDrives(List.of(new Drive("t", "strength", "f", CurvePoint.STRAIGHT)));
        Finding finding = only(findings(recipe, mesh(CORNERS, OUTWARD)), "too few vertices");
        assertThat(finding.text()).contains("“Specks” are 0.4 m");
        assertThat(finding.remedy()).matches("Subdivide [2-6] times");
        Recipe better = mended(recipe, finding);
        assertThat(better.prop("p").orElseThrow().subdivide()).isGreaterThan(1);
        assertThat(findings(better, mesh(CORNERS, OUTWARD)))
                .as("then the mesh carries it")
                .isEmpty();
    }

    private static TintLayer tint() {
        return new TintLayer(
                "t",
                "Tint",
                1,
                false,
                List.of(new RampStop(0, "#000000"), new RampStop(1, "#ffffff")),
                1,
                TintLayer.Tones.NONE,
                false,
                0,
                25,
                Map.of("strength", new PropertyRange(0, 1, Combine.PRODUCT)));
    }
}
