package org.lumbrit.core.cover;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.ResultKind;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.recipe.Canonical;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;

/**
 * Evaluates one cover layer: candidates on each surface, density, then every other property at the plants that stand. The
 * candidates depend on seed and spacing only, so a moved density slider finds them kept.
 */
public final class CoverScatter {
    private static final ResultKind<Plants> PLANTS = ResultKind.of("plants/4", Plants.class);
    private static final double MOST_OF_IT = 0.5;
    /** True area per plan area of ground that is steep all over. */
    private static final double STEEP = 1.6;
    /** Squares of the spacing from which on a region has many candidates. */
    private static final double MANY = 200_000;

    private final CoverLayer layer;
    private final CoverSite site;
    private final Ground ground;
    private final Results results;
    private final Cancel cancel;
    private final double share;
    private final double beyond;

    public CoverScatter(CoverLayer layer, CoverSite site, Results results, Cancel cancel) {
        this(layer, site, results, cancel, 0, 1);
    }

    private CoverScatter(
            CoverLayer layer, CoverSite site, Results results, Cancel cancel, double beyond, double share) {
        this.layer = layer;
        this.site = site;
        this.ground = site.ground();
        this.results = results;
        this.cancel = cancel;
        this.share = share;
        this.beyond = beyond;
    }

    /**
     * The same cover thinned: of its plants those that stand already at this share of its density, each where it stands in the whole, as
     * density only adds. Plants placed by hand all stand.
     *
     * @param from those that stand already at this share are left out, 0 for none; @param to 0..1
     */
    public CoverScatter thinned(double from, double to) {
        return new CoverScatter(layer, site, results, cancel, from, to);
    }

    /**
     * How many plants it will have, without placing any on the ground: exact to about 1 % where there is no spacing floor, to about 5 % where
     * one decides. Those on props and in rows, lines and clusters are placed and counted.
     */
    public double expected(Region region) {
        return expected(region, Expected.FINE);
    }

    /** The same to some percent, from a sixtieth of the places: for where to cut a crowd into tiles. */
    public double guessed(Region region) {
        return expected(region, Expected.COARSE);
    }

    /** Whether it surely has fewer plants than so many: by its greatest density all over the ground, or else by a sixtieth of the places. */
    public boolean isFewerThan(double count) {
        double area = site.values("")
                .support(CoverLayer.DENSITY)
                .and(Region.of(ground))
                .area();
        double least = spacingRange("").least();
        double dense = Math.min(
                STEEP * range("", CoverLayer.DENSITY).most(), least > 0 ? end(least) : Double.POSITIVE_INFINITY);
        return layer.bed().surfaces(site.shownProps()).equals(List.of("")) && area * dense < count
                || guessed(Region.EVERYWHERE) < count;
    }

    private double expected(Region region, int cells) {
        List<String> surfaces = layer.bed().surfaces(site.shownProps());
        if (!surfaces.equals(List.of("")) || !(layer.pattern() instanceof Pattern.Scattered)) {
            return plants(region).count();
        }
        KeyBuilder key = new KeyBuilder("expected plants/1").add(ground.key()).add(spacingKey(""));
        addRegion(key, region);
        key.add(site.values("").key(CoverLayer.DENSITY)).add(cells);
        long[] bits =
                results.get(key.key(), cancel, shared -> new long[] {
                    Double.doubleToRawLongBits(new Expected(this, site, end(1), cells).within(region, shared))
                });
        return Double.longBitsToDouble(bits[0]) + layer.placed().size();
    }

    /** Thrown where the scatter would not fit into memory. */
    public static final class TooManyPlantsException extends BeyondRoomException {
        private static final long serialVersionUID = 1L;

        TooManyPlantsException(String message) {
            super(message);
        }
    }

    /** Plants within a region in plan; on the ground within the part of it that lies on the ground. */
    public Plants plants(Region region) {
        KeyBuilder key = PLANTS.begin().add(ground.key());
        addRegion(key, region);
        List<String> surfaces = layer.bed().surfaces(site.shownProps());
        for (String surface : surfaces) {
            key.add(placeKey(surface, region));
            layer.properties()
                    .keySet()
                    .forEach(property -> key.add(site.values(surface).key(property)));
        }
        key.add(layer.plant().variants()).add(layer.keepsClear() ? site.beforeKey() : "");
        key.add(layer.headingFrom().name()).add(layer.room());
        if (share < 1 || beyond > 0) {
            key.add(share).add(beyond);
        }
        layer.removed().forEach(key::add);
        for (HandPlaced hand : layer.placed()) {
            key.add(hand.plant()).add(hand.on()).add(hand.x()).add(hand.y()).add(hand.z());
            key.add(site.shownProps().contains(hand.on()) ? site.prop(hand.on()).key() : "");
        }
        return results.get(PLANTS.key(key), cancel, shared -> stand(region, surfaces));
    }

