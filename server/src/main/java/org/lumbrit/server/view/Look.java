package org.lumbrit.server.view;

import java.util.List;
import java.util.Optional;
import org.lumbrit.core.answers.Summary;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.light.Daylight;
import org.lumbrit.core.light.SunPosition;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Once;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.OpenLight;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.server.results.KeptResults;
import org.lumbrit.server.view.SubjectView.GroundSubject;
import org.lumbrit.server.view.SubjectView.WaterSubject;

/** One evaluation of one view: what is looked at, and on which ground. */
final class Look {
    /** Of the site's longer side: what lies no deeper on the mean takes hardly any of the sky away. */
    private static final double HARDLY = 0.003;

    final SiteEvaluation evaluation;
    final SiteEvaluation now;
    final Cancel cancel;
    final Recipe recipe;
    final KeptResults results;
    final Lattice lattice;
    final Samples samples;
    /** Whether the ground is coarser than the recipe asks for. */
    private final boolean draft;
    /** What the first layer says that lights the site as it is now; none where none does. */
    private final Optional<Daylight> daylight;

    private final Once<String, Seen> grounds = new Once<>();
    private final Once<String, Ground> underSky = new Once<>();

    /**
     * A ground that values are looked at on.
     *
     * @param title in words
     */
    record Seen(
            SiteEvaluation still, SiteEvaluation now, Lattice lattice, Samples samples, float[] areas, String title) {}

    /** @param evaluation at time 0, which covers read; @param now at the time that is looked at */
    Look(SiteEvaluation evaluation, SiteEvaluation now, boolean draft, KeptResults results, Cancel cancel) {
        this.evaluation = evaluation;
        this.now = now;
        this.draft = draft;
        this.daylight = now.plan().recipe().daylight();
        this.results = results;
        this.cancel = cancel;
        this.recipe = evaluation.plan().recipe();
        Seen finished = seenBy("");
        this.lattice = finished.lattice;
        this.samples = finished.samples;
    }

    /** The ground that a layer sees; "" for the finished one. */
    Seen seenBy(String layerId) {
        boolean below = evaluation.plan().relief(layerId).isPresent();
        return grounds.get(below ? layerId : "", id -> {
            SiteEvaluation still = below ? evaluation.seenBy(id) : evaluation;
            SiteEvaluation seenNow = below ? still : now;
            Lattice nodes = still.plan().ground().lattice(ViewService.VIEW_NODES);
            Samples all = still.samples(nodes);
            float[] areas = results.get(key("areas", nodes.key()), cancel, shared -> nodes.areas(all));
            String title = below
                    ? "the ground below " + recipe.layer(id).orElseThrow().name()
                    : recipe.layersOf(Family.RELIEF).isEmpty() ? "the ground" : "the finished ground";
            return new Seen(still, seenNow, nodes, all, areas, title);
        });
    }

    /** A falloff that only shapes the ground is looked at as the first layer that it drives sees it. */
    Seen seenFor(String falloffId, String chosenLayer) {
        List<String> driven = recipe.drives().stream()
                .filter(drive -> drive.falloff().equals(falloffId))
                .map(drive -> drive.layer())
                .toList();
        if (chosenLayer != null && driven.contains(chosenLayer)) {
            return seenBy(chosenLayer);
        }
        List<String> relief =
                recipe.layersOf(Family.RELIEF).stream().map(Layer::id).toList();
        if (driven.isEmpty() || !relief.containsAll(driven)) {
            return seenBy("");
        }
        return seenBy(relief.stream().filter(driven::contains).findFirst().orElseThrow());
    }

    /** Whether the ground is coarser than the recipe asks for. */
    boolean draft() {
        return draft;
    }

    static String key(String what, String of) {
        return new KeyBuilder(what).add(of).key();
    }

    /** Makes sure that a binary is kept and gives its key. */
    String kept(String key, java.util.function.Function<Cancel, byte[]> write) {
        results.get(key, cancel, write);
        return key;
    }

    /** The finished ground as what lies on it now has raised it, lowered beneath the patches that are drawn in its place. */
    Ground covered() {
        return now.lying().drawn();
    }

