package org.lumbrit.formats.handover;

import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.PushLoop;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.moving.PlantMotion;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.water.WaterLayer;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Motion baked over the clock's frames: pictures of vertices and of bends, morph targets of one plant or prop, NumPy arrays, the
 * wind as a stack of pictures; {@code motion.json} says how to read each.
 */
final class MotionFiles {
    /** Meshes of plants with more vertices are baked in a coarser detail. */
    private static final int MOST_VERTICES = 4096;

    private static final int WIND_NODES = 129;
    private static final int WATER_NODES = 129;

    private final SiteEvaluation still;
    private final SiteMotion motion;
    private final Frames frames;
    private final Report report;
    private final FileNames names;
    private final List<WindLayer> winds;
    private final List<WaterLayer> waters;
    private final List<CoverLayer> covers;
    private final ShownPlants shown;
    private final ObjectNode root = JsonNodeFactory.instance.objectNode();

    MotionFiles(Packing all) {
        this.still = all.evaluation().at(0);
        this.motion = SiteMotion.of(all.evaluation());
        this.frames = motion.frames();
        this.report = all.report();
        this.names = all.names();
        this.winds = all.layers(WindLayer.class);
        this.waters = all.layers(WaterLayer.class);
        this.covers = all.coversOfOneFile();
        this.shown = new ShownPlants(still);
    }

    void write() {
        boolean anything = motion.sways().values().stream().anyMatch(this::goes)
                || !PushLayer.shown(still.plan().recipe()).isEmpty()
                || !winds.isEmpty()
                || !waters.isEmpty()
                || still.plan().recipe().props().stream()
                        .anyMatch(
                                prop -> !prop.hidden() && still.plan().written().moves(prop));
        if (!anything) {
            report.say("Nothing that is handed over moves, so there is no motion.");
            return;
        }
        root.put("frames", frames.count())
                .put("start_s", frames.start())
                .put("step_s", frames.step())
                .put("loops", frames.periodic());
        root.put(
                "reading",
                "Pictures have 16 bits a channel; value = least + pixel/65535 * (greatest - least). Frame f begins at row f *"
                        + " rowsPerFrame; thing i is in its row i / columns, column i % columns. Between frames values are mixed. A bend is an angle toward east"
                        + " and south: each piece of a plant's lines, foot first, turns by the bend times its share along, and the"
                        + " turned pieces add up. An error at most is what quantising and rounding put a value off.");
        ArrayNode sways = root.putArray("sways");
        motion.sways().forEach((sway, cover) -> {
            if (goes(cover) && still.plants(cover).count() > 0) {
                sway(sways.addObject(), sway, cover);
            }
        });
        ArrayNode pushes = root.putArray("pushes");
        PushLayer.shown(still.plan().recipe()).forEach(push -> push(pushes.addObject(), push));
        ArrayNode fields = root.putArray("winds");
        winds.forEach(wind -> wind(fields.addObject(), wind));
        ArrayNode moving = root.putArray("waters");
        waters.forEach(water -> water(moving.addObject(), water));
        ArrayNode props = root.putArray("props");
        still.plan().recipe().props().stream().filter(prop -> !prop.hidden()).forEach(prop -> prop(props, prop));
        report.add("motion/motion.json", RecipeJson.pretty(root), "how to read the files beside it");
    }

    private boolean goes(CoverLayer cover) {
        return covers.stream().anyMatch(each -> each.id().equals(cover.id()));
    }

    private static String file(String name, String what) {
        return "motion/" + name + what;
    }

    private static String beside(String file) {
        return file.substring("motion/".length());
    }

    private void sway(ObjectNode node, SwayLayer sway, CoverLayer cover) {
        int detail = detail(cover);
        PlantMotion moving = motion.plants(sway, detail, shown.growth(cover));
        String name = names.of(cover.id());
        report.say(shown.said(cover));
        int plants = moving.count();
        node.put("sway", sway.name())
                .put("cover", cover.name())
                .put("wind", motion.windOf(sway).name())
                .put("way", sway.way() == SwayLayer.Way.TURN ? "turn" : "bend");
        MotionPicture bends = new MotionPicture(frames.count(), plants, 2, (f, p, out) -> {
            out[0] = moving.loop().bend(f, p, 0);
            out[1] = moving.loop().bend(f, p, 1);
        });
        String file = file(name, "-bends.png");
        report.add(file, bends.png(), plants + " plants of “" + cover.name() + "”, a column each: bend east and south");
        bends.describe(
                node.putObject("bends"),
                beside(file),
                "plants",
                "radian",
                moving.loop().radians() / 2,
                "east",
                "south");
        file = file(name, "-bends.npy");
        report.add(
                file,
                Npy.floats(
                        i -> bends.value((int) (i / 2 / plants), (int) (i / 2 % plants), (int) (i % 2)),
                        frames.count(),
                        plants,
                        2),
                "the same as floats, radians");
        float[] phases = motion.phases(sway);
        float[] amplitudes = motion.amplitudes(sway);
        file = file(name, "-phase-amplitude.npy");
        report.add(
                file,
                Npy.floats(i -> i % 2 == 0 ? phases[(int) (i / 2)] : amplitudes[(int) (i / 2)], plants, 2),
                "of each plant when gusts reach it, seconds, and its largest bend, radians");
        ArrayNode variants = node.putArray("variants");
        for (int v = 0; v < Math.max(1, cover.plant().variants()); v++) {
            int plant = moving.firstOf(v);
            if (plant >= 0) {
                variant(variants.addObject(), moving, cover, v, plant, detail);
            }
        }
    }

