package org.lumbrit.core.trials;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.stills.Values;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;

/**
 * Two states of a site beside each other.
 *
 * @param changes what is set otherwise
 * @param fields how far each falloff and the ground differ; @param covers which plants came, went and moved; @param triangles before and after
 */
public record Comparison(List<Change> changes, List<Difference> fields, List<Stand> covers, long[] triangles) {
    /** Metres: a plant that stands no farther from where it stood has not moved. */
    private static final double STILL = 1e-3;
    /** Of a value or metres of height: less is no change. */
    private static final double SAME = 0.01;
    /** Nodes along the longer side that values are read at. */
    private static final int NODES = 257;

    /** What is set otherwise. @param of the thing that it is a part of; @param id of that thing; "" where it is a part of none */
    public record Change(String sentence, Refers of, String id) {
        static Change of(String sentence) {
            return new Change(sentence, Refers.NOTHING, "");
        }
    }

    /**
     * How far a number over the ground differs.
     *
     * @param id of a falloff, "" for the ground; @param name of it; @param unit "" or m
     * @param share of the ground where it differs by more than 0.01; @param mean difference; @param largest difference
     */
    public record Difference(String id, String name, String unit, double share, double mean, double largest) {}

    /** The plants of a cover, matched by identity. @param moved farther than a millimetre */
    public record Stand(String name, long before, long after, long added, long gone, long moved) {}

    /** @param before a state of a site; @param after another, on a ground of the same size */
    public static Comparison of(SiteEvaluation before, SiteEvaluation after) {
        Recipe a = before.plan().recipe();
        Recipe b = after.plan().recipe();
        return new Comparison(changes(a, b), fields(before, after), covers(before, after), new long[] {
            Trial.of(before, "").triangles(), Trial.of(after, "").triangles()
        });
    }

    private static List<Change> changes(Recipe a, Recipe b) {
        List<Change> changes = new ArrayList<>();
        things(changes, Refers.FALLOFF, "Falloff", a.falloffs(), b.falloffs(), Falloff::id, Falloff::name);
        things(changes, Refers.LAYER, "Layer", a.layers(), b.layers(), Layer::id, Layer::name);
        things(changes, Refers.PROP, "Prop", a.props(), b.props(), prop -> prop.id(), prop -> prop.name());
        things(changes, Refers.PLACE, "Place", a.places(), b.places(), place -> place.id(), place -> place.name());
        Map<String, Triable> was = new HashMap<>();
        Triable.of(a).forEach(number -> was.put(number.of() + number.id() + " " + number.setting(), number));
        Map<String, Boolean> told = new HashMap<>();
        for (Triable now : Triable.of(b)) {
            Triable then = was.get(now.of() + now.id() + " " + now.setting());
            if (then != null && then.value() != now.value()) {
                told.put(now.id(), true);
                String unit = now.unit().isEmpty() ? "" : " " + now.unit();
                changes.add(new Change(
                        "“" + now.owner() + "”, " + now.title() + ": " + Decimal.write(then.value(), 6) + unit
                                + " before, " + Decimal.write(now.value(), 6) + unit + " now.",
                        Refers.valueOf(now.of().name()),
                        now.id()));
            }
        }
        others(changes, told, Refers.FALLOFF, a.falloffs(), b.falloffs(), Falloff::id, Falloff::name);
        others(changes, told, Refers.LAYER, a.layers(), b.layers(), Layer::id, Layer::name);
        others(changes, told, Refers.PROP, a.props(), b.props(), prop -> prop.id(), prop -> prop.name());
        others(changes, told, Refers.PLACE, a.places(), b.places(), place -> place.id(), place -> place.name());
        if (!a.drives().equals(b.drives())) {
            long gone = a.drives().stream()
                    .filter(drive -> !b.drives().contains(drive))
                    .count();
            long added = b.drives().stream()
                    .filter(drive -> !a.drives().contains(drive))
                    .count();
            changes.add(Change.of("Drives: " + added + " are new or other, " + gone + " are gone or were other."));
        }
        if (!a.ground().equals(b.ground())) {
            changes.add(Change.of("The ground itself is another."));
        }
        if (!a.clock().equals(b.clock())) {
            changes.add(Change.of("The clock or what is keyed is another."));
        }
        return changes;
    }

