package org.lumbrit.core.findings;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.edit.PropEdit;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.props.MeshShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Finding.Severity;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;

/** What is probably not meant in a prop's mesh. Shapes made by rule are sound; meshes that were brought in are checked. */
public final class PropFindings {
    private static final double WELD = 1e-4;

    private PropFindings() {}

    /** What is found about one prop's mesh. */
    public static List<Finding> of(SiteEvaluation evaluation, Prop prop) {
        List<Finding> found = new ArrayList<>();
        Mesh mesh = evaluation.mesh(prop);
        if (prop.shape() instanceof MeshShape shape) {
            check(found, prop, shape, evaluation.check(mesh));
        }
        coarse(found, evaluation, prop, mesh);
        return found;
    }

    private static void check(List<Finding> found, Prop prop, MeshShape shape, MeshCheck check) {
        if (check.flipped() > 0 || check.insideOut()) {
            found.add(finding(
                    Severity.WARNING,
                    prop,
                    check.insideOut() ? "inside out" : "flipped facets",
                    check.insideOut()
                            ? "All of its facets face inward, so light and distances see it from the wrong side."
                            : "Along " + check.flipped() + " edges two facets disagree about which way is out.",
                    shape.consistent() ? "" : "Turn them outward",
                    Kinds.with(shape, "consistent", true)));
        }
        if (check.open() > 0) {
            found.add(finding(
                    Severity.NOTE,
                    prop,
                    "open edges",
                    "It is not closed: " + check.open()
                            + " edges belong to one facet only. Distances inside it have no sign; all else works.",
                    shape.weld() < WELD ? "Weld corners nearer than 0.1 mm" : "",
                    Kinds.with(shape, "weld", WELD)));
        }
        if (check.degenerate() > 0) {
            found.add(finding(
                    Severity.NOTE,
                    prop,
                    "degenerate triangles",
                    check.degenerate() + " triangles have no area.",
                    shape.weld() < 0 ? "Weld them away" : "",
                    Kinds.with(shape, "weld", 0.0)));
        }
        if (check.crowded() > 0) {
            found.add(finding(
                    Severity.NOTE,
                    prop,
                    "edges of more than two facets",
                    check.crowded() + " edges belong to more than two facets; which way is out is not clear there.",
                    "",
                    shape));
        }
    }

    /** A tint whose noise is finer than two of the mesh's edges cannot show on it. */
    private static void coarse(List<Finding> found, SiteEvaluation evaluation, Prop prop, Mesh mesh) {
        for (Drive drive : evaluation.plan().recipe().drives()) {
            boolean tints = evaluation.plan().recipe().layer(drive.layer()).orElseThrow() instanceof TintLayer;
            Falloff falloff =
                    evaluation.plan().recipe().falloff(drive.falloff()).orElseThrow();
            if (!tints || !(falloff.source() instanceof NoiseSource noise) || prop.subdivide() >= 6) {
                continue;
            }
            double edge = mesh.meanEdge() * prop.size();
            if (noise.featureSize() < 2 * edge) {
                int more = (int) Math.ceil(StrictMath.log(2 * edge / noise.featureSize()) / StrictMath.log(2));
                int levels = Math.min(6, prop.subdivide() + Math.max(1, more));
                found.add(new Finding(
                        Severity.NOTE,
                        prop.name() + ": too few vertices",
                        "The features of “" + falloff.name() + "” are " + Decimal.write(noise.featureSize(), 2)
                                + " m, its edges " + Decimal.write(edge, 2)
                                + " m on the mean; between vertices values are lost.",
                        falloff.id(),
                        "",
                        "",
                        "Subdivide " + levels + (levels == 1 ? " time" : " times"),
                        List.<Edit>of(new PropEdit.Set(Kinds.with(prop, "subdivide", levels)))));
                return;
            }
        }
    }

    private static Finding finding(
            Severity severity, Prop prop, String title, String text, String remedy, MeshShape better) {
        return new Finding(
                severity,
                prop.name() + ": " + title,
                text,
                "",
                "",
                "",
                remedy,
                remedy.isEmpty() ? List.of() : List.of(new PropEdit.Set(prop.withShape(better))));
    }
}
