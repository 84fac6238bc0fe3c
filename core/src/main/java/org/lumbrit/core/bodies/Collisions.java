package org.lumbrit.core.bodies;

import java.util.ArrayList;
import java.util.List;

/**
 * Bodies that meet: where the balls of one are in the other, each gives the other an impulse, equal and opposite, by the bounce and the
 * friction of both (the geometric mean), until all agree (sequential impulses, as {@link Rolling} has them); then they are moved apart, the
 * lighter one more. Momentum is kept where neither is held; energy, spin included, never rises.
 */
final class Collisions {
    /** Of what they are in each other they are moved apart in a step. */
    private static final double APART = 0.8;

    private final List<Member> members = new ArrayList<>();
    private final List<Contact> contacts = new ArrayList<>();

    /** A body and what others meet of it. */
    static final class Member {
        final Runner runner;
        private final Solid solid;
        private final boolean ofBalls;
        /** Whether it stays where it is, whatever meets it. */
        boolean held;
        /** Whether it is not on the site any more. */
        boolean gone;

        Member(Runner runner, Solid solid, boolean ofBalls) {
            this.runner = runner;
            this.solid = solid;
            this.ofBalls = ofBalls;
        }
    }

    /** Where two touch: the normal goes from the second to the first. */
    private static final class Contact {
        final Member a;
        final Member b;
        final double[] n;
        final double[] armA;
        final double[] armB;
        final double gap;
        double wanted;
        double normal;
        double one;
        double two;
        double[] t;
        double[] s;
        double heavyN;
        double heavyT;
        double heavyS;

        Contact(Member a, Member b, double[] place, double[] n, double gap) {
            this.a = a;
            this.b = b;
            this.n = n;
            this.gap = gap;
            this.armA = arm(a, place);
            this.armB = arm(b, place);
        }

        private static double[] arm(Member of, double[] place) {
            double[] at = of.runner.motion().at();
            return new double[] {place[0] - at[0], place[1] - at[1], place[2] - at[2]};
        }

        /** Speed of the first against the second there. */
        double[] speed() {
            double[] u = at(a, armA);
            double[] v = at(b, armB);
            return new double[] {u[0] - v[0], u[1] - v[1], u[2] - v[2]};
        }

        private static double[] at(Member of, double[] arm) {
            if (of.held) {
                return new double[3];
            }
            Motion m = of.runner.motion();
            double[] turned = cross(m.spin(), arm);
            return new double[] {m.speed()[0] + turned[0], m.speed()[1] + turned[1], m.speed()[2] + turned[2]};
        }

        /** How much a unit impulse along a direction changes the speed along it. */
        private double lightness(double[] way) {
            return lightness(a, armA, way) + lightness(b, armB, way);
        }

        private static double lightness(Member of, double[] arm, double[] way) {
            if (of.held) {
                return 0;
            }
            double[] about = cross(arm, way);
            return 1 / of.runner.body().mass() + Rolling.dot(about, spun(of.runner, about));
        }

        void push(double[] way, double impulse) {
            push(a, armA, way, impulse);
            push(b, armB, way, -impulse);
        }

        private static void push(Member of, double[] arm, double[] way, double impulse) {
            if (of.held || impulse == 0) {
                return;
            }
            Motion m = of.runner.motion();
            double[] w = spun(of.runner, cross(arm, way));
            for (int d = 0; d < 3; d++) {
                m.speed()[d] += impulse * way[d] / of.runner.body().mass();
                m.spin()[d] += impulse * w[d];
            }
        }
    }

    void add(Member member) {
        members.add(member);
    }

    /** @param seconds of a step */
    void step(double seconds) {
        contacts.clear();
        for (int i = 0; i < members.size(); i++) {
            for (int k = i + 1; k < members.size(); k++) {
                look(members.get(i), members.get(k));
            }
        }
        if (contacts.isEmpty()) {
            return;
        }
        double before = energy();
        ready(seconds);
        for (int round = 0; round < Rolling.ROUNDS; round++) {
            contacts.forEach(Collisions::agree);
        }
        contacts.forEach(Collisions::moveApart);
        contacts.forEach(contact -> {
            contact.a.runner.met = true;
            contact.b.runner.met = true;
        });
        hold(before);
    }

    private void look(Member a, Member b) {
        if (a.gone || b.gone || a.held && b.held) {
            return;
        }
        double reach = a.runner.reach() + b.runner.reach();
        double[] p = a.runner.motion().at();
        double[] q = b.runner.motion().at();
        double x = p[0] - q[0];
        double y = p[1] - q[1];
        double z = p[2] - q[2];
        if (x * x + y * y + z * z >= reach * reach) {
            return;
        }
        look(a, b, 1);
        if (!a.ofBalls || !b.ofBalls) {
            look(b, a, -1);
        }
    }

