package org.lumbrit.bench;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.lumbrit.core.crust.Accretion;
import org.lumbrit.core.crust.Crust;
import org.lumbrit.core.crust.Spikes;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.plants.Climbing;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.TowerShape;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.FastMarching;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Sphere;
import org.lumbrit.core.surface.TriangleTree;

/** Climbers, a fused crust and an accretion of a hundred steps: {@code GrowthMeasure [climbers crust accretion]}; all where none is named. */
public final class GrowthMeasure {
    private static final int TURNS = 3;

    private GrowthMeasure() {}

    public static void main(String[] arguments) {
        Set<String> wanted = arguments.length == 0 ? Set.of("climbers", "crust", "accretion") : Set.of(arguments);
        if (wanted.contains("climbers")) {
            climbers();
        }
        if (wanted.contains("crust")) {
            crust();
        }
        if (wanted.contains("accretion")) {
            accretion();
        }
    }

    private static void climbers() {
        Ground level = new Ground(65, 65, new float[65 * 65], 40);
        Prop tower = new Prop(
                "tower", "Tower", new TowerShape(3, 20, 0.2, 9, 3), 0, 0, 0, 0, 0, 0, 1, true, 0, 0, "#888888", false);
        Mesh mesh = tower.shape().mesh(file -> null);
        TriangleTree tree = new TriangleTree(mesh);
        PlacedMesh placed = PlacedMesh.of(tower, mesh, () -> tree, level);
        double[][] feet = new double[50][];
        for (int k = 0; k < feet.length; k++) {
            double angle = 2 * Math.PI * k / feet.length;
            feet[k] = new double[] {3.4 * StrictMath.cos(angle), 0, 3.4 * StrictMath.sin(angle)};
        }
        for (int turn = 0; turn < TURNS; turn++) {
            long start = System.nanoTime();
            Climbing rule = new Climbing(0.09, 18, 0.01, new double[] {0, 1, 0}, 0.3, 0.05, 0, 5);
            List<List<Climbing.Shoot>> all = rule.grown(level, List.of(placed), feet, Cancel.NEVER);
            long nodes = all.stream()
                    .flatMap(List::stream)
                    .mapToLong(shoot -> shoot.line().length)
                    .sum();
            double grown = seconds(start);
            long triangles = 0;
            for (int k = 0; k < all.size(); k++) {
                triangles += rule.mesh(all.get(k), 0.03, 0.12, 20, "#554433", k).triangles();
            }
            System.out.printf(
                    "50 climbers on a tower of %d triangles: %d nodes in %.2f s, their %d triangles of stems and leaves after %.2f s%n",
                    mesh.count(), nodes, grown, triangles, seconds(start));
        }
    }

    private static void crust() {
        Mesh ball = Mesh.of(Sphere.positions(5), Sphere.triangles(5));
        double[] even = new double[ball.vertices()];
        Arrays.fill(even, 1);
        double[] arrival = new FastMarching(ball.positions(), ball.triangles())
                .arrival(List.of(FastMarching.Seed.at(0, 1, 0)), even, Cancel.NEVER);
        double[] grown = Crust.grown(arrival, 9, 1);
        float[] density = new float[ball.vertices()];
        Arrays.fill(density, 40);
        float[] thick = new float[ball.vertices()];
        Arrays.fill(thick, 0.06f);
        double[] spikes =
                new Spikes(0.4, 0.6, 0.05, 0.1, new double[] {0, 1, 0}, 0.3, 0.3, 0, 5).of(ball, density, grown);
        for (double lighter : new double[] {0, 0.002}) {
            for (int turn = 0; turn < TURNS; turn++) {
                long start = System.nanoTime();
                Mesh made = new Crust(0.027, 1, lighter)
                        .on(ball, new TriangleTree(ball), grown, thick, spikes, Cancel.NEVER);
                System.out.printf(
                        "a crust with %d spikes fused%s: %d triangles in %.2f s%n",
                        spikes.length / Spikes.NUMBERS,
                        lighter > 0 ? " and lightened" : "",
                        made.count(),
                        seconds(start));
            }
        }
    }

    private static void accretion() {
        Mesh ball = Mesh.of(Sphere.positions(5), Sphere.triangles(5));
        double length = 0.022;
        Accretion rule = new Accretion(
                length,
                0.25,
                2,
                0.4,
                0.2,
                new double[] {0, 1, 0},
                new double[] {0, 1, 0},
                85,
                2 * length,
                3,
                0.4,
                0.5,
                3);
        long start = System.nanoTime();
        Accretion.Body body = rule.start(ball, Cancel.NEVER);
        int first = body.count();
        int steps = 100;
        for (int at = 1; at <= steps; at++) {
            body = rule.next(body, at, steps, GrowthMeasure::everywhere, Cancel.NEVER);
        }
        Mesh mesh = body.mesh();
        System.out.printf(
                "accretion, %d steps: from %d to %d triangles in %.1f s; crossings %d%n",
                steps,
                first,
                body.count(),
                seconds(start),
                new Crossings(mesh).in(mesh.positions(), Cancel.NEVER).pairs());
    }

    private static float[] everywhere(Mesh mesh) {
        float[] all = new float[mesh.vertices()];
        Arrays.fill(all, 1);
        return all;
    }

    private static double seconds(long since) {
        return (System.nanoTime() - since) / 1e9;
    }
}
