package org.lumbrit.bench;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.falloff.BandsSource;
import org.lumbrit.core.falloff.BrushSource;
import org.lumbrit.core.falloff.CellularSource;
import org.lumbrit.core.falloff.ClampStep;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.CurveStep;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.FacingSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.PictureSource;
import org.lumbrit.core.falloff.RandomSource;
import org.lumbrit.core.falloff.ScaleStep;
import org.lumbrit.core.falloff.ShoreSource;
import org.lumbrit.core.falloff.SkySource;
import org.lumbrit.core.falloff.SlopeSource;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Space;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.falloff.Stroke;
import org.lumbrit.core.falloff.SunlitSource;
import org.lumbrit.core.falloff.TerraceStep;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SegmentTree;

/** Times of falloffs on all cores: every source, a long falloff and a late step of it, a brush, a long path. */
public final class FalloffMeasure {
    private static final int RUNS = 5;
    private static final Random RANDOM = new Random(1);
    private static final Ground GROUND = ground();
    private static final Picture PICTURE = new Picture(256, 256, new float[256 * 256]);

    private static final SiteAssets ASSETS = new SiteAssets() {
        @Override
        public Ground heights(GroundSpec spec) {
            return GROUND;
        }

        @Override
        public Picture picture(String file) {
            return PICTURE;
        }

        @Override
        public Mesh mesh(String file) {
            return SiteAssets.NONE.mesh(file);
        }
    };

    private FalloffMeasure() {}

    public static void main(String[] arguments) {
        GradientNoise.warmUp();
        sources();
        lateStep();
        brush();
        path();
    }

