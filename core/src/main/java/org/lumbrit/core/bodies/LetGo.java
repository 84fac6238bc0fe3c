package org.lumbrit.core.bodies;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.simulation.Simulation;
import org.lumbrit.core.snow.Lies;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;

/** The whole way of a body from the moment it is let go, as one step of a simulation, so that it is kept apart from the time. */
final class LetGo implements Simulation<Path> {
    private static final double FRAMES = 60;
    private static final double RESTS_AFTER = 0.5;
    /** Nodes along the longer side of the grid on which it rolls, at most. */
    static final int NODES = 2049;

    private final RollLayer layer;
    private final String key;
    private final Surroundings start;

    LetGo(RollLayer layer, String key, Surroundings start) {
        this.layer = layer;
        this.key = key;
        this.start = start;
    }

    @Override
    public String key() {
        return key;
    }

    @Override
    public Path start() {
        return new Path(1, new double[0], Path.End.MOVES);
    }

    @Override
    public Path next(Path before, int step, Cancel cancel) {
        return roll(start, cancel);
    }

    @Override
    public long bytes(Path path) {
        return path.bytes();
    }

    @Override
    public Codec<Path> codec() {
        return Codec.of(Path.class);
    }

    /** The surface on which the body runs: the ground with what lies on it, as far as it sinks into that below. */
    SmoothGround surface(Surroundings site) {
        Ground ground = site.ground();
        Lattice lattice = ground.lattice(NODES);
        Samples samples = lattice.samples();
        float[] lies = Lies.depth(site, samples);
        float[] sinks = site.property(layer, RollLayer.SINKS, samples);
        double[] heights = samples.y().clone();
        for (int i = 0; i < heights.length; i++) {
            heights[i] += lies[i] - Math.min(sinks[i], lies[i]);
        }
        return new SmoothGround(
                heights,
                lattice.columns(),
                lattice.rows(),
                lattice.grid().cellX(),
                lattice.grid().cellZ(),
                lattice.x(0),
                lattice.z(0));
    }

    private Path roll(Surroundings site, Cancel cancel) {
        SmoothGround surface = surface(site);
        List<Touching> things = new ArrayList<>();
        things.add(surface);
        for (PlacedMesh prop : site.scene().props()) {
            things.add(new TouchingProp(prop));
        }
        Growing ball = new Growing(site, layer.body().body(site, layer.density()));
        Rolling rolling =
                new Rolling(ball.now, things, layer.friction(), layer.bounce(), layer.resistance(), layer.gravity());
        double reach = ball.now.reach();
        Motion m = new Motion(new double[] {layer.x(), 0, layer.z()}, startTurn(), new double[3], new double[3]);
        m.at()[1] = resting(surface, ball.now, m) + layer.above();
        double[] way = Headings.direction(layer.heading(), layer.climbing());
        for (int d = 0; d < 3; d++) {
            m.speed()[d] = layer.speed() * way[d];
        }
        double h = StrictMath.toRadians(layer.heading());
        // forward about the axis to its left
        m.spin()[0] = -layer.spin() * StrictMath.cos(h);
        m.spin()[2] = -layer.spin() * StrictMath.sin(h);
        int each = (int) Math.max(1, Math.rint(layer.rate() / FRAMES));
        double dt = 1.0 / layer.rate();
        int steps = (int) Math.ceil(layer.seconds() * layer.rate());
        double[] numbers = new double[Path.NUMBERS * (steps / each + 2)];
        int frames = 0;
        frames = write(numbers, frames, m, rolling, ball);
        double still = 0;
        Path.End end = Path.End.MOVES;
        for (int k = 1; k <= steps; k++) {
            if (k % 1024 == 0) {
                cancel.check();
                cancel.doing("rolling, second " + k / layer.rate());
            }
            rolling.step(m, dt);
            if (ball.grows(m, dt, rolling.touched)) {
                rolling = new Rolling(
                        ball.now, things, layer.friction(), layer.bounce(), layer.resistance(), layer.gravity());
                reach = ball.now.reach();
            }
            if (k % each == 0) {
                frames = write(numbers, frames, m, rolling, ball);
            }
            if (!surface.holds(m.at()[0], m.at()[2])) {
                end = Path.End.LEFT;
                break;
            }
            double fastest = Math.max(length(m.speed()), reach * length(m.spin()));
            still = fastest < 0.004 * Math.sqrt(layer.gravity() * reach) && rolling.touched ? still + dt : 0;
            if (still > RESTS_AFTER) {
                end = Path.End.RESTS;
                break;
            }
        }
        return new Path(each * dt, Arrays.copyOf(numbers, Path.NUMBERS * frames), end);
    }

