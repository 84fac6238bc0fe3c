package org.lumbrit.bench;

import java.util.Map;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.motion.Blowing;
import org.lumbrit.core.motion.Cloth;
import org.lumbrit.core.motion.GustSource;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.PushLoop;
import org.lumbrit.core.motion.Pushing;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.motion.Swaying;
import org.lumbrit.core.motion.WindField;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.props.BannerShape;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;

/** A whole loop of swaying plants, and whether a large cloth passes through itself. */
public final class MotionMeasure {
    private MotionMeasure() {}

    public static void main(String[] arguments) {
        loop(20_000, 192);
        cloth(316);
    }

    private static WindLayer wind() {
        return new WindLayer(
                "wind",
                "Wind",
                1,
                false,
                70,
                6,
                8,
                9,
                40,
                0,
                2,
                new Blowing.Downwind(),
                new GustSource.None(),
                Map.of());
    }

    private static void loop(int plants, int count) {
        Frames frames = new Frames(count, 0, 1 / 24.0, true);
        Swaying swaying = new Swaying(new WindField(wind(), frames), frames, SwayLayer.plain("wind", "grass"));
        Swaying.Stand stand = SwayBenchmark.stand(plants);
        double best = Double.POSITIVE_INFINITY;
        SwayLoop loop = null;
        for (int i = 0; i < 5; i++) {
            long start = System.nanoTime();
            loop = swaying.loop(stand, Cancel.NEVER);
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        System.out.printf(
                "%d plants, %d frames: %.0f ms, %.2f ms a frame; %d bytes kept, %.2f a plant and frame%n",
                plants,
                count,
                best,
                best / count,
                loop.steps().bytes(),
                (double) loop.steps().bytes() / plants / count);
    }

    private static void cloth(int cells) {
        Mesh mesh = new BannerShape(10, 5, 0, cells).mesh(file -> null);
        Frames frames = new Frames(48, 0, 1 / 24.0, true);
        PushLayer push = new PushLayer(
                "push", "Push", 1, false, "wind", "banner", 0.9, 2, 0.4, PushLayer.Sides.TWO, 1, Map.of());
        Samples vertices = Samples.allocate(Samples.NOT_KEPT, mesh.vertices());
        for (int v = 0; v < mesh.vertices(); v++) {
            vertices.x()[v] = mesh.positions()[3 * v];
            vertices.y()[v] = mesh.positions()[3 * v + 1];
            vertices.z()[v] = mesh.positions()[3 * v + 2];
        }
        Pushing pushing = new Pushing(push, wind(), frames);
        PushLoop loop = PushLoop.of(frames, mesh.vertices(), 0.4, f -> {
            float[] waves = pushing.waves(vertices, frames.time(f), Cancel.NEVER);
            for (int v = 0; v < waves.length; v++) {
                waves[v] *= 0.4f;
            }
            return waves;
        });
        long start = System.nanoTime();
        Crossings crossings = new Crossings(mesh);
        double built = (System.nanoTime() - start) / 1e6;
        float[] shape = mesh.positions().clone();
        double best = Double.POSITIVE_INFINITY;
        for (int i = 0; i < 8; i++) {
            for (int v = 0; v < mesh.vertices(); v++) {
                shape[3 * v + 2] = (float) (mesh.positions()[3 * v + 2] + loop.push(i, v));
            }
            start = System.nanoTime();
            crossings.in(shape, Cancel.NEVER);
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        start = System.nanoTime();
        boolean sound = new Cloth(mesh, loop, Cancel.NEVER).fault().isEmpty();
        System.out.printf(
                "cloth of %d triangles: tree laid out in %.0f ms, one shape tested in %.0f ms, %d moments in %.0f ms (%s)%n",
                mesh.count(),
                built,
                best,
                Cloth.MOMENTS,
                (System.nanoTime() - start) / 1e6,
                sound ? "sound" : "not sound");
    }
}
