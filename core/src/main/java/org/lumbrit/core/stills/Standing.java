package org.lumbrit.core.stills;

import static org.lumbrit.core.math.Smooth.smoothstep;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.motion.Bend;
import org.lumbrit.core.moving.SwayNow;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.seeing.View;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.snow.LayLayer;

/**
 * The plants of a cover as triangles, each as fine as it can be told, bent as they are at the moment; first with normals, then, when what
 * throws shadows is known, with the light on them.
 */
final class Standing {
    /** Pixels that a coarser mesh may lie beside the full one. */
    private static final double TOLD = 0.6;
    /** The same of what only throws its shadow into it. */
    private static final double SHADOW = 3;
    /** Triangles for each pixel of a plant's height by its width; so few are never too many. */
    private static final double CROWDED = 1;

    private static final double FEW = 24;
    /** Pixels: what is lower is left out. */
    private static final double LEAST = 0.3;
    /** Pixels from which on a bend is seen. */
    private static final double BENT = 6;
    /** Pixels that a blade is wide at least, and how many times as wide as it is it may become. */
    private static final double THIN = 0.7;

    private static final double WIDER = 6;
    /** Of the picture's width: what stands farther outside throws no shadow into it that is missed. */
    private static final double OUTSIDE = 0.35;

    private static final int PIECE = 512;

    private final SiteEvaluation still;
    private final SiteEvaluation now;
    private final View view;
    private final CoverLayer cover;
    private final Plant planted;
    private final Plants plants;
    private final PlantMesh[][] units;
    private final double[][] errors;
    private final boolean[][] standIn;
    private final double broader;
    private final int[] shown;
    /** How many of them, the first ones, may be seen; the others only throw shadows into the picture. */
    private final int seen;
    /** Of each shown plant: which detail of its variant. */
    private final byte[] detail;

    private final Optional<SwayNow> swing;
    /** How each detail of each variant bends. */
    private final Bend[][] bends;

    private List<Solid> pieces = List.of();

    /** @param share of its plants that stand for all; @param now the site at the time that is looked at */
    Standing(
            SiteEvaluation still,
            SiteEvaluation now,
            View view,
            CoverLayer cover,
            Plants plants,
            double share,
            boolean all) {
        this.still = still;
        this.now = now;
        this.view = view;
        this.cover = cover;
        this.plants = plants;
        this.planted = cover.planted(still.plan().recipe());
        this.broader = planted.flat() ? Math.min(2.6, 1 / Math.sqrt(share)) : 1;
        int variants = Math.max(1, cover.plant().variants());
        units = new PlantMesh[variants][];
        errors = new double[variants][];
        standIn = new boolean[variants][];
        for (int v = 0; v < variants; v++) {
            List<Detail> levels = still.levels(cover, v).levels();
            units[v] = units(v, levels);
            errors[v] = levels.stream()
                    .mapToDouble(level -> Math.max(level.error(), 0.35 * level.missing()) / planted.length())
                    .toArray();
            standIn[v] = new boolean[levels.size()];
            for (int d = 0; d < levels.size(); d++) {
                standIn[v][d] = levels.get(d).standIn();
            }
        }
        byte[] details = new byte[plants.count()];
        float[] tall = new float[plants.count()];
        boolean[] aside = new boolean[plants.count()];
        Chunks.run(plants.count(), still.cancel(), (from, to) -> {
            double[] out = new double[3];
            for (int i = from; i < to; i++) {
                double pixels = pixels(i, 0.02, out);
                if (pixels == 0) {
                    aside[i] = true;
                    pixels = pixels(i, OUTSIDE, out);
                }
                tall[i] = (float) pixels;
                details[i] = pixels < LEAST ? -1 : finest(i, pixels, aside[i] ? SHADOW : TOLD);
            }
        });
        shown = IntStream.concat(
                        IntStream.range(0, details.length).filter(i -> details[i] >= 0 && !aside[i]),
                        IntStream.range(0, details.length).filter(i -> details[i] >= 0 && aside[i]))
                .toArray();
        seen = (int) IntStream.of(shown).filter(i -> !aside[i]).count();
        detail = new byte[shown.length];
        for (int k = 0; k < shown.length; k++) {
            detail[k] = details[shown[k]];
        }
        int[] bent = IntStream.range(0, seen)
                .map(k -> shown[k])
                .filter(i -> all && tall[i] >= BENT)
                .toArray();
        swing = SwayNow.of(now, cover, plants.count(), bent);
        bends = bends();
    }

