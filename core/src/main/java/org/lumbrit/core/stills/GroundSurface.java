package org.lumbrit.core.stills;

import static org.lumbrit.core.math.Smooth.clamp01;
import static org.lumbrit.core.math.Smooth.smoothstep;

import java.util.List;
import java.util.Optional;
import org.lumbrit.core.looks.Earth;
import org.lumbrit.core.looks.GroundCharacter;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SiteLying;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.Tint;

/**
 * The ground: bare earth by rule, with the colours and the stuff that layers lay over it. Its vertices tell their unit normal, and how much
 * of sun and sky reaches them past what is pressed into it.
 */
final class GroundSurface implements Surface {
    static final int EACH = 5;
    /** Nodes along the longer side at which colours and values are known. */
    private static final int NODES = 512;
    /** Pixels from which on patterns are told, in steps of two: the finest is so many metres of a site of usual size. */
    private static final double FINEST = 0.002;

    private static final int STEPS = 16;

    private final Light light;
    private final Air air;
    private final ThreadLocal<Earth.Pen[]> pens;
    private final double finest;
    private final Lattice lattice;
    private final float[] tint;
    private final float[] lying;
    private final float[] glint;
    private final float[] values;
    private final Optional<Values> shown;
    private final double stripes;
    private final ThreadLocal<Room> rooms = ThreadLocal.withInitial(Room::new);

    private static final class Room {
        final float[] here = new float[Earth.NUMBERS];
        final float[] east = new float[Earth.NUMBERS];
        final float[] south = new float[Earth.NUMBERS];
        final double[] own = new double[3];
        final double[] out = new double[3];
        /** The first of the four nodes round the place, and how far the place lies from it, 0..1. */
        int node;

        double across;
        double down;
    }

    GroundSurface(SiteEvaluation site, Ground ground, Light light, Optional<Values> shown) {
        this.light = light;
        this.air = light.air;
        this.shown = shown;
        Ground bare = site.plan().ground();
        double water = site.scene().water().orElse(Double.NEGATIVE_INFINITY);
        GroundCharacter character = site.results()
                .get(
                        new KeyBuilder("character of still/1").add(bare.key()).key(),
                        site.cancel(),
                        shared -> GroundCharacter.of(bare, GroundCharacter.NODES, shared));
        finest = FINEST * air.grain;
        stripes = 80 / Math.max(ground.width(), ground.depth());
        pens = ThreadLocal.withInitial(() -> {
            Earth.Pen[] all = new Earth.Pen[STEPS];
            for (int k = 0; k < STEPS; k++) {
                all[k] = Earth.of(bare, water, finest * (1 << k), character).pen();
            }
            return all;
        });
        lattice = bare.lattice(NODES);
        Samples nodes = site.samples(lattice);
        tint = tint(site, nodes);
        SiteLying lies = site.lying();
        if (lies.onGround().isEmpty()) {
            lying = new float[0];
            glint = new float[0];
        } else {
            Tint over = site.results()
                    .get(
                            new KeyBuilder("lying of still/1")
                                    .add(lies.overKey(nodes))
                                    .key(),
                            site.cancel(),
                            shared -> lies.over(nodes));
            lying = four(over);
            glint = over.tone();
        }
        values = shown.map(each -> each.onGround().apply(site, nodes)).orElse(new float[0]);
    }

    /** Red, green, blue, strength and tone of each node; empty where no layer lays colours. */
    private static float[] tint(SiteEvaluation site, Samples nodes) {
        List<Layer> layers = site.plan().recipe().layers().stream()
                .filter(layer -> !layer.hidden() && layer.seen().contains(Subject.COLOURS))
                .toList();
        if (layers.isEmpty()) {
            return new float[0];
        }
        float[] all = new float[5 * nodes.count()];
        for (int i = 0; i < nodes.count(); i++) {
            all[5 * i + 4] = 1;
        }
        for (Layer layer : layers) {
            Tint next = site.tint(layer, nodes);
            for (int i = 0; i < nodes.count(); i++) {
                float above = next.strength()[i];
                float below = all[5 * i + 3] * (1 - above);
                float both = above + below;
                for (int c = 0; c < 3 && both > 0; c++) {
                    all[5 * i + c] = (next.colour()[3 * i + c] * above + all[5 * i + c] * below) / both;
                }
                all[5 * i + 3] = both;
                all[5 * i + 4] *= next.tone()[i];
            }
        }
        return all;
    }

    private static float[] four(Tint over) {
        float[] all = new float[4 * over.strength().length];
        for (int i = 0; i < over.strength().length; i++) {
            System.arraycopy(over.colour(), 3 * i, all, 4 * i, 3);
            all[4 * i + 3] = over.strength()[i];
        }
        return all;
    }

    @Override
    public boolean byPlace() {
        return true;
    }

