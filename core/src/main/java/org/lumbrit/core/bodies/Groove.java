package org.lumbrit.core.bodies;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.snow.Impressions;
import org.lumbrit.core.snow.Lies;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SurfacePatch;

/** What a body presses on its way: the lower halves of the balls that stand for it, places no farther apart than half a cell. */
final class Groove {
    private static final double BESIDE = 3;

    private final RollLayer layer;
    private final Surroundings site;
    private final Path path;

    Groove(RollLayer layer, Surroundings site, Path path) {
        this.layer = layer;
        this.site = site;
        this.path = path;
    }

    private double rim() {
        return Math.max(3 * layer.cell(), 0.3 * layer.body().radius(site));
    }

    /** Room along the whole way, so that its grid stays the same at all times. */
    SurfacePatch room() {
        List<Point3> line = new ArrayList<>();
        int skip = Math.max(1, path.frames() / 2000);
        double widest = layer.body().radius(site);
        for (int f = 0; f < path.frames(); f++) {
            widest = Math.max(widest, path.numbers()[Path.NUMBERS * f + 15]);
            if (f % skip == 0 || f == path.frames() - 1) {
                line.add(new Point3(path.numbers()[Path.NUMBERS * f], 0, path.numbers()[Path.NUMBERS * f + 2]));
            }
        }
        double beyond = Math.max(BESIDE * rim(), 3.2 * site.ground().cell());
        double half = Math.max(widest, reach());
        return SurfacePatch.along(line, half + beyond, layer.cell());
    }

    private double reach() {
        return layer.body().body(site, layer.density()).reach();
    }

    float[] change(SurfacePatch room, double now) {
        int[] nodes = room.nodes();
        double[] px = new double[nodes.length];
        double[] pz = new double[nodes.length];
        int[] slot = new int[room.inside().length];
        Arrays.fill(slot, -1);
        for (int n = 0; n < nodes.length; n++) {
            px[n] = room.x(nodes[n] % room.columns());
            pz[n] = room.z(nodes[n] / room.columns());
            slot[nodes[n]] = n;
        }
        Samples samples = site.ground().samplesAt(px, pz);
        // the same smooth surface as the body runs on, as it was when it was let go: what has fallen since lies in the
        // groove and beside it alike
        Surroundings.Fellow start = Meeting.start(site, layer.id());
        SmoothGround runs = Runner.surface((RollLayer) start.layer(), start.site());
        float[] lay = Lies.depth(start.site(), samples);
        float[] sinks = start.site().property(start.layer(), RollLayer.SINKS, samples);
        double[] surfaces = new double[nodes.length];
        double[] most = new double[nodes.length];
        for (int n = 0; n < nodes.length; n++) {
            most[n] = Math.min(sinks[n], lay[n]);
            surfaces[n] = runs.height(px[n], pz[n]) + most[n];
        }
        double[] deepest = new double[nodes.length];
        double[] pressedAt = new double[nodes.length];
        Body solid = layer.body().body(site, layer.density());
        double reach = solid.reach();
        double radius = layer.body().radius(site);
        double end = Math.min(now, path.seconds());
        double at = 0;
        double[] place = new double[3];
        double[] offset = new double[3];
        while (true) {
            for (int d = 0; d < 3; d++) {
                place[d] = path.at(at, d);
            }
            Motion m = new Motion(place, path.turn(at), new double[3], new double[3]);
            double grown = path.at(at, 15) / radius;
            for (int b = 0; b < solid.balls().length; b += 4) {
                m.out(solid.balls()[b], solid.balls()[b + 1], solid.balls()[b + 2], offset);
                stamp(
                        room,
                        slot,
                        surfaces,
                        most,
                        deepest,
                        pressedAt,
                        at,
                        place[0] + grown * offset[0],
                        place[1] + grown * offset[1],
                        place[2] + grown * offset[2],
                        grown * solid.balls()[b + 3]);
            }
            if (at >= end) {
                break;
            }
            // no farther than half a cell
            double v = Math.max(
                    1e-6,
                    Math.sqrt(sq(path.at(at, 7)) + sq(path.at(at, 8)) + sq(path.at(at, 9)))
                            + reach
                                    * Math.sqrt(sq(path.at(at, 10)) + sq(path.at(at, 11)) + sq(path.at(at, 12)))
                                    * (layer.body() instanceof BodyKind.Ball ? 0 : 1));
            at = Math.min(end, at + Math.min(path.step(), 0.5 * room.cell() / v));
        }
        float[] pressed = new float[room.inside().length];
        float[] lies = Lies.depth(site, samples);
        for (int n = 0; n < nodes.length; n++) {
            // where some has melted since, no deeper than what is left
            pressed[nodes[n]] = (float)
                    Math.min(lies[n], Impressions.sprung(deepest[n], layer.springs(), layer.tau(), now - pressedAt[n]));
        }
        float[] change = Impressions.rim(room, pressed, layer.packing(), rim());
        Impressions.fill(site, room, pressed, change, layer.flakes(), layer.seed());
        return change;
    }

    private static double sq(double value) {
        return value * value;
    }

    /** Presses what lies down to the lower half of a ball, and no deeper than the ground. */
    private void stamp(
            SurfacePatch room,
            int[] slot,
            double[] surfaces,
            double[] most,
            double[] deepest,
            double[] pressedAt,
            double at,
            double bx,
            double by,
            double bz,
            double radius) {
        int c0 = (int) Math.max(0, Math.ceil((bx - radius - room.west()) / room.cell()));
        int c1 = (int) Math.min(room.columns() - 1, Math.floor((bx + radius - room.west()) / room.cell()));
        int r0 = (int) Math.max(0, Math.ceil((bz - radius - room.north()) / room.cell()));
        int r1 = (int) Math.min(room.rows() - 1, Math.floor((bz + radius - room.north()) / room.cell()));
        for (int r = r0; r <= r1; r++) {
            for (int c = c0; c <= c1; c++) {
                int n = slot[r * room.columns() + c];
                double dx = room.x(c) - bx;
                double dz = room.z(r) - bz;
                double left = radius * radius - dx * dx - dz * dz;
                if (n < 0 || left < 0) {
                    continue;
                }
                double pressed = Math.min(surfaces[n] - (by - Math.sqrt(left)), most[n]);
                if (pressed > deepest[n] + 1e-6) {
                    deepest[n] = pressed;
                    pressedAt[n] = at;
                }
            }
        }
    }
}