    private record Units(PlantMesh[] meshes) implements Results.Weighted {
        @Override
        public long bytes() {
            return Arrays.stream(meshes).mapToLong(PlantMesh::bytes).sum();
        }
    }

    /** The meshes of a variant of length 1 and width 1, kept as long as they stay the same. */
    private PlantMesh[] units(int variant, List<Detail> levels) {
        String key = new KeyBuilder("units of still/1")
                .add(still.levelsKey(cover, variant))
                .key();
        return still.results()
                .get(
                        key,
                        still.cancel(),
                        shared -> new Units(levels.stream()
                                .map(level -> level.mesh().unit(planted))
                                .toArray(PlantMesh[]::new)))
                .meshes;
    }

    /** How many pixels a plant is tall; 0 where it is not there, or farther outside the picture than a share of its width. */
    private double pixels(int i, double outside, double[] out) {
        double length = plants.length().at(i) * plants.growth().at(i);
        if (length <= 0) {
            return 0;
        }
        double x = plants.feet().x()[i];
        double y = plants.feet().y()[i];
        double z = plants.feet().z()[i];
        double tall = length * view.pixels(x, y, z, 0);
        double margin = outside * view.width() + 2 * tall;
        boolean ahead = view.project(x, y, z, out);
        boolean inside = out[0] > -margin
                && out[0] < view.width() + margin
                && out[1] > -margin - tall
                && out[1] < view.height() + margin;
        return ahead && inside || !view.parallel() && Math.abs(view.depth(x, y, z)) < 2 * length ? tall : 0;
    }

    /** The coarsest detail that cannot be told from the full one, or that has about as many triangles as the plant has pixels. */
    private byte finest(int i, double tall, double told) {
        int v = plants.variant()[i];
        double pixels = tall / plants.growth().at(i);
        double most = Math.max(
                FEW,
                CROWDED
                        * pixels
                        * pixels
                        * plants.width().at(i)
                        / plants.length().at(i));
        int best = 0;
        for (int d = 1; d < errors[v].length; d++) {
            if (errors[v][d] * pixels <= told || !standIn[v][d] && units[v][d - 1].triangles() > most) {
                best = d;
            }
        }
        return (byte) best;
    }

    private Bend[][] bends() {
        Bend[][] all = new Bend[units.length][];
        for (int v = 0; v < all.length; v++) {
            all[v] = new Bend[units[v].length];
            for (int d = 0; d < all[v].length && swing.isPresent(); d++) {
                all[v][d] = swing.get().bends().bend(swing.get().sway(), v, d);
            }
        }
        return all;
    }

    /** Those that may be seen as triangles with normals. @param surface that their colours will have */
    List<Solid> solids(Surface surface, Cancel cancel) {
        pieces = pieces(0, seen, surface, cancel);
        return pieces;
    }

    /** Those that only throw shadows into the picture. */
    List<Solid> aside(Surface surface, Cancel cancel) {
        return pieces(seen, shown.length, surface, cancel);
    }

    private List<Solid> pieces(int first, int end, Surface surface, Cancel cancel) {
        if (first == end) {
            return List.of();
        }
        Solid[] all = new Solid[(end - first + PIECE - 1) / PIECE];
        Chunks.run(
                end - first, PIECE, cancel, (from, to) -> all[from / PIECE] = piece(first + from, first + to, surface));
        return List.of(all);
    }

    private PlantMesh mesh(int k) {
        return units[plants.variant()[shown[k]]][detail[k]];
    }