    private static <T> void things(
            List<Change> changes,
            Refers of,
            String word,
            List<T> a,
            List<T> b,
            Function<T, String> id,
            Function<T, String> name) {
        List<String> was = a.stream().map(id).toList();
        List<String> is = b.stream().map(id).toList();
        a.stream()
                .filter(each -> !is.contains(id.apply(each)))
                .forEach(each ->
                        changes.add(new Change(word + " “" + name.apply(each) + "” is gone.", of, id.apply(each))));
        b.stream()
                .filter(each -> !was.contains(id.apply(each)))
                .forEach(each ->
                        changes.add(new Change(word + " “" + name.apply(each) + "” is new.", of, id.apply(each))));
    }

    /** What is other in more than its numbers, where no number was told. */
    private static <T> void others(
            List<Change> changes,
            Map<String, Boolean> told,
            Refers of,
            List<T> a,
            List<T> b,
            Function<T, String> id,
            Function<T, String> name) {
        Map<String, T> was = new LinkedHashMap<>();
        a.forEach(each -> was.put(id.apply(each), each));
        for (T now : b) {
            T then = was.get(id.apply(now));
            if (then != null && !then.equals(now) && !told.containsKey(id.apply(now))) {
                changes.add(new Change("“" + name.apply(now) + "” is set otherwise.", of, id.apply(now)));
            }
        }
    }

    private static List<Difference> fields(SiteEvaluation before, SiteEvaluation after) {
        List<Difference> fields = new ArrayList<>();
        Lattice a = before.plan().ground().lattice(NODES);
        Lattice b = after.plan().ground().lattice(NODES);
        if (a.columns() != b.columns() || a.rows() != b.rows()) {
            return fields;
        }
        Samples then = before.samples(a);
        Samples now = after.samples(b);
        float[] areas = a.areas(then);
        float[] was = new float[then.count()];
        float[] is = new float[was.length];
        for (int i = 0; i < was.length; i++) {
            was[i] = (float) then.y()[i];
            is[i] = (float) now.y()[i];
        }
        fields.add(difference("", "the ground", "m", was, is, areas));
        for (Falloff falloff : after.plan().recipe().falloffs()) {
            if (before.plan().recipe().falloff(falloff.id()).isPresent()) {
                fields.add(difference(
                        falloff.id(),
                        falloff.name(),
                        "",
                        before.falloff(falloff.id(), then),
                        after.falloff(falloff.id(), now),
                        areas));
            }
        }
        return fields;
    }

    /**
     * A number over the ground that both states have.
     *
     * @param falloff by id, "" for another number; @param layer whose field it is, by id, "" for the height of the ground; @param field of it
     */
    public record Over(String falloff, String layer, String field) {
        public static final Over HEIGHT = new Over("", "", "");

        boolean isIn(Recipe recipe) {
            return falloff.isEmpty()
                    ? layer.isEmpty()
                            || recipe.layer(layer)
                                    .flatMap(each -> each.field(field))
                                    .isPresent()
                    : recipe.falloff(falloff).isPresent();
        }

        float[] at(SiteEvaluation site, Samples samples) {
            if (!falloff.isEmpty()) {
                return site.falloff(falloff, samples);
            }
            if (!layer.isEmpty()) {
                Layer of = site.plan().recipe().layer(layer).orElseThrow();
                return site.seenFor(of, field).field(of, field, samples);
            }
            float[] heights = new float[samples.count()];
            for (int i = 0; i < heights.length; i++) {
                heights[i] = (float) samples.y()[i];
            }
            return heights;
        }
    }

    /**
     * How much greater a number over the ground is after than before, as values that are shown from its largest fall to its largest rise.
     *
     * @param ground how far it differs over all of the ground
     */
    public record Shown(Values values, Difference ground) {}