    private static Ground ground() {
        int nodes = 513;
        double[] x = new double[nodes * nodes];
        double[] y = new double[x.length];
        double[] z = new double[x.length];
        double[] sum = new double[x.length];
        for (int i = 0; i < x.length; i++) {
            x[i] = i % nodes * 0.02;
            z[i] = i / nodes * 0.02;
        }
        GradientNoise.add(3, x, y, z, x.length, 20, sum);
        float[] heights = new float[x.length];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) (sum[i] + 0.4 * Hash.unit(Hash.of(4, i)));
        }
        return new Ground(nodes, nodes, heights, 160);
    }

    private static SiteEvaluation evaluation(Recipe recipe) {
        return new SiteEvaluation(new SitePlan(recipe, GROUND, ASSETS, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static Recipe recipe(Source source, List<Step> steps) {
        return new Recipe(
                "Bench",
                new GroundSpec("ground.png", 160, 0, 10, Optional.of(0.0)),
                List.of(new PathPlace("path", "Path", line(200), false)),
                List.of(new Falloff("f", "F", source, steps)),
                List.of(),
                List.of(),
                new Clock(24, 8));
    }

    private static List<Point3> line(int corners) {
        List<Point3> points = new ArrayList<>();
        double x = 0;
        double z = 0;
        for (int i = 0; i < corners; i++) {
            x = Math.max(-80, Math.min(80, x + RANDOM.nextGaussian()));
            z = Math.max(-80, Math.min(80, z + RANDOM.nextGaussian()));
            points.add(new Point3(x, 0, z));
        }
        return points;
    }

    /** Milliseconds of the fastest of some runs, the first ones left out. */
    private static double best(Runnable work) {
        double best = Double.POSITIVE_INFINITY;
        for (int run = 0; run < RUNS; run++) {
            long start = System.nanoTime();
            work.run();
            if (run > 1) {
                best = Math.min(best, (System.nanoTime() - start) / 1e6);
            }
        }
        return best;
    }

    private static NoiseSource noise(int octaves, NoiseSource.Basis basis, double travel, double churn) {
        return new NoiseSource(
                4,
                octaves,
                0.5,
                2,
                1,
                1,
                1,
                NoiseSource.Range.ZERO_TO_ONE,
                3,
                basis,
                NoiseSource.Shape.PLAIN,
                0,
                travel,
                90,
                churn,
                Space.PLACE,
                false);
    }

    private static void sources() {
        Samples million = new Lattice(GROUND, 1024, 977).samples();
        Map<String, Source> all = new LinkedHashMap<>();
        all.put("height", new HeightSource(-5, 10));
        all.put("facing", new FacingSource(90, 40));
        all.put("slope band", new SlopeSource(5, 25, 10));
        all.put("distance to a path of 199 segments", new DistanceSource("path", 0, 20, DistanceSource.Across.PLAN));
        all.put("water's edge", new ShoreSource(0, 20, Within.EDGE));
        all.put("noise, 6 octaves", noise(6, NoiseSource.Basis.GRADIENT, 0, 0));
        all.put("noise, 6 octaves, simplex", noise(6, NoiseSource.Basis.SIMPLEX, 0, 0));
        all.put("noise, 6 octaves, travelling in a loop", noise(6, NoiseSource.Basis.GRADIENT, 2, 0));
        all.put("noise, 1 octave, churning", noise(1, NoiseSource.Basis.GRADIENT, 0, 0.25));
        all.put("cells", new CellularSource(4, CellularSource.Measure.NEAREST, false, 0, 90, Space.PLACE, 1));
        all.put("bands", new BandsSource(4, 0.5, 0.3, 30, 0, 0));
        all.put("picture", new PictureSource("p.png", 160, 0, 0, 0, 20, Picture.Edge.MIRROR));
        all.put("random per facet", new RandomSource(1, RandomSource.Per.FACET));
        all.put("sunlit", new SunlitSource(225, 20, 2));
        all.put("sky view (at 257² nodes, reach 60 m)", new SkySource(60));
        System.out.println("every source on " + million.count() + " samples, ms");
        all.forEach((name, source) -> {
            Recipe recipe = recipe(source, List.of());
            System.out.printf(
                    "  %-42s %8.1f%n", name, best(() -> evaluation(recipe).falloff("f", million)));
        });
        System.out.println("bytes a sample: " + million.bytes() / million.count() + " for the place, 4 for each value");
    }

    private static void lateStep() {
        List<Step> steps = List.of(
                new WindowStep("1", false, 0.2, 0.8),
                new ClampStep("2", false, 0, 1),
                new ContrastStep("3", false, 1.7),
                new TerraceStep("4", false, 5, 0.4),
                new InvertStep("5", false),
                new CurveStep(
                        "6", false, List.of(new CurvePoint(0, 0), new CurvePoint(0.4, 0.7), new CurvePoint(1, 1))),
                new ScaleStep("7", false, 1.2, -0.1),
                new ClampStep("8", false, 0, 1));
        Recipe recipe = recipe(noise(6, NoiseSource.Basis.GRADIENT, 0, 0), steps);
        Samples samples = new Lattice(GROUND, 1024, 1024).samples();
        double whole = best(() -> evaluation(recipe).falloff("f", samples));
        ResultsOfOneRun kept = new ResultsOfOneRun();
        new SiteEvaluation(new SitePlan(recipe, GROUND, 0), kept, Cancel.NEVER).falloff("f", samples);
        double[] high = {0.9};
        double late = best(() -> {
            high[0] += 0.001;
            Recipe moved = new FalloffEdit.SetStep("f", new ClampStep("8", false, 0, high[0])).apply(recipe);
            new SiteEvaluation(new SitePlan(moved, GROUND, 0), kept, Cancel.NEVER).falloff("f", samples);
        });
        System.out.printf(
                "8 steps on 6 octaves over 1024²: %.1f ms; its last step moved: %.1f ms, %.3f of the whole%n",
                whole, late, late / whole);
    }

    private static void brush() {
        List<Stroke> strokes = new ArrayList<>();
        for (int s = 0; s < 500; s++) {
            double x = RANDOM.nextDouble() * 150 - 75;
            double z = RANDOM.nextDouble() * 150 - 75;
            List<Point3> points = new ArrayList<>();
            for (int p = 0; p < 30; p++) {
                x += RANDOM.nextGaussian();
                z += RANDOM.nextGaussian();
                points.add(new Point3(x, 0, z));
            }
            strokes.add(new Stroke(points, 1 + 3 * RANDOM.nextDouble(), 0.7, 0.5, Stroke.Mode.ADD));
        }
        Samples samples = new Lattice(GROUND, 2048, 2048).samples();
        Recipe recipe = recipe(new BrushSource(strokes), List.of());
        System.out.printf(
                "500 strokes of 30 points at 2048²: %.0f ms%n",
                best(() -> evaluation(recipe).falloff("f", samples)));
    }

    private static void path() {
        List<Point3> corners = line(10_001);
        SegmentTree tree = new SegmentTree(corners, false, true);
        int tries = 4000;
        double[] x = RANDOM.doubles(tries, -80, 80).toArray();
        double[] z = RANDOM.doubles(tries, -80, 80).toArray();
        double[] sum = new double[2];
        double quick = best(() -> {
            for (int i = 0; i < tries; i++) {
                sum[0] += tree.distance(x[i], 0, z[i]);
            }
        });
        double plain = best(() -> {
            for (int i = 0; i < tries; i++) {
                sum[1] += plain(corners, x[i], z[i]);
            }
        });
        if (Math.abs(sum[0] - sum[1]) > 1e-6 * sum[1]) {
            throw new IllegalStateException("the tree and the plain loop disagree");
        }
        System.out.printf(
                "distance to 10 000 segments, one core: %.2f µs, plain loop %.2f µs, %.0f ×%n",
                1000 * quick / tries, 1000 * plain / tries, plain / quick);
    }

    private static double plain(List<Point3> corners, double x, double z) {
        double best = Double.POSITIVE_INFINITY;
        for (int i = 1; i < corners.size(); i++) {
            Point3 a = corners.get(i - 1);
            Point3 b = corners.get(i);
            double ux = b.x() - a.x();
            double uz = b.z() - a.z();
            double square = ux * ux + uz * uz;
            double t = square == 0 ? 0 : Math.min(1, Math.max(0, ((x - a.x()) * ux + (z - a.z()) * uz) / square));
            double dx = x - a.x() - t * ux;
            double dz = z - a.z() - t * uz;
            best = Math.min(best, dx * dx + dz * dz);
        }
        return Math.sqrt(best);
    }
}
