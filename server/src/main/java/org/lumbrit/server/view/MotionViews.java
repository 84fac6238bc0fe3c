package org.lumbrit.server.view;

import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.findings.MotionFindings;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.PushLoop;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.moving.Grains;
import org.lumbrit.core.moving.PlantMotion;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.core.water.WaterLayer;
import org.lumbrit.server.results.KeptResults;
import org.lumbrit.server.view.Manifest.FindingView;
import org.springframework.stereotype.Component;

/** What moves in a site, over the whole loop, in blocks of frames that the browser plays from memory. */
@Component
public class MotionViews {
    /** Frames in one block; each block also holds the first frame after it, so that it can be played on its own. */
    static final int BLOCK = 24;

    /** Nodes on the longer side of the wind that is drawn on the ground. */
    private static final int WIND_NODES = 65;

    private final KeptResults results;

    MotionViews(KeptResults results) {
        this.results = results;
    }

    /**
     * Everything that moves.
     *
     * @param frames how many; @param start seconds of the first; @param step seconds between two; @param loops whether the first
     *     follows the last
     * @param block frames in a block of every kind
     * @param keys times of keys on the clock, seconds
     * @param bytes of all blocks together, before they are packed for sending
     */
    public record MotionView(
            @NotNull Integer frames,
            @NotNull Double start,
            @NotNull Double step,
            @NotNull Boolean loops,
            @NotNull Integer block,
            @NotNull List<SwayView> sways,
            @NotNull List<PushView> pushes,
            @NotNull List<PropMotion> props,
            @NotNull List<WindView> winds,
            @NotNull List<GrainsView> grains,
            @NotNull List<RingsView> rings,
            @NotNull List<FindingView> findings,
            @NotNull SeamView seam,
            @NotNull Long bytes,
            @NotNull Double milliseconds) {}

    /**
     * The largest jump from the last frame to the first, against the largest inside.
     *
     * @param ratio at most 1.05 cannot be told from the motion; −1 where nothing else moves
     * @param of the layer where it is largest, by name, "" where nothing moves
     */
    public record SeamView(
            @NotNull Double ratio,
            @NotNull String of,
            @NotNull Boolean seen) {}

    /**
     * Plants of a cover that sway.
     *
     * @param blocks keys of array bundles: {@code bends}, of each frame and plant shown the bend toward east and south
     * @param shapesKey an array bundle: masks along the axis and at vertices, boxes, crinkles of every variant
     * @param plantsKey an array bundle of each plant shown: how far it crinkles, and how many frames ahead
     * @param radians of one step of the bends; @param turns whether plants turn about their foot instead of bending
     */
    public record SwayView(
            @NotNull String layer,
            @NotNull String cover,
            @NotNull List<String> blocks,
            @NotNull String shapesKey,
            @NotNull String plantsKey,
            @NotNull Integer plants,
            @NotNull Double radians,
            @NotNull Boolean turns,
            @NotNull Double together) {}

    /** A prop that is pushed; blocks hold {@code pushes}, of each frame and vertex. @param metres of one step */
    public record PushView(
            @NotNull String layer,
            @NotNull String prop,
            @NotNull List<String> blocks,
            @NotNull Double metres,
            @NotNull Double drift) {}

    /** A prop whose place is keyed: eight numbers a frame: origin, turn, size. */
    public record PropMotion(@NotNull String prop, @NotNull String key) {}

    /**
     * The wind over the ground: of each frame and node two, toward east and south, in steps.
     *
     * @param speed m/s of one step; @param greatest m/s of the fastest air anywhere at any time
     * @param heading degrees, the way gusts travel; @param mean m/s
     */
    public record WindView(
            @NotNull String layer,
            @NotNull String key,
            @NotNull Integer columns,
            @NotNull Integer rows,
            @NotNull Double speed,
            @NotNull Double greatest,
            @NotNull Double heading,
            @NotNull Double mean) {}

    /** Rings on a piece of water, or the top of a liquid in a vessel. @param key an array bundle of all frames */
    public record RingsView(@NotNull String layer, @NotNull String key) {}

    /**
     * Grains.
     *
     * @param key an array bundle: places at rest, and on plants which plant shown, place in its unit mesh, mask and variant
     * @param blocks of {@code speeds}, of each frame and grain a byte up to {@code fast}; empty where nothing carries them
     */
    public record GrainsView(
            @NotNull String layer,
            @NotNull String key,
            @NotNull List<String> blocks,
            @NotNull String cover,
            @NotNull Integer count,
            @NotNull Double size,
            @NotNull Double fast,
            @NotNull String restColour,
            @NotNull String fastColour) {}

