package org.lumbrit.formats.handover;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.CoverScatter;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.looks.Earth;
import org.lumbrit.core.looks.GroundCharacter;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.GroundTiles;
import org.lumbrit.core.surface.GroundTiles.Tile;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * The site as OGC 3D Tiles 1.1 (OGC 22-025r4): a tree of the ground and one of each cover, whose tiles replace their parent where they are
 * looked at from near. Parents have fewer plants, the first of the steady order, and coarser meshes. Bounding boxes are in the frame of
 * the standard: x to the east, y to the north, z up; the GLB files in their own, which readers turn into it.
 */
final class TileSet {
    /** Plants in one tile at most. */
    private static final double MOST = 32_000;

    private static final int DEEPEST = 14;
    /** A tile of plants is replaced by its quarters where one of so many pieces along its side is as large as the error that a reader bears. */
    private static final double PIECES = 16;
    /** Pixels of a radian in a picture of usual height, and how many of them an error may be at usual settings. */
    private static final double PIXELS = 900;

    private static final double BORNE = 16;
    /** Pixels that a mesh may lie off where its tile is replaced. */
    private static final double OFF = 2;

    private final Packing all;
    private final SiteEvaluation evaluation;
    private final Ground ground;
    private final GroundTiles tiles;
    private final List<Layer> tints;
    private final GroundCharacter character;
    private long standing;

    private TileSet(Packing all) {
        this.all = all;
        this.evaluation = all.evaluation();
        this.ground = all.ground();
        this.tiles = new GroundTiles(ground, evaluation.results(), evaluation.cancel());
        this.tints = all.tints();
        this.character = GroundCharacter.of(ground, GroundCharacter.NODES, evaluation.cancel());
    }

    /** Writes {@code tiles/tileset.json} after the files that it names. */
    static void write(Packing all) {
        new TileSet(all).write();
    }

    /** Least and greatest x, y, z in the site's frame, metres. */
    private record Box(double x0, double y0, double z0, double x1, double y1, double z1) {
        Box and(Box other) {
            return new Box(
                    Math.min(x0, other.x0),
                    Math.min(y0, other.y0),
                    Math.min(z0, other.z0),
                    Math.max(x1, other.x1),
                    Math.max(y1, other.y1),
                    Math.max(z1, other.z1));
        }

        void putOn(ObjectNode tile) {
            ArrayNode box = tile.putObject("boundingVolume").putArray("box");
            box.add((x0 + x1) / 2).add(-(z0 + z1) / 2).add((y0 + y1) / 2);
            box.add((x1 - x0) / 2).add(0).add(0);
            box.add(0).add((z1 - z0) / 2).add(0);
            box.add(0).add(0).add(Math.max(1e-3, (y1 - y0) / 2));
        }
    }

    /** A tile with all below it. */
    private record Branch(ObjectNode json, Box box, double error) {}

    private void write() {
        List<Branch> trunks = new ArrayList<>();
        for (int row = 0; row < tiles.down(0); row++) {
            for (int column = 0; column < tiles.across(0); column++) {
                trunks.add(ground(new Tile(0, column, row)));
            }
        }
        things().ifPresent(trunks::add);
        for (CoverLayer layer : all.covers()) {
            new Cover(layer).tree().ifPresent(trunks::add);
        }
        ObjectNode root = JsonNodeFactory.instance.objectNode();
        root.putObject("asset").put("version", "1.1").put("generator", "Lumbrit");
        Box box = trunks.stream().map(Branch::box).reduce(Box::and).orElseThrow();
        double error = trunks.stream().mapToDouble(Branch::error).max().orElse(0);
        double whole = 2 * Math.max(error, Math.max(ground.width(), ground.depth()) / PIECES);
        root.put("geometricError", whole);
        ObjectNode tile = root.putObject("root");
        box.putOn(tile);
        tile.put("geometricError", whole).put("refine", "ADD");
        ArrayNode children = tile.putArray("children");
        trunks.forEach(trunk -> children.add(trunk.json));
        all.report()
                .add(
                        "tiles/tileset.json",
                        RecipeJson.pretty(root),
                        "3D Tiles 1.1: the ground and " + standing
                                + " plants, as fine as one is near; open it with any reader of 3D Tiles");
    }