    @Override
    public void colour(Spot s) {
        Room room = rooms.get();
        double nx = s.numbers[0];
        double ny = s.numbers[1];
        double nz = s.numbers[2];
        double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
        nx /= length;
        ny /= length;
        nz /= length;
        double steps = Math.max(0, StrictMath.log(s.pixel / finest) / LN_2);
        Earth.Pen pen = pens.get()[(int) Math.min(STEPS - 1, steps)];
        pen.at(s.x, s.y, s.z, nx, ny, nz, room.here);
        double by = Math.max(s.pixel, 0.5 * finest);
        pen.at(s.x + by, s.y, s.z, nx, ny, nz, room.east);
        pen.at(s.x, s.y, s.z + by, nx, ny, nz, room.south);
        double east = (room.east[4] - room.here[4]) / by;
        double south = (room.south[4] - room.here[4]) / by;
        double covers = 0;
        double patches = 0;
        if (lying.length > 0) {
            place(s, room);
            covers = between(lying, 4, 3, room);
            patches = 0.5 * air.layered(0, s.x / air.grain * 1.3, s.z / air.grain * 1.3)
                    + 0.5 * air.layered(1, s.x / air.grain * 5.3 + 2, s.z / air.grain * 5.3 + 2)
                    + 0.35 * room.here[4] / air.grain;
            covers = smoothstep(0.30, 0.70, covers + 1.1 * covers * (1 - covers) * (1 - 2 * patches));
            east *= 1 - 0.85 * covers;
            south *= 1 - 0.85 * covers;
        }
        double steep = Math.sqrt(east * east + south * south);
        double kept = Math.min(1, 1.6 / Math.max(1e-6, steep));
        double bx = nx - kept * east;
        double byUp = ny;
        double bz = nz - kept * south;
        length = Math.sqrt(bx * bx + byUp * byUp + bz * bz);
        bx /= length;
        byUp /= length;
        bz /= length;
        double through = light.through(s.x, s.y, s.z, nx, ny, nz, Light.own(s), room.out);
        double sun = light.open(s.x, s.z) * through * s.numbers[3];
        double sky = light.sky(s.x, s.z) * s.numbers[4];
        double facing = Math.max(0, bx * air.toSun[0] + byUp * air.toSun[1] + bz * air.toSun[2]);
        double up = 0.5 + 0.5 * byUp;
        for (int c = 0; c < 3; c++) {
            double lit = air.sun[c] * facing * sun + (air.sky[c] * up + air.bounce[c]) * sky;
            room.own[c] = room.here[c] * lit;
            room.out[c] = lit;
        }
        if (covers > 0) {
            cover(s, room, bx, byUp, bz, sun, sky, covers);
        }
        if (tint.length > 0) {
            place(s, room);
            double strength = between(tint, 5, 3, room);
            double tone = between(tint, 5, 4, room);
            if (strength > 0.001 || tone < 0.999) {
                for (int c = 0; c < 3; c++) {
                    double albedo = room.here[c] + strength * (between(tint, 5, c, room) - room.here[c]);
                    room.own[c] = Air.mix(albedo * room.out[c], albedo * tone * 1.5, tone < 0.999 ? 0.72 : 0);
                }
            }
        }
        s.set(room.own[0], room.own[1], room.own[2]);
        if (shown.isPresent()) {
            place(s, room);
            double v = shown.get().share(between(values, 1, 0, room));
            boolean stripe = Math.floorMod((long) Math.floor((s.x + s.z) * 2 * stripes), 2L) == 1;
            shown.get().colour(v, stripe, room.own);
            double relief = 1.25 * (0.62 + 0.38 * (facing * sun * 0.8 + 0.45 * sky));
            s.set(room.own[0] * relief, room.own[1] * relief, room.own[2] * relief);
        }
    }

    /** Snow and its like: soft where the sun ends, blue where only the sky lights it. */
    private void cover(Spot s, Room room, double nx, double ny, double nz, double sun, double sky, double covers) {
        double glitter = clamp01(between(glint, 1, 0, room));
        double facing = nx * air.toSun[0] + ny * air.toSun[1] + nz * air.toSun[2];
        double soft = Air.mix(Math.max(facing, 0), Math.max((facing + 0.12) / 1.12, 0), glitter);
        double even = Air.mix(1, 0.66, glitter);
        for (int c = 0; c < 3; c++) {
            double blue = Air.mix(1, SNOWY[c], glitter);
            double lit = air.sun[c] * soft * sun + (air.sky[c] * (0.56 + 0.44 * ny) * blue + air.bounce[c]) * sky;
            room.own[c] += covers * (between(lying, 4, c, room) * even * lit - room.own[c]);
        }
    }

    private static final double[] SNOWY = {0.90, 1.0, 1.13};
    private static final double LN_2 = StrictMath.log(2);

    /** Finds the four nodes round a place. */
    private void place(Spot s, Room at) {
        Ground ground = lattice.ground();
        double column = clamp01(s.x / ground.width() + 0.5) * (lattice.columns() - 1);
        double row = clamp01(s.z / ground.depth() + 0.5) * (lattice.rows() - 1);
        int c = (int) Math.min(lattice.columns() - 2, column);
        int r = (int) Math.min(lattice.rows() - 2, row);
        at.node = r * lattice.columns() + c;
        at.across = column - c;
        at.down = row - r;
    }

    private double between(float[] of, int each, int which, Room at) {
        int i = each * at.node + which;
        int below = i + each * lattice.columns();
        return Air.mix(
                Air.mix(of[i], of[i + each], at.across), Air.mix(of[below], of[below + each], at.across), at.down);
    }
}
