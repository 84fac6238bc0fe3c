package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/**
 * Evaluates one cover layer on the ground: candidates, density, then every other property at the plants that stand. The
 * candidates depend on seed and spacing only, so a moved density slider finds them kept.
 */
public final class CoverScatter {
    /** More candidates than this are refused before anything is allocated. */
    private static final double MOST_CANDIDATES = 40e6;

    private final CoverLayer layer;
    private final Ground ground;
    private final PropertyValues values;
    private final Results results;
    private final Cancel cancel;

    public CoverScatter(CoverLayer layer, Ground ground, PropertyValues values, Results results, Cancel cancel) {
        this.layer = layer;
        this.ground = ground;
        this.values = values;
        this.results = results;
        this.cancel = cancel;
    }

    /** Thrown where the scatter would not fit into memory. */
    public static final class TooManyPlantsException extends RuntimeException {
        private static final long serialVersionUID = 1L;

        TooManyPlantsException(String message) {
            super(message);
        }
    }

    /** Plants within the part of a region that lies on the ground. */
    public Plants plants(Region wanted) {
        Region region = wanted.and(Region.of(ground));
        String placeKey = placeKey(region);
        KeyBuilder key = new KeyBuilder("plants/1").add(placeKey);
        for (String property : layer.properties().keySet()) {
            key.add(values.key(property));
        }
        key.add(layer.plant().variants());
        return results.get(key.key(), cancel, shared -> stand(placeKey, region));
    }

    private String placeKey(Region region) {
        return new KeyBuilder("candidates/1")
                .add(ground.key())
                .add(layer.seed())
                .add(values.key(CoverLayer.SPACING))
                .add(region.x0())
                .add(region.z0())
                .add(region.x1())
                .add(region.z1())
                .key();
    }

    private Candidates candidates(String placeKey, Region region) {
        double most = layer.range(CoverLayer.DENSITY).most() * ground.greatestStretch();
        PropertyRange range = spacingRange();
        if (range.most() == 0) {
            refuseTooMany(most * region.area());
            String key = new KeyBuilder(placeKey).add(most).key();
            return results.get(key, cancel, shared -> Candidates.free(key, ground, layer.seed(), most, region, shared));
        }
        int k = Settling.coarsest(range.most());
        double ratio = StrictMath.scalb(1.0, k) / range.most();
        boolean same = range.least() == range.most();
        int levels =
                same ? SettlingCurve.curve().levelsFor(ratio, most * range.most() * range.most()) : Settling.LEVELS;
        refuseTooMany(0.7 * region.area() / (range.least() * range.least()));
        Spacing spacing = same ? new Spacing.Same(range.most()) : new DrivenSpacing(range);
        // what the spacing reads, plants of other layers among it, is made before many threads ask for it at once
        spacing.at(new double[1], new double[1], 1, new double[1]);
        String key = new KeyBuilder(placeKey).add(levels).key();
        long[] ids = results.get(
                new KeyBuilder("settled/1").add(key).key(),
                cancel,
                shared -> new Settling(layer.seed(), k, spacing, levels).settle(region, shared));
        return results.get(
                key, cancel, shared -> Candidates.settled(key, ground, layer.seed(), k, spacing, ids, shared));
    }

    /** Where nothing drives the spacing it is its high end everywhere. */
    private PropertyRange spacingRange() {
        PropertyRange range = layer.range(CoverLayer.SPACING);
        return values.driven(CoverLayer.SPACING)
                ? range
                : new PropertyRange(range.high(), range.high(), range.combine());
    }

    private void refuseTooMany(double expected) {
        if (expected > MOST_CANDIDATES) {
            throw new TooManyPlantsException(
                    "Cover “" + layer.name() + "” would need about "
                            + Math.round(expected / 1e6)
                            + " million places for plants; this program holds 40 million. Raise the spacing or lower the density.");
        }
    }

    private Plants stand(String placeKey, Region region) {
        Candidates candidates = candidates(placeKey, region);
        Samples places = candidates.samples();
        float[] density = values.at(CoverLayer.DENSITY, places);
        double[] threshold = candidates.threshold();
        double end = end();
        int[] standing = new int[places.count()];
        int count = 0;
        int limited = 0;
        for (int i = 0; i < standing.length; i++) {
            if (density[i] > 0 && !ground.holeAt(places.x()[i], places.z()[i])) {
                double wanted = density[i] * Ground.stretch(places.ny()[i]);
                if (wanted >= threshold[i]) {
                    standing[count++] = i;
                }
                limited += wanted > end ? 1 : 0;
            }
        }
        String feetKey = new KeyBuilder("feet/1")
                .add(places.key())
                .add(values.key(CoverLayer.DENSITY))
                .key();
        Samples feet = places.pick(feetKey, Arrays.copyOf(standing, count));
        return dress(feet, standing.length == 0 ? 0 : (double) limited / standing.length);
    }

    /** The density from which on the spacing floor leaves no more room. */
    private double end() {
        double spacing = spacingRange().least();
        return spacing == 0
                ? Double.POSITIVE_INFINITY
                : SettlingCurve.curve().perSquare(1, Settling.LEVELS) / (spacing * spacing);
    }

    private Plants dress(Samples feet, double limitedShare) {
        int count = feet.count();
        float[] lean = values.at("lean", feet);
        float[] heading = values.at("heading", feet);
        float[] yaw = values.at("yaw", feet);
        float[] align = values.at("align", feet);
        float[] turn = new float[4 * count];
        byte[] variant = new byte[count];
        int variants = layer.plant().variants();
        Chunks.run(count, 1024, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                Quaternion q = Placing.lean(lean[i], heading[i])
                        .times(Placing.align(feet.nx()[i], feet.ny()[i], feet.nz()[i], align[i]))
                        .times(Placing.yaw(yaw[i]));
                turn[4 * i] = (float) q.x();
                turn[4 * i + 1] = (float) q.y();
                turn[4 * i + 2] = (float) q.z();
                turn[4 * i + 3] = (float) q.w();
                variant[i] = (byte) (Hash.unit(Hash.of(layer.seed(), feet.id()[i], 7)) * variants);
            }
        });
        return new Plants(
                feet,
                turn,
                values.at("length", feet),
                values.at("width", feet),
                values.at("tint", feet),
                variant,
                limitedShare);
    }

    /** Spacing that falloffs drive, read from the layer's property. */
    private final class DrivenSpacing implements Spacing {
        private final PropertyRange range;

        DrivenSpacing(PropertyRange range) {
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
            float[] spacing = values.at(CoverLayer.SPACING, samples);
            for (int i = 0; i < count; i++) {
                out[i] = Math.min(range.most(), Math.max(range.least(), spacing[i]));
            }
        }
    }
}