    private static void addRegion(KeyBuilder key, Region region) {
        key.add(region.x0()).add(region.z0()).add(region.x1()).add(region.z1());
    }

    private String placeKey(String surface, Region region) {
        KeyBuilder key = new KeyBuilder("candidates/3")
                .add(surface.isEmpty() ? ground.key() : site.prop(surface).key())
                .add(layer.seed())
                .add(spacingKey(surface));
        addRegion(key, region);
        Canonical.write(key, (Record) layer.pattern(), (what, id) -> site.placeKey(id));
        return key.key();
    }

    private String spacingKey(String surface) {
        PropertyValues values = site.values(surface);
        return layer.room() == 0
                ? values.key(CoverLayer.SPACING)
                : new KeyBuilder("room/1")
                        .add(layer.room())
                        .add(values.key(CoverLayer.SPACING))
                        .add(values.key(CoverLayer.WIDTH))
                        .add(values.key(CoverLayer.SIZE))
                        .key();
    }

    private Candidates candidates(String surface, Region region) {
        String placeKey = placeKey(surface, region);
        if (!surface.isEmpty()) {
            return onProp(placeKey, surface, region);
        }
        if (!(layer.pattern() instanceof Pattern.Scattered)) {
            return inPattern(placeKey, region);
        }
        Region within = region.and(wanted());
        double most = share * layer.range(CoverLayer.DENSITY).most() * ground.greatestStretch(within);
        PropertyRange range = spacingRange(surface);
        KeyBuilder placed = new KeyBuilder(placeKey);
        addRegion(placed, within);
        if (range.most() == 0) {
            refuseDensity(most * within.area(), most);
            String key = placed.add(most).key();
            return results.get(key, cancel, shared -> Candidates.free(key, ground, layer.seed(), most, within, shared));
        }
        int k = Settling.coarsest(range.most());
        double ratio = StrictMath.scalb(1.0, k) / range.most();
        boolean same = range.least() == range.most();
        Depth depth = same ? Depth.of(ratio, most * range.most() * range.most()) : new Depth(Settling.LEVELS, 1);
        refuseSpacing(within.area() * depth.part(), range.least());
        Spacing spacing = spacing(surface, range);
        // what the spacing reads, plants of other layers among it, is made before many threads ask for it at once
        spacing.at(new double[1], new double[1], 1, new double[1]);
        placed.add(depth.levels());
        if (depth.part() < 1) {
            placed.add(depth.part());
        }
        Depth.Local local = part -> depth;
        if (same && within.area() > MANY * range.most() * range.most()) {
            // so many that it pays to look how steep each part is; the density is rounded, so that they are still there
            // when it moves a little
            double dense = roundedUp(share * layer.range(CoverLayer.DENSITY).most());
            placed.add("each part as deep as it is steep").add(dense);
            double squared = dense * range.most() * range.most();
            local = part -> Depth.of(ratio, squared * ground.greatestStretch(part));
        }
        String key = placed.key();
        Settling settling = new Settling(layer.seed(), k, spacing, local);
        long[] ids = results.get(
                new KeyBuilder("settled/1").add(key).key(), cancel, shared -> settling.settle(within, shared));
        return results.get(
                key, cancel, shared -> Candidates.settled(key, ground, layer.seed(), k, spacing, ids, shared));
    }

    /** To the next of four steps a doubling. */
    private static double roundedUp(double density) {
        return density > 0 ? StrictMath.pow(2, Math.ceil(4 * StrictMath.log(density) / StrictMath.log(2)) / 4) : 0;
    }

    /**
     * The part of the ground that candidates are wanted of: where density can be more than 0. A dense patch on a wide ground costs
     * what the patch does. It ends on a lattice of a quarter to a half of its own size and is the whole ground when it is most of
     * it, so that what is settled is still there when the falloff moves a little.
     */
    private Region wanted() {
        Region whole = Region.of(ground);
        Region part = site.values("").support(CoverLayer.DENSITY).and(whole);
        if (part.isEmpty()) {
            return part;
        }
        double size = Math.max(part.x1() - part.x0(), part.z1() - part.z0());
        Region rounded = part.outward(Math.scalb(0.5, Math.getExponent(size))).and(whole);
        return rounded.area() > MOST_OF_IT * whole.area() ? whole : rounded;
    }

