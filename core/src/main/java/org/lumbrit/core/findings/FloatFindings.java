package org.lumbrit.core.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Finding.Severity;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.water.Afloat;

/** What is probably not meant in how a prop floats. */
final class FloatFindings {
    /** Metres off the height that the water gives it. */
    private static final double ERROR = 0.01;

    private static final int MOMENTS = 8;

    private FloatFindings() {}

    static List<Finding> of(SiteEvaluation evaluation, Prop prop) {
        Optional<Pose.Floats> floats = prop.pose().floating();
        if (floats.isEmpty() || prop.hidden() || evaluation.afloat(prop).isEmpty()) {
            return List.of();
        }
        List<Finding> found = new ArrayList<>();
        weight(found, evaluation, prop, floats.get());
        double off = 0;
        boolean dry = false;
        boolean held = false;
        Frames frames = evaluation.plan().written().clock().frames();
        for (int k = 0; k < MOMENTS; k++) {
            SiteEvaluation then = evaluation.at(frames.start() + frames.length() * k / MOMENTS);
            Afloat at = then.afloat(then.plan().recipe().prop(prop.id()).orElseThrow())
                    .orElseThrow();
            off = Math.max(off, at.off());
            dry |= at.wet() == 0;
            held |= at.held();
        }
        if (dry) {
            found.add(
                    said(
                            Severity.WARNING,
                            prop,
                            "lies on dry land",
                            "There is no water under it, so it lies on the ground. Move it onto the water, or raise the water."));
        } else if (off > ERROR) {
            found.add(said(
                    Severity.WARNING,
                    prop,
                    "rests on the bed",
                    "The water is too shallow for it: it lies " + Decimal.write(100 * off, 1)
                            + " cm higher than it would float. Move it to deeper water, or make it lighter."));
        }
        if (held) {
            found.add(
                    said(
                            Severity.NOTE,
                            prop,
                            "held by the shore",
                            "Its path leads into water too shallow for it, so it stays there. Lead the path through deeper water."));
        }
        return found;
    }

    private static void weight(List<Finding> found, SiteEvaluation evaluation, Prop prop, Pose.Floats floats) {
        if (floats.weight() == 0) {
            return;
        }
        Mesh mesh = evaluation.mesh(prop);
        double carries = Afloat.carries(prop, mesh);
        if (floats.weight() > carries) {
            found.add(said(
                    Severity.WARNING,
                    prop,
                    "too heavy to float",
                    "All of it displaces " + Decimal.write(carries, 1) + " kg of water, and it weighs "
                            + Decimal.write(floats.weight(), 1)
                            + " kg; it is shown just under the surface. Make it lighter."));
        }
        if (evaluation.check(mesh).open() > 0) {
            found.add(
                    said(
                            Severity.NOTE,
                            prop,
                            "its weight is a guess",
                            "Its mesh is not closed, so that what it displaces is not sure. Set how high it lies above the water instead."));
        }
    }

    private static Finding said(Severity severity, Prop prop, String title, String text) {
        return new Finding(severity, prop.name() + ": " + title, text, "", "", "", "", List.of());
    }
}