    /** The finest detail in which every variant has few enough vertices. */
    private int detail(CoverLayer cover) {
        int detail = 0;
        for (int v = 0; v < Math.max(1, cover.plant().variants()); v++) {
            var levels = still.levels(cover, v).levels();
            while (detail < levels.size() - 1 && levels.get(detail).mesh().vertices() > MOST_VERTICES) {
                detail++;
            }
        }
        return detail;
    }

    /** One plant that stands for its variant, in its own frame: away from rest, metres. */
    private void variant(ObjectNode node, PlantMotion moving, CoverLayer cover, int v, int plant, int detail) {
        PlantMesh unit = moving.unit(plant);
        int vertices = unit.vertices();
        float[] rest = new float[3 * vertices];
        float[] normals = new float[3 * vertices];
        double[] p = new double[6];
        for (int i = 0; i < vertices; i++) {
            moving.own(-1, plant, i, p);
            for (int d = 0; d < 3; d++) {
                rest[3 * i + d] = (float) p[d];
                normals[3 * i + d] = (float) p[3 + d];
            }
        }
        MotionPicture moves = new MotionPicture(frames.count(), vertices, 3, (f, i, out) -> {
            moving.own(f, plant, i, out);
            for (int d = 0; d < 3; d++) {
                out[d] -= rest[3 * i + d];
            }
        });
        String base = names.of(cover, v);
        String file = file(base, "-vertices.png");
        report.add(file, moves.png(), vertices + " vertices, a column each: away from rest in the plant's own frame");
        node.put("variant", v + 1)
                .put("plant", java.util.HexFormat.of().toHexDigits(moving.id(plant)))
                .put("growth", moving.growth(plant))
                .put("detail", detail);
        double bends = moving.errorOfBends(plant);
        moves.describe(node.putObject("vertices"), beside(file), "vertices", "metre", bends, "x", "y", "z");
        file = file(base, "-displacements.npy");
        report.add(
                file,
                Npy.floats(
                        i -> moves.value((int) (i / 3 / vertices), (int) (i / 3 % vertices), (int) (i % 3)),
                        frames.count(),
                        vertices,
                        3),
                "the same as floats, metres");
        float[] colours = shown.tinting(cover).shade(unit, moving.number(plant));
        morph(node, base, vertices, moves, rest, normals, colours, unit.indices(), 1);
    }

    /** @param metres of the unit that the mesh and its moves are in */
    private void morph(
            ObjectNode node,
            String base,
            int vertices,
            MotionPicture moves,
            float[] positions,
            float[] normals,
            float[] colours,
            int[] indices,
            double metres) {
        MorphGlb glb = new MorphGlb(frames, vertices, moves);
        String file = file(base, ".glb");
        double error = metres * glb.error();
        report.add(
                file,
                glb.write(base, positions, normals, colours, indices),
                glb.targets() + " morph targets over the loop, at most " + Decimal.write(error * 1000, 2) + " mm off");
        node.putObject("morph")
                .put("file", beside(file))
                .put("targets", glb.targets())
                .put("unit", "metre")
                .put("errorAtMost", error);
    }

    private void push(ObjectNode node, PushLayer push) {
        PushLoop loop = motion.pushes().pushed(push);
        Prop prop = still.plan().recipe().prop(push.prop()).orElseThrow();
        PlacedMesh placed = still.placed(prop.id());
        Mesh mesh = placed.mesh();
        float[] n = mesh.normals();
        int vertices = mesh.vertices();
        MotionPicture moves = new MotionPicture(frames.count(), vertices, 3, (f, v, out) -> {
            double size = Math.sqrt((double) n[3 * v] * n[3 * v]
                    + (double) n[3 * v + 1] * n[3 * v + 1]
                    + (double) n[3 * v + 2] * n[3 * v + 2]);
            for (int d = 0; d < 3; d++) {
                out[d] = loop.push(f, v) * n[3 * v + d] / size / placed.size();
            }
        });
        node.put("push", push.name()).put("prop", prop.name()).put("metresPerOwnUnit", placed.size());
        String file = file(names.of(push.id()), "-vertices.png");
        report.add(file, moves.png(), vertices + " vertices, a column each: away from rest in the prop's own frame");
        moves.describe(
                node.putObject("vertices"),
                beside(file),
                "vertices",
                "own unit",
                loop.metres() / 2 / placed.size(),
                "x",
                "y",
                "z");
        file = file(names.of(push.id()), "-displacements.npy");
        report.add(
                file,
                Npy.floats(
                        i -> moves.value((int) (i / 3 / vertices), (int) (i / 3 % vertices), (int) (i % 3)),
                        frames.count(),
                        vertices,
                        3),
                "the same as floats");
        morph(
                node,
                names.of(push.id()),
                vertices,
                moves,
                mesh.positions(),
                n,
                new float[0],
                mesh.triangles(),
                placed.size());
    }

