package org.lumbrit.core.cover;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Placing;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.math.Wide;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/** Chooses the candidates that stand, surface after surface, and gives each its properties. */
final class PlantsBuilder {
    private final CoverLayer layer;
    private final CoverSite site;
    private final Cancel cancel;
    private final double beyond;
    private final double share;
    private final long[] removed;
    private final List<String> surfaces = new ArrayList<>();
    private final List<Plants> parts = new ArrayList<>();
    private double candidatesSeen;
    private double limited;

    /** Reads the spacing of a surface at samples. */
    interface Spacings {
        double[] at(String surface, PropertyRange range, Samples samples);
    }

    /** @param beyond share of its density at which a plant may not stand yet, 0..1; @param share at which it has to stand already */
    PlantsBuilder(CoverLayer layer, CoverSite site, double beyond, double share, Cancel cancel) {
        this.beyond = beyond;
        this.share = share;
        this.layer = layer;
        this.site = site;
        this.cancel = cancel;
        this.removed = layer.removed().stream()
                .mapToLong(id -> Long.parseUnsignedLong(id, 16))
                .sorted()
                .toArray();
    }

    /** @param end the density from which on spacing wins */
    void standing(
            String surface,
            Candidates candidates,
            double end,
            KeptClear clear,
            PropertyRange range,
            Spacings spacings) {
        PropertyValues values = site.values(surface);
        Samples places = candidates.samples();
        float[] density = values.at(CoverLayer.DENSITY, places);
        double[] threshold = candidates.threshold();
        Ground ground = site.ground();
        boolean plan = surface.isEmpty();
        boolean weighed = weighed(values);
        float[][] weights = weighed ? weights(values, places) : new float[0][];
        double[] room = layer.keepsClear() ? room(surface, places, range, spacings) : new double[0];
        boolean[] stands = new boolean[places.count()];
        int[] limitedIn = new int[Chunks.count(stands.length)];
        Chunks.run(stands.length, cancel, (from, to) -> {
            int over = 0;
            double[] dense = Wide.from(density, from, to, Chunks.scratch(0, to - from));
            for (int i = from; i < to; i++) {
                double wanted = dense[i - from];
                if (!(wanted > 0) || (plan && ground.holeAt(places.x()[i], places.z()[i]))) {
                    continue;
                }
                wanted *= plan ? Ground.stretch(places.ny()[i]) : 1;
                over += wanted > end ? 1 : 0;
                stands[i] = share * wanted >= threshold[i]
                        && !(beyond > 0 && beyond * wanted >= threshold[i])
                        && Arrays.binarySearch(removed, places.id()[i]) < 0
                        && (!weighed || total(weights, i) > 0)
                        && (room.length == 0 || !clear.taken(places.x()[i], places.y()[i], places.z()[i], room[i]));
            }
            limitedIn[from / Chunks.SIZE] = over;
        });
        candidatesSeen += stands.length;
        limited += Arrays.stream(limitedIn).sum();
        KeyBuilder key = new KeyBuilder("feet/2").add(places.key()).add(values.key(CoverLayer.DENSITY));
        if (share < 1 || beyond > 0) {
            key.add(share).add(beyond);
        }
        layer.removed().forEach(key::add);
        key.add(layer.keepsClear() ? site.beforeKey() : "").add(layer.room());
        if (layer.keepsClear()) {
            key.add(values.key(CoverLayer.WIDTH)).add(values.key(CoverLayer.SIZE));
        }
        for (int v = 1; weighed && v <= weights.length; v++) {
            key.add(values.key(CoverLayer.WEIGHT + v));
        }
        dress(surface, places.pick(key.key(), chosen(stands)), range, spacings);
    }

    /** The places of what is true, in order. */
    private static int[] chosen(boolean[] stands) {
        int[] chosen = new int[stands.length];
        int count = 0;
        for (int i = 0; i < stands.length; i++) {
            chosen[count] = i;
            count += stands[i] ? 1 : 0;
        }
        return Arrays.copyOf(chosen, count);
    }

    void placed(String surface, Samples feet, PropertyRange range, Spacings spacings) {
        dress(surface, feet, range, spacings);
    }

