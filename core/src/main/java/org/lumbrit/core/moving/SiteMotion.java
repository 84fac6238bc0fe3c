package org.lumbrit.core.moving;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.growth.GrowthShown;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.ResultKind;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.motion.AirAt;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.motion.Speed;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.motion.Swaying;
import org.lumbrit.core.motion.WindField;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/** Everything that moves in a site, over all frames of its clock. Plants stand as they do at time 0. */
public final class SiteMotion {
    private static final ResultKind<Swings> SWINGS = ResultKind.of("sway loop/2", Swings.class);

    private final SiteFrames site;
    private final SiteEvaluation still;
    private final Results results;
    private final Cancel cancel;
    private final Frames frames;
    private final Pushes pushes;
    private final PlantBends bends;

    /** @param evaluation of the site, at any time */
    public SiteMotion(SiteEvaluation evaluation, Results results, Cancel cancel) {
        this.site = new SiteFrames(evaluation, results, cancel);
        this.still = site.still;
        this.results = results;
        this.cancel = cancel;
        this.frames = site.frames;
        this.pushes = new Pushes(site);
        this.bends = new PlantBends(site);
    }

    /** Everything that moves in a site that is evaluated. */
    public static SiteMotion of(SiteEvaluation evaluation) {
        return new SiteMotion(evaluation, evaluation.results(), evaluation.cancel());
    }

    /** Says how much a loop would take, where it is more than can be kept. */
    public void require(long plants) {
        site.require(plants);
    }

    /** Props that a wind pushes. */
    public Pushes pushes() {
        return pushes;
    }

    /** How the meshes of swaying plants bend. */
    public PlantBends bends() {
        return bends;
    }

    /** The moments at which motion is computed. */
    public Frames frames() {
        return frames;
    }

    /** The recipe of the site whose motion this is. */
    public Recipe recipe() {
        return still.plan().recipe();
    }

    /** A wind's field; what is keyed of its settings is held as it is at time 0, its properties follow their keys. */
    public WindField field(WindLayer wind) {
        return new WindField(wind, frames);
    }

    /** The wind that a sway feels, as it is at time 0. */
    public WindLayer windOf(SwayLayer sway) {
        return (WindLayer) SiteFrames.layerAt(still, sway.wind());
    }

    /** The cover whose plants a sway moves, as it is at time 0. */
    public CoverLayer coverOf(SwayLayer sway) {
        return (CoverLayer) SiteFrames.layerAt(still, sway.cover());
    }

    /** The sway of a cover's plants, where it has one that is shown. */
    public Optional<SwayLayer> swayOf(String cover) {
        return SwayLayer.shown(recipe()).stream()
                .filter(sway -> sway.cover().equals(cover))
                .findFirst();
    }

    /** The wind's properties at places, frame by frame. */
    public Swaying.ByFrame air(WindLayer wind, Samples places) {
        return site.byFrame(
                wind,
                AirAt.PROPERTIES,
                (then, property) -> then.property(SiteFrames.layerAt(then, wind), property, places));
    }

    /** The wind at places in a frame: m/s to the east, and to the south. */
    public double[][] wind(WindLayer wind, int frame, Samples places) {
        SiteEvaluation then = still.at(frames.time(frame));
        WindLayer now = (WindLayer) SiteFrames.layerAt(then, wind);
        return AirAt.wind(then.surroundings(now), now, places);
    }

    /**
     * A wind over places in all frames.
     *
     * @param greatest m/s that neither axis exceeds; @param seam of the air itself, m/s
     */
    public record Blown(double greatest, SwayLoop.Seam seam) implements Results.Weighted {
        @Override
        public long bytes() {
            return 64;
        }
    }

    /** Goes through all frames of a wind at places. */
    public Blown blown(WindLayer wind, Samples places) {
        String key = new KeyBuilder("blown/1")
                .add(still.plan().motionKey(wind))
                .add(places.key())
                .key();
        return results.get(key, cancel, shared -> {
            double[][] first = wind(wind, 0, places);
            double[][] before = first;
            double greatest = 1e-3;
            double inside = 0;
            for (int f = 0; f < frames.count(); f++) {
                shared.check();
                double[][] now = f == 0 ? first : wind(wind, f, places);
                inside = Math.max(inside, farthest(now, before));
                greatest = Math.max(greatest, farthest(now, new double[2][places.count()]));
                before = now;
            }
            return new Blown(greatest, new SwayLoop.Seam(farthest(first, before), inside));
        });
    }

    private static double farthest(double[][] a, double[][] b) {
        double most = 0;
        for (int axis = 0; axis < 2; axis++) {
            for (int i = 0; i < a[axis].length; i++) {
                most = Math.max(most, Math.abs(a[axis][i] - b[axis][i]));
            }
        }
        return most;
    }

