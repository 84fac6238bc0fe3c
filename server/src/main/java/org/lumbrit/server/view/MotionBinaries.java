package org.lumbrit.server.view;

import java.util.List;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.motion.Bend;
import org.lumbrit.core.motion.Crinkle;
import org.lumbrit.core.motion.PushLoop;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.moving.Grains;
import org.lumbrit.core.moving.PlantMotion;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Carried;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.ArrayBundle;

/** The binaries of what moves. A block holds so many frames and the one after them. */
final class MotionBinaries {
    private MotionBinaries() {}

    /** Frames first … first+block, around the loop; without one the last is repeated. */
    private static int[] frames(Frames frames, int first, int block) {
        int count = Math.min(block, frames.count() - first) + 1;
        int[] each = new int[count];
        for (int k = 0; k < count; k++) {
            each[k] = frames.wrapped(first + k);
        }
        return each;
    }

    static byte[] bends(SwayLoop loop, int first, int block) {
        int[] frames = frames(loop.frames(), first, block);
        int row = 2 * loop.plants();
        short[] bends = new short[row * frames.length];
        for (int k = 0; k < frames.length; k++) {
            loop.steps().copy(frames[k], bends, row * k);
        }
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts().put("frames", frames.length).put("plants", loop.plants());
        return bundle.shorts("bends", 2, bends).write();
    }

    static byte[] pushes(PushLoop loop, int first, int block) {
        int[] frames = frames(loop.frames(), first, block);
        short[] pushes = new short[loop.vertices() * frames.length];
        for (int k = 0; k < frames.length; k++) {
            loop.steps().copy(frames[k], pushes, loop.vertices() * k);
        }
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts().put("frames", frames.length).put("vertices", loop.vertices());
        return bundle.shorts("pushes", 1, pushes).write();
    }

    /**
     * Of each variant: how much of a bend its tip has as {@code tips}, the box of its unit mesh as {@code boxes}, its crinkle over
     * all frames as {@code crinkle0}, and how the vertices of all its details bend as {@code pieces0}, those of detail d from
     * vertex {@code starts[5 v + d]} on (see {@link BendPieces}).
     */
    static byte[] shapes(SiteMotion motion, SiteEvaluation still, SwayLayer sway, CoverLayer cover) {
        ArrayBundle bundle = new ArrayBundle();
        Plant planted = cover.planted(still.plan().recipe());
        int variants = Math.max(1, cover.plant().variants());
        float[] tips = new float[variants];
        int[] starts = new int[(Plant.LEVELS + 1) * variants];
        float[] boxes = new float[6 * variants];
        for (int v = 0; v < variants; v++) {
            List<Detail> levels = still.levels(cover, v).levels();
            PlantMesh full = levels.get(0).mesh();
            tips[v] = motion.bends().maskAlong(sway, v)[Bend.NODES - 1];
            double[] box = full.unit(planted).bounds();
            for (int d = 0; d < 6; d++) {
                boxes[6 * v + d] = (float) box[d];
            }
            Crinkle crinkle = motion.bends().crinkle(sway, v);
            short[] steps = new short[crinkle.vectors().length];
            for (int i = 0; i < steps.length; i++) {
                steps[i] = (short) Math.rint(Math.max(-1, Math.min(1, crinkle.vectors()[i])) * 32767);
            }
            bundle.shorts("crinkle" + v, 3, steps);
            BendPieces pieces = new BendPieces();
            for (int d = 0; d < levels.size(); d++) {
                starts[(Plant.LEVELS + 1) * v + d] = pieces.vertices();
                pieces.add(
                        motion.bends().bend(sway, v, d),
                        motion.bends().maskAt(sway, levels.get(d).mesh(), v));
            }
            pieces.put(bundle, "pieces" + v);
        }
        bundle.facts().put("variants", variants).put("nodes", Crinkle.NODES);
        return bundle.floats("tips", 1, tips)
                .ints("starts", Plant.LEVELS + 1, starts)
                .floats("boxes", 6, boxes)
                .write();
    }

    static byte[] plants(float[] crinkling, Plants plants, int[] shown, int frames) {
        int[] ahead = new int[shown.length];
        for (int i = 0; i < shown.length; i++) {
            ahead[i] = Crinkle.ahead(plants.feet().id()[shown[i]], frames);
        }
        return new ArrayBundle()
                .floats("crinkling", 1, crinkling)
                .ints("ahead", 1, ahead)
                .write();
    }

