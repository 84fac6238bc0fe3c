package org.lumbrit.core.findings;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.edit.DriveEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.motion.Blowing;
import org.lumbrit.core.motion.Cloth;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.PushLoop;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.moving.LoopFits;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Finding.Severity;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;

/** What is probably not meant in what moves. */
public final class MotionFindings {
    /** From this on all plants swing as one. */
    private static final double IN_STEP = 0.9;

    private final Recipe recipe;
    private final SiteMotion motion;
    private final List<Finding> found = new ArrayList<>();

    private MotionFindings(Recipe recipe, SiteMotion motion) {
        this.recipe = recipe;
        this.motion = motion;
    }

    /** From the settings alone: quick. */
    public static List<Finding> ofSettings(Recipe recipe, SiteMotion motion) {
        MotionFindings findings = new MotionFindings(recipe, motion);
        LoopFits.of(recipe).stream()
                // falloffs speak for themselves
                .filter(proposal ->
                        !proposal.layer().isEmpty() || proposal.falloff().isEmpty())
                .forEach(findings::misfit);
        SwayLayer.shown(recipe).forEach(findings::root);
        return findings.found;
    }

    /** From the motion itself over all frames, which is computed for it. */
    public static List<Finding> ofMotion(Recipe recipe, SiteMotion motion) {
        MotionFindings findings = new MotionFindings(recipe, motion);
        PushLayer.shown(recipe).forEach(findings::push);
        return findings.found;
    }

    /** @param seam of the air over the ground */
    public static List<Finding> ofWind(Recipe recipe, SiteMotion motion, WindLayer wind, SwayLoop.Seam seam) {
        MotionFindings findings = new MotionFindings(recipe, motion);
        findings.seam(wind, seam);
        return findings.found;
    }

    /** @param loop the swings of the sway's plants, or of an even part of them */
    public static List<Finding> ofSway(Recipe recipe, SiteMotion motion, SwayLayer sway, SwayLoop loop) {
        MotionFindings findings = new MotionFindings(recipe, motion);
        findings.seam(sway, loop.seam());
        findings.step(sway, loop);
        return findings.found;
    }

    private void add(Severity severity, Layer layer, String title, String text, String remedy, Edit edit) {
        add(severity, layer, title, text, remedy, List.of(edit));
    }

    private void add(Severity severity, Layer layer, String title, String text, String remedy, List<Edit> edits) {
        found.add(new Finding(severity, layer.name() + ": " + title, text, "", "", layer.id(), remedy, edits));
    }

    private void misfit(LoopFits.Proposal proposal) {
        LoopFits.Option first = proposal.options().get(0);
        found.add(new Finding(
                Severity.WARNING,
                proposal.title() + ": speed × loop is not whole",
                proposal.text() + " So the last frame does not meet the first.",
                proposal.falloff(),
                "",
                proposal.layer(),
                "Make it " + first.words(),
                List.of(first.edit())));
    }

    private void root(SwayLayer sway) {
        if (!sway.way().equals(SwayLayer.Way.BEND)) {
            return;
        }
        float foot = motion.bends().maskOfFirst(sway)[0];
        if (foot <= 1e-4) {
            return;
        }
        List<Edit> remedy = new ArrayList<>();
        recipe.drivesOf(sway.id(), SwayLayer.MASK)
                .forEach(drive -> remedy.add(new DriveEdit.Remove(sway.id(), SwayLayer.MASK, drive.falloff())));
        PropertyRange range = sway.properties().get(SwayLayer.MASK);
        if (range.low() != 0) {
            remedy.add(new LayerEdit.SetProperty(
                    sway.id(), SwayLayer.MASK, new PropertyRange(0, Math.max(range.high(), 1e-3), range.combine())));
        }
        add(
                Severity.WARNING,
                sway,
                "root not still",
                "Its mask is " + Decimal.write(foot, 3) + " at the foot, so plants slide on the ground; 0 holds them.",
                "Let the mask rise from 0 at the foot",
                remedy);
    }

    private void seam(Layer layer, SwayLoop.Seam seam) {
        if (!motion.frames().periodic() || !seam.seen()) {
            return;
        }
        List<Edit> all = LoopFits.all(recipe);
        add(
                Severity.WARNING,
                layer,
                "a seam in the loop",
                "From the last frame to the first it jumps " + times(seam.ratio())
                        + " as far as anywhere inside the loop.",
                all.isEmpty() ? "" : "Make every motion loop",
                all);
    }

    private static String times(double ratio) {
        return Double.isInfinite(ratio) ? "incomparably" : Decimal.write(ratio, 2) + " times";
    }

    private void step(SwayLayer sway, SwayLoop loop) {
        WindLayer wind = motion.windOf(sway);
        // what follows a pointer is meant to turn together
        if (loop.plants() < 10 || loop.together() < IN_STEP || wind.blows() instanceof Blowing.Pointer) {
            return;
        }
        double better = wind.gustLength() / 4;
        add(
                Severity.WARNING,
                sway,
                "everything in step",
                Decimal.write(100 * loop.together(), 0)
                        + " % of the swinging is the same in all plants at once. Shorter gusts reach one after the other.",
                "Make gusts " + Decimal.write(better, 2) + " m long",
                new LayerEdit.Set(Kinds.with(wind, "gustLength", better)));
    }

    private void push(PushLayer push) {
        PushLoop loop = motion.pushes().pushed(push);
        seam(push, loop.seam());
        PropertyRange strength = push.properties().get(PushLayer.STRENGTH);
        if (push.sides() == PushLayer.Sides.ONE && loop.drift() > 0.02 * strength.most() && loop.drift() > 0) {
            add(
                    Severity.NOTE,
                    push,
                    "drift",
                    "Pushed to one side only, it stands off its place by up to " + Decimal.write(loop.drift() * 100, 1)
                            + " cm on the average of the loop.",
                    "Push to both sides",
                    new LayerEdit.Set(Kinds.with(push, "sides", PushLayer.Sides.TWO)));
        }
        motion.pushes().fault(push).ifPresent(fault -> fault(push, fault, strength));
    }

    private void fault(PushLayer push, Cloth.Fault fault, PropertyRange strength) {
        String place = "x " + Decimal.write(fault.x(), 2) + ", y " + Decimal.write(fault.y(), 2) + ", z "
                + Decimal.write(fault.z(), 2) + " m";
        String what = fault.pairs() > 0
                ? "In frame " + fault.frame() + " " + fault.pairs() + " pairs of its triangles cross, the first near "
                        + place + "."
                : "In frame " + fault.frame() + " a facet near " + place + " turns by more than 90°.";
        double low = strength.low() * fault.free();
        double high = strength.high() * fault.free();
        add(
                Severity.WARNING,
                push,
                "it passes through itself",
                what + " Looked at in " + fault.moments() + " moments of the loop; free of it up to a strength of "
                        + Decimal.write(high, 3) + " m.",
                "Push " + Decimal.write(high, 3) + " m",
                new LayerEdit.SetProperty(
                        push.id(), PushLayer.STRENGTH, new PropertyRange(low, high, strength.combine())));
    }
}