    /** One evaluation of all motion. */
    private final class Making {
        final SiteEvaluation still;
        final SiteMotion motion;
        final Recipe recipe;
        final Frames frames;
        final boolean full;
        final Cancel cancel;
        final List<FindingView> findings = new ArrayList<>();
        SwayLoop.Seam worst = new SwayLoop.Seam(0, 0);
        String worstOf = "";
        long bytes;

        Making(SiteEvaluation evaluation, boolean full, Cancel cancel) {
            this.still = evaluation.at(0);
            this.motion = new SiteMotion(evaluation, results, cancel);
            this.recipe = still.plan().recipe();
            this.frames = motion.frames();
            this.full = full;
            this.cancel = cancel;
        }

        void seam(String name, SwayLoop.Seam seam) {
            if (worstOf.isEmpty() || seam.ratio() > worst.ratio()) {
                worst = seam;
                worstOf = name;
            }
        }

        /** Cuts frames into blocks. */
        List<String> blocks(String of, long bytesAFrame, java.util.function.IntFunction<byte[]> block) {
            List<String> keys = new ArrayList<>();
            for (int b = 0; b * BLOCK < frames.count(); b++) {
                int first = b * BLOCK;
                String key = new KeyBuilder("motion block/1").add(of).add(b).key();
                results.get(key, cancel, shared -> block.apply(first));
                keys.add(key);
            }
            bytes += bytesAFrame * (frames.count() + keys.size());
            return keys;
        }

        SwayView sway(SwayLayer sway, CoverLayer cover) {
            cancel.doing("moving " + cover.name());
            Plants plants = still.plants(cover);
            int[] shown = PlantBinaries.shown(plants, full);
            int[] picked = shown.length == plants.count() ? new int[0] : shown;
            SwayLoop loop = motion.loop(sway, picked);
            seam(sway.name(), loop.seam());
            MotionFindings.ofSway(recipe, motion, sway, loop).stream()
                    .map(FindingView::of)
                    .forEach(findings::add);
            String of = new KeyBuilder("sway/1")
                    .add(still.plan().motionKey(sway))
                    .add(shown.length)
                    .key();
            List<String> blocks = blocks(of, 4L * loop.plants(), first -> MotionBinaries.bends(loop, first, BLOCK));
            String shapes = Look.key("sway shapes/3", of);
            results.get(shapes, cancel, shared -> MotionBinaries.shapes(motion, still, sway, cover));
            String plantsKey = Look.key("sway plants/1", of);
            results.get(
                    plantsKey,
                    cancel,
                    shared -> MotionBinaries.plants(motion.crinkling(sway, picked), plants, shown, frames.count()));
            return new SwayView(
                    sway.id(),
                    cover.id(),
                    blocks,
                    shapes,
                    plantsKey,
                    loop.plants(),
                    loop.radians(),
                    sway.way() == SwayLayer.Way.TURN,
                    loop.together());
        }

        PushView push(PushLayer push) {
            cancel.doing("moving " + push.name());
            PushLoop loop = motion.pushes().pushed(push);
            seam(push.name(), loop.seam());
            List<String> blocks = blocks(
                    Look.key("push/1", still.plan().motionKey(push)),
                    2L * loop.vertices(),
                    first -> MotionBinaries.pushes(loop, first, BLOCK));
            return new PushView(push.id(), push.prop(), blocks, loop.metres(), loop.drift());
        }

        Optional<PropMotion> prop(Prop prop) {
            if (!still.plan().written().moves(prop) || prop.hidden()) {
                return Optional.empty();
            }
            KeyBuilder key = new KeyBuilder("prop motion/1")
                    .add(still.plan().propKey(prop))
                    .add(frames.count())
                    .add(frames.start())
                    .add(frames.step());
            still.plan().written().clock().tracks().stream()
                    .filter(track -> track.id().equals(prop.id()))
                    .forEach(track -> {
                        key.add(track.setting()).add(track.easing().name()).add(track.round() ? 1 : 0);
                        track.keys().forEach(point -> key.add(point.in()).add(point.out()));
                    });
            String made = key.key();
            results.get(made, cancel, shared -> MotionBinaries.placed(still, prop.id(), frames));
            bytes += 32L * frames.count();
            return Optional.of(new PropMotion(prop.id(), made));
        }

        /** A body that a layer moves by itself. */
        Optional<PropMotion> body(Layer layer) {
            if (layer.hidden() || !layer.seen().contains(Subject.BODY)) {
                return Optional.empty();
            }
            cancel.doing("following " + layer.name());
            String key = Look.key("body motion/1", still.plan().motionKey(layer));
            results.get(key, cancel, shared -> MotionBinaries.carried(still, layer.id(), frames));
            bytes += 32L * frames.count();
            return Optional.of(new PropMotion(layer.id(), key));
        }