    private ObjectNode tile(Box box, double error, String file) {
        ObjectNode json = JsonNodeFactory.instance.objectNode();
        box.putOn(json);
        json.put("geometricError", error).put("refine", "REPLACE");
        if (!file.isEmpty()) {
            json.putObject("content").put("uri", file);
        }
        return json;
    }

    private Branch ground(Tile tile) {
        double error = 0;
        List<Branch> quarters = new ArrayList<>();
        if (tile.level() < tiles.deepest() && tiles.error(tile) > 0) {
            for (int number = 0; number < 4; number++) {
                quarters.add(ground(tile.child(number)));
            }
            error = tiles.error(tile);
            for (Branch quarter : quarters) {
                error = Math.max(error, 1.01 * quarter.error);
            }
        }
        double hem = error + 0.02 * tiles.width(tile.level());
        Box box = new Box(
                tiles.west(tile),
                tiles.lowest(tile) - hem,
                tiles.north(tile),
                tiles.west(tile) + tiles.width(tile.level()),
                tiles.highest(tile),
                tiles.north(tile) + tiles.depth(tile.level()));
        String file = "ground-" + tile.level() + "-" + tile.column() + "-" + tile.row() + ".glb";
        add(file, groundGlb(tile, tiles.heights(tile), hem));
        ObjectNode json = tile(box, error, file);
        return branch(json, box, error, quarters);
    }

    private static Branch branch(ObjectNode json, Box own, double error, List<Branch> quarters) {
        Box box = own;
        if (!quarters.isEmpty()) {
            ArrayNode children = json.putArray("children");
            for (Branch quarter : quarters) {
                children.add(quarter.json);
                box = box.and(quarter.box);
            }
            box.putOn(json);
        }
        return new Branch(json, box, error);
    }

    private void add(String file, Content content) {
        evaluation.cancel().check();
        all.report().addQuietly("tiles/" + file, content);
    }

    /** The nodes of a tile with a hem hanging from its border, so that no gap shows beside a coarser one. */
    private Content groundGlb(Tile tile, float[] heights, double hem) {
        int n = GroundTiles.NODES;
        int apron = GroundTiles.APRON;
        Samples samples = tiles.samples(tile, n);
        double water = all.recipe().ground().waterLevel().orElse(Double.NEGATIVE_INFINITY);
        double stepX = tiles.width(tile.level()) / (n - 1);
        double stepZ = tiles.depth(tile.level()) / (n - 1);
        float[] rgb = Earth.of(ground, water, stepX, character).colours(samples, Cancel.NEVER);
        tints.forEach(layer -> evaluation.tint(layer, samples).over(rgb));
        int[] border = border(n);
        int count = n * n + border.length;
        float[] positions = new float[3 * count];
        float[] normals = new float[3 * count];
        float[] colours = Arrays.copyOf(rgb, 3 * count);
        for (int i = 0; i < n * n; i++) {
            int at = (i / n + 1) * apron + i % n + 1;
            double gx = ((double) heights[at + 1] - heights[at - 1]) / (2 * stepX);
            double gz = ((double) heights[at + apron] - heights[at - apron]) / (2 * stepZ);
            double length = Math.sqrt(1 + gx * gx + gz * gz);
            positions[3 * i] = (float) samples.x()[i];
            positions[3 * i + 1] = heights[at];
            positions[3 * i + 2] = (float) samples.z()[i];
            normals[3 * i] = (float) (-gx / length);
            normals[3 * i + 1] = (float) (1 / length);
            normals[3 * i + 2] = (float) (-gz / length);
        }
        for (int b = 0; b < border.length; b++) {
            System.arraycopy(positions, 3 * border[b], positions, 3 * (n * n + b), 3);
            System.arraycopy(normals, 3 * border[b], normals, 3 * (n * n + b), 3);
            System.arraycopy(colours, 3 * border[b], colours, 3 * (n * n + b), 3);
            positions[3 * (n * n + b) + 1] -= (float) hem;
        }
        Glb glb = new Glb();
        int material = glb.material("Ground", 1, 1, 1, 1, 1, true);
        glb.node("Ground", glb.mesh("Ground", positions, normals, colours, triangles(tile, n, border), material));
        return glb.content("Ground");
    }

