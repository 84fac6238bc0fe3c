package org.lumbrit.core.moving;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.ResultKind;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.motion.Cloth;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.PushLoop;
import org.lumbrit.core.motion.Pushing;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.motion.Swaying;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;

/** Props that a wind pushes: how far their vertices go, and whether they stay sound. */
public final class Pushes {
    private static final ResultKind<Waves> WAVES = ResultKind.of("push loop/2", Waves.class);

    private final SiteFrames site;
    private final SiteEvaluation still;
    private final Results results;
    private final Cancel cancel;
    private final Frames frames;

    Pushes(SiteFrames site) {
        this.site = site;
        this.still = site.still;
        this.results = site.results;
        this.cancel = site.cancel;
        this.frames = site.frames;
    }

    /** How far the vertices of a prop are pushed along their normals, in each frame where it is then. */
    public PushLoop pushed(PushLayer push) {
        String key = WAVES.begin().add(still.plan().motionKey(push)).key();
        KeptBlocks blocks = new KeptBlocks(
                results, cancel, key, shared -> waves(push, shared).steps());
        Waves waves = results.get(WAVES.key(key), cancel, shared -> {
            PushLoop made = waves(push, shared);
            blocks.keep(made.steps(), shared);
            return new Waves(made.vertices(), made.metres(), made.seam(), made.drift());
        });
        return new PushLoop(
                frames,
                waves.vertices,
                blocks.blocks(waves.vertices, frames.count()),
                waves.metres,
                waves.seam,
                waves.drift);
    }

    /** A {@link PushLoop} without its blocks. */
    private record Waves(int vertices, double metres, SwayLoop.Seam seam, double drift) implements Results.Weighted {
        @Override
        public long bytes() {
            return 64;
        }
    }

    private PushLoop waves(PushLayer push, Cancel shared) {
        boolean carried = still.plan()
                .written()
                .moves(still.plan().recipe().prop(push.prop()).orElseThrow());
        Samples vertices = still.samples(still.placed(push.prop()));
        site.require(vertices.count());
        Function<SiteEvaluation, Samples> there = then -> carried ? then.samples(then.placed(push.prop())) : vertices;
        Swaying.ByFrame driven = site.byFrame(
                push,
                List.of(PushLayer.STRENGTH, PushLayer.MASK),
                (then, property) ->
                        then.on(push.prop()).property(SiteFrames.layerAt(then, push), property, there.apply(then)));
        Pushing pushing = new Pushing(push, (WindLayer) SiteFrames.layerAt(still, push.wind()), frames);
        double most = site.mostOf(push, PushLayer.STRENGTH) * site.mostOf(push, PushLayer.MASK) * push.limit();
        return PushLoop.of(frames, vertices.count(), most, frame -> {
            shared.check();
            Samples now = carried ? there.apply(still.at(frames.time(frame))) : vertices;
            float[] waves = pushing.waves(now, frames.time(frame), shared);
            float[][] weights = driven.at(frame);
            for (int v = 0; v < waves.length; v++) {
                waves[v] *= weights[0][v] * weights[1][v];
            }
            return waves;
        });
    }

    /** Whether a pushed prop stays sound: where it passes through itself, and how strong a push would not. */
    public Optional<Cloth.Fault> fault(PushLayer push) {
        PushLoop loop = pushed(push);
        String key = new KeyBuilder("cloth/1").add(still.plan().motionKey(push)).key();
        Cloth.Fault fault = results.get(key, cancel, shared -> {
            Mesh rest = standing(push.prop());
            return new Cloth(rest, loop, shared).fault().orElse(SOUND);
        });
        return fault.pairs() < 0 ? Optional.empty() : Optional.of(fault);
    }

    private static final Cloth.Fault SOUND = new Cloth.Fault(0, -1, 0, 0, 0, 0, 1);

    /** A prop's mesh where it stands at time 0, in the place's space. */
    public Mesh standing(String prop) {
        PlacedMesh placed = still.placed(prop);
        Samples vertices = still.samples(placed);
        float[] p = new float[3 * vertices.count()];
        float[] n = new float[p.length];
        for (int v = 0; v < vertices.count(); v++) {
            p[3 * v] = (float) vertices.x()[v];
            p[3 * v + 1] = (float) vertices.y()[v];
            p[3 * v + 2] = (float) vertices.z()[v];
            n[3 * v] = vertices.nx()[v];
            n[3 * v + 1] = vertices.ny()[v];
            n[3 * v + 2] = vertices.nz()[v];
        }
        return new Mesh(p, n, placed.mesh().triangles(), placed.key());
    }
}
