package org.lumbrit.core.answers;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleFunction;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.falloff.ClampStep;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/**
 * Solves a setting for a wanted outcome: the share of the true surface where a falloff is at least ½, by moving its last window
 * (quantiles, then bisection), or the number of plants of a cover, by the high end of its density.
 */
public final class Aim {
    /** How near a share counts as met. */
    public static final double SHARE = 0.005;

    /** How near a count counts as met, as a share of it. */
    public static final double COUNT = 0.005;

    private static final int PROBES = 17;
    private static final int HALVINGS = 40;

    private Aim() {}

    /**
     * What came out.
     *
     * @param setting what was solved, in words; @param value of that setting
     * @param reached the share or the count; @param met whether it is near enough
     * @param text the answer as a sentence
     * @param edits what sets it
     */
    public record Solved(String setting, double value, double reached, boolean met, String text, List<Edit> edits) {}

    /** One try: the setting and what it gives. */
    private record Try(double value, double outcome) {}

    /**
     * @param share 0..1
     * @throws InvalidRecipeException where the share is none, or the falloff has a value for each plant and none for the ground
     */
    public static Solved covers(SiteEvaluation evaluation, Results results, Cancel cancel, String id, double share) {
        requireShare(share);
        Recipe recipe = evaluation.plan().recipe();
        Falloff falloff = recipe.falloff(id).orElseThrow(() -> InvalidRecipeException.missing("falloff", id));
        if (evaluation.plan().domain(id) != Domain.PLACE) {
            throw new InvalidRecipeException(
                    List.of(
                            new InvalidRecipeException.Problem(
                                    "falloff",
                                    "“" + falloff.name()
                                            + "” has a value for each plant and covers no ground; choose one that varies over the place.")));
        }
        Samples samples = evaluation.samples(evaluation.plan().lattice());
        float[] areas = evaluation.plan().lattice().areas(samples);
        int at = lastWindow(falloff);
        float[] before = at >= 0
                ? evaluation.stage(id, at, samples)
                : evaluation.stage(id, falloff.steps().size(), samples);
        float least = Float.POSITIVE_INFINITY;
        float most = Float.NEGATIVE_INFINITY;
        for (float v : before) {
            least = Math.min(least, v);
            most = Math.max(most, v);
        }
        double width =
                at >= 0 ? window(falloff, at).high() - window(falloff, at).low() : 0.2 * (most - least);
        DoubleFunction<List<Edit>> edits = low -> edits(falloff, at, low, low + width);
        ToDoubleFunction<List<Edit>> outcome = tried -> {
            Recipe changed = recipe;
            for (Edit edit : tried) {
                changed = edit.apply(changed);
            }
            SiteEvaluation other = new SiteEvaluation(evaluation.plan().of(changed), results, cancel);
            return Summary.of(other.falloff(id, samples), areas, 0.5).covered();
        };
        double reach = Math.abs(width) + 1e-3 * (most - least) + 1e-9;
        Try best = search(
                least - width / 2 - reach,
                most - width / 2 + reach,
                share,
                value -> outcome.applyAsDouble(edits.apply(value)));
        boolean met = Math.abs(best.outcome() - share) <= SHARE;
        String setting = "the low end of the window";
        return new Solved(
                setting,
                best.value(),
                best.outcome(),
                met,
                (met ? "" : "It cannot be met; the nearest is this. ") + "A window from "
                        + Decimal.write(best.value(), 4) + " to " + Decimal.write(best.value() + width, 4) + " covers "
                        + Decimal.write(100 * best.outcome(), 1) + " % of the ground.",
                edits.apply(best.value()));
    }

    private static void requireShare(double share) {
        if (!(share >= 0 && share <= 1)) {
            String said = Double.isFinite(share) ? Decimal.write(100 * share, 2) : String.valueOf(share);
            throw new InvalidRecipeException(
                    "share", "A share of the ground lies from 0 to 100 %, not " + said + " %.");
        }
    }

    private static WindowStep window(Falloff falloff, int at) {
        return (WindowStep) falloff.steps().get(at);
    }

    private static int lastWindow(Falloff falloff) {
        for (int s = falloff.steps().size() - 1; s >= 0; s--) {
            if (falloff.steps().get(s) instanceof WindowStep window && !window.skipped()) {
                return s;
            }
        }
        return -1;
    }

    /** Moves the window, or puts one and a clamp at the end. */
    private static List<Edit> edits(Falloff falloff, int at, double low, double high) {
        if (at >= 0) {
            WindowStep old = window(falloff, at);
            return List.of(new FalloffEdit.SetStep(
                    falloff.id(), new WindowStep(old.id(), false, rounded(low), rounded(high))));
        }
        int end = falloff.steps().size();
        List<Edit> edits = new ArrayList<>();
        List<Step> steps = List.of(
                new WindowStep(free(falloff, "aim-window"), false, rounded(low), rounded(high)),
                new ClampStep(free(falloff, "aim-clamp"), false, 0, 1));
        for (Step step : steps) {
            edits.add(new FalloffEdit.AddStep(falloff.id(), step, end++));
        }
        return edits;
    }

    private static String free(Falloff falloff, String wanted) {
        String id = wanted;
        for (int n = 2; falloff.step(id).isPresent(); n++) {
            id = wanted + "-" + n;
        }
        return id;
    }

    /** To seven places, as settings are kept. */
    static double rounded(double v) {
        return Math.rint(v * 1e7) / 1e7;
    }

