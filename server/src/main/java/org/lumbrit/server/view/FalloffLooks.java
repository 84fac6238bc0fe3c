package org.lumbrit.server.view;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.answers.Summary;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.server.view.Look.Seen;
import org.lumbrit.server.view.Manifest.FalloffView;
import org.lumbrit.server.view.Manifest.StageView;

/** Falloffs in a view: a picture and a summary of each stage. */
final class FalloffLooks {
    private static final float[] EVEN = new float[64];

    static {
        java.util.Arrays.fill(EVEN, 1);
    }

    private final Look look;

    FalloffLooks(Look look) {
        this.look = look;
    }

    List<FalloffView> falloffs(ViewRequest request) {
        List<FalloffView> views = new ArrayList<>();
        for (Falloff falloff : look.recipe.falloffs()) {
            int last = falloff.steps().size();
            boolean chosen = falloff.id().equals(request.falloff());
            List<StageView> stages = new ArrayList<>();
            for (int stage = chosen ? 0 : last; stage <= last; stage++) {
                stages.add(stage(falloff, stage));
            }
            views.add(new FalloffView(falloff.id(), falloff.name(), look.perPlant(falloff), stages));
        }
        return views;
    }

    private StageView stage(Falloff falloff, int stage) {
        String title = stage == 0
                ? falloff.source().title(look.recipe.names())
                : falloff.steps().get(stage - 1).title(look.recipe.names());
        Seen seen = look.seenFor(falloff.id(), "");
        String stageKey = seen.now().plan().stageKey(falloff.id(), stage);
        if (look.evaluation.plan().domain(falloff.id()) == Domain.ALONG) {
            float[] values = look.now.stage(falloff.id(), stage, ribbonSamples());
            String picture = look.kept(Look.key("ribbon/1", stageKey), shared -> Binaries.ribbon(values));
            return new StageView(stage, title, picture, Summary.of(values, EVEN, 0.5));
        }
        if (look.perPlant(falloff)) {
            float[] values = look.now.stage(falloff.id(), stage, swatchSamples());
            String picture = look.kept(Look.key("swatches/1", stageKey), shared -> Binaries.swatches(values));
            return new StageView(stage, title, picture, Summary.of(values, EVEN, 0.5));
        }
        float[] values = seen.now().stage(falloff.id(), stage, seen.samples());
        String both = Look.key(stageKey, seen.lattice().key());
        String picture = look.kept(Look.key("picture/1", both), shared -> Binaries.picture(seen.lattice(), values));
        return new StageView(stage, title, picture, look.summary(both, values, seen.areas(), 0.5));
    }

    /** From the foot of one plant, 1 m tall in the middle of the ground, to its tip. */
    private Samples ribbonSamples() {
        Samples ribbon = Samples.allocateAlong(Samples.NOT_KEPT, EVEN.length);
        for (int i = 0; i < EVEN.length; i++) {
            ribbon.along()[i] = (float) i / (EVEN.length - 1);
            ribbon.y()[i] = ribbon.along()[i];
            ribbon.ny()[i] = 1;
        }
        return ribbon;
    }

    private Samples swatchSamples() {
        return look.samples.pick(
                Look.key("swatch look.samples", look.lattice.key()),
                java.util.stream.IntStream.range(0, 64).toArray());
    }
}
