package org.lumbrit.core.bodies;

import java.util.List;

/**
 * A body under gravity on a surface and among things: it flies on an exact parabola, bounces where it meets something (normal speed × −e,
 * tangential impulse no more than μ times the normal one), and slides or rolls while it touches. Contacts are solved one after
 * the other until they agree (sequential impulses: E. Guendelman, R. Bridson and R. Fedkiw, "Nonconvex rigid bodies with
 * stacking", 2003). After each step its energy, spin included, is held to what it was before: none comes from nothing.
 */
final class Rolling {
    /** Rounds in which contacts come to agree. */
    static final int ROUNDS = 24;
    /** Impacts that are resolved in one step. */
    private static final int IMPACTS = 8;
    /** Of the step's change of speed: slower than so many it does not bounce. */
    static final double REST = 4;

    private final Body body;
    private final List<Touching> things;
    private final double friction;
    private final double bounce;
    private final double resistance;
    private final double gravity;
    private final double reach;
    /** Metres within which it touches. */
    private final double skin;

    private final Touching.Touches found = new Touching.Touches();
    private final double[] centre = new double[3];
    private final double[] offset = new double[3];
    /** Contacts of the whole body: place from its centre, normal, gap, speed wanted along the normal, impulses so far (normal, two tangential). */
    private double[] contacts = new double[13 * 16];

    private int count;

    /** Whether it touched something in the last step, and how fast it slid there, m/s. */
    boolean touched;

    double slip;

    /** Speed of the hardest impact of the last step, m/s. */
    double impact;

    /** @param resistance of rolling, as a share of the weight; @param gravity m/s² */
    Rolling(Body body, List<Touching> things, double friction, double bounce, double resistance, double gravity) {
        this.body = body;
        this.things = things;
        this.friction = friction;
        this.bounce = bounce;
        this.resistance = resistance;
        this.gravity = gravity;
        this.reach = body.reach();
        this.skin = 1e-4 * reach;
    }

    /** Of motion, spin and height, J. */
    double energy(Motion m) {
        double v2 = m.speed()[0] * m.speed()[0] + m.speed()[1] * m.speed()[1] + m.speed()[2] * m.speed()[2];
        return body.mass() * gravity * m.at()[1] + 0.5 * body.mass() * v2 + spinning(m);
    }

    private double spinning(Motion m) {
        double[] w = new double[3];
        m.own(m.spin(), w);
        double[] i = body.inertia();
        return 0.5 * (i[0] * w[0] * w[0] + i[1] * w[1] * w[1] + i[2] * w[2] * w[2]);
    }

    /** Goes on for a while. @param seconds of one step, short against the time in which it goes its own size */
    void step(Motion m, double seconds) {
        double left = seconds;
        touched = false;
        slip = 0;
        impact = 0;
        for (int k = 0; k < IMPACTS && left > 0; k++) {
            double before = energy(m);
            look(m, skin);
            if (count > 0) {
                touch(m, left);
                hold(m, before);
                return;
            }
            double flown = fly(m, left);
            left -= flown;
            if (left > 1e-12) {
                look(m, 2 * skin);
                meet(m, REST * gravity * seconds);
                touched = true;
            }
            hold(m, before);
        }
    }

    /** The energy is held to what it was before. */
    private void hold(Motion m, double before) {
        double now = energy(m);
        if (now <= before) {
            return;
        }
        double moving = now - body.mass() * gravity * m.at()[1];
        double allowed = before - body.mass() * gravity * m.at()[1];
        double scale = allowed <= 0 ? 0 : Math.sqrt(allowed / moving);
        for (int d = 0; d < 3; d++) {
            m.speed()[d] *= scale;
            m.spin()[d] *= scale;
        }
    }