    /**
     * On grounds of the same size.
     *
     * @throws InvalidRecipeException where the grounds are not, or one of the states lacks the number
     */
    public static Shown shown(SiteEvaluation before, SiteEvaluation after, Over what) {
        if (before.plan().ground().width() != after.plan().ground().width()
                || before.plan().ground().depth() != after.plan().ground().depth()) {
            throw new InvalidRecipeException(
                    "ground",
                    "These two grounds are not of the same size, so no place of one is a place of the other. Look at them with the split line.");
        }
        if (!what.isIn(before.plan().recipe()) || !what.isIn(after.plan().recipe())) {
            throw new InvalidRecipeException("of", "Only one of the two has this number. Choose one that both have.");
        }
        Lattice lattice = after.plan().ground().lattice(NODES);
        Samples now = after.samples(lattice);
        float[] was = what.at(before, before.plan().ground().samplesAt(now.x(), now.z()));
        Difference ground = difference("", "", "", was, what.at(after, now), lattice.areas(now));
        double end = ground.largest > 0 ? ground.largest : 1;
        return new Shown(
                new Values(
                        -end,
                        end,
                        true,
                        false,
                        (site, nodes) -> by(before, site, what, nodes),
                        (site, prop) -> new float[0]),
                ground);
    }

    private static float[] by(SiteEvaluation before, SiteEvaluation after, Over what, Samples now) {
        float[] was = what.at(before, before.plan().ground().samplesAt(now.x(), now.z()));
        float[] is = what.at(after, now);
        float[] by = new float[is.length];
        for (int i = 0; i < by.length; i++) {
            by[i] = is[i] - was[i];
        }
        return by;
    }

    private static Difference difference(String id, String name, String unit, float[] a, float[] b, float[] areas) {
        double changed = 0;
        double sum = 0;
        double all = 0;
        double largest = 0;
        for (int i = 0; i < a.length; i++) {
            double by = Math.abs((double) b[i] - a[i]);
            changed += by > SAME ? areas[i] : 0;
            sum += by * areas[i];
            all += areas[i];
            largest = Math.max(largest, by);
        }
        return new Difference(id, name, unit, changed / all, sum / all, largest);
    }

    private static List<Stand> covers(SiteEvaluation before, SiteEvaluation after) {
        List<Stand> stands = new ArrayList<>();
        Map<String, CoverLayer> all = new LinkedHashMap<>();
        before.plan().recipe().layersOf(CoverLayer.class).forEach(cover -> all.put(cover.id(), cover));
        after.plan().recipe().layersOf(CoverLayer.class).forEach(cover -> all.put(cover.id(), cover));
        for (CoverLayer cover : all.values()) {
            Map<String, double[]> was = places(before, cover.id());
            Map<String, double[]> is = places(after, cover.id());
            long added = 0;
            long moved = 0;
            for (Map.Entry<String, double[]> each : is.entrySet()) {
                double[] then = was.get(each.getKey());
                double[] now = each.getValue();
                if (then == null) {
                    added++;
                } else if (Math.abs(then[0] - now[0]) + Math.abs(then[1] - now[1]) + Math.abs(then[2] - now[2])
                        > STILL) {
                    moved++;
                }
            }
            stands.add(new Stand(cover.name(), was.size(), is.size(), added, was.size() - (is.size() - added), moved));
        }
        return stands;
    }

    /** Where each plant stands, by the surface and its identity; none of a cover that is not there or hidden. */
    private static Map<String, double[]> places(SiteEvaluation site, String id) {
        Map<String, double[]> places = new HashMap<>();
        site.plan()
                .recipe()
                .layer(id, CoverLayer.class)
                .filter(cover -> !cover.hidden())
                .ifPresent(cover -> {
                    Plants plants = site.plants(cover);
                    for (int i = 0; i < plants.count(); i++) {
                        places.put(plants.surfaceOf(i) + " " + plants.feet().id()[i], new double[] {
                            plants.feet().x()[i],
                            plants.feet().y()[i],
                            plants.feet().z()[i]
                        });
                    }
                });
        return places;
    }
}