        WindView wind(WindLayer wind) {
            cancel.doing("blowing " + wind.name() + " over the ground");
            Lattice lattice = still.plan().ground().lattice(WIND_NODES);
            Samples nodes = still.samples(lattice);
            String key = new KeyBuilder("wind over ground/1")
                    .add(still.plan().motionKey(wind))
                    .add(lattice.key())
                    .key();
            SiteMotion.Blown blown = motion.blown(wind, nodes);
            seam(wind.name(), blown.seam());
            MotionFindings.ofWind(recipe, motion, wind, blown.seam()).stream()
                    .map(FindingView::of)
                    .forEach(findings::add);
            double step = blown.greatest() / 127;
            results.get(key, cancel, shared -> MotionBinaries.wind(motion, wind, nodes, step, shared));
            bytes += 2L * nodes.count() * frames.count();
            return new WindView(
                    wind.id(),
                    key,
                    lattice.columns(),
                    lattice.rows(),
                    step,
                    blown.greatest(),
                    wind.heading(),
                    wind.properties().get(WindLayer.SPEED).high());
        }

        /** Rings on a piece of water in every frame. */
        Optional<RingsView> rings(WaterLayer layer) {
            if (layer.hidden() || layer.rings().runs().isEmpty()) {
                return Optional.empty();
            }
            String key = Look.key("ring frames/1", still.plan().motionKey(layer));
            byte[] made = results.get(key, cancel, shared -> RingFrames.all(still, layer, frames, cancel));
            bytes += made.length;
            return Optional.of(new RingsView(layer.id(), key));
        }

        /** The top of a liquid in every frame. */
        RingsView top(LiquidLayer layer) {
            String key = Look.key("liquid frames/1", still.plan().motionKey(layer));
            byte[] made = results.get(key, cancel, shared -> LiquidMaker.frames(still, layer, cancel));
            bytes += made.length;
            return new RingsView(layer.id(), key);
        }

        GrainsView grains(GrainsLayer layer) {
            cancel.doing("placing " + layer.name());
            Grains grains = motion.grains(layer);
            Optional<PlantMotion> carrying = motion.carrying(layer);
            String of = Look.key("grains/1", still.plan().layerKey(layer))
                    + carrying.map(plants -> still.plan().motionKey(plants.sway()))
                            .orElse("");
            String key = Look.key("grains bundle/2", of + full);
            results.get(key, cancel, shared -> MotionBinaries.grains(grains, carrying, still, full));
            List<String> blocks = carrying.isEmpty()
                    ? List.of()
                    : blocks(Look.key("grain speeds/1", of), grains.count(), first -> {
                        cancel.doing("timing " + layer.name());
                        return MotionBinaries.speeds(motion, grains, carrying, layer.fast(), first, BLOCK);
                    });
            return new GrainsView(
                    layer.id(),
                    key,
                    blocks,
                    carrying.map(plants -> plants.cover().id()).orElse(""),
                    grains.count(),
                    layer.size(),
                    layer.fast(),
                    layer.restColour(),
                    layer.fastColour());
        }
    }

    /** @param full whether every plant is wanted, however many; else they are thinned by rank as in the view */
    public MotionView motion(SiteEvaluation evaluation, boolean full, Cancel cancel) {
        long start = System.nanoTime();
        Making making = new Making(evaluation, full, cancel);
        List<SwayView> sways = new ArrayList<>();
        making.motion.sways().forEach((sway, cover) -> sways.add(making.sway(sway, cover)));
        List<PushView> pushes =
                PushLayer.shown(making.recipe).stream().map(making::push).toList();
        List<PropMotion> props = Stream.concat(
                        making.recipe.props().stream().map(making::prop),
                        making.recipe.layers().stream().map(making::body))
                .flatMap(Optional::stream)
                .toList();
        List<WindView> winds = making.recipe.layersOf(WindLayer.class).stream()
                .filter(wind -> !wind.hidden())
                .map(making::wind)
                .toList();
        List<GrainsView> grains = making.recipe.layersOf(GrainsLayer.class).stream()
                .filter(layer -> !layer.hidden())
                .map(making::grains)
                .toList();
        cancel.doing("looking for faults in what moves");
        MotionFindings.ofMotion(making.recipe, making.motion).stream()
                .map(FindingView::of)
                .forEach(making.findings::add);
        return new MotionView(
                making.frames.count(),
                making.frames.start(),
                making.frames.step(),
                making.frames.periodic(),
                BLOCK,
                sways,
                pushes,
                props,
                winds,
                grains,
                Stream.concat(
                                making.recipe.layersOf(WaterLayer.class).stream()
                                        .map(making::rings)
                                        .flatMap(Optional::stream),
                                LiquidMaker.shown(making.recipe).map(making::top))
                        .toList(),
                making.findings,
                new SeamView(
                        making.worst.finiteRatio(), making.worstOf, making.frames.periodic() && making.worst.seen()),
                making.bytes,
                (System.nanoTime() - start) / 1e6);
    }
}