    /** The wind over the ground, frame above frame, north at the top of each. */
    private void wind(ObjectNode node, WindLayer wind) {
        Lattice lattice = still.plan().ground().lattice(WIND_NODES);
        Samples nodes = still.samples(lattice);
        double[][][] blows = new double[frames.count()][][];
        for (int f = 0; f < frames.count(); f++) {
            blows[f] = motion.wind(wind, f, nodes);
        }
        MotionPicture field =
                new MotionPicture(frames.count(), lattice.count(), lattice.columns(), 2, (frame, i, out) -> {
                    out[0] = blows[frame][0][i];
                    out[1] = blows[frame][1][i];
                });
        String file = file(names.of(wind.id()), "-field.png");
        report.add(file, field.png(), frames.count() + " pictures of the wind over the ground, one under the other");
        node.put("wind", wind.name()).put("nodeColumns", lattice.columns()).put("nodeRows", lattice.rows());
        field.describe(node.putObject("field"), beside(file), "nodes", "metre a second", 0, "east", "south");
    }

    /** How high a piece of water is above its rest, frame above frame, north at the top of each; 0 on land. */
    private void water(ObjectNode node, WaterLayer layer) {
        Lattice lattice = still.plan().ground().lattice(WATER_NODES);
        float[][] heights = new float[frames.count()][lattice.count()];
        for (int f = 0; f < frames.count(); f++) {
            still.cancel().check();
            still.cancel().doing(layer.name() + ", frame " + (f + 1) + " of " + frames.count());
            SiteEvaluation then = still.at(frames.time(f));
            Layer now = then.plan().recipe().layer(layer.id()).orElseThrow();
            heights[f] = then.field(now, WaterLayer.HEIGHT, lattice.band(0, lattice.rows()));
        }
        MotionPicture field = new MotionPicture(
                frames.count(), lattice.count(), lattice.columns(), 1, (frame, i, out) -> out[0] = heights[frame][i]);
        String name = names.of(layer.id());
        String file = file(name, "-heights.png");
        report.add(file, field.png(), frames.count() + " pictures of “" + layer.name() + "”, one under the other");
        node.put("water", layer.name()).put("nodeColumns", lattice.columns()).put("nodeRows", lattice.rows());
        field.describe(node.putObject("heights"), beside(file), "nodes", "metre", 0, "up");
        file = file(name, "-heights.npy");
        report.add(
                file,
                Npy.floats(
                        i -> heights[(int) (i / lattice.count())][(int) (i % lattice.count())],
                        frames.count(),
                        lattice.rows(),
                        lattice.columns()),
                "the same as floats");
        file = file(name, "-heights.exr");
        report.add(
                file,
                MotionPicture.exr(lattice.columns(), heights),
                "the same as one float picture, frame under frame");
    }

    /** Where a prop that moves is in each frame: origin, turn as a unit quaternion x, y, z, w, size. */
    private void prop(ArrayNode props, Prop prop) {
        if (!still.plan().written().moves(prop)) {
            return;
        }
        List<PlacedMesh> places = java.util.stream.IntStream.range(0, frames.count())
                .mapToObj(f -> still.at(frames.time(f)).placed(prop.id()))
                .toList();
        String file = file(names.of(prop.id()), "-path.npy");
        report.add(
                file,
                Npy.floats(i -> number(places.get((int) (i / 8)), (int) (i % 8)), frames.count(), 8),
                "where “" + prop.name() + "” is in each frame: origin, turn, size");
        Glb glb = new Glb();
        Colour own = Colour.ofHex(prop.colour());
        Mesh mesh = places.get(0).mesh();
        int shape = glb.mesh(
                prop.name(),
                mesh.positions(),
                mesh.normals(),
                new float[0],
                mesh.triangles(),
                glb.material(prop.name(), own.red(), own.green(), own.blue(), 1, 0.9, false));
        glb.travelling(
                prop.name(),
                shape,
                frames.count(),
                frame -> (float) (frame * frames.step()),
                (frame, k) -> (float) places.get(frame).origin()[k],
                (frame, k) -> number(places.get(frame), 3 + k),
                (frame, k) -> number(places.get(frame), 7));
        String animated = file(names.of(prop.id()), "-moving.glb");
        report.add(animated, glb.write(prop.name()), "“" + prop.name() + "” on its way, a key a frame");
        props.addObject().put("prop", prop.name()).put("file", beside(file)).put("animation", beside(animated));
    }

    private static float number(PlacedMesh placed, int k) {
        return (float)
                switch (k) {
                    case 0, 1, 2 -> placed.origin()[k];
                    case 3 -> placed.turn().x();
                    case 4 -> placed.turn().y();
                    case 5 -> placed.turn().z();
                    case 6 -> placed.turn().w();
                    default -> placed.size();
                };
    }
}