    private Solid piece(int from, int to, Surface surface) {
        int vertices = 0;
        int corners = 0;
        for (int k = from; k < to; k++) {
            vertices += mesh(k).vertices();
            corners += mesh(k).indices().length;
        }
        float[] places = new float[3 * vertices];
        float[] normals = new float[3 * vertices];
        int[] triangles = new int[corners];
        int v0 = 0;
        int t0 = 0;
        double[] p = new double[6];
        for (int k = from; k < to; k++) {
            PlantMesh mesh = mesh(k);
            int i = shown[k];
            double[] foot = plants.base(i);
            Quaternion turn = turn(i);
            double[] size = size(i, foot);
            double end = 1.15 * plants.growth().at(i);
            boolean whole = plants.growth().at(i) > 0.997;
            Bend.Moment moment = moment(i, detail[k], turn);
            for (int v = 0; v < mesh.vertices(); v++) {
                double wide = whole ? 1 : smoothstep(0, 0.15, end - mesh.along()[v]);
                for (int d = 0; d < 3; d++) {
                    double centre = mesh.centres()[3 * v + d];
                    p[d] = size[d] * (centre + wide * (mesh.positions()[3 * v + d] - centre));
                    p[3 + d] = mesh.normals()[3 * v + d] / size[d];
                }
                if (moment != null) {
                    moment.apply(v, size, wide, p);
                }
                put(turn, p, 0, foot, places, 3 * (v0 + v));
                put(turn, p, 3, NOWHERE, normals, 3 * (v0 + v));
            }
            for (int t = 0; t < mesh.indices().length; t += 3) {
                boolean there = whole;
                for (int c = 0; c < 3 && !there; c++) {
                    there = mesh.along()[mesh.indices()[t + c]] < end;
                }
                for (int c = 0; c < 3 && there; c++) {
                    triangles[t0++] = v0 + mesh.indices()[t + c];
                }
            }
            v0 += mesh.vertices();
        }
        return new Solid(
                places, t0 == corners ? triangles : Arrays.copyOf(triangles, t0), PlantSurface.EACH, normals, surface);
    }

    private static final double[] NOWHERE = new double[3];

    private static void put(Quaternion turn, double[] p, int from, double[] at, float[] out, int to) {
        // v + 2 q × (q × v + w v)
        double x = p[from];
        double y = p[from + 1];
        double z = p[from + 2];
        double cx = turn.y() * z - turn.z() * y + turn.w() * x;
        double cy = turn.z() * x - turn.x() * z + turn.w() * y;
        double cz = turn.x() * y - turn.y() * x + turn.w() * z;
        out[to] = (float) (at[0] + x + 2 * (turn.y() * cz - turn.z() * cy));
        out[to + 1] = (float) (at[1] + y + 2 * (turn.z() * cx - turn.x() * cz));
        out[to + 2] = (float) (at[2] + z + 2 * (turn.x() * cy - turn.y() * cx));
    }

    private Quaternion turn(int i) {
        float[] q = plants.turn();
        return new Quaternion(q[4 * i], q[4 * i + 1], q[4 * i + 2], q[4 * i + 3]);
    }

    /** Along its own axes, metres; blades so wide that they can be seen. */
    private double[] size(int i, double[] foot) {
        double length = plants.length().at(i);
        double width = plants.width().at(i);
        if (!planted.flat()) {
            return new double[] {width, length, width};
        }
        double seen = THIN / view.pixels(foot[0], foot[1], foot[2], 0);
        return new double[] {Math.max(width * broader, Math.min(WIDER * width, seen)), length, length};
    }

    private Bend.Moment moment(int i, int detailOf, Quaternion turn) {
        if (swing.isEmpty() || !swing.get().holds(i)) {
            return null;
        }
        double[] own =
                turn.inverse().rotate(swing.get().bend(i, 0), 0, swing.get().bend(i, 1));
        return bends[plants.variant()[i]][detailOf].moment(own[0], own[2]);
    }

    /** Puts the light that falls on them in the place of their normals. */
    void light(Light light, Cancel cancel) {
        int[] tints = plants.colours(cover);
        Optional<LayLayer> laid =
                now.lying().onPlants(cover).filter(LayLayer.class::isInstance).map(LayLayer.class::cast);
        float[] settled =
                laid.map(layer -> now.lying().atFeet((Layer) layer, plants)).orElse(new float[0]);
        Chunks.run(seen, PIECE, cancel, (from, to) -> {
            if (to > from) {
                PlantLight leaf = new PlantLight(light, planted, view.at(), laid);
                Solid piece = pieces.get(from / PIECE);
                int v0 = 0;
                for (int k = from; k < to; k++) {
                    int i = shown[k];
                    PlantMesh mesh = mesh(k);
                    leaf.stands(plants, i, tints[i], settled.length == 0 ? 0 : settled[i]);
                    for (int v = 0; v < mesh.vertices(); v++) {
                        leaf.light(piece, v0 + v, mesh, v);
                    }
                    v0 += mesh.vertices();
                }
            }
        });
    }
}
