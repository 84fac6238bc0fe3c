package org.lumbrit.server.view;

import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.lumbrit.core.answers.Roster;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.cover.Ring;
import org.lumbrit.core.growth.Growth;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.motion.Bend;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SiteLying;
import org.lumbrit.core.snow.LayLayer;
import org.lumbrit.core.surface.Region;
import org.lumbrit.formats.ArrayBundle;
import org.lumbrit.server.results.KeptResults;
import org.lumbrit.server.view.SubjectView.PlantsSubject;
import org.springframework.stereotype.Component;

/** What views of plants show: covers in the site, the nursery's sheet, the roster's columns. */
@Component
public class PlantViews {
    private static final int BARS = 24;
    /** Rings narrower than so many heights of the eye above the ground are not seen. */
    private static final double HEIGHTS = 2;

    private final KeptResults results;

    PlantViews(KeptResults results) {
        this.results = results;
    }

    /**
     * A cover in the site: what is shown all over it, and of a crowd, ring by ring, what stands nearer to the eye.
     *
     * @param still at time 0, which covers read; @param now at the time that is looked at
     */
    List<PlantsSubject> subjects(
            SiteEvaluation still, SiteEvaluation now, CoverLayer cover, ViewRequest request, Cancel cancel) {
        Plants plants = now.standing(cover, still);
        Plant planted = cover.planted(still.plan().recipe());
        int[] shown = PlantBinaries.shown(plants, request.fullWanted());
        List<Ring> rings = rings(still, cover, request);
        double within = rings.isEmpty() ? 0 : rings.get(rings.size() - 1).wholeWithin();
        double share = still.share(cover) * (plants.count() == 0 ? 1 : (double) shown.length / plants.count());
        String shapes = shapes(still, cover, planted, cancel);
        List<PlantsSubject> subjects = new ArrayList<>();
        subjects.add(PlantsSubject.of(
                cover.id(),
                data(still, cover, plants, shown, planted, cancel),
                shapes,
                settled(now, cover, plants, shown, cancel),
                plants.surfaces(),
                share,
                within));
        for (Ring ring : rings) {
            Plants nearer = still.plants(cover, ring.region(), ring.from(), ring.to());
            int[] all = PlantBinaries.shown(nearer, false);
            if (all.length > 0) {
                subjects.add(PlantsSubject.of(
                        cover.id() + "~" + subjects.size(),
                        data(still, cover, nearer, all, planted, cancel),
                        shapes,
                        settled(now, cover, nearer, all, cancel),
                        nearer.surfaces(),
                        share,
                        within));
            }
        }
        return subjects;
    }

    /** Where more of a crowd is looked at the nearer it stands to the eye; none where it is no crowd, or the eye is high above all of it. */
    private static List<Ring> rings(SiteEvaluation still, CoverLayer cover, ViewRequest request) {
        double share = still.share(cover);
        if (share == 1 || !request.fromSomewhere()) {
            return List.of();
        }
        Region whole = Region.of(still.plan().ground());
        return Ring.round(whole, share, request.eyeX(), request.eyeZ(), request.eyeHeading()).stream()
                .filter(ring -> ring.side() >= HEIGHTS * request.eyeAbove())
                .toList();
    }

    private String data(
            SiteEvaluation still, CoverLayer cover, Plants plants, int[] shown, Plant planted, Cancel cancel) {
        String plantsKey = new KeyBuilder("plants bundle/4")
                .add(still.plan().layerKey(cover))
                .add(plants.feet().key())
                .add(shown.length)
                .key();
        results.get(plantsKey, cancel, shared -> PlantBinaries.plants(cover, plants, shown, planted.flat()));
        return plantsKey;
    }

    /** How far something lies on the plants; "" where nothing does. */
    private String settled(SiteEvaluation now, CoverLayer cover, Plants plants, int[] shown, Cancel cancel) {
        SiteLying lying = now.lying();
        if (lying.onPlants(cover).isEmpty() || !(lying.onPlants(cover).get() instanceof LayLayer layer)) {
            return "";
        }
        String key = new KeyBuilder("settled bundle/2")
                .add(now.plan().layerKey(layer))
                .add(plants.feet().key())
                .add(shown.length)
                .key();
        results.get(
                key,
                cancel,
                shared -> Binaries.settled(
                        lying.atFeet(layer, plants),
                        shown,
                        layer.lying().orElseThrow(),
                        layer.comesFrom(),
                        layer.properties().get(LayLayer.REACH).most(),
                        layer.properties().get(LayLayer.EDGE).most()));
        return key;
    }

    private String shapes(SiteEvaluation still, CoverLayer cover, Plant planted, Cancel cancel) {
        KeyBuilder meshes = new KeyBuilder("mesh bundle/7");
        int variants = cover.plant().variants();
        for (int v = 0; v < variants; v++) {
            meshes.add(still.levelsKey(cover, v));
        }
        String meshesKey = meshes.key();
        results.get(
                meshesKey,
                cancel,
                shared -> PlantBinaries.meshes(
                        planted,
                        IntStream.range(0, variants)
                                .mapToObj(v -> still.levels(cover, v))
                                .toList()));
        return meshesKey;
    }

