package org.lumbrit.core.falloff;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A named value over space: a source and the steps that reshape it, in order. */
public record Falloff(String id, String name, Source source, List<Step> steps) {
    public Falloff {
        steps = List.copyOf(steps);
    }

    /** The falloffs that steps of this one combine with, skipped steps included. */
    public Set<String> uses() {
        Set<String> ids = new LinkedHashSet<>();
        steps.forEach(step -> step.other().ifPresent(ids::add));
        return ids;
    }

    public Optional<Step> step(String stepId) {
        return steps.stream().filter(step -> step.id().equals(stepId)).findFirst();
    }

    public Falloff withSteps(List<Step> newSteps) {
        return new Falloff(id, name, source, newSteps);
    }

    public Falloff withSource(Source newSource) {
        return new Falloff(id, name, newSource, steps);
    }

    public Falloff renamed(String newName) {
        return new Falloff(id, newName, source, steps);
    }

    /** The same with one step taken out. */
    public Falloff without(String stepId) {
        List<Step> kept = new ArrayList<>(steps);
        kept.removeIf(step -> step.id().equals(stepId));
        return withSteps(kept);
    }
}