    /** Patterns are made over the whole ground and cut afterwards, so that tiles agree. */
    private Candidates inPattern(String placeKey, Region region) {
        double most = layer.range(CoverLayer.DENSITY).most() * ground.greatestStretch();
        String key = new KeyBuilder(placeKey).add(most).key();
        return results.get(key, cancel, shared -> {
            Spots spots = layer.pattern().spots(layer.seed(), most, Region.of(ground), site::corners);
            Samples samples = Samples.allocate(new KeyBuilder("spots").add(key).key(), spots.count());
            System.arraycopy(spots.ids(), 0, samples.id(), 0, spots.count());
            System.arraycopy(spots.x(), 0, samples.x(), 0, spots.count());
            System.arraycopy(spots.z(), 0, samples.z(), 0, spots.count());
            ground.settle(samples, 0, spots.count());
            Candidates all = new Candidates(samples, Arrays.copyOf(spots.threshold(), spots.count()));
            PropertyRange range = spacingRange("");
            String settledKey = new KeyBuilder("pattern").add(key).key();
            Candidates settled = range.most() == 0 ? all : all.settledInPlan(settledKey, spacings("", range, samples));
            return within(settled, region, key);
        });
    }

    private Candidates onProp(String placeKey, String surface, Region region) {
        MeshCandidates mesh = new MeshCandidates(site.prop(surface), layer.seed());
        double most = layer.range(CoverLayer.DENSITY).most();
        PropertyRange range = spacingRange(surface);
        double square = range.least() * range.least();
        double tries = square == 0 ? most : ChanceFill.tries(most * square) / square;
        if (square == 0) {
            refuseDensity(mesh.expected(most), most);
        } else {
            refuseSpacing(mesh.expected(tries) * square, range.least());
        }
        String key = new KeyBuilder(placeKey).add(tries).key();
        return results.get(key, cancel, shared -> {
            Candidates all = mesh.all(new KeyBuilder("tries").add(key).key(), tries, shared);
            String settledKey = new KeyBuilder("on prop").add(key).key();
            Candidates settled =
                    square == 0 ? all : mesh.settled(settledKey, all, spacings(surface, range, all.samples()));
            return within(settled, region, key);
        });
    }

    private static Candidates within(Candidates all, Region region, String key) {
        int[] kept = new int[all.threshold().length];
        int n = 0;
        for (int i = 0; i < kept.length; i++) {
            if (region.contains(all.samples().x()[i], all.samples().z()[i])) {
                kept[n++] = i;
            }
        }
        return all.pick(key, Arrays.copyOf(kept, n));
    }

    /** Ends of a property; where nothing drives it, its high end everywhere. */
    private PropertyRange range(String surface, String property) {
        PropertyRange range = layer.range(property);
        return site.values(surface).driven(property)
                ? range
                : new PropertyRange(range.high(), range.high(), range.combine());
    }

    /** Ends of the spacing, what a plant's own room asks for included; the larger at most eight times the smaller. */
    private PropertyRange spacingRange(String surface) {
        PropertyRange floor = range(surface, CoverLayer.SPACING);
        if (layer.room() == 0) {
            return floor;
        }
        PropertyRange width = range(surface, CoverLayer.WIDTH);
        PropertyRange size = range(surface, CoverLayer.SIZE);
        double most = Math.max(floor.most(), layer.room() * width.most() * size.most());
        double least = Math.max(floor.least(), layer.room() * width.least() * size.least());
        return new PropertyRange(Math.max(least, most / (1 << (SettlingCurve.DOUBLINGS - 1))), most, floor.combine());
    }

    private Spacing spacing(String surface, PropertyRange range) {
        return range.least() == range.most() ? new Spacing.Same(range.most()) : new DrivenSpacing(surface, range);
    }