    /** The swings of all plants of a cover. */
    public SwayLoop loop(SwayLayer sway) {
        return loop(sway, new int[0]);
    }

    /** @param picked which plants of the cover, by number; all of them where it is empty */
    public SwayLoop loop(SwayLayer sway, int[] picked) {
        KeyBuilder key = SWINGS.begin().add(still.plan().motionKey(sway));
        for (int plant : picked) {
            key.add(plant);
        }
        String text = key.key();
        KeptBlocks blocks = new KeptBlocks(
                results, cancel, text, shared -> swings(sway, picked, shared).steps());
        Swings swings = results.get(SWINGS.key(text), cancel, shared -> {
            SwayLoop made = swings(sway, picked, shared);
            blocks.keep(made.steps(), shared);
            return new Swings(made.plants(), made.radians(), made.seam(), made.together());
        });
        return new SwayLoop(
                frames,
                swings.plants,
                blocks.blocks(2 * swings.plants, frames.count()),
                swings.radians,
                swings.seam,
                swings.together);
    }

    /** A {@link SwayLoop} without its blocks. */
    private record Swings(int plants, double radians, SwayLoop.Seam seam, double together) implements Results.Weighted {
        @Override
        public long bytes() {
            return 64;
        }
    }

    private SwayLoop swings(SwayLayer sway, int[] picked, Cancel shared) {
        Plants plants = still.plants(coverOf(sway));
        Samples feet = picked.length == 0 ? plants.feet() : SiteFrames.pick(plants.feet(), picked, "picked for sway");
        site.require(feet.count());
        return swaying(sway).loop(stand(sway, plants, feet, picked), shared);
    }

    private Swaying swaying(SwayLayer sway) {
        return new Swaying(field(windOf(sway)), frames, sway);
    }

    /**
     * The bends of one plant that would stand at a place on the ground, radians: frame after frame, toward east and south.
     *
     * @param sway of this site, or one that is only tried
     */
    public double[] bendsAt(SwayLayer sway, double x, double z) {
        Samples foot = still.plan().ground().samplesAt(new double[] {x}, new double[] {z});
        Swaying.Stand stand = new Swaying.Stand(
                foot.x(),
                foot.y(),
                foot.z(),
                air(windOf(sway), foot),
                frame -> new float[][] {
                    still.property(sway, SwayLayer.BEND, foot), still.property(sway, SwayLayer.STIFFNESS, foot)
                },
                sway.properties().get(SwayLayer.BEND).most(),
                still.property(sway, SwayLayer.DAMPING, foot),
                still.property(sway, SwayLayer.PHASE, foot));
        SwayLoop loop = swaying(sway).loop(stand, cancel);
        double[] bends = new double[2 * frames.count()];
        for (int f = 0; f < frames.count(); f++) {
            bends[2 * f] = loop.bend(f, 0, 0);
            bends[2 * f + 1] = loop.bend(f, 0, 1);
        }
        return bends;
    }

    private Swaying.Stand stand(SwayLayer sway, Plants plants, Samples feet, int[] picked) {
        return new Swaying.Stand(
                feet.x(),
                feet.y(),
                feet.z(),
                air(windOf(sway), feet),
                site.byFrame(
                        sway,
                        List.of(SwayLayer.BEND, SwayLayer.STIFFNESS),
                        (then, property) -> perPlant(then, sway, property, plants, feet, picked)),
                site.mostOf(sway, SwayLayer.BEND),
                perPlant(still, sway, SwayLayer.DAMPING, plants, feet, picked),
                perPlant(still, sway, SwayLayer.PHASE, plants, feet, picked));
    }

    /** How far each plant crinkles, as a share of its length. */
    public float[] crinkling(SwayLayer sway, int[] picked) {
        Plants plants = still.plants(coverOf(sway));
        Samples feet = picked.length == 0 ? plants.feet() : SiteFrames.pick(plants.feet(), picked, "picked for sway");
        return perPlant(still, sway, SwayLayer.CRINKLE, plants, feet, picked);
    }

