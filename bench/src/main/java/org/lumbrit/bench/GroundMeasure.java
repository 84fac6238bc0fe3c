package org.lumbrit.bench;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoulderShape;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.relief.NodeValues;
import org.lumbrit.core.relief.NoiseRelief;
import org.lumbrit.core.relief.OffsetRelief;
import org.lumbrit.core.relief.RainErosion;
import org.lumbrit.core.relief.SmoothRelief;
import org.lumbrit.core.relief.TerraceRelief;
import org.lumbrit.core.relief.ThermalErosion;
import org.lumbrit.core.relief.ThermalRelief;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Sphere;
import org.lumbrit.core.surface.TriangleTree;
import org.lumbrit.formats.image.GreyPng;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.formats.mesh.MeshFormat;
import org.lumbrit.formats.mesh.PlyFile;

/** Ground and meshes: imports, distances, erosion steps against copies of the same arrays, a large ground. */
public final class GroundMeasure {
    private static final int NODES = 1024;

    private GroundMeasure() {}

    /** @param arguments which parts; none for all */
    public static void main(String[] arguments) {
        Map<String, Runnable> parts = new java.util.LinkedHashMap<>();
        parts.put("imports", GroundMeasure::imports);
        parts.put("distances", GroundMeasure::distances);
        parts.put("erosion", GroundMeasure::erosion);
        parts.put("large", GroundMeasure::large);
        parts.put("sizes", GroundMeasure::sizes);
        parts.forEach((name, part) -> {
            if (arguments.length == 0 || List.of(arguments).contains(name)) {
                part.run();
            }
        });
    }

