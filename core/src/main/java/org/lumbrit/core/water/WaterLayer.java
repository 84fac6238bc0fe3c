package org.lumbrit.core.water;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Once;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.simulation.Made;
import org.lumbrit.core.surface.ContourLines;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SegmentTree;

/**
 * A piece of water whose surface moves: waves run over it, slower and steeper where it is shallow, and break at the shore. All that
 * it does comes back with the loop.
 */
@Kind(
        name = "water",
        title = "Moving water",
        help = "Waves on a piece of water: the site’s, a pool, a filled hollow or a stream.")
public record WaterLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other waves")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "water", byDefault = "{\"kind\":\"level\"}")
        Piece piece,

        @Setting(title = "waves", byDefault = "{\"kind\":\"waves\"}")
        Swell swell,

        @Setting(title = "rings", byDefault = "{\"kind\":\"none\"}", help = "What makes rings on it")
        Rings rings,

        @Setting(
                title = "nodes of rings",
                min = 9,
                max = 513,
                slider = {129, 513},
                byDefault = "257",
                onCard = false,
                help = "Of the grid that rings run on, along the longer side of the ground; finer costs more")
        int ringNodes,

        @Setting(
                title = "nodes",
                min = 9,
                max = 1025,
                slider = {65, 513},
                byDefault = "193",
                onCard = false,
                help = "Of the grid that the bed is felt on, along the longer side of the ground")
        int nodes,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    public static final String STRENGTH = "strength";
    public static final String ICE = "ice";
    public static final String HEIGHT = "height";
    public static final String WAVES = "waves";
    public static final String RINGS = "rings";
    public static final String SLOPE = "slope";
    public static final String RISING = "rising";
    public static final String DEPTH = "depth";
    public static final String SHORE = "shore";
    public static final String STEEP = "steep";

    /** From this share of ice on no ring runs. */
    private static final double FROZEN = 0.5;

    /** Rings are asked for frame by frame: a checkpoint every few of them. */
    private static final int RING_COURSE = 64;

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(
                            STRENGTH,
                            "How high the waves run here, of their full height: less in reeds or behind something",
                            "",
                            0,
                            1,
                            1,
                            0,
                            1)
                    .inPlace(),
            PropertyDescription.of(
                            ICE,
                            "Share of it that is frozen at the clock's start: there it is white, and nothing moves",
                            "",
                            0,
                            1,
                            1,
                            0,
                            0)
                    .inPlace());

    public WaterLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.WATER;
    }

    @Override
    public Set<Surrounding> reads() {
        Set<Surrounding> read = new HashSet<>(rings.reads());
        read.addAll(Set.of(Surrounding.GROUND, Surrounding.WATER, Surrounding.TIME));
        return read;
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.WATER);
    }

    @Override
    public List<String> tools() {
        return List.of("moves");
    }

    @Override
    public Begun begin(Beginning beginning) {
        WaterLayer made = beginning.ready(this, "Waves");
        if (beginning.recipe().ground().waterLevel().isEmpty()) {
            return new Begun.Missing(
                    "This site has no water yet: give it a level in the yard, or mark an area and let a pool lie in it.",
                    "");
        }
        WaterLayer ready = beginning.recipe().layersOf(WindLayer.class).stream()
                .findFirst()
                .map(wind -> (WaterLayer)
                        Kinds.with(made, "swell", (Object) new Swell.Wind(wind.id(), 300, 30, 1, Swell.MOST)))
                .orElse(made);
        return new Begun.Made(ready, HEIGHT, false, ready.name() + " run over the site’s water. Play the clock.");
    }

    @Override
    public List<Field> results() {
        return List.of(
                Field.inPlace(
                                HEIGHT,
                                "height",
                                "How high the surface is above the water at rest",
                                "m",
                                site -> new double[] {-high(site), high(site)},
                                (site, at) -> read(site, at, WaterSurface::height))
                        .bothWays(),
                Field.inPlace(
                                WAVES,
                                "waves",
                                "What waves add to its height",
                                "m",
                                site -> new double[] {-high(site), high(site)},
                                (site, at) ->
                                        read(site, at, (surface, x, z) -> surface.height(x, z) - surface.rings(x, z)))
                        .bothWays(),
                Field.inPlace(
                                RINGS,
                                "rings",
                                "What rings add to its height",
                                "m",
                                site -> {
                                    double most =
                                            rings.runs().map(Rings.Runs::high).orElse(0.0) / 2;
                                    return new double[] {-Math.max(0.001, most), Math.max(0.001, most)};
                                },
                                (site, at) -> read(site, at, WaterSurface::rings))
                        .bothWays(),
                Field.inPlace(
                        SLOPE,
                        "slope",
                        "How steep the surface is",
                        "°",
                        site -> new double[] {0, 20},
                        (site, at) -> read(site, at, WaterSurface::degrees)),
                Field.inPlace(
                                RISING,
                                "rising",
                                "How fast the surface rises",
                                "m/s",
                                site -> new double[] {-fast(site), fast(site)},
                                (site, at) -> read(site, at, WaterSurface::rising))
                        .bothWays(),
                Field.inPlace(
                        DEPTH,
                        "depth",
                        "From the bed to the water at rest",
                        "m",
                        site -> new double[] {0, 3},
                        (site, at) -> read(site, at, (surface, x, z) -> Math.max(0, surface.depth(x, z)))),
                Field.inPlace(
                        SHORE,
                        "shore",
                        "How far the shore is away, on the water",
                        "m",
                        site -> new double[] {
                            0, Math.max(site.ground().width(), site.ground().depth()) / 10
                        },
                        this::shore),
                Field.share(
                        STEEP,
                        "steep",
                        "How near it is to folding over, where it foams",
                        (site, at) -> read(
                                site,
                                at,
                                (surface, x, z) ->
                                        Math.max(0, Math.min(1, surface.at(x, z).steepness())))));
    }

    @Override
    public Map<String, Integer> parts(String result) {
        return result.equals(HEIGHT) ? Map.of(WAVES, 1, RINGS, 1) : Map.of();
    }

    private double high(Surroundings site) {
        return Math.max(0.001, 0.75 * swell.height(site));
    }

    private double fast(Surroundings site) {
        double most = 0.001;
        for (Wave wave : waves(site)) {
            most += 2 * wave.amplitude() * Math.abs(wave.omega());
        }
        return most;
    }

    private interface Reading {
        double of(WaterSurface surface, double x, double z);
    }

    private float[] read(Surroundings site, Samples samples, Reading reading) {
        WaterSurface surface = surface(site);
        float[] out = new float[samples.count()];
        Chunks.run(out.length, 1024, site.cancel(), (from, to) -> {
            for (int i = from; i < to; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                out[i] = surface.depth(x, z) > 0 ? (float) reading.of(surface, x, z) : 0;
            }
        });
        return out;
    }

    /** Metres to the nearest node that is land, along the water's edge between them. */
    private float[] shore(Surroundings site, Samples samples) {
        WaterSurface surface = surface(site);
        double[] lines = ContourLines.around(surface.lattice(), surface.shoal().depth());
        float[] out = new float[samples.count()];
        if (lines.length == 0) {
            return out;
        }
        SegmentTree edge = new SegmentTree(lines);
        Chunks.run(out.length, 1024, site.cancel(), (from, to) -> {
            for (int i = from; i < to; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                out[i] = surface.depth(x, z) > 0 ? (float) edge.distance(x, 0, z) : 0;
            }
        });
        return out;
    }

    /** Its waves on deep water. */
    public List<Wave> waves(Surroundings site) {
        return hidden ? List.of() : swell.waves(site, seed, site.frames().loop());
    }

    /** Its surface at the site's time. */
    public WaterSurface surface(Surroundings site) {
        Lattice lattice = Lattice.along(site.ground(), nodes);
        List<Wave> waves = waves(site);
        Shoal shoal = site.state(
                (key, start) -> {
                    WaterLayer then = (WaterLayer) start.layer(id);
                    return new Made<>(
                            "water bed/3 " + key, Shoal.UNSEEN, cancel -> then.bed(start, cancel), Shoal::bytes);
                },
                1,
                1);
        // waves that another number of which was known at 0 s run as on deep water
        boolean fits = shoal.factor().length == waves.size() * lattice.count();
        List<Wave> run = fits ? waves : List.of();
        WaterSurface waving = new WaterSurface(site.ground(), lattice, shoal, run, site.time(), null);
        return rings.runs().isEmpty()
                ? waving
                : new WaterSurface(site.ground(), lattice, shoal, run, site.time(), ringsOn(site, waving));
    }

    /** Rings at the site's time; with a loop those of its second round, while those of the first come in. */
    private WaterSurface.RingGrid ringsOn(Surroundings site, WaterSurface water) {
        Lattice lattice = Lattice.along(site.ground(), ringNodes);
        Once<String, RingCourse.Water> once = new Once<>();
        Supplier<RingCourse.Water> wet =
                () -> once.get("", made -> new RingCourse.Water(wet(water, lattice), water::rest));
        Frames frames = site.frames();
        double frame = (site.time() - frames.start()) / frames.step();
        double last = frames.count();
        frame = frames.periodic() ? frame - last * Math.floor(frame / last) : Math.max(0, Math.min(last, frame));
        double share = frame / last;
        float[] heights = new float[lattice.count()];
        float[] rising = new float[lattice.count()];
        if (frames.periodic()) {
            add(site, lattice, wet, frame + last, 1 - share, heights, rising);
            add(site, lattice, wet, frame, share, heights, rising);
        } else {
            add(site, lattice, wet, frame, 1, heights, rising);
        }
        return new WaterSurface.RingGrid(lattice, heights, rising);
    }

    private static boolean[] wet(WaterSurface water, Lattice lattice) {
        boolean[] wet = new boolean[lattice.count()];
        for (int i = 0; i < wet.length; i++) {
            double x = lattice.x(i % lattice.columns());
            double z = lattice.z(i / lattice.columns());
            wet[i] = water.depth(x, z) > 0 && water.ice(x, z) < FROZEN;
        }
        return wet;
    }

    private void add(
            Surroundings site,
            Lattice lattice,
            Supplier<RingCourse.Water> wet,
            double frame,
            double weight,
            float[] heights,
            float[] rising) {
        if (weight == 0) {
            return;
        }
        int before = (int) frame;
        double share = frame - before;
        float[] a = ringState(site, lattice, wet, before).now();
        float[] b = ringState(site, lattice, wet, before + 1).now();
        double second = site.frames().step();
        for (int i = 0; i < heights.length; i++) {
            heights[i] += (float) (weight * (a[i] + share * (b[i] - a[i])));
            rising[i] += (float) (weight * (b[i] - a[i]) / second);
        }
    }

    private RingCourse.State ringState(Surroundings site, Lattice lattice, Supplier<RingCourse.Water> wet, int frame) {
        return site.state(
                (key, start) -> new RingCourse(
                        "rings/4 " + key, start, ((WaterLayer) start.layer(id)).rings, seed, lattice, wet),
                frame,
                RING_COURSE);
    }

    /** What the bed does, which does not change with time. @param site at 0 s */
    private Shoal bed(Surroundings site, Cancel cancel) {
        Lattice lattice = Lattice.along(site.ground(), nodes);
        Samples samples = lattice.samples();
        double[] ground = samples.y();
        float[] rest = piece.rest(site, lattice, ground);
        return Shoal.of(
                lattice,
                waves(site),
                rest,
                ground,
                site.property(this, STRENGTH, samples),
                site.property(this, ICE, samples),
                cancel);
    }

    @Override
    public String sentence(String result, Surroundings site) {
        List<Wave> waves = waves(site);
        WaterSurface surface = surface(site);
        int wet = 0;
        for (float depth : surface.shoal().depth()) {
            wet += depth > 0 ? 1 : 0;
        }
        double area = (double) wet
                / surface.lattice().count()
                * site.ground().width()
                * site.ground().depth();
        String lies = "It covers " + Decimal.write(area, area < 100 ? 1 : 0) + " m². ";
        if (waves.isEmpty()) {
            return lies + "No waves run over it.";
        }
        Wave strongest = peak(waves);
        return lies + "Waves " + Decimal.write(100 * swell.height(site), 1) + " cm high, the strongest "
                + Decimal.write(strongest.length(), 2) + " m long and " + Decimal.write(strongest.period(), 2)
                + " s apart" + (site.frames().loop() > 0 ? ", fitted to the loop" : "") + "; at their steepest "
                + Decimal.write(steepness(waves), 2) + " of folding over.";
    }

    private static Wave peak(List<Wave> waves) {
        return waves.get((int) Math.floor(waves.size() * StrictMath.exp(-1.25)));
    }

    /** The sum of sharpness, wave number and amplitude: from 1 on crests can fold over. */
    public static double steepness(List<Wave> waves) {
        double sum = 0;
        for (Wave wave : waves) {
            sum += wave.sharpness() * wave.k() * wave.amplitude();
        }
        return sum;
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        List<Finding> found = new ArrayList<>();
        List<Wave> waves = waves(site);
        if (steepness(waves) >= 1) {
            found.add(Finding.warning(
                    this,
                    "waves fold over",
                    "Where all crests meet, their steepness is " + Decimal.write(steepness(waves), 2)
                            + "; from 1 on a wave folds over itself. Make them lower, longer or less sharp."));
        }
        Lattice lattice = Lattice.along(site.ground(), nodes);
        double cell = Math.max(lattice.grid().cellX(), lattice.grid().cellZ());
        double shortest = waves.stream().mapToDouble(Wave::length).min().orElse(Double.POSITIVE_INFINITY);
        if (shortest < 2 * cell) {
            found.add(Finding.note(
                    this,
                    "waves shorter than two cells",
                    "The shortest wave is " + Decimal.write(shortest, 2) + " m long; the picture’s grid has cells of "
                            + Decimal.write(cell, 2)
                            + " m, so that it is drawn by its shading only. Take more nodes, or longer waves."));
        }
        if (site.frames().loop() > 0 && swell instanceof Swell.Waves of && of.length() > longest(site)) {
            found.add(Finding.note(
                    this,
                    "longer than the loop",
                    "Waves of " + Decimal.write(of.length(), 1)
                            + " m take longer than the loop; in it they are at most " + Decimal.write(longest(site), 1)
                            + " m long. Make the loop longer."));
        }
        boolean any = false;
        for (float depth : surface(site).shoal().depth()) {
            any |= depth > 0;
        }
        if (!any) {
            found.add(Finding.warning(
                    this,
                    "no water",
                    "Nowhere does the ground lie below this water. Raise its level, or choose another place."));
        }
        String amiss = rings.amiss(site, surface(site)::rest);
        if (!amiss.isEmpty()) {
            found.add(Finding.note(this, "no rings", amiss));
        }
        return found;
    }

    private static double longest(Surroundings site) {
        double omega = 2 * StrictMath.PI / site.frames().loop();
        return 2 * StrictMath.PI / Dispersion.deep(omega);
    }
}