    /**
     * How one of the nursery's plants is looked at.
     *
     * @param growth 0..1; @param detail 0 for the full mesh
     * @param falloff whose values are shown on it, "" for none; @param stage which of its values, −1 for the result
     */
    public record Pose(double growth, int detail, String falloff, int stage) {}

    /** The variants of one of the nursery's plants in a pose. */
    public Sheet sheet(SiteEvaluation evaluation, PlantLayer kept, Pose pose, Cancel cancel) {
        int variants = kept.plant().variants();
        List<Detail.Levels> levels = IntStream.range(0, variants)
                .mapToObj(v -> evaluation.levels(kept, v))
                .toList();
        SiteMotion motion = new SiteMotion(evaluation, results, cancel);
        Optional<SwayLayer> sway = swayOf(motion, kept);
        KeyBuilder key = new KeyBuilder("sheet/3").add(pose.growth()).add(pose.detail());
        sway.ifPresent(swaying -> key.add(evaluation.at(0).plan().motionKey(swaying)));
        if (!pose.falloff().isEmpty()) {
            key.add(evaluation.plan().stageKey(pose.falloff(), stageOf(evaluation, pose)));
        }
        levels.forEach(each -> key.add(each.full().mesh().mesh().key()));
        key.add(evaluation.plan().layerKey(kept));
        String sheetKey = key.key();
        results.get(sheetKey, cancel, shared -> {
            ArrayBundle bundle = new ArrayBundle();
            bundle.facts().put("variants", variants);
            for (int v = 0; v < variants; v++) {
                List<Detail> each = levels.get(v).levels();
                PlantMesh mesh =
                        each.get(Math.min(pose.detail(), each.size() - 1)).mesh();
                PlantMesh grown = Growth.at(mesh, pose.growth(), Growth.TAPER);
                PlantBinaries.put(bundle, String.valueOf(v), grown);
                putBend(bundle, "pieces" + v, grown, Bend.even());
                int variant = v;
                sway.ifPresent(swaying -> putBend(
                        bundle, "blown" + variant, grown, maskAlong(motion, swaying, kept, evaluation, variant)));
                if (!pose.falloff().isEmpty()) {
                    bundle.floats(
                            "values" + v,
                            1,
                            evaluation.alongPlant(pose.falloff(), stageOf(evaluation, pose), grown, v));
                }
            }
            return bundle.write();
        });
        double tallest = 0;
        double widest = 0;
        for (Detail.Levels each : levels) {
            double[] b = each.full().mesh().bounds();
            tallest = Math.max(tallest, b[4]);
            widest = Math.max(widest, Math.max(b[3] - b[0], b[5] - b[2]));
        }
        List<LevelView> views = levels.get(0).levels().stream()
                .map(level -> new LevelView(level.mesh().triangles(), level.error(), level.missing(), level.standIn()))
                .toList();
        return new Sheet(sheetKey, variants, tallest, widest, views);
    }

    private static void putBend(ArrayBundle bundle, String name, PlantMesh mesh, float[] mask) {
        BendPieces pieces = new BendPieces();
        pieces.add(new Bend(mesh, mask, SwayLayer.Way.BEND), new float[0]);
        pieces.put(bundle, name);
    }

    private static float[] maskAlong(
            SiteMotion motion, SwayLayer sway, PlantLayer kept, SiteEvaluation evaluation, int variant) {
        PlantMesh full = evaluation.levels(kept, variant).full().mesh();
        return motion.bends().maskAlong(sway, kept.plant().length(), full, variant);
    }