    /** The nodes of a tile's border, once round; the first again at the end. */
    private static int[] border(int n) {
        int[] border = new int[4 * (n - 1) + 1];
        for (int i = 0; i < n - 1; i++) {
            border[i] = i;
            border[n - 1 + i] = i * n + n - 1;
            border[2 * (n - 1) + i] = n * n - 1 - i;
            border[3 * (n - 1) + i] = (n - 1 - i) * n;
        }
        return border;
    }

    private int[] triangles(Tile tile, int n, int[] border) {
        int[] triangles = new int[6 * (n - 1) * (n - 1) + 6 * (border.length - 1)];
        int at = 0;
        double stepX = tiles.width(tile.level()) / (n - 1);
        double stepZ = tiles.depth(tile.level()) / (n - 1);
        for (int row = 0; row < n - 1; row++) {
            for (int column = 0; column < n - 1; column++) {
                double x = tiles.west(tile) + (column + 0.5) * stepX;
                double z = tiles.north(tile) + (row + 0.5) * stepZ;
                if (ground.holeAt(x, z)) {
                    continue;
                }
                int a = row * n + column;
                for (int corner : new int[] {a, a + n, a + 1, a + 1, a + n, a + n + 1}) {
                    triangles[at++] = corner;
                }
            }
        }
        for (int b = 0; b < border.length - 1; b++) {
            int below = n * n + b;
            for (int corner : new int[] {border[b], border[b + 1], below, below, border[b + 1], below + 1}) {
                triangles[at++] = corner;
            }
        }
        return Arrays.copyOf(triangles, at);
    }

    /** Props and water, always there. */
    private Optional<Branch> things() {
        Glb glb = new Glb();
        boolean any = SiteGlb.things(glb, evaluation, tints);
        if (!any) {
            return Optional.empty();
        }
        add("things.glb", glb.content("Things"));
        Box box = new Box(
                -ground.width() / 2,
                ground.lowest(),
                -ground.depth() / 2,
                ground.width() / 2,
                ground.highest(),
                ground.depth() / 2);
        for (var prop : all.recipe().props()) {
            if (!prop.hidden()) {
                double[] b = evaluation.placed(prop.id()).bounds();
                box = box.and(new Box(b[0], b[1], b[2], b[3], b[4], b[5]));
            }
        }
        return Optional.of(new Branch(tile(box, 0, "things.glb"), box, 0));
    }

    /** The tree of one cover. */
    private final class Cover {
        private final CoverLayer layer;
        private final Plant plant;
        private final List<List<Detail>> details = new ArrayList<>();
        private final Tinting tinting;
        private long unborn;

        Cover(CoverLayer layer) {
            this.layer = layer;
            this.plant = layer.planted(all.recipe());
            for (int variant = 0; variant < layer.plant().variants(); variant++) {
                details.add(evaluation.levels(layer, variant).levels());
            }
            double expected = evaluation.expected(layer);
            double share = expected <= MOST ? 1 : MOST / expected;
            // the colour of all of them is that of the first of the steady order
            this.tinting = Tinting.of(evaluation, layer, plants(Region.EVERYWHERE, share));
        }

        private Plants plants(Region region, double share) {
            return share < 1 ? evaluation.plants(layer, region, 0, share) : evaluation.plants(layer, region);
        }

        Optional<Branch> tree() {
            Optional<Branch> tree = tile(Region.of(ground), Region.EVERYWHERE, 0, "", scattered(Region.EVERYWHERE, 0));
            if (unborn > 0) {
                all.report()
                        .say(unborn + " plants of “" + layer.name()
                                + "” have not begun to grow: they are in the tables and in NumPy, not in tiles.");
            }
            return tree;
        }

        /** The plants of a tile. @param leaf whether they are all of its region */
        private record Scattered(boolean leaf, Plants plants) {}