    /** Milliseconds of the quickest of so many runs. */
    static double best(int times, Runnable work) {
        double best = Double.POSITIVE_INFINITY;
        for (int i = 0; i < times; i++) {
            long start = System.nanoTime();
            work.run();
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        return best;
    }

    private static void imports() {
        int n = 4096;
        float[] grey = new float[n * n];
        for (int i = 0; i < grey.length; i++) {
            grey[i] = (float) (0.5 + 0.3 * Math.sin(i % n * 0.01) * Math.cos(i / n * 0.013));
        }
        byte[] png = GreyPng.of16(n, n, grey);
        System.out.printf(
                "import of a 4096 x 4096 PNG of %.1f MB: %.0f ms%n",
                png.length / 1e6, best(3, () -> HeightMap.read(png, "a.png")));
        Mesh ball = Mesh.of(Sphere.positions(8), Sphere.triangles(8));
        byte[] ply = PlyFile.write(ball);
        System.out.printf(
                "import of a PLY of %d triangles: %.0f ms%n",
                ball.count(), best(3, () -> MeshFormat.read(ply, "a.ply")));
        System.out.printf("its tree: %.0f ms%n", best(2, () -> new TriangleTree(ball)));
    }

    private static void distances() {
        TriangleTree.warmUp();
        distances("a boulder", new BoulderShape(2, 1.4, 0.5, 0.6, 6, 3).mesh(file -> null));
        distances("a ball, from whose middle all is equally far", Mesh.of(Sphere.positions(6), Sphere.triangles(6)));
    }

    private static void distances(String what, Mesh finer) {
        TriangleTree tree = new TriangleTree(finer);
        Random random = new Random(1);
        int count = 1_000_000;
        double[] p = new double[3 * count];
        for (int i = 0; i < p.length; i++) {
            p[i] = 6 * random.nextDouble() - 3;
        }
        double all = milliseconds(tree, p);
        // places as a ground has them: row by row, each near the one before
        double[] rows = new double[p.length];
        for (int i = 0; i < count; i++) {
            rows[3 * i] = 6 * (i % 1000 / 1000.0) - 3;
            rows[3 * i + 1] = 1.2 * Math.sin(i / 1000 * 0.01);
            rows[3 * i + 2] = 6 * (i / 1000 / 1000.0) - 3;
        }
        System.out.printf(
                "distance to %s at a million places of a ground, row by row, 2 cores: %.2f million a second%n",
                what, count / milliseconds(tree, rows) / 1e3);
        TriangleTree.Probe each = tree.probe();
        long start = System.nanoTime();
        int few = 20;
        double sum = 0;
        for (int i = 0; i < few; i++) {
            sum += plain(finer, p[3 * i], p[3 * i + 1], p[3 * i + 2])
                    - each.distance(p[3 * i], p[3 * i + 1], p[3 * i + 2]);
        }
        double loop = (System.nanoTime() - start) / 1e3 / few;
        System.out.printf(
                "distance to %d triangles of %s, 2 cores: %.2f million a second at random places; %.2f us each against %.0f us of a plain loop on one core (difference %.1e)%n",
                finer.count(), what, count / all / 1e3, 2e3 * all / count, loop, sum);
    }

    private static double milliseconds(TriangleTree tree, double[] places) {
        return best(
                5,
                () -> org.lumbrit.core.math.Chunks.run(places.length / 3, Cancel.NEVER, (from, to) -> {
                    TriangleTree.Probe probe = tree.probe();
                    for (int i = from; i < to; i++) {
                        probe.distance(places[3 * i], places[3 * i + 1], places[3 * i + 2]);
                    }
                }));
    }

    /** Nearest of all triangles, one after the other. */
    static double plain(Mesh mesh, double x, double y, double z) {
        double least = Double.POSITIVE_INFINITY;
        float[] q = mesh.positions();
        for (int t = 0; t < mesh.triangles().length; t += 3) {
            least = Math.min(least, square(q, mesh.triangles(), t, x, y, z));
        }
        return Math.sqrt(least);
    }

    private static double square(float[] q, int[] t, int at, double x, double y, double z) {
        int a = 3 * t[at];
        int b = 3 * t[at + 1];
        int c = 3 * t[at + 2];
        double[] ab = {q[b] - q[a], q[b + 1] - q[a + 1], q[b + 2] - q[a + 2]};
        double[] ac = {q[c] - q[a], q[c + 1] - q[a + 1], q[c + 2] - q[a + 2]};
        double[] ap = {x - q[a], y - q[a + 1], z - q[a + 2]};
        double best = Double.POSITIVE_INFINITY;
        double bb = dot(ab, ab);
        double cc = dot(ac, ac);
        double bc = dot(ab, ac);
        double d1 = dot(ab, ap);
        double d2 = dot(ac, ap);
        double det = bb * cc - bc * bc;
        double v = (cc * d1 - bc * d2) / det;
        double w = (bb * d2 - bc * d1) / det;
        if (v >= 0 && w >= 0 && v + w <= 1) {
            return away(ap, ab, ac, v, w);
        }
        best = Math.min(best, away(ap, ab, ac, Math.max(0, Math.min(1, d1 / bb)), 0));
        best = Math.min(best, away(ap, ab, ac, 0, Math.max(0, Math.min(1, d2 / cc))));
        double along = (d2 - d1 + bb - bc) / (bb - 2 * bc + cc);
        double s = Math.max(0, Math.min(1, along));
        return Math.min(best, away(ap, ab, ac, 1 - s, s));
    }

    private static double away(double[] ap, double[] ab, double[] ac, double v, double w) {
        double sum = 0;
        for (int d = 0; d < 3; d++) {
            double part = ap[d] - v * ab[d] - w * ac[d];
            sum += part * part;
        }
        return sum;
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    private static void erosion() {
        double[] h = new double[NODES * NODES];
        for (int i = 0; i < h.length; i++) {
            h[i] = 20 * Math.sin(i % NODES * 0.05) * Math.cos(i / NODES * 0.04) + (i * 7919L % 1000) * 1e-3;
        }
        double[] to = new double[h.length];
        double copy = best(60, () -> System.arraycopy(h, 0, to, 0, h.length));
        ThermalErosion.warmUp();
        ThermalErosion thermal =
                new ThermalErosion(h.clone(), NODES, NODES, CellSize.square(0.3), NodeValues.constant(30));
        double step = best(60, () -> thermal.step(Cancel.NEVER));
        System.out.printf(
                "thermal step at 1024 x 1024: %.2f ms, %.1f x the copy of its two arrays (%.2f ms)%n",
                step, step / (2 * copy), 2 * copy);
        RainErosion rain = new RainErosion(
                h.clone(),
                NODES,
                NODES,
                CellSize.square(0.3),
                new RainErosion.Climate(0.001, 1, 0.1, 8),
                NodeValues.constant(0.05),
                NodeValues.constant(0.1));
        double wet = best(12, rain::step);
        System.out.printf(
                "rain step at 1024 x 1024, routing and all: %.0f ms, %.0f x the copy of its five arrays (%.2f ms)%n",
                wet, wet / (5 * copy), 5 * copy);
    }

    private static void large() {
        PropertyRange full = new PropertyRange(0, 1, Combine.PRODUCT);
        List<Layer> layers = List.of(
                new OffsetRelief("o", "O", 1, false, Map.of("height", full)),
                noise("a", 800, NoiseRelief.Shape.RIDGED),
                noise("b", 150, NoiseRelief.Shape.BILLOW),
                new TerraceRelief("t", "T", 1, false, 8, 0, 0.5, Map.of("strength", full)),
                new SmoothRelief("s", "S", 1, false, 4, Map.of("strength", full)),
                new ThermalRelief("th", "TH", 1, false, 20, Map.of()));
        make(4096, layers);
    }

    /** The same rules on grounds of more and more nodes: what a node takes, and what is held of it. */
    private static void sizes() {
        PropertyRange full = new PropertyRange(0, 1, Combine.PRODUCT);
        List<Layer> layers = List.of(
                noise("a", 200, NoiseRelief.Shape.RIDGED),
                noise("b", 40, NoiseRelief.Shape.BILLOW),
                new SmoothRelief("s", "S", 1, false, 4, Map.of("strength", full)));
        make(256, layers);
        for (int nodes = 512; nodes <= 8192; nodes *= 2) {
            make(nodes, layers);
        }
    }

    private static void make(int nodes, List<Layer> layers) {
        Recipe recipe = new Recipe(
                "Large",
                GroundSpec.flat(nodes, nodes, nodes, Optional.empty()),
                List.of(),
                List.of(),
                layers,
                List.of(),
                new Clock(24, 8));
        System.gc();
        long before = used();
        long start = System.nanoTime();
        SitePlan plan = SitePlan.of(recipe, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER);
        double seconds = (System.nanoTime() - start) / 1e9;
        System.gc();
        System.out.printf(
                "ground of %d x %d from %d relief layers: %.2f s, %.0f ns a node, %.0f MB held with every layer's heights, %.1f bytes a node, %.1f to %.1f m%n",
                nodes,
                nodes,
                layers.size(),
                seconds,
                1e9 * seconds / nodes / nodes,
                (used() - before) / 1e6,
                (double) (used() - before) / nodes / nodes,
                plan.ground().lowest(),
                plan.ground().highest());
    }

    private static NoiseRelief noise(String id, double size, NoiseRelief.Shape shape) {
        return new NoiseRelief(
                id,
                id,
                3,
                false,
                size,
                6,
                0.5,
                2,
                shape,
                size / 8,
                0.5,
                false,
                Map.of("amplitude", new PropertyRange(0, size / 6, Combine.PRODUCT)));
    }

    private static long used() {
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }
}
