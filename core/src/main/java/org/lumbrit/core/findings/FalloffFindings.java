package org.lumbrit.core.findings;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.falloff.ClampStep;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.Remark;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Finding.Severity;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/** What is probably not meant in the falloffs of a site. */
public final class FalloffFindings {
    private static final float NOTHING = 1e-6f;

    private final SiteEvaluation evaluation;
    private final Samples samples;
    private final List<Finding> found = new ArrayList<>();

    private FalloffFindings(SiteEvaluation evaluation, Samples samples) {
        this.evaluation = evaluation;
        this.samples = samples;
    }

    /** @param samples where values are looked at: the lattice of the views */
    public static List<Finding> of(SiteEvaluation evaluation, Samples samples) {
        FalloffFindings findings = new FalloffFindings(evaluation, samples);
        evaluation.plan().recipe().falloffs().forEach(findings::look);
        return findings.found;
    }

    private void look(Falloff falloff) {
        for (Remark remark : falloff.source().remarks(evaluation.scene())) {
            add(
                    Severity.WARNING,
                    falloff,
                    "",
                    remark.title(),
                    remark.text(),
                    remark.remedy(),
                    new FalloffEdit.SetSource(falloff.id(), remark.better()));
        }
        order(falloff);
        unused(falloff);
        if (evaluation.plan().domain(falloff.id()) == Domain.PLACE && readOnGround(falloff.id(), new HashSet<>())) {
            values(falloff);
        }
    }

    /** Whether its values on the ground count: where it drives covers of props alone they say nothing. */
    private boolean readOnGround(String id, Set<String> seen) {
        Recipe recipe = evaluation.plan().recipe();
        List<Drive> drives = recipe.drives().stream()
                .filter(drive -> drive.falloff().equals(id))
                .toList();
        List<String> users = recipe.falloffs().stream()
                .filter(each -> References.of(each, Refers.FALLOFF).contains(id))
                .map(Falloff::id)
                .toList();
        return drives.isEmpty() && users.isEmpty()
                || drives.stream()
                        .anyMatch(drive ->
                                recipe.layer(drive.layer()).orElseThrow().liesOnGround())
                || users.stream().anyMatch(user -> seen.add(user) && readOnGround(user, seen));
    }

    private void add(
            Severity severity, Falloff falloff, String step, String title, String text, String remedy, Edit... edits) {
        found.add(new Finding(
                severity, falloff.name() + ": " + title, text, falloff.id(), step, "", remedy, List.of(edits)));
    }

    private void order(Falloff falloff) {
        int contrast = -1;
        for (int s = 0; s < falloff.steps().size(); s++) {
            Step step = falloff.steps().get(s);
            if (step instanceof ContrastStep raised && !step.skipped() && raised.power() != 1) {
                contrast = s;
            } else if (step instanceof InvertStep && !step.skipped() && contrast >= 0) {
                double power = ((ContrastStep) falloff.steps().get(contrast)).power();
                add(
                        Severity.NOTE,
                        falloff,
                        step.id(),
                        "inverted after contrast",
                        "Step " + (s + 1) + " inverts after the contrast of step " + (contrast + 1)
                                + ". A middle value of 0.5 becomes " + number(1 - StrictMath.pow(0.5, power))
                                + "; inverted first it would become " + number(StrictMath.pow(0.5, power)) + ".",
                        "Invert first",
                        new FalloffEdit.MoveStep(falloff.id(), step.id(), contrast));
                return;
            }
        }
    }

    private void unused(Falloff falloff) {
        Recipe recipe = evaluation.plan().recipe();
        boolean drives =
                recipe.drives().stream().anyMatch(drive -> drive.falloff().equals(falloff.id()));
        boolean used = recipe.falloffs().stream()
                .anyMatch(each -> References.of(each, Refers.FALLOFF).contains(falloff.id()));
        if (!drives && !used) {
            add(
                    Severity.NOTE,
                    falloff,
                    "",
                    "nothing driven",
                    "It drives no property and no other falloff uses it. Click a cell of its column on the board to let it drive one.",
                    "Delete it",
                    new FalloffEdit.Remove(falloff.id()));
        }
    }

    private void values(Falloff falloff) {
        int last = falloff.steps().size();
        boolean flat = flat(falloff, 0, evaluation.extremes(falloff.id(), 0, samples), false);
        for (int s = 1; s <= last; s++) {
            Step step = falloff.steps().get(s - 1);
            if (!step.skipped()) {
                float[] extremes = evaluation.extremes(falloff.id(), s, samples);
                idle(falloff, step, s, extremes[2]);
                flat = flat(falloff, s, extremes, flat);
            }
        }
        beyond(falloff, evaluation.extremes(falloff.id(), last, samples));
    }

    private void idle(Falloff falloff, Step step, int stage, float most) {
        if (most < NOTHING) {
            add(
                    Severity.NOTE,
                    falloff,
                    step.id(),
                    "a step without effect",
                    "Step " + stage + " (" + title(step) + ") changes no value of the ground by more than 0.000001.",
                    "Delete the step",
                    new FalloffEdit.RemoveStep(falloff.id(), step.id()));
        }
    }

    /** Says where everything first becomes 0 or 1; once is enough. */
    private boolean flat(Falloff falloff, int stage, float[] range, boolean known) {
        boolean flat = range[1] <= 0 || range[0] >= 1;
        if (flat && !known && !beyondRepair(falloff, stage)) {
            String where = stage == 0 ? "Its source is " : "From step " + stage + " on it is ";
            String what = range[1] <= 0 ? "0 everywhere" : "1 everywhere";
            Edit[] remedy = {};
            String words = "";
            if (stage > 0) {
                Step step = falloff.steps().get(stage - 1);
                remedy = new Edit[] {
                    new FalloffEdit.SetStep(falloff.id(), (Step) Kinds.with((Record) step, "skipped", true))
                };
                words = "Skip the step";
            }
            add(
                    Severity.WARNING,
                    falloff,
                    stage == 0 ? "" : falloff.steps().get(stage - 1).id(),
                    "all " + (range[1] <= 0 ? 0 : 1),
                    where + what + " on the ground: the values lie between " + number(range[0]) + " and "
                            + number(range[1]) + ".",
                    words,
                    remedy);
        }
        return flat || known;
    }

    /** An empty brush, or a clock, is the same everywhere by its nature; a source that made a remark has said enough. */
    private boolean beyondRepair(Falloff falloff, int stage) {
        return stage == 0
                && (falloff.source().readsTime()
                        || !falloff.source().remarks(evaluation.scene()).isEmpty());
    }

    private void beyond(Falloff falloff, float[] range) {
        if (range[0] >= -NOTHING && range[1] <= 1 + NOTHING) {
            return;
        }
        String id = freeId(falloff);
        add(
                Severity.WARNING,
                falloff,
                "",
                "beyond its range",
                "Its result runs from " + number(range[0]) + " to " + number(range[1])
                        + ", and nothing clamps it to 0 … 1.",
                "Add a clamp",
                new FalloffEdit.AddStep(
                        falloff.id(),
                        new ClampStep(id, false, 0, 1),
                        falloff.steps().size()));
    }

    /** An id that no step of the falloff has. */
    static String freeId(Falloff falloff) {
        int n = falloff.steps().size() + 1;
        while (falloff.step("s" + n).isPresent()) {
            n++;
        }
        return "s" + n;
    }

    private static String title(Step step) {
        return Kinds.of((Record) step).title().toLowerCase(java.util.Locale.ROOT);
    }

    private static String number(double v) {
        return Decimal.write(v, 3);
    }
}