        private Scattered scattered(Region whole, int depth) {
            double expected = evaluation.guessed(layer, whole);
            boolean leaf = expected <= MOST || depth == DEEPEST;
            try {
                return new Scattered(leaf, plants(whole, leaf ? 1 : MOST / expected));
            } catch (CoverScatter.TooManyPlantsException e) {
                if (depth == DEEPEST) {
                    throw e;
                }
                return new Scattered(false, plants(whole, MOST / 4 / Math.max(MOST, expected)));
            }
        }

        /** @param within of the ground; @param whole the same, and what lies beyond the border of the ground beside it */
        private Optional<Branch> tile(Region within, Region whole, int depth, String path, Scattered scattered) {
            evaluation.cancel().check();
            boolean leaf = scattered.leaf;
            Plants plants = scattered.plants;
            List<Branch> quarters = new ArrayList<>();
            if (!leaf) {
                Scattered[] ready = new Scattered[4];
                // a tile is too small for all cores, four beside each other are not
                Chunks.run(
                        4,
                        1,
                        evaluation.cancel(),
                        (part, end) -> ready[part] = scattered(whole.quarter(within, part), depth + 1));
                for (int part = 0; part < 4; part++) {
                    tile(within.quarter(within, part), whole.quarter(within, part), depth + 1, path + part, ready[part])
                            .ifPresent(quarters::add);
                    ready[part] = null;
                }
            }
            double width = Math.max(within.x1() - within.x0(), within.z1() - within.z0());
            double error = leaf ? 0 : width / PIECES;
            Optional<Box> own = put(plants, leaf, error, path);
            if (own.isEmpty() && quarters.isEmpty()) {
                return Optional.empty();
            }
            Box box = own.orElseGet(() -> quarters.get(0).box);
            ObjectNode json = TileSet.this.tile(box, error, own.isEmpty() ? "" : file(path));
            return Optional.of(branch(json, box, error, quarters));
        }

        private String file(String path) {
            return all.names().of(layer.id()) + (path.isEmpty() ? "" : "-" + path) + ".glb";
        }

        /** Writes the plants of a tile. @return where they stand; empty where nothing of them is to be seen */
        private Optional<Box> put(Plants plants, boolean leaf, double error, String path) {
            List<Instances> shown = Instances.of(
                    layer,
                    plants,
                    plant,
                    details,
                    ShownGrowth.of(evaluation, layer, plants),
                    tinting.with(layer, plants));
            int grown = shown.stream().mapToInt(Instances::count).sum();
            if (leaf) {
                standing += grown;
                unborn += plants.count() - grown;
            }
            if (grown == 0) {
                return Optional.empty();
            }
            Glb glb = new Glb();
            int material = glb.material(layer.name(), 1, 1, 1, 1, 0.9, true);
            Box box = null;
            double times = 0;
            for (int i = 0; i < plants.count(); i++) {
                double[] base = plants.base(i);
                double reach =
                        1.5 * Math.max(plants.length().at(i), plants.width().at(i));
                times = Math.max(
                        times,
                        Math.max(
                                plants.length().at(i) / plant.length(),
                                plants.width().at(i) / plant.width()));
                Box one = new Box(
                        base[0] - reach,
                        base[1] - reach,
                        base[2] - reach,
                        base[0] + reach,
                        base[1] + reach,
                        base[2] + reach);
                box = box == null ? one : box.and(one);
            }
            for (Instances each : shown) {
                SiteGlb.instances(glb, each, leaf ? 0 : detail(each, error, times), material);
            }
            add(file(path), glb.content(layer.name()));
            return Optional.of(box);
        }

        /** The coarsest mesh that lies no more than {@value #OFF} pixels off where a tile is replaced by its quarters. */
        private int detail(Instances plants, double error, double times) {
            double near = error * PIXELS / BORNE;
            for (int detail = plants.details().size() - 1; detail > 0; detail--) {
                if (plants.details().get(detail).error() * times / near * PIXELS <= OFF) {
                    return detail;
                }
            }
            return 0;
        }
    }
}
