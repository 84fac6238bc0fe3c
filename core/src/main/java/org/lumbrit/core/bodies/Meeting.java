package org.lumbrit.core.bodies;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.simulation.Made;

/**
 * The ways of all bodies of a site. Each is first let go by itself; those whose ways come near each other at the same moment are let go
 * anew together, until no way comes near one that it was not made with. So a body far off changes nothing, and what is known of it is kept.
 */
final class Meeting {
    private final List<Surroundings.Fellow> bodies;
    private final RollLayer[] layers;
    private final double[] reach;
    private final Path[] paths;
    /** The lowest number of those that each was let go together with. */
    private final int[] group;

    private Meeting(List<Surroundings.Fellow> bodies) {
        this.bodies = bodies;
        int count = bodies.size();
        this.layers = new RollLayer[count];
        this.reach = new double[count];
        this.paths = new Path[count];
        this.group = new int[count];
        for (int i = 0; i < count; i++) {
            Surroundings.Fellow body = bodies.get(i);
            layers[i] = (RollLayer) body.layer();
            paths[i] = body.site().together(alone(layers[i], body));
            group[i] = i;
        }
    }

    /** The whole way of a body that meets no other. */
    private static Made<Path> alone(RollLayer layer, Surroundings.Fellow body) {
        return new Made<>(
                body.key(),
                new Path(1, new double[0], Path.End.MOVES),
                cancel -> {
                    Runner runner = new Runner(layer, body.site(), layer.rate());
                    for (int k = 1; !runner.over() && !runner.rests(); k++) {
                        look(cancel, k, layer.rate());
                        runner.step();
                        runner.note();
                    }
                    return runner.path();
                },
                Path::bytes);
    }

    private static void look(Cancel cancel, int step, int rate) {
        if (step % 1024 == 0) {
            cancel.check();
            cancel.doing("rolling, second " + step / rate);
        }
    }

    /** The way of one of the bodies, from the moment it is let go. @param id of its layer */
    static Path path(Surroundings site, String id) {
        List<Surroundings.Fellow> bodies = atTheirStarts(site);
        if (bodies.size() == 1) {
            Surroundings.Fellow only = bodies.get(0);
            return site.together(alone((RollLayer) only.layer(), only));
        }
        List<Path> ways = site.together(kept("bodies of a site/1", bodies, cancel -> new Meeting(bodies).meet()))
                .paths();
        for (int i = 0; i < ways.size(); i++) {
            if (bodies.get(i).layer().id().equals(id)) {
                return ways.get(i);
            }
        }
        throw new IllegalArgumentException("no body " + id);
    }

    /** Ways that are kept by all that goes into these bodies. */
    private static Made<Ways> kept(String what, List<Surroundings.Fellow> bodies, Function<Cancel, Ways> make) {
        KeyBuilder key = new KeyBuilder(what);
        bodies.forEach(body -> key.add(body.key()));
        return new Made<>(key.key(), new Ways(List.of()), make, Ways::bytes);
    }

    /**
     * The bodies, each on the site of the moment at which it is let go. A clock may run weeks in seconds, while a body rolls as fast as it
     * does; so what lies there stays the same on its way.
     */
    private static List<Surroundings.Fellow> atTheirStarts(Surroundings site) {
        return site.fellows(layer -> ((RollLayer) layer).begins());
    }

