package org.lumbrit.core.answers;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Names;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/**
 * Why a property has its value at one place: each drive with what its source measured there, every step's value, its
 * response, and what the property would be if this factor took no effect.
 */
public record WhyHere(
        double x,
        double y,
        double z,
        String property,
        String unit,
        double value,
        double weight,
        List<Factor> factors,
        List<Part> parts) {

    /**
     * A part of a result that is a sum, or what another layer has changed in it since.
     *
     * @param title in words; @param value in the result's unit, below 0 where it takes away; @param since whether another layer did it afterwards
     */
    public record Part(String title, double value, boolean since) {}

    /**
     * One drive.
     *
     * @param reading what the source measured: "6.3 m away"
     * @param value the falloff's value; @param response after the cell's curve
     * @param without the property's value if this factor took no effect
     * @param marked whether it is what keeps the property down: every factor at 0, or else the one whose loss raises it most
     */
    public record Factor(
            String falloff,
            String name,
            String reading,
            double value,
            double response,
            double without,
            boolean marked,
            List<Stage> stages) {
        private Factor mark() {
            return new Factor(falloff, name, reading, value, response, without, true, stages);
        }
    }

    /** A falloff's source or one of its steps, and the value there. */
    public record Stage(String title, double value, boolean skipped) {}

    /** @param samples one sample: a place on the ground, or a plant's foot with its identity */
    public static WhyHere at(SiteEvaluation evaluation, Layer layer, String property, Samples samples) {
        PropertyRange range = layer.properties().get(property);
        if (range == null) {
            return ofResult(evaluation, layer, property, samples);
        }
        List<Drive> drives = evaluation.plan().recipe().drivesOf(layer.id(), property);
        double[] responses = new double[drives.size()];
        List<Factor> factors = new ArrayList<>();
        for (int d = 0; d < responses.length; d++) {
            float value = evaluation.falloff(drives.get(d).falloff(), samples)[0];
            responses[d] = CurvePoint.curve(drives.get(d).curve()).at(value);
        }
        double weight = drives.isEmpty() ? 1 : fold(range, responses, -1);
        for (int d = 0; d < responses.length; d++) {
            double without = range.at(fold(range, responses, d));
            factors.add(factor(evaluation, drives.get(d).falloff(), responses[d], without, samples));
        }
        String unit = layer.offered().stream()
                .filter(offer -> offer.name().equals(property))
                .map(PropertyDescription::unit)
                .findFirst()
                .orElse("");
        return new WhyHere(
                samples.x()[0],
                samples.y()[0],
                samples.z()[0],
                property,
                unit,
                (float) range.at(weight),
                weight,
                mark(factors, range.at(weight)),
                List.of());
    }

    /** What a layer makes besides its properties: its value there, which no drive explains. */
    private static WhyHere ofResult(SiteEvaluation evaluation, Layer layer, String name, Samples samples) {
        Field field = layer.field(name).orElseThrow(() -> InvalidRecipeException.missing("property", name));
        return new WhyHere(
                samples.x()[0],
                samples.y()[0],
                samples.z()[0],
                name,
                field.unit(),
                evaluation.field(layer, name, samples)[0],
                1,
                List.of(),
                parts(evaluation, layer, name, samples));
    }

    private static List<Part> parts(SiteEvaluation evaluation, Layer layer, String name, Samples samples) {
        List<Part> parts = new ArrayList<>();
        layer.parts(name)
                .forEach((part, sign) -> parts.add(new Part(
                        layer.field(part).orElseThrow().title(),
                        sign * evaluation.field(layer, part, samples)[0],
                        false)));
        boolean lies = layer.lying().filter(stuff -> stuff.depth().equals(name)).isPresent();
        for (Layer other : evaluation.plan().recipe().layers()) {
            if (lies && !other.hidden() && other.seen().contains(Subject.PATCH)) {
                other.patch(evaluation.surroundings(other))
                        .map(patch -> patch.at(samples.x()[0], samples.z()[0]))
                        .filter(change -> Math.abs(change) > 1e-6)
                        .ifPresent(change -> parts.add(
                                new Part((change < 0 ? "pressed by " : "raised by ") + other.name(), change, true)));
            }
        }
        return parts;
    }

    private static double fold(PropertyRange range, double[] responses, int leftOut) {
        double weight = range.combine().start();
        for (int d = 0; d < responses.length; d++) {
            if (d != leftOut) {
                weight = range.combine().of(weight, responses[d]);
            }
        }
        return Smooth.clamp01(weight);
    }

    private static Factor factor(
            SiteEvaluation evaluation, String falloffId, double response, double without, Samples samples) {
        Falloff falloff = evaluation.plan().recipe().falloff(falloffId).orElseThrow();
        Names names = evaluation.plan().recipe().names();
        float[] measured = evaluation.measured(falloff.source(), samples);
        List<Stage> stages = new ArrayList<>();
        stages.add(new Stage(falloff.source().title(names), evaluation.stage(falloffId, 0, samples)[0], false));
        for (int s = 0; s < falloff.steps().size(); s++) {
            Step step = falloff.steps().get(s);
            stages.add(new Stage(step.title(names), evaluation.stage(falloffId, s + 1, samples)[0], step.skipped()));
        }
        return new Factor(
                falloffId,
                falloff.name(),
                falloff.source().reading(evaluation.scene(), samples, measured, 0),
                stages.get(stages.size() - 1).value(),
                response,
                without,
                false,
                stages);
    }

    private static List<Factor> mark(List<Factor> factors, double value) {
        if (factors.stream().anyMatch(factor -> factor.response() == 0)) {
            return factors.stream()
                    .map(factor -> factor.response() == 0 ? factor.mark() : factor)
                    .toList();
        }
        int most = -1;
        double rise = 1e-9;
        for (int i = 0; i < factors.size(); i++) {
            double gain = Math.abs(factors.get(i).without() - value);
            if (gain > rise) {
                most = i;
                rise = gain;
            }
        }
        List<Factor> marked = new ArrayList<>(factors);
        if (most >= 0) {
            marked.set(most, factors.get(most).mark());
        }
        return marked;
    }
}