    /** Finds what the body touches. */
    private void look(Motion m, double within) {
        count = 0;
        double[] balls = body.balls();
        for (int b = 0; b < balls.length; b += 4) {
            m.out(balls[b], balls[b + 1], balls[b + 2], offset);
            for (int d = 0; d < 3; d++) {
                centre[d] = m.at()[d] + offset[d];
            }
            found.clear();
            for (Touching thing : things) {
                thing.near(centre, balls[b + 3], within, found);
            }
            for (int k = 0; k < found.count; k++) {
                if (13 * (count + 1) > contacts.length) {
                    contacts = java.util.Arrays.copyOf(contacts, 2 * contacts.length);
                }
                int at = 13 * count++;
                for (int d = 0; d < 3; d++) {
                    contacts[at + d] = found.numbers[7 * k + d] - m.at()[d];
                    contacts[at + 3 + d] = found.numbers[7 * k + 3 + d];
                }
                contacts[at + 6] = found.gap(k);
                for (int d = 7; d < 13; d++) {
                    contacts[at + d] = 0;
                }
            }
        }
    }

    /** The least gap to anything; infinite where nothing is near. */
    private double gap(Motion m, double within) {
        look(m, within);
        double least = Double.POSITIVE_INFINITY;
        for (int k = 0; k < count; k++) {
            least = Math.min(least, contacts[13 * k + 6]);
        }
        return least;
    }

    private void fall(Motion m, double seconds) {
        for (int d = 0; d < 3; d++) {
            m.at()[d] += m.speed()[d] * seconds;
        }
        m.at()[1] -= 0.5 * gravity * seconds * seconds;
        m.speed()[1] -= gravity * seconds;
        spinOn(m, seconds);
    }

    /** Free of forces the angular momentum stays; of what is not round alike the spin changes with its turn. */
    private void spinOn(Motion m, double seconds) {
        double[] i = body.inertia();
        double[] w = m.spin();
        if (i[0] == i[1] && i[1] == i[2]) {
            m.turnOn(w[0], w[1], w[2], seconds);
            return;
        }
        double[] momentum = new double[3];
        turning(body, m, w, momentum, false);
        double[] mid = w.clone();
        // the spin half way, found by going there
        for (int round = 0; round < 3; round++) {
            Motion half = m.copy();
            half.turnOn(mid[0], mid[1], mid[2], 0.5 * seconds);
            turning(body, half, momentum, mid, true);
        }
        m.turnOn(mid[0], mid[1], mid[2], seconds);
        turning(body, m, momentum, w, true);
    }

    /** Angular momentum of a spin, or the spin of a momentum. */
    static void turning(Body body, Motion m, double[] from, double[] into, boolean back) {
        double[] own = new double[3];
        m.own(from, own);
        for (int d = 0; d < 3; d++) {
            own[d] = back ? own[d] / body.inertia()[d] : own[d] * body.inertia()[d];
        }
        m.out(own[0], own[1], own[2], into);
    }

    /** Flies on, at most until it meets something. @return seconds */
    private double fly(Motion m, double most) {
        double rate =
                Math.sqrt(m.speed()[0] * m.speed()[0] + m.speed()[1] * m.speed()[1] + m.speed()[2] * m.speed()[2]);
        double spin = Math.sqrt(m.spin()[0] * m.spin()[0] + m.spin()[1] * m.spin()[1] + m.spin()[2] * m.spin()[2]);
        double fastest = rate + gravity * most + spin * reach;
        int parts = (int) Math.max(1, Math.min(64, Math.ceil(fastest * most / (0.2 * reach))));
        double flown = 0;
        Motion before = m.copy();
        for (int p = 0; p < parts; p++) {
            before.take(m);
            double part = most / parts;
            fall(m, part);
            if (gap(m, 0) < 0) {
                double low = 0;
                double high = part;
                for (int k = 0; k < 40; k++) {
                    double middle = 0.5 * (low + high);
                    m.take(before);
                    fall(m, middle);
                    if (gap(m, 0) < 0) {
                        high = middle;
                    } else {
                        low = middle;
                    }
                }
                m.take(before);
                fall(m, low);
                return Math.min(flown + low, most - 2e-12);
            }
            flown += part;
        }
        return most;
    }

    /** An impact: bounces where it comes faster than slowly. */
    private void meet(Motion m, double slow) {
        for (int k = 0; k < count; k++) {
            double speed = along(m, k);
            contacts[13 * k + 7] = speed < -slow ? -bounce * speed : 0;
            impact = Math.max(impact, -speed);
        }
        solve(m);
    }