    /** The same without being lowered: what light falls on. */
    Ground raised() {
        return now.lying().ground();
    }

    GroundSubject ground() {
        Ground bare = evaluation.plan().ground();
        Ground ground = covered();
        Lattice top = ground.lattice(ViewService.VIEW_NODES);
        Samples topSamples = evaluation.samples(top);
        String bundle = kept(
                new KeyBuilder("ground bundle/8").add(top.key()).add(bare.key()).key(),
                shared -> Binaries.ground(bare, top, topSamples, shared));
        // in the shade of props where they are now
        List<PlacedMesh> standing = now.scene().props();
        Ground raised = raised();
        KeyBuilder lightKey = new KeyBuilder("light bundle/4").add(raised.key()).add(skyKey());
        standing.forEach(prop -> lightKey.add(prop.key()));
        String light = kept(
                lightKey.key(),
                shared -> Binaries.light(raised, openLight(raised, shared), standing, sun(), daylight, shared));
        return GroundSubject.of(
                bundle,
                light,
                ground.width(),
                ground.depth(),
                ground.lowest(),
                ground.highest(),
                ground.columns(),
                ground.rows(),
                draft,
                !draft && ground.finerThan(ViewService.VIEW_NODES));
    }

    private Binaries.Open openLight(Ground ground, Cancel shared) {
        SunPosition from = sun();
        byte[] sun = OpenLight.sun(ground, from.heading(), from.elevation(), results, shared);
        return new Binaries.Open(sun, openSky(ground, shared));
    }

    /** Sky light of the whole ground alone; where little lies on it that of the bare ground, so that it stays while snow comes and goes. */
    byte[] openSky(Ground ground, Cancel shared) {
        Ground bare = evaluation.plan().ground();
        // asked for by every tile, and looked at once
        Ground seen = underSky.get(ground.key(), key -> hardlyRaised(bare, ground) ? bare : ground);
        return OpenLight.sky(seen, results, shared);
    }

    private static boolean hardlyRaised(Ground bare, Ground covered) {
        if (covered == bare) {
            return true;
        }
        float[] before = bare.heights();
        float[] after = covered.heights();
        if (before.length != after.length) {
            return false;
        }
        double sum = 0;
        for (int i = 0; i < before.length; i++) {
            sum += Math.abs(after[i] - before[i]);
        }
        return sum / before.length < HARDLY * Math.max(bare.width(), bare.depth());
    }

    /** Where the sun stands. */
    SunPosition sun() {
        return daylight.map(light -> new SunPosition(light.heading(), light.elevation()))
                .orElse(SunPosition.USUAL);
    }

    /** Of all that the light brings along but the ground. */
    String skyKey() {
        KeyBuilder key = new KeyBuilder("sky/1");
        daylight.ifPresent(light -> {
            key.add(light.heading()).add(light.elevation()).add(light.haze());
            for (double part : light.sun()) {
                key.add(part);
            }
            for (double part : light.sky()) {
                key.add(part);
            }
        });
        return key.key();
    }

    /** The site's water, where it has some. */
    Optional<SubjectView> water() {
        Ground ground = evaluation.plan().ground();
        return recipe.ground().waterLevel().map(level -> WaterSubject.of(level, ground.width(), ground.depth()));
    }

    boolean perPlant(Falloff falloff) {
        return evaluation.plan().domain(falloff.id()) != Domain.PLACE;
    }

    Falloff shownFalloff(ViewRequest request) {
        return recipe.falloff(request.falloff() == null ? "" : request.falloff())
                .orElseGet(() ->
                        recipe.falloffs().isEmpty() ? null : recipe.falloffs().get(0));
    }

    Summary summary(String key, float[] values, float[] areas, double half) {
        return results.get(
                        new KeyBuilder("summary/1").add(key).add(half).key(),
                        cancel,
                        shared -> new KeptSummary(Summary.of(values, areas, half)))
                .summary();
    }

    /** A summary that may be kept. */
    private record KeptSummary(Summary summary) implements org.lumbrit.core.math.Results.Weighted {
        @Override
        public long bytes() {
            return 256;
        }
    }
}