    /** Origin, turn and size of a prop in each frame. */
    static byte[] placed(SiteEvaluation still, String prop, Frames frames) {
        float[] all = new float[8 * frames.count()];
        for (int f = 0; f < frames.count(); f++) {
            PlacedMesh placed = still.at(frames.time(f)).placed(prop);
            double[] origin = placed.origin();
            double[] one = {
                origin[0],
                origin[1],
                origin[2],
                placed.turn().x(),
                placed.turn().y(),
                placed.turn().z(),
                placed.turn().w(),
                placed.size()
            };
            for (int k = 0; k < 8; k++) {
                all[8 * f + k] = (float) one[k];
            }
        }
        return new ArrayBundle().floats("placed", 8, all).write();
    }

    /** The same of a body that a layer moves. */
    static byte[] carried(SiteEvaluation still, String layer, Frames frames) {
        float[] all = new float[8 * frames.count()];
        for (int f = 0; f < frames.count(); f++) {
            SiteEvaluation now = still.at(frames.time(f));
            Layer moving = now.plan().recipe().layer(layer).orElseThrow();
            Carried body = moving.carried(now.surroundings(moving)).orElseThrow();
            for (int k = 0; k < 3; k++) {
                all[8 * f + k] = (float) body.origin()[k];
            }
            for (int k = 0; k < 4; k++) {
                all[8 * f + 3 + k] = (float) body.turn()[k];
            }
            all[8 * f + 7] = (float) body.size();
        }
        return new ArrayBundle().floats("placed", 8, all).write();
    }

    /** Two bytes a node and frame, 128 for none. */
    static byte[] wind(SiteMotion motion, WindLayer wind, Samples nodes, double step, Cancel cancel) {
        Frames frames = motion.frames();
        byte[] vectors = new byte[2 * nodes.count() * frames.count()];
        for (int f = 0; f < frames.count(); f++) {
            cancel.check();
            double[][] blows = motion.wind(wind, f, nodes);
            for (int i = 0; i < nodes.count(); i++) {
                int at = 2 * (f * nodes.count() + i);
                vectors[at] = (byte) (128 + (int) Math.rint(blows[0][i] / step));
                vectors[at + 1] = (byte) (128 + (int) Math.rint(blows[1][i] / step));
            }
        }
        return new ArrayBundle().bytes("vectors", 2, vectors).write();
    }

    /** Grains, those on plants by the plant shown, their place on its unit mesh, the corners of their triangle and its shares. */
    static byte[] grains(Grains grains, Optional<PlantMotion> carrying, SiteEvaluation still, boolean full) {
        ArrayBundle bundle = new ArrayBundle();
        bundle.floats("places", 3, grains.places());
        carrying.ifPresent(plants -> {
            Plants all = still.plants(plants.cover());
            int[] shown = PlantBinaries.shown(all, full);
            int[] place = new int[all.count()];
            java.util.Arrays.fill(place, -1);
            for (int i = 0; i < shown.length; i++) {
                place[shown[i]] = i;
            }
            int n = grains.count();
            int[] on = new int[n];
            int[] corners = new int[3 * n];
            PlantMesh[] meshes =
                    new PlantMesh[Math.max(1, plants.cover().plant().variants())];
            for (int v = 0; v < meshes.length; v++) {
                meshes[v] = still.levels(plants.cover(), v).full().mesh();
            }
            byte[] variants = new byte[n];
            Chunks.run(n, Cancel.NEVER, (from, to) -> {
                for (int g = from; g < to; g++) {
                    int plant = grains.plant()[g];
                    on[g] = Math.max(0, place[plant]);
                    variants[g] = all.variant()[plant];
                    System.arraycopy(meshes[variants[g]].indices(), 3 * grains.triangle()[g], corners, 3 * g, 3);
                }
            });
            bundle.ints("plants", 1, on)
                    .floats("units", 3, grains.units())
                    .ints("corners", 3, corners)
                    .floats("shares", 2, grains.shares())
                    .bytes("variants", 1, variants);
        });
        return bundle.write();
    }

    static byte[] speeds(
            SiteMotion motion, Grains grains, Optional<PlantMotion> carrying, double fast, int first, int block) {
        int[] frames = frames(motion.frames(), first, block);
        int n = grains.count();
        byte[] speeds = new byte[n * frames.length];
        float[][] now = motion.speeds(grains, carrying, frames);
        for (int k = 0; k < frames.length; k++) {
            for (int g = 0; g < n; g++) {
                speeds[k * n + g] = (byte) Math.rint(255 * Math.min(1, now[k][g] / fast));
            }
        }
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts().put("frames", frames.length).put("grains", n);
        return bundle.bytes("speeds", 1, speeds).write();
    }
}
