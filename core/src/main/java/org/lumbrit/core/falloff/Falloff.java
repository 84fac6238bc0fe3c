package org.lumbrit.core.falloff;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/** A named value over space: a source and the steps that reshape it, in order. */
public record Falloff(@Apart String id, @Apart String name, Source source, List<Step> steps, List<Limit> limits) {
    public Falloff {
        steps = List.copyOf(steps);
        limits = List.copyOf(limits);
    }

    public Falloff(String id, String name, Source source, List<Step> steps) {
        this(id, name, source, steps, List.of());
    }

    /** Where another falloff is 0 the step changes nothing, where it is 1 all: v + w·(step(v) − v). */
    public record Limit(
            String step,

            @Setting(title = "limited by", refers = Refers.FALLOFF)
            String by) {}

    /** The falloff that limits a step. */
    public Optional<String> limitOf(String stepId) {
        return limits.stream()
                .filter(limit -> limit.step().equals(stepId))
                .map(Limit::by)
                .findFirst();
    }

    /** The same with a step limited by another falloff, or by none. */
    public Falloff limited(String stepId, Optional<String> by) {
        List<Limit> changed = new ArrayList<>(limits);
        changed.removeIf(limit -> limit.step().equals(stepId));
        by.ifPresent(other -> changed.add(new Limit(stepId, other)));
        return new Falloff(id, name, source, steps, changed);
    }

    /** One of its steps by its id. */
    public Optional<Step> step(String stepId) {
        return steps.stream().filter(step -> step.id().equals(stepId)).findFirst();
    }

    /** The same with other steps; limits of steps that are gone go with them. */
    public Falloff withSteps(List<Step> newSteps) {
        Set<String> present = new LinkedHashSet<>();
        newSteps.forEach(step -> present.add(step.id()));
        List<Limit> kept =
                limits.stream().filter(limit -> present.contains(limit.step())).toList();
        return new Falloff(id, name, source, newSteps, kept);
    }

    /** The same from another source. */
    public Falloff withSource(Source newSource) {
        return new Falloff(id, name, newSource, steps, limits);
    }

    /** The same under another name. */
    public Falloff renamed(String newName) {
        return new Falloff(id, newName, source, steps, limits);
    }

    /** The same with one step taken out. */
    public Falloff without(String stepId) {
        List<Step> kept = new ArrayList<>(steps);
        kept.removeIf(step -> step.id().equals(stepId));
        return withSteps(kept);
    }
}