    /** Metres across that plants keep to themselves: their spacing, or what they are wide where that is more. */
    private double[] room(String surface, Samples samples, PropertyRange range, Spacings spacings) {
        PropertyValues values = site.values(surface);
        double[] room = range.most() == 0 ? new double[samples.count()] : spacings.at(surface, range, samples);
        float[] width = values.at(CoverLayer.WIDTH, samples);
        float[] size = values.at(CoverLayer.SIZE, samples);
        Chunks.run(room.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                room[i] = Math.max(room[i], width[i] * size[i]);
            }
        });
        return room;
    }

    /** Whether the variants stand unequally often. */
    private boolean weighed(PropertyValues values) {
        int variants = layer.plant().variants();
        for (int v = 1; variants > 1 && v <= variants; v++) {
            String weight = CoverLayer.WEIGHT + v;
            if (values.driven(weight)
                    || layer.range(weight).high()
                            != layer.range(CoverLayer.WEIGHT + 1).high()) {
                return true;
            }
        }
        return false;
    }

    private float[][] weights(PropertyValues values, Samples samples) {
        float[][] weights = new float[layer.plant().variants()][];
        for (int v = 0; v < weights.length; v++) {
            weights[v] = values.at(CoverLayer.WEIGHT + (v + 1), samples);
        }
        return weights;
    }

    private static double total(float[][] weights, int i) {
        double sum = 0;
        for (float[] weight : weights) {
            sum += weight[i];
        }
        return sum;
    }

    private byte variant(float[][] weights, long id, int i) {
        double drawn = Hash.unit(Hash.of(layer.seed(), id, 7));
        if (weights.length == 0) {
            return (byte) (drawn * layer.plant().variants());
        }
        double left = drawn * total(weights, i);
        int last = 0;
        for (int v = 0; v < weights.length; v++) {
            left -= weights[v][i];
            last = weights[v][i] > 0 ? v : last;
            if (left < 0) {
                return (byte) v;
            }
        }
        return (byte) last;
    }

    private void dress(String surface, Samples feet, PropertyRange range, Spacings spacings) {
        PropertyValues values = site.values(surface);
        int count = feet.count();
        float[] lean = values.at("lean", feet);
        float[] heading = values.at("heading", feet);
        float[] yaw = values.at("yaw", feet);
        float[] align = values.at("align", feet);
        float[] roll = values.at("roll", feet);
        float[] size = values.at(CoverLayer.SIZE, feet);
        float[] length = values.at(CoverLayer.LENGTH, feet);
        float[] width = values.at(CoverLayer.WIDTH, feet);
        boolean facing = layer.headingFrom() == CoverLayer.HeadingFrom.SURFACE;
        boolean weighed = weighed(values);
        float[][] weights = weighed ? weights(values, feet) : new float[0][];
        float[] turn = new float[4 * count];
        float[] sizedLength = new float[count];
        float[] sizedWidth = new float[count];
        byte[] variant = new byte[count];
        Chunks.run(count, 1024, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                double toward = facing ? heading[i] + Placing.headingOf(feet.nx()[i], feet.nz()[i]) : heading[i];
                Quaternion q = Placing.lean(lean[i], toward)
                        .times(Placing.align(feet.nx()[i], feet.ny()[i], feet.nz()[i], align[i]))
                        .times(Placing.yaw(yaw[i]));
                if (roll[i] != 0) {
                    q = q.times(Placing.roll(roll[i]));
                }
                turn[4 * i] = (float) q.x();
                turn[4 * i + 1] = (float) q.y();
                turn[4 * i + 2] = (float) q.z();
                turn[4 * i + 3] = (float) q.w();
                sizedLength[i] = length[i] * size[i];
                sizedWidth[i] = width[i] * size[i];
                variant[i] = variant(weights, feet.id()[i], i);
            }
        });
        double[] room = room(surface, feet, range, spacings);
        float[] rooms = new float[count];
        for (int i = 0; i < count; i++) {
            rooms[i] = (float) room[i];
        }
        surfaces.add(surface);
        parts.add(new Plants(
                feet.alone(),
                new short[0],
                List.of(surface),
                turn,
                Plants.Alike.of(sizedLength),
                Plants.Alike.of(sizedWidth),
                Plants.Alike.of(values.at("tint", feet)),
                Plants.Alike.of(values.at("sink", feet)),
                Plants.Alike.of(values.at("growth", feet)),
                Plants.Alike.of(rooms),
                variant,
                0));
    }

    /** All parts, one after the other. */
    Plants plants() {
        double share = candidatesSeen == 0 ? 0 : limited / candidatesSeen;
        if (parts.size() == 1) {
            Plants one = parts.get(0);
            return new Plants(
                    one.feet(),
                    one.surface(),
                    one.surfaces(),
                    one.turn(),
                    one.length(),
                    one.width(),
                    one.tint(),
                    one.sink(),
                    one.growth(),
                    one.room(),
                    one.variant(),
                    share);
        }
        int total = parts.stream().mapToInt(Plants::count).sum();
        KeyBuilder key = new KeyBuilder("feet of parts/1");
        parts.forEach(part -> key.add(part.feet().key()));
        Samples feet =
                Samples.joined(key.key(), parts.stream().map(Plants::feet).toList());
        List<String> distinct = surfaces.stream().distinct().toList();
        short[] surface = new short[total];
        byte[] variant = new byte[total];
        int at = 0;
        for (int p = 0; p < parts.size(); p++) {
            int n = parts.get(p).count();
            Arrays.fill(surface, at, at + n, (short) distinct.indexOf(surfaces.get(p)));
            System.arraycopy(parts.get(p).variant(), 0, variant, at, n);
            at += n;
        }
        return new Plants(
                feet,
                surface,
                distinct.isEmpty() ? List.of("") : distinct,
                turns(total),
                alike(total, Plants::length),
                alike(total, Plants::width),
                alike(total, Plants::tint),
                alike(total, Plants::sink),
                alike(total, Plants::growth),
                alike(total, Plants::room),
                variant,
                share);
    }

    private float[] turns(int total) {
        float[] all = new float[4 * total];
        int at = 0;
        for (Plants plants : parts) {
            System.arraycopy(plants.turn(), 0, all, at, plants.turn().length);
            at += plants.turn().length;
        }
        return all;
    }

    private Plants.Alike alike(int total, java.util.function.Function<Plants, Plants.Alike> part) {
        float[] all = new float[total];
        int at = 0;
        for (Plants plants : parts) {
            for (int i = 0; i < plants.count(); i++) {
                all[at++] = part.apply(plants).at(i);
            }
        }
        return Plants.Alike.of(all);
    }
}