    private double[] startTurn() {
        double half = StrictMath.toRadians(-layer.turned()) / 2;
        return new double[] {0, StrictMath.sin(half), 0, StrictMath.cos(half)};
    }

    /** Metres at which its centre lies when it just touches the surface. */
    private static double resting(SmoothGround surface, Body body, Motion m) {
        double low = surface.height(m.at()[0], m.at()[2]) - 2 * body.reach();
        double high = low + 2 * body.reach();
        Touching.Touches touches = new Touching.Touches();
        double[] offset = new double[3];
        while (gap(surface, body, m, high, touches, offset) < 0) {
            high += body.reach();
        }
        for (int k = 0; k < 60; k++) {
            double middle = 0.5 * (low + high);
            if (gap(surface, body, m, middle, touches, offset) < 0) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return high;
    }

    private static double gap(
            SmoothGround surface, Body body, Motion m, double y, Touching.Touches touches, double[] offset) {
        double least = Double.POSITIVE_INFINITY;
        for (int b = 0; b < body.balls().length; b += 4) {
            m.out(body.balls()[b], body.balls()[b + 1], body.balls()[b + 2], offset);
            double[] centre = {m.at()[0] + offset[0], y + offset[1], m.at()[2] + offset[2]};
            touches.clear();
            surface.near(centre, body.balls()[b + 3], 1e-3 * body.reach(), touches);
            double under = centre[1] < surface.height(centre[0], centre[2]) ? -1 : least;
            least = Math.min(least, Math.min(under, touches.least()));
        }
        return least;
    }

    private static double length(double[] v) {
        return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    }

    private static int write(double[] numbers, int frame, Motion m, Rolling rolling, Growing ball) {
        int at = Path.NUMBERS * frame;
        System.arraycopy(m.at(), 0, numbers, at, 3);
        System.arraycopy(m.turn(), 0, numbers, at + 3, 4);
        System.arraycopy(m.speed(), 0, numbers, at + 7, 3);
        System.arraycopy(m.spin(), 0, numbers, at + 10, 3);
        numbers[at + 13] = rolling.touched ? 1 : 0;
        numbers[at + 14] = rolling.slip;
        numbers[at + 15] = ball.radius;
        return frame + 1;
    }

    /** A ball of snow that grows by what it picks up: the cross-section of its groove times the way it goes. */
    private final class Growing {
        private final Surroundings site;
        private final boolean gathers;
        private Body now;
        private double radius;
        private double shown;

        Growing(Surroundings site, Body body) {
            this.site = site;
            this.now = body;
            this.radius = layer.body().radius(site);
            this.shown = radius;
            this.gathers = layer.gathers() > 0 && layer.body() instanceof BodyKind.Ball;
        }

        /** @return whether it has grown by a thousandth since it was last made anew */
        boolean grows(Motion m, double dt, boolean touches) {
            if (!gathers || !touches) {
                return false;
            }
            Samples here = site.ground().samplesAt(new double[] {m.at()[0]}, new double[] {m.at()[2]});
            double deep = Math.min(
                    Math.min(site.property(layer, RollLayer.SINKS, here)[0], Lies.depth(site, here)[0]), radius);
            double way = Math.sqrt(m.speed()[0] * m.speed()[0] + m.speed()[2] * m.speed()[2]) * dt;
            double half = StrictMath.acos(1 - deep / radius);
            double section = radius * radius * (half - StrictMath.sin(half) * StrictMath.cos(half));
            radius += layer.gathers() * section * way / (4 * StrictMath.PI * radius * radius);
            if (radius < 1.001 * shown) {
                return false;
            }
            double before = now.mass();
            now = Body.ball(radius, layer.density());
            // what is picked up lay still
            double share = before / now.mass();
            for (int d = 0; d < 3; d++) {
                m.speed()[d] *= share;
                m.spin()[d] *= share * shown / radius;
            }
            m.at()[1] += radius - shown;
            shown = radius;
            return true;
        }
    }
}