    /** A while in touch. */
    private void touch(Motion m, double seconds) {
        touched = true;
        double[] speed = m.speed().clone();
        double[] spin = m.spin().clone();
        double slow = REST * gravity * seconds;
        for (int k = 0; k < count; k++) {
            double coming = along(m, k);
            contacts[13 * k + 7] = coming < -slow ? -bounce * coming : 0;
            if (coming < -slow) {
                impact = Math.max(impact, -coming);
            }
        }
        m.speed()[1] -= gravity * seconds;
        solve(m);
        boolean leaves = true;
        double weight = 0;
        for (int k = 0; k < count; k++) {
            leaves &= along(m, k) > 1e-9;
            weight += contacts[13 * k + 8];
        }
        if (resistance > 0 && weight > 0) {
            slowDown(m, resistance * weight / body.mass());
        }
        for (int k = 0; k < count; k++) {
            slip = Math.max(slip, sliding(m, k));
        }
        boolean met = impact > 0;
        for (int d = 0; d < 3; d++) {
            m.at()[d] += seconds * (met ? m.speed()[d] : 0.5 * (speed[d] + m.speed()[d]));
        }
        double[] i = body.inertia();
        if (i[0] == i[1] && i[1] == i[2]) {
            m.turnOn(
                    0.5 * (spin[0] + m.spin()[0]),
                    0.5 * (spin[1] + m.spin()[1]),
                    0.5 * (spin[2] + m.spin()[2]),
                    seconds);
        } else {
            spinOn(m, seconds);
        }
        settle(m, leaves, seconds);
    }

    /** Of what rolls or slides the resistance takes some speed, and as much of the spin. */
    private void slowDown(Motion m, double change) {
        double v = Math.sqrt(m.speed()[0] * m.speed()[0] + m.speed()[1] * m.speed()[1] + m.speed()[2] * m.speed()[2]);
        double w = reach * Math.sqrt(m.spin()[0] * m.spin()[0] + m.spin()[1] * m.spin()[1] + m.spin()[2] * m.spin()[2]);
        double fastest = Math.max(v, w);
        double scale = fastest <= change ? 0 : 1 - change / fastest;
        for (int d = 0; d < 3; d++) {
            m.speed()[d] *= scale;
            m.spin()[d] *= scale;
        }
    }

    /** What is in something is pushed out of it; what has hardly come off is laid back on. */
    private void settle(Motion m, boolean leaves, double seconds) {
        // farther off it has left the surface and flies
        double sticks = leaves ? 0 : gravity * seconds * seconds + skin;
        for (int round = 0; round < 4; round++) {
            look(m, sticks);
            int deepest = -1;
            for (int k = 0; k < count; k++) {
                if (deepest < 0 || contacts[13 * k + 6] < contacts[13 * deepest + 6]) {
                    deepest = k;
                }
            }
            if (deepest < 0) {
                return;
            }
            double gap = contacts[13 * deepest + 6];
            if (gap >= 0 && (leaves || round > 0)) {
                return;
            }
            for (int d = 0; d < 3; d++) {
                m.at()[d] -= gap * contacts[13 * deepest + 3 + d];
            }
            if (Math.abs(gap) < 1e-3 * skin) {
                return;
            }
        }
    }

    /** Speed of the body at a contact along its normal; below 0 it comes nearer. */
    private double along(Motion m, int k) {
        double[] v = at(m, k);
        int c = 13 * k;
        return v[0] * contacts[c + 3] + v[1] * contacts[c + 4] + v[2] * contacts[c + 5];
    }

    private double sliding(Motion m, int k) {
        double[] v = at(m, k);
        double n = along(m, k);
        int c = 13 * k;
        double sum = 0;
        for (int d = 0; d < 3; d++) {
            double t = v[d] - n * contacts[c + 3 + d];
            sum += t * t;
        }
        return Math.sqrt(sum);
    }