    /** The spacing at samples, metres. */
    private double[] spacings(String surface, PropertyRange range, Samples samples) {
        PropertyValues values = site.values(surface);
        float[] floor = values.at(CoverLayer.SPACING, samples);
        double[] out = new double[samples.count()];
        float[] width = layer.room() == 0 ? floor : values.at(CoverLayer.WIDTH, samples);
        float[] size = layer.room() == 0 ? floor : values.at(CoverLayer.SIZE, samples);
        double share = layer.room();
        double least = range.least();
        double most = range.most();
        Chunks.run(out.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                double wanted = Math.max(floor[i], share * width[i] * size[i]);
                out[i] = Math.min(most, Math.max(least, wanted));
            }
        });
        return out;
    }

    private void refuseDensity(double expected, double density) {
        if (expected > Spots.most()) {
            throw tooMany(
                    expected,
                    Spots.most(),
                    "A density of at most " + nearest(density * Spots.most() / expected) + " /m² works here.");
        }
    }

    private void refuseSpacing(double area, double spacing) {
        double expected = 0.7 * area / (spacing * spacing);
        if (expected > Spots.mostSettled()) {
            double works = Math.sqrt(0.7 * area / Spots.mostSettled());
            throw tooMany(
                    expected,
                    Spots.mostSettled(),
                    "A spacing of at least " + Decimal.write(Math.ceil(works * 1000) / 1000, 3) + " m works here.");
        }
    }

    private static String nearest(double density) {
        double step = StrictMath.pow(10, Math.floor(StrictMath.log10(density)) - 2);
        return Decimal.write(Math.floor(density / step) * step, 6);
    }

    private TooManyPlantsException tooMany(double expected, int most, String works) {
        return new TooManyPlantsException(
                "Cover “" + layer.name() + "” would need about " + Spots.tooMany(expected, most) + " " + works);
    }

    private Plants stand(Region region, List<String> surfaces) {
        KeptClear clear = new KeptClear(layer.keepsClear() ? site.before(region) : List.of());
        PlantsBuilder builder = new PlantsBuilder(layer, site, beyond, share, cancel);
        for (String surface : surfaces) {
            Candidates candidates = candidates(surface, region);
            if (surface.isEmpty() && (share < 1 || beyond > 0)) {
                // most are there for the steepest cell only, and need no density looked up
                candidates = candidates.possible(
                        share * range(surface, CoverLayer.DENSITY).most());
            }
            builder.standing(surface, candidates, end(surface), clear, spacingRange(surface), this::spacings);
        }
        if (beyond == 0) {
            byHand(region, builder);
        }
        return builder.plants();
    }

    private void byHand(Region region, PlantsBuilder builder) {
        List<String> surfaces = new ArrayList<>(List.of(""));
        surfaces.addAll(site.shownProps());
        for (String surface : surfaces) {
            List<HandPlaced> here = layer.placed().stream()
                    .filter(hand -> hand.on().equals(surface))
                    .sorted(java.util.Comparator.comparingLong(HandPlaced::identity))
                    .toList();
            if (here.isEmpty()) {
                continue;
            }
            KeyBuilder key = new KeyBuilder("by hand/1")
                    .add(surface.isEmpty() ? ground.key() : site.prop(surface).key());
            Samples all = Samples.allocate(Samples.NOT_KEPT, here.size());
            int[] kept = new int[here.size()];
            int n = 0;
            for (int i = 0; i < here.size(); i++) {
                put(here.get(i), all, i);
                if (region.contains(all.x()[i], all.z()[i])) {
                    kept[n++] = i;
                    key.add(all.id()[i]).add(all.x()[i]).add(all.y()[i]).add(all.z()[i]);
                }
            }
            builder.placed(surface, all.pick(key.key(), Arrays.copyOf(kept, n)), spacingRange(surface), this::spacings);
        }
    }

    private void put(HandPlaced hand, Samples all, int i) {
        Samples one;
        if (hand.on().isEmpty()) {
            one = ground.samplesAt(new double[] {hand.x()}, new double[] {hand.z()});
        } else {
            double[] at = site.prop(hand.on()).toPlace(hand.x(), hand.y(), hand.z());
            one = site.prop(hand.on()).sampleAt(at[0], at[1], at[2]);
        }
        all.x()[i] = one.x()[0];
        all.y()[i] = one.y()[0];
        all.z()[i] = one.z()[0];
        all.nx()[i] = one.nx()[0];
        all.ny()[i] = one.ny()[0];
        all.nz()[i] = one.nz()[0];
        all.id()[i] = hand.identity();
    }

    /** The density from which on the spacing floor leaves no more room. */
    private double end(String surface) {
        double spacing = spacingRange(surface).least();
        return spacing == 0 ? Double.POSITIVE_INFINITY : end(spacing);
    }

    private static double end(double spacing) {
        return SettlingCurve.curve().perSquare(1, Settling.LEVELS) / (spacing * spacing);
    }

    /** The spacing at samples of the ground, metres; 0 where there is no floor. */
    double[] spacings(Samples samples) {
        PropertyRange range = spacingRange("");
        return range.most() == 0 ? new double[samples.count()] : spacings("", range, samples);
    }

    /** Spacing that falloffs drive, read from the layer's properties. */
    private final class DrivenSpacing implements Spacing {
        private final String surface;
        private final PropertyRange range;

        DrivenSpacing(String surface, PropertyRange range) {
            this.surface = surface;
            this.range = range;
        }

        @Override
        public double least() {
            return range.least();
        }

        @Override
        public double most() {
            return range.most();
        }

        @Override
        public void at(double[] x, double[] z, int count, double[] out) {
            Samples samples = ground.samplesAt(Arrays.copyOf(x, count), Arrays.copyOf(z, count));
            System.arraycopy(spacings(surface, range, samples), 0, out, 0, count);
        }
    }
}