    /** A body at the moment at which it is let go. */
    static Surroundings.Fellow start(Surroundings site, String id) {
        return atTheirStarts(site).stream()
                .filter(body -> body.layer().id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private Ways meet() {
        for (int i = 0; i < reach.length; i++) {
            reach[i] = layers[i]
                    .body()
                    .body(bodies.get(i).site(), layers[i].density())
                    .reach();
        }
        boolean again = true;
        while (again) {
            again = false;
            for (int i = 0; i < paths.length; i++) {
                for (int k = i + 1; k < paths.length; k++) {
                    if (group[i] != group[k] && near(i, k)) {
                        join(group[i], group[k]);
                        again = true;
                    }
                }
            }
            for (int first = 0; again && first < paths.length; first++) {
                rollTogether(first);
            }
        }
        return new Ways(List.of(paths));
    }

    private void join(int a, int b) {
        int into = Math.min(a, b);
        int from = Math.max(a, b);
        for (int i = 0; i < group.length; i++) {
            group[i] = group[i] == from ? into : group[i];
        }
    }

    private void rollTogether(int first) {
        List<Surroundings.Fellow> of = new ArrayList<>();
        for (int i = 0; i < group.length; i++) {
            if (group[i] == first) {
                of.add(bodies.get(i));
            }
        }
        if (of.size() < 2) {
            return;
        }
        List<Path> ways = of.get(0)
                .site()
                .together(kept("bodies together/1", of, cancel -> roll(of, cancel)))
                .paths();
        int next = 0;
        for (int i = 0; i < group.length; i++) {
            if (group[i] == first) {
                paths[i] = ways.get(next++);
            }
        }
    }

    /** Whether two come nearer to each other than they reach, in any frame or between two. */
    private boolean near(int i, int k) {
        double step = Math.min(paths[i].step(), paths[k].step());
        double from = Math.min(layers[i].begins(), layers[k].begins());
        double to = Math.max(layers[i].begins() + paths[i].seconds(), layers[k].begins() + paths[k].seconds());
        int frames = (int) Math.ceil((to - from) / step);
        for (int f = 0; f <= frames; f++) {
            double now = from + f * step;
            double a = now - layers[i].begins();
            double b = now - layers[k].begins();
            if (gone(i, a) || gone(k, b)) {
                return false;
            }
            double square = 0;
            double on = 0;
            for (int d = 0; d < 3; d++) {
                double apart = paths[i].at(a, d) - paths[k].at(b, d);
                double later = paths[i].at(a + step, d) - paths[k].at(b + step, d);
                square += apart * apart;
                on += (later - apart) * (later - apart);
            }
            double reaches = reach(i, a) + reach(k, b) + Math.sqrt(on);
            if (square < reaches * reaches) {
                return true;
            }
        }
        return false;
    }

    private boolean gone(int i, double since) {
        return paths[i].end() == Path.End.LEFT && since > paths[i].seconds();
    }

    private double reach(int i, double since) {
        return reach[i] * Math.max(1, paths[i].at(since, 15) / paths[i].at(0, 15));
    }

    /** The ways of bodies that were let go together, in their order. */
    record Ways(List<Path> paths) implements Results.Weighted {
        @Override
        public long bytes() {
            return paths.stream().mapToLong(Path::bytes).sum();
        }
    }

    /** The whole ways of bodies that meet: the finest of their steps holds for all. */
    private static Ways roll(List<Surroundings.Fellow> bodies, Cancel cancel) {
        int rate = 0;
        double from = Double.POSITIVE_INFINITY;
        for (Surroundings.Fellow body : bodies) {
            rate = Math.max(rate, ((RollLayer) body.layer()).rate());
            from = Math.min(from, ((RollLayer) body.layer()).begins());
        }
        Collisions collisions = new Collisions();
        Collisions.Member[] members = new Collisions.Member[bodies.size()];
        int[] begins = new int[members.length];
        for (int i = 0; i < members.length; i++) {
            RollLayer layer = (RollLayer) bodies.get(i).layer();
            Surroundings site = bodies.get(i).site();
            members[i] = new Collisions.Member(
                    new Runner(layer, site, rate),
                    layer.body().solid(site),
                    layer.body() instanceof BodyKind.Ball || layer.body() instanceof BodyKind.Log);
            collisions.add(members[i]);
            begins[i] = (int) Math.rint((layer.begins() - from) * rate);
        }
        for (int k = 0; goesOn(members, begins, k); k++) {
            look(cancel, k, rate);
            for (int i = 0; i < members.length; i++) {
                Collisions.Member member = members[i];
                member.gone = member.runner.left();
                member.held = k < begins[i] || member.runner.over();
                if (!member.held) {
                    member.runner.step();
                }
            }
            collisions.step(1.0 / rate);
            for (Collisions.Member member : members) {
                if (!member.held) {
                    member.runner.note();
                }
            }
        }
        return new Ways(
                Arrays.stream(members).map(member -> member.runner.path()).toList());
    }

    /** Until all have been let go and none moves. */
    private static boolean goesOn(Collisions.Member[] members, int[] begins, int k) {
        for (int i = 0; i < members.length; i++) {
            Runner runner = members[i].runner;
            if (k < begins[i] || !runner.over() && !runner.rests()) {
                return true;
            }
        }
        return false;
    }
}