    /** Speed of the body at the place of a contact. */
    private double[] at(Motion m, int k) {
        int c = 13 * k;
        double[] w = m.spin();
        double x = contacts[c];
        double y = contacts[c + 1];
        double z = contacts[c + 2];
        return new double[] {
            m.speed()[0] + w[1] * z - w[2] * y, m.speed()[1] + w[2] * x - w[0] * z, m.speed()[2] + w[0] * y - w[1] * x
        };
    }

    /** Gives each contact its impulses, in turn, until they agree. */
    private void solve(Motion m) {
        double[][] ways = new double[3 * count][];
        double[] heavy = new double[3 * count];
        for (int k = 0; k < count; k++) {
            int c = 13 * k;
            double[] n = {contacts[c + 3], contacts[c + 4], contacts[c + 5]};
            double[] t = across(at(m, k), n);
            double[] s = {n[1] * t[2] - n[2] * t[1], n[2] * t[0] - n[0] * t[2], n[0] * t[1] - n[1] * t[0]};
            ways[3 * k] = n;
            ways[3 * k + 1] = t;
            ways[3 * k + 2] = s;
            for (int d = 0; d < 3; d++) {
                heavy[3 * k + d] = 1 / lightness(m, k, ways[3 * k + d]);
            }
        }
        for (int round = 0; round < (count == 1 ? 4 : ROUNDS); round++) {
            for (int k = 0; k < count; k++) {
                int c = 13 * k;
                double[] v = at(m, k);
                double normal = dot(v, ways[3 * k]);
                double add = (contacts[c + 7] - normal) * heavy[3 * k];
                double whole = Math.max(0, contacts[c + 8] + add);
                push(m, k, ways[3 * k], whole - contacts[c + 8]);
                contacts[c + 8] = whole;
                v = at(m, k);
                double one = contacts[c + 9] - dot(v, ways[3 * k + 1]) * heavy[3 * k + 1];
                double two = contacts[c + 10] - dot(v, ways[3 * k + 2]) * heavy[3 * k + 2];
                double size = Math.sqrt(one * one + two * two);
                double most = friction * whole;
                if (size > most) {
                    one *= most / size;
                    two *= most / size;
                }
                push(m, k, ways[3 * k + 1], one - contacts[c + 9]);
                push(m, k, ways[3 * k + 2], two - contacts[c + 10]);
                contacts[c + 9] = one;
                contacts[c + 10] = two;
            }
        }
    }

    /** A unit vector across the normal, the way that a contact slides where it does. @param v how fast it moves */
    static double[] across(double[] v, double[] n) {
        double along = dot(v, n);
        double[] t = {v[0] - along * n[0], v[1] - along * n[1], v[2] - along * n[2]};
        double length = Math.sqrt(dot(t, t));
        if (length < 1e-9) {
            t = Math.abs(n[0]) < 0.7 ? new double[] {0, n[2], -n[1]} : new double[] {-n[2], 0, n[0]};
            length = Math.sqrt(dot(t, t));
        }
        return new double[] {t[0] / length, t[1] / length, t[2] / length};
    }

    /** Change of the speed at a contact by a unit impulse along a direction, along it. */
    private double lightness(Motion m, int k, double[] way) {
        int c = 13 * k;
        double[] arm = {
            contacts[c + 1] * way[2] - contacts[c + 2] * way[1],
            contacts[c + 2] * way[0] - contacts[c] * way[2],
            contacts[c] * way[1] - contacts[c + 1] * way[0]
        };
        double[] w = new double[3];
        turning(body, m, arm, w, true);
        return 1 / body.mass() + dot(arm, w);
    }

    private void push(Motion m, int k, double[] way, double impulse) {
        if (impulse == 0) {
            return;
        }
        int c = 13 * k;
        double[] arm = {
            impulse * (contacts[c + 1] * way[2] - contacts[c + 2] * way[1]),
            impulse * (contacts[c + 2] * way[0] - contacts[c] * way[2]),
            impulse * (contacts[c] * way[1] - contacts[c + 1] * way[0])
        };
        double[] w = new double[3];
        turning(body, m, arm, w, true);
        for (int d = 0; d < 3; d++) {
            m.speed()[d] += impulse * way[d] / body.mass();
            m.spin()[d] += w[d];
        }
    }

    static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }
}