    /** The sway of a cover that plants one of the nursery's. */
    private static Optional<SwayLayer> swayOf(SiteMotion motion, PlantLayer kept) {
        Recipe recipe = motion.recipe();
        return motion.sways().entrySet().stream()
                .filter(each -> each.getValue().keptPlant(recipe).equals(Optional.of(kept)))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    private static int stageOf(SiteEvaluation evaluation, Pose pose) {
        int last = evaluation
                .plan()
                .recipe()
                .falloff(pose.falloff())
                .orElseThrow()
                .steps()
                .size();
        return pose.stage() < 0 ? last : Math.min(pose.stage(), last);
    }

    /**
     * How one of the nursery's plants bends in the site's wind: as the cover that plants it sways, or as a plain sway.
     *
     * @param wind the wind, by name; @param sway the sway, by name, "" for a plain one
     * @param key an array bundle: {@code bends} in radians, of each frame toward east and south, and how much of a bend the
     *     tip of every variant has as {@code tips}; how they bend is in the sheet, as {@code blown0} where they have a sway
     */
    public record Breeze(
            @NotNull String wind,
            @NotNull String sway,
            @NotNull Integer frames,
            @NotNull Double step,
            @NotNull Boolean turns,
            @NotNull String key) {}

    /** Nothing where the site has no wind. */
    public Optional<Breeze> breeze(SiteEvaluation evaluation, PlantLayer kept, Cancel cancel) {
        SiteMotion motion = new SiteMotion(evaluation, results, cancel);
        Recipe recipe = evaluation.plan().recipe();
        Optional<SwayLayer> known = swayOf(motion, kept);
        Optional<String> first = recipe.layersOf(WindLayer.class).stream()
                .filter(wind -> !wind.hidden())
                .map(WindLayer::id)
                .findFirst();
        if (known.isEmpty() && first.isEmpty()) {
            return Optional.empty();
        }
        SwayLayer sway = known.orElseGet(() -> SwayLayer.plain(first.get(), kept.id()));
        WindLayer wind = motion.windOf(sway);
        String key = new KeyBuilder("breeze/3")
                .add(evaluation.at(0).plan().motionKey(wind))
                .add(known.map(each -> evaluation.at(0).plan().motionKey(each)).orElse(""))
                .add(evaluation.plan().layerKey(kept))
                .key();
        results.get(key, cancel, shared -> {
            double[] bends = motion.bendsAt(sway, 0, 0);
            float[] radians = new float[bends.length];
            for (int i = 0; i < bends.length; i++) {
                radians[i] = (float) bends[i];
            }
            int variants = kept.plant().variants();
            float[] tips = new float[variants];
            for (int v = 0; v < variants; v++) {
                tips[v] = maskAlong(motion, sway, kept, evaluation, v)[Bend.NODES - 1];
            }
            return new ArrayBundle()
                    .floats("bends", 2, radians)
                    .floats("tips", 1, tips)
                    .write();
        });
        return Optional.of(new Breeze(
                wind.name(),
                known.map(SwayLayer::name).orElse(""),
                motion.frames().count(),
                motion.frames().step(),
                sway.way() == SwayLayer.Way.TURN,
                key));
    }

    /**
     * A lined sheet of plants.
     *
     * @param key an array bundle of the meshes in metres, with the falloff's values at their vertices; @param tallest metres; @param widest metres
     * @param levels the detail levels of the first variant
     */
    public record Sheet(
            @NotNull String key,
            @NotNull Integer variants,
            @NotNull Double tallest,
            @NotNull Double widest,
            @NotNull List<LevelView> levels) {}

    /** One detail level: metres that it lies from the full mesh at most, and the full mesh from it. */
    public record LevelView(
            @NotNull Integer triangles,
            @NotNull Double error,
            @NotNull Double missing,
            @NotNull Boolean standIn) {}

    /** A table's columns; each is fetched when it is looked at. */
    public record RosterView(
            @NotNull String layer,
            @NotNull String idsKey,
            @NotNull Integer plants,
            @NotNull List<ColumnView> columns) {}

    /**
     * A column with its least and greatest value and how many plants lie in each of equal steps between.
     *
     * @param key an array bundle of one number a plant
     */
    public record ColumnView(
            @NotNull String name,
            @NotNull String title,
            @NotNull String unit,
            @NotNull String key,
            @NotNull Float min,
            @NotNull Float max,
            @NotNull List<Integer> histogram) {}

    public RosterView roster(SiteEvaluation evaluation, CoverLayer cover, Cancel cancel) {
        Roster roster = new Roster(evaluation, cover);
        String layerKey = evaluation.plan().layerKey(cover);
        String idsKey = new KeyBuilder("roster ids/1").add(layerKey).key();
        results.get(idsKey, cancel, shared -> {
            int count = roster.plants().count();
            int[] halves = new int[2 * count];
            for (int i = 0; i < count; i++) {
                long id = roster.plants().feet().id()[i];
                halves[2 * i] = (int) (id >>> 32);
                halves[2 * i + 1] = (int) id;
            }
            return new ArrayBundle().ints("ids", 2, halves).write();
        });
        List<ColumnView> columns = roster.columns().stream()
                .map(column -> column(column, layerKey, cancel))
                .toList();
        return new RosterView(cover.id(), idsKey, roster.plants().count(), columns);
    }

    private ColumnView column(Roster.Column column, String layerKey, Cancel cancel) {
        String key = new KeyBuilder("roster column/1")
                .add(layerKey)
                .add(column.name())
                .key();
        String valuesKey = new KeyBuilder("roster values/1").add(key).key();
        float[] values =
                results.get(valuesKey, cancel, shared -> column.values().get());
        results.get(
                key,
                cancel,
                shared -> new ArrayBundle().floats("values", 1, values).write());
        float least = values.length == 0 ? 0 : Float.POSITIVE_INFINITY;
        float most = values.length == 0 ? 0 : Float.NEGATIVE_INFINITY;
        for (float value : values) {
            least = Math.min(least, value);
            most = Math.max(most, value);
        }
        List<Integer> bars = java.util.Arrays.stream(Roster.histogram(values, least, most, BARS))
                .boxed()
                .toList();
        return new ColumnView(column.name(), column.title(), column.unit(), key, least, most, bars);
    }
}