    /** The balls of one in the other. @param sign 1 where the one is the first of the two */
    private void look(Member one, Member other, int sign) {
        double[] balls = one.runner.body().balls();
        Motion m = one.runner.motion();
        Motion o = other.runner.motion();
        double grown = other.runner.grown();
        double[] offset = new double[3];
        double[] own = new double[3];
        double[] found = new double[7];
        double[] place = new double[3];
        double[] n = new double[3];
        for (int b = 0; b < balls.length; b += 4) {
            m.out(balls[b], balls[b + 1], balls[b + 2], offset);
            double[] between = new double[3];
            for (int d = 0; d < 3; d++) {
                between[d] = (m.at()[d] + offset[d] - o.at()[d]) / grown;
            }
            o.own(between, own);
            if (!other.solid.near(own, balls[b + 3] / grown, 0, found)) {
                continue;
            }
            o.out(found[0] * grown, found[1] * grown, found[2] * grown, place);
            o.out(found[3], found[4], found[5], n);
            for (int d = 0; d < 3; d++) {
                place[d] += o.at()[d];
            }
            double[] from = {sign * n[0], sign * n[1], sign * n[2]};
            contacts.add(
                    sign > 0
                            ? new Contact(one, other, place.clone(), from, found[6] * grown)
                            : new Contact(other, one, place.clone(), from, found[6] * grown));
        }
    }

    private void ready(double seconds) {
        for (Contact c : contacts) {
            RollLayer p = c.a.runner.layer();
            RollLayer q = c.b.runner.layer();
            double[] v = c.speed();
            double coming = Rolling.dot(v, c.n);
            double slow = Rolling.REST * Math.max(p.gravity(), q.gravity()) * seconds;
            c.wanted = coming < -slow ? -Math.sqrt(p.bounce() * q.bounce()) * coming : 0;
            c.t = Rolling.across(v, c.n);
            c.s = cross(c.n, c.t);
            c.heavyN = 1 / c.lightness(c.n);
            c.heavyT = 1 / c.lightness(c.t);
            c.heavyS = 1 / c.lightness(c.s);
        }
    }

    private static void agree(Contact c) {
        double add = (c.wanted - Rolling.dot(c.speed(), c.n)) * c.heavyN;
        double whole = Math.max(0, c.normal + add);
        c.push(c.n, whole - c.normal);
        c.normal = whole;
        double[] v = c.speed();
        double one = c.one - Rolling.dot(v, c.t) * c.heavyT;
        double two = c.two - Rolling.dot(v, c.s) * c.heavyS;
        double size = Math.sqrt(one * one + two * two);
        double most =
                Math.sqrt(c.a.runner.layer().friction() * c.b.runner.layer().friction()) * whole;
        if (size > most) {
            one *= most / size;
            two *= most / size;
        }
        c.push(c.t, one - c.one);
        c.push(c.s, two - c.two);
        c.one = one;
        c.two = two;
    }

    private static void moveApart(Contact c) {
        double a = c.a.held ? 0 : 1 / c.a.runner.body().mass();
        double b = c.b.held ? 0 : 1 / c.b.runner.body().mass();
        double deep = -APART * c.gap;
        for (int d = 0; d < 3; d++) {
            c.a.runner.motion().at()[d] += deep * a / (a + b) * c.n[d];
            c.b.runner.motion().at()[d] -= deep * b / (a + b) * c.n[d];
        }
    }

    private double energy() {
        double sum = 0;
        for (Member each : members) {
            sum += each.held || each.gone ? 0 : each.runner.energy();
        }
        return sum;
    }

    /** What moving apart has lifted is taken from what moves. */
    private void hold(double before) {
        double over = energy() - before;
        if (over <= 0) {
            return;
        }
        double moving = 0;
        for (Member each : members) {
            moving += each.runner.met && !each.held ? each.runner.moving() : 0;
        }
        double scale = moving <= over ? 0 : Math.sqrt(1 - over / moving);
        for (Member each : members) {
            if (each.runner.met && !each.held) {
                for (int d = 0; d < 3; d++) {
                    each.runner.motion().speed()[d] *= scale;
                    each.runner.motion().spin()[d] *= scale;
                }
            }
        }
    }

    /** The spin that an angular momentum gives a body. */
    private static double[] spun(Runner of, double[] momentum) {
        double[] into = new double[3];
        Rolling.turning(of.body(), of.motion(), momentum, into, true);
        return into;
    }

    private static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }
}