    /** A property of plants that may stand on several surfaces, each evaluated on its own. */
    private static float[] perPlant(
            SiteEvaluation then, SwayLayer sway, String property, Plants plants, Samples feet, int[] picked) {
        Layer layer = SiteFrames.layerAt(then, sway);
        if (plants.surfaces().size() == 1) {
            return then.on(plants.surfaces().get(0)).property(layer, property, feet);
        }
        float[] values = new float[feet.count()];
        for (String surface : plants.surfaces()) {
            List<Integer> there = new ArrayList<>();
            for (int i = 0; i < values.length; i++) {
                if (plants.surfaceOf(picked.length == 0 ? i : picked[i]).equals(surface)) {
                    there.add(i);
                }
            }
            int[] indices = there.stream().mapToInt(i -> i).toArray();
            float[] part = then.on(surface).property(layer, property, SiteFrames.pick(feet, indices, "on " + surface));
            for (int i = 0; i < indices.length; i++) {
                values[indices[i]] = part[i];
            }
        }
        return values;
    }

    /** The vertices of the plants of a sway, in any frame. */
    public PlantMotion plants(SwayLayer sway) {
        return new PlantMotion(this, still, sway, new int[0]);
    }

    /** The same with meshes of a coarser detail, plants as far grown as they are shown. */
    public PlantMotion plants(SwayLayer sway, int detail, GrowthShown growth) {
        return new PlantMotion(this, still, sway, new int[0], detail, growth);
    }

    /** Seconds after which the gust that passes the site's middle at time 0 passes each plant, within the loop. */
    public float[] phases(SwayLayer sway) {
        Plants plants = still.plants(coverOf(sway));
        WindLayer wind = windOf(sway);
        double[] downwind = field(wind).downwind();
        float[] later = perPlant(still, sway, SwayLayer.PHASE, plants, plants.feet(), new int[0]);
        float[] phases = new float[plants.count()];
        for (int i = 0; i < phases.length; i++) {
            double way = plants.feet().x()[i] * downwind[0] + plants.feet().z()[i] * downwind[1];
            double seconds = wind.gustSpeed() > 0 ? way / wind.gustSpeed() + later[i] : later[i];
            double loop = frames.loop();
            phases[i] = (float) (loop > 0 ? seconds - loop * Math.floor(seconds / loop) : seconds);
        }
        return phases;
    }

    /** The largest bend of each plant in any frame, radians. */
    public float[] amplitudes(SwayLayer sway) {
        String key =
                new KeyBuilder("amplitudes/1").add(still.plan().motionKey(sway)).key();
        return results.get(key, cancel, shared -> {
            Plants plants = still.plants(coverOf(sway));
            return swaying(sway).amplitudes(stand(sway, plants, plants.feet(), new int[0]), shared);
        });
    }

    /** Where grains lie. */
    public Grains grains(GrainsLayer layer) {
        String key =
                new KeyBuilder("grains/1").add(still.plan().layerKey(layer)).key();
        return results.get(key, cancel, shared -> Grains.of(still, layer, shared));
    }

    /** What carries grains, where their plants sway. */
    public Optional<PlantMotion> carrying(GrainsLayer layer) {
        return layer.carrier().cover().flatMap(this::swayOf).map(this::plants);
    }

    /** Identities of the plants that carry grains, in their order; empty where none do. */
    public long[] carriers(GrainsLayer layer) {
        return layer.carrier()
                .cover()
                .map(id -> (CoverLayer) still.plan().recipe().layer(id).orElseThrow())
                .map(cover -> still.plants(cover).feet().id())
                .orElse(new long[0]);
    }

    /**
     * Speed of each grain in frames, m/s, by central difference in the place; 0 where nothing carries them.
     *
     * @return one array a frame
     */
    public float[][] speeds(Grains grains, Optional<PlantMotion> carrying, int[] wanted) {
        float[][] speeds = new float[wanted.length][grains.count()];
        carrying.ifPresent(plants -> Chunks.run(grains.count(), 512, cancel, (from, to) -> {
            Map<Integer, double[]> known = new HashMap<>();
            for (int g = from; g < to; g++) {
                int grain = g;
                known.clear();
                for (int k = 0; k < wanted.length; k++) {
                    int earlier = frames.wrapped(wanted[k] - 1);
                    int later = frames.wrapped(wanted[k] + 1);
                    // at the ends of what does not loop the difference is to one side
                    double step = frames.periodic() ? frames.step() : Math.max(1, later - earlier) * frames.step() / 2;
                    speeds[k][g] = (float) Speed.central(
                            known.computeIfAbsent(earlier, frame -> grains.at(plants, frame, grain)),
                            known.computeIfAbsent(later, frame -> grains.at(plants, frame, grain)),
                            step);
                }
            }
        }));
        return speeds;
    }

    /** Every sway that is shown, with its cover. */
    public Map<SwayLayer, CoverLayer> sways() {
        Map<SwayLayer, CoverLayer> sways = new LinkedHashMap<>();
        SwayLayer.shown(recipe()).forEach(sway -> sways.put(sway, coverOf(sway)));
        return sways;
    }
}
