package org.lumbrit.core.bodies;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.snow.Lies;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;

/** One body on its way, from the moment it is let go; its frames are written as it goes. */
final class Runner {
    private static final double FRAMES = 60;
    /** Seconds without moving after which it rests. */
    private static final double RESTS_AFTER = 0.5;
    /** Nodes along the longer side of the grid on which it rolls, at most. */
    static final int NODES = 2049;

    private final RollLayer layer;
    private final SmoothGround surface;
    private final List<Touching> things = new ArrayList<>();
    private final Growing ball;
    private final Motion m;
    private final double dt;
    /** Steps from one frame to the next. */
    private final int each;

    private final int steps;
    private Rolling rolling;
    private double reach;
    private double[] numbers;
    private int frames;
    private int done;
    private int lastMoved;
    private boolean left;

    /** Whether it has met another body in this step. */
    boolean met;

    /** @param site as the layer sees it at the moment it is let go; @param rate steps a second */
    Runner(RollLayer layer, Surroundings site, int rate) {
        this.layer = layer;
        this.surface = surface(layer, site);
        things.add(surface);
        for (PlacedMesh prop : site.scene().props()) {
            things.add(new TouchingProp(prop));
        }
        this.ball = new Growing(site, layer.body().body(site, layer.density()));
        takeShape();
        this.m = new Motion(new double[] {layer.x(), 0, layer.z()}, startTurn(), new double[3], new double[3]);
        m.at()[1] = resting(surface, ball.now, m) + layer.above();
        double[] way = Headings.direction(layer.heading(), layer.climbing());
        for (int d = 0; d < 3; d++) {
            m.speed()[d] = layer.speed() * way[d];
        }
        double h = StrictMath.toRadians(layer.heading());
        // forward about the axis to its left
        m.spin()[0] = -layer.spin() * StrictMath.cos(h);
        m.spin()[2] = -layer.spin() * StrictMath.sin(h);
        this.each = (int) Math.max(1, Math.rint(rate / FRAMES));
        this.dt = 1.0 / rate;
        this.steps = (int) Math.ceil(layer.seconds() * rate);
        this.numbers = new double[Path.NUMBERS * (steps / each + 2)];
        write();
    }

    private void takeShape() {
        rolling = new Rolling(ball.now, things, layer.friction(), layer.bounce(), layer.resistance(), layer.gravity());
        reach = ball.now.reach();
    }

    RollLayer layer() {
        return layer;
    }

    Motion motion() {
        return m;
    }

    Body body() {
        return ball.now;
    }

    /** Metres from its centre to its farthest place. */
    double reach() {
        return reach;
    }

    /** How much it has grown since it was let go. */
    double grown() {
        return ball.shown / ball.first;
    }

    /** Of motion, spin and height, J. */
    double energy() {
        return rolling.energy(m);
    }

    /** Of motion and spin, J. */
    double moving() {
        return rolling.energy(m) - ball.now.mass() * layer.gravity() * m.at()[1];
    }

    /** How many steps it is followed for. */
    int steps() {
        return steps;
    }

    /** Whether it has been followed as long as it is to be, or has left the site. */
    boolean over() {
        return left || done >= steps;
    }

    boolean left() {
        return left;
    }

    /** Whether it has not moved for a while. */
    boolean rests() {
        return (done - lastMoved) * dt > RESTS_AFTER;
    }

    /** One step by itself; {@link #note} ends it. */
    void step() {
        met = false;
        rolling.step(m, dt);
        if (ball.grows(m, dt, rolling.touched)) {
            takeShape();
        }
    }

    /** Writes down where the step has led. */
    void note() {
        done++;
        if (done % each == 0) {
            write();
        }
        left = !surface.holds(m.at()[0], m.at()[2]);
        double fastest = Math.max(length(m.speed()), reach * length(m.spin()));
        boolean still = fastest < 0.004 * Math.sqrt(layer.gravity() * reach) && (rolling.touched || met);
        lastMoved = still ? lastMoved : done;
    }

    /** Its way; of one that rests, up to when it came to rest. */
    Path path() {
        Path.End end = left ? Path.End.LEFT : rests() ? Path.End.RESTS : Path.End.MOVES;
        int last = end == Path.End.RESTS ? lastMoved + (int) Math.ceil(RESTS_AFTER / dt) : done;
        int count = Math.min(frames, last / each + 1);
        return new Path(each * dt, Arrays.copyOf(numbers, Path.NUMBERS * count), end);
    }

    private void write() {
        int at = Path.NUMBERS * frames++;
        System.arraycopy(m.at(), 0, numbers, at, 3);
        System.arraycopy(m.turn(), 0, numbers, at + 3, 4);
        System.arraycopy(m.speed(), 0, numbers, at + 7, 3);
        System.arraycopy(m.spin(), 0, numbers, at + 10, 3);
        numbers[at + 13] = rolling.touched || met ? 1 : 0;
        numbers[at + 14] = rolling.slip;
        numbers[at + 15] = ball.radius;
    }

    private static double length(double[] v) {
        return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    }

    /** The surface on which the body runs: the ground with what lies on it, as far as it sinks into that below. */
    static SmoothGround surface(RollLayer layer, Surroundings site) {
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

    /** A ball of snow that grows by what it picks up: the cross-section of its groove times the way it goes. */
    private final class Growing {
        private final Surroundings site;
        private final boolean gathers;
        private Body now;
        private double radius;
        private double shown;
        private final double first;

        Growing(Surroundings site, Body body) {
            this.site = site;
            this.now = body;
            this.radius = layer.body().radius(site);
            this.shown = radius;
            this.first = radius;
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
