package org.lumbrit.core.falloff;

import java.util.List;
import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SegmentTree;

/**
 * Strokes by hand, in their order. The weight of a stroke is strength·(1 − smoothstep(R(1 − soft), R, distance)), the distance
 * in plan on the ground and straight through the air on props, the largest over the stroke, so the rate at which the pointer was read does not matter; adding makes v + w(1 − v), removing
 * v(1 − w). On a grid the edge is softened over at least one cell, about its middle.
 */
@Kind(
        name = "brush",
        version = 2,
        title = "Brush",
        help = "Painted by hand on the ground or on props, stroke by stroke.")
public record BrushSource(
        @Setting(title = "strokes", byDefault = "[]", onCard = false)
        List<Stroke> strokes) implements Source {

    private static final int BLOCK = 64;

    public BrushSource {
        strokes = List.copyOf(strokes);
    }

    @Override
    public void check(Saying wrong) {
        for (int s = 0; s < strokes.size(); s++) {
            if (strokes.get(s).points().isEmpty()) {
                wrong.say("strokes[" + s + "].points", "A stroke needs at least one point.");
            }
        }
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        List<Pull> pulls = strokes.stream()
                .map(stroke -> new Pull(stroke, samples.cell(), inPlan(scene)))
                .toList();
        for (int start = from; start < to; start += BLOCK) {
            int end = Math.min(start + BLOCK, to);
            double[] bounds = bounds(samples, start, end);
            java.util.Arrays.fill(out, start, end, 0);
            for (Pull pull : pulls) {
                if (pull.touches(bounds)) {
                    pull.over(samples, start, end, out);
                }
            }
        }
    }

    @Override
    public Region support(Scene scene) {
        Region all = Region.NOWHERE;
        for (Stroke stroke : strokes) {
            if (stroke.mode() == Stroke.Mode.ADD) {
                // an edge is softened over at least a cell, half of it outside
                double reach = stroke.radius() + scene.ground().cell() + Region.A_HAIR;
                for (Point3 p : stroke.points()) {
                    all = all.or(new Region(p.x(), p.z(), p.x(), p.z()).grown(reach));
                }
            }
        }
        return all;
    }

    private static boolean inPlan(Scene scene) {
        return scene.owner() instanceof Ground;
    }

    private static double[] bounds(Samples samples, int from, int to) {
        double[] b = {1e300, 1e300, -1e300, -1e300};
        for (int i = from; i < to; i++) {
            b[0] = Math.min(b[0], samples.x()[i]);
            b[1] = Math.min(b[1], samples.z()[i]);
            b[2] = Math.max(b[2], samples.x()[i]);
            b[3] = Math.max(b[3], samples.z()[i]);
        }
        return b;
    }

    /** A stroke made ready: its segments in a tree and its bounds in plan. */
    private static final class Pull {
        private final boolean plan;
        private final SegmentTree tree;
        private final double inner;
        private final double outer;
        private final double strength;
        private final boolean add;
        private double west = 1e300;
        private double north = 1e300;
        private double east = -1e300;
        private double south = -1e300;

        Pull(Stroke stroke, double cell, boolean plan) {
            this.plan = plan;
            tree = new SegmentTree(stroke.points(), false, plan);
            double middle = stroke.radius() * (1 - stroke.softness() / 2);
            double half = Math.max(stroke.radius() * stroke.softness(), cell) / 2;
            inner = middle - half;
            outer = middle + half;
            strength = stroke.strength();
            add = stroke.mode() == Stroke.Mode.ADD;
            for (Point3 p : stroke.points()) {
                west = Math.min(west, p.x() - outer);
                north = Math.min(north, p.z() - outer);
                east = Math.max(east, p.x() + outer);
                south = Math.max(south, p.z() + outer);
            }
        }

        boolean touches(double[] b) {
            return b[0] <= east && b[2] >= west && b[1] <= south && b[3] >= north;
        }

        void over(Samples samples, int from, int to, float[] out) {
            for (int i = from; i < to; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                if (x < west || x > east || z < north || z > south) {
                    continue;
                }
                double w = weight(tree.distance(x, plan ? 0 : samples.y()[i], z));
                out[i] = (float) (add ? out[i] + w * (1 - out[i]) : out[i] * (1 - w));
            }
        }

        private double weight(double distance) {
            return inner == outer
                    ? (distance <= outer ? strength : 0)
                    : strength * (1 - Smooth.smoothstep(inner, outer, distance));
        }
    }

    @Override
    public String title(Names names) {
        return "Brush";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        double x = samples.x()[index];
        double z = samples.z()[index];
        Optional<Integer> last = Optional.empty();
        for (int s = strokes.size() - 1; s >= 0 && last.isEmpty(); s--) {
            Stroke stroke = strokes.get(s);
            boolean plan = inPlan(scene);
            double y = plan ? 0 : samples.y()[index];
            if (new SegmentTree(stroke.points(), false, plan).distance(x, y, z) < stroke.radius()) {
                last = Optional.of(s + 1);
            }
        }
        return last.map(s -> "brush stroke " + s).orElse("no brush stroke");
    }
}