    /** Solves the high end of a cover's density for a number of plants. */
    public static Solved plants(SiteEvaluation evaluation, Results results, Cancel cancel, String id, int wanted) {
        Density density = new Density(evaluation, results, cancel, id);
        Try best = density.solve(wanted, COUNT * wanted, plants -> (double) plants.count());
        boolean met = Math.abs(best.outcome() - wanted) <= COUNT * wanted;
        return density.solved(best, met, (long) best.outcome() + " plants");
    }

    /**
     * Solves the high end of a cover's density for a share of the ground under its plants, each a disc as wide as it.
     *
     * @param share 0..1
     */
    public static Solved shade(SiteEvaluation evaluation, Results results, Cancel cancel, String id, double share) {
        requireShare(share);
        Density density = new Density(evaluation, results, cancel, id);
        Canopy canopy = new Canopy(evaluation.plan().ground());
        Try best = density.solve(share, SHARE, canopy::share);
        boolean met = Math.abs(best.outcome() - share) <= SHARE;
        return density.solved(best, met, Decimal.write(100 * best.outcome(), 1) + " % of the ground under its plants");
    }

    /** The high end of a cover's density as what is solved. */
    private record Density(SiteEvaluation evaluation, Results results, Cancel cancel, String id) {
        CoverLayer cover() {
            return evaluation
                    .plan()
                    .recipe()
                    .layer(id, CoverLayer.class)
                    .orElseThrow(() -> InvalidRecipeException.missing("cover", id));
        }

        Edit edit(double high) {
            PropertyRange range = cover().range(CoverLayer.DENSITY);
            return new LayerEdit.SetProperty(
                    id, CoverLayer.DENSITY, new PropertyRange(Math.min(range.low(), high), high, range.combine()));
        }

        Try solve(double wish, double near, ToDoubleFunction<Plants> outcome) {
            double most = cover().offered().get(0).max();
            DoubleFunction<Double> at = high -> {
                Recipe changed = edit(high).apply(evaluation.plan().recipe());
                SiteEvaluation other = new SiteEvaluation(evaluation.plan().of(changed), results, cancel);
                return outcome.applyAsDouble(
                        other.plants((CoverLayer) changed.layer(id).orElseThrow()));
            };
            return rising(Math.max(cover().range(CoverLayer.DENSITY).high(), 1e-3), most, wish, 0.1 * near, at);
        }

        Solved solved(Try best, boolean met, String reached) {
            return new Solved(
                    "the high end of density",
                    best.value(),
                    best.outcome(),
                    met,
                    (met ? "" : "It cannot be met; the nearest is this. ") + "A density of up to "
                            + Decimal.write(best.value(), 4) + " /m² gives " + reached + ".",
                    List.of(edit(best.value())));
        }
    }

    /** For an outcome that never falls as the setting rises: brackets from where it stands, then halves. */
    private static Try rising(double start, double most, double wish, double near, DoubleFunction<Double> outcome) {
        double low = 0;
        double high = start;
        double atHigh = outcome.apply(high);
        Try best = new Try(high, atHigh);
        double before = -1;
        while (atHigh < wish && high < most) {
            if (atHigh == before && high > 64 * start) {
                return best;
            }
            before = atHigh;
            low = high;
            high = Math.min(
                    most, high * Math.min(8, Math.max(1.3, 1.2 * wish / Math.max(Math.min(1, wish / 4), atHigh))));
            atHigh = outcome.apply(high);
            best = nearer(best, new Try(high, atHigh), wish);
        }
        for (int i = 0; i < HALVINGS && Math.abs(best.outcome() - wish) > near; i++) {
            double middle = (low + high) / 2;
            Try tried = new Try(middle, outcome.apply(middle));
            best = nearer(best, tried, wish);
            if (tried.outcome() < wish) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return best;
    }

    /** For any continuous outcome: looks over the range, then halves where the wish lies between two neighbours. */
    private static Try search(double from, double to, double wish, DoubleFunction<Double> outcome) {
        Try best = null;
        Try before = null;
        for (int i = 0; i < PROBES; i++) {
            double value = from + (to - from) * i / (PROBES - 1);
            Try now = new Try(value, outcome.apply(value));
            best = best == null ? now : nearer(best, now, wish);
            if (before != null && (before.outcome() - wish) * (now.outcome() - wish) <= 0) {
                best = nearer(best, halve(before, now, wish, outcome), wish);
                if (Math.abs(best.outcome() - wish) <= SHARE / 10) {
                    return best;
                }
            }
            before = now;
        }
        return best;
    }

    private static Try halve(Try a, Try b, double wish, DoubleFunction<Double> outcome) {
        Try left = a;
        Try right = b;
        Try best = nearer(a, b, wish);
        for (int i = 0; i < HALVINGS && Math.abs(best.outcome() - wish) > SHARE / 50; i++) {
            double middle = (left.value() + right.value()) / 2;
            Try tried = new Try(middle, outcome.apply(middle));
            best = nearer(best, tried, wish);
            if ((left.outcome() - wish) * (tried.outcome() - wish) <= 0) {
                right = tried;
            } else {
                left = tried;
            }
        }
        return best;
    }

    private static Try nearer(Try a, Try b, double wish) {
        return Math.abs(b.outcome() - wish) < Math.abs(a.outcome() - wish) ? b : a;
    }
}
