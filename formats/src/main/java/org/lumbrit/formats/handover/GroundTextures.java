package org.lumbrit.formats.handover;

import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.looks.Earth;
import org.lumbrit.core.looks.GroundCharacter;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.GroundMesh;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.image.ExrFile;
import org.lumbrit.formats.image.GreyPng;

/**
 * The ground's surface as pictures, in tiles of at most {@link #TILE} pixels a side: its colour under every tint without light and
 * shade, its normals against the ground's own, its roughness, and how high stones and grains stand on it; and a GLB that wears them.
 */
final class GroundTextures {
    /** Pixels of a tile at most. */
    static final int TILE = 2048;
    /** Rows that are worked out at once. */
    private static final int BAND = 32;

    private final Packing all;
    private final SiteEvaluation evaluation;
    private final Ground ground;
    private final List<Layer> tints;
    private final int tilesX;
    private final int tilesZ;
    private final int wide;
    private final int tall;
    private final double stepX;
    private final double stepZ;
    private final Earth earth;
    private final Glb glb = new Glb();

    /** @param texels pixels along the ground's longer side */
    GroundTextures(Packing all, int texels) {
        this.all = all;
        this.evaluation = all.evaluation();
        this.ground = all.ground();
        this.tints = all.tints();
        double longer = Math.max(ground.width(), ground.depth());
        int columns = pixels(texels * ground.width() / longer);
        int rows = pixels(texels * ground.depth() / longer);
        this.tilesX = (columns + TILE - 1) / TILE;
        this.tilesZ = (rows + TILE - 1) / TILE;
        this.wide = (columns + tilesX - 1) / tilesX;
        this.tall = (rows + tilesZ - 1) / tilesZ;
        this.stepX = ground.width() / (tilesX * wide);
        this.stepZ = ground.depth() / (tilesZ * tall);
        double water = all.recipe().ground().waterLevel().orElse(Double.NEGATIVE_INFINITY);
        this.earth = Earth.of(
                ground,
                water,
                Math.max(stepX, stepZ),
                GroundCharacter.of(ground, GroundCharacter.NODES, evaluation.cancel()));
    }

    private static int pixels(double wanted) {
        return Math.max(16, (int) Math.rint(wanted));
    }

    /** The pictures of one tile, worked out a band of rows at a time. */
    private final class Tile {
        private final byte[] colour = new byte[3 * wide * tall];
        private final byte[] normal = new byte[3 * wide * tall];
        private final byte[] roughness = new byte[wide * tall];
        private final float[] stands = new float[wide * tall];
        private final int column0;
        private final int row0;

        private Tile(int column, int row) {
            this.column0 = column * wide;
            this.row0 = row * tall;
            for (int from = 0; from < tall; from += BAND) {
                evaluation.cancel().check();
                band(from, Math.min(tall, from + BAND));
            }
        }

        private void band(int from, int to) {
            // one more on every side, for the slopes of what stands on the ground
            int across = wide + 2;
            Samples samples = samples(column0 - 1, row0 + from - 1, across, to - from + 2);
            float[] surface = earth.surface(samples, evaluation.cancel());
            float[] rgb = Earth.colours(surface);
            tints.forEach(layer -> evaluation.tint(layer, samples).over(rgb));
            Chunks.run((to - from) * wide, evaluation.cancel(), (first, last) -> {
                for (int i = first; i < last; i++) {
                    int at = (i / wide + 1) * across + i % wide + 1;
                    put(from * wide + i, at, across, samples, surface, rgb);
                }
            });
        }

        private void put(int pixel, int at, int across, Samples samples, float[] surface, float[] rgb) {
            int packed = new Colour(rgb[3 * at], rgb[3 * at + 1], rgb[3 * at + 2]).packed();
            colour[3 * pixel] = (byte) (packed >> 16);
            colour[3 * pixel + 1] = (byte) (packed >> 8);
            colour[3 * pixel + 2] = (byte) packed;
            roughness[pixel] = (byte) Math.rint(255 * surface[Earth.NUMBERS * at + 3]);
            stands[pixel] = surface[Earth.NUMBERS * at + 4];
            // along the surface a step is longer the steeper it is
            double eastward = slope(surface, samples, at - 1, at + 1);
            double northward = slope(surface, samples, at + across, at - across);
            double length = Math.sqrt(1 + eastward * eastward + northward * northward);
            normal[3 * pixel] = (byte) Math.rint(127.5 + 127.5 * -eastward / length);
            normal[3 * pixel + 1] = (byte) Math.rint(127.5 + 127.5 * -northward / length);
            normal[3 * pixel + 2] = (byte) Math.rint(127.5 + 127.5 / length);
        }

        private double slope(float[] surface, Samples samples, int from, int to) {
            double dx = samples.x()[to] - samples.x()[from];
            double dy = samples.y()[to] - samples.y()[from];
            double dz = samples.z()[to] - samples.z()[from];
            double rise = surface[Earth.NUMBERS * to + 4] - surface[Earth.NUMBERS * from + 4];
            return rise / Math.sqrt(dx * dx + dy * dy + dz * dz);
        }
    }

    /** The middles of pixels as samples of the ground; beyond its border those on it. */
    private Samples samples(int column0, int row0, int columns, int rows) {
        Samples samples = Samples.allocate(Samples.NOT_KEPT, columns * rows);
        Chunks.run(samples.count(), evaluation.cancel(), (from, to) -> {
            for (int i = from; i < to; i++) {
                samples.x()[i] = -ground.width() / 2 + (column0 + i % columns + 0.5) * stepX;
                samples.z()[i] = -ground.depth() / 2 + (row0 + i / columns + 0.5) * stepZ;
                samples.id()[i] = (long) (row0 + i / columns) * tilesX * wide + column0 + i % columns;
            }
            ground.settle(samples, from, to);
        });
        return samples;
    }

    void write() {
        Lattice lattice = divided();
        Samples nodes = evaluation.samples(lattice);
        Mesh mesh = GroundMesh.of(lattice, nodes);
        for (int row = 0; row < tilesZ; row++) {
            for (int column = 0; column < tilesX; column++) {
                write(new Tile(column, row), column, row, lattice, mesh);
            }
        }
        SiteGlb.sun(glb, evaluation);
        all.report()
                .add(
                        "textures/ground.glb",
                        glb.content(all.recipe().name()),
                        lattice.columns() + " × " + lattice.rows() + " nodes that wear the pictures"
                                + (tilesX * tilesZ > 1 ? ", a mesh a tile" : ""));
        all.report()
                .say("A pixel of textures/ is " + Decimal.write(stepX * 1000, 2) + " mm × "
                        + Decimal.write(stepZ * 1000, 2)
                        + " mm of the ground in plan. Colours are sRGB, without light and shade; normals are against the ground's own, red east,"
                        + " green north; roughness is linear; what stands on the ground is in metres.");
    }

    private void write(Tile tile, int column, int row, Lattice lattice, Mesh mesh) {
        String place = tilesX * tilesZ > 1 ? "-" + (column + 1) + "-" + (row + 1) : "";
        String size = wide + " × " + tall + " pixels";
        byte[] colour = GreyPng.rgb8(wide, tall, i -> tile.colour[i] & 255);
        byte[] normal = GreyPng.rgb8(wide, tall, i -> tile.normal[i] & 255);
        byte[] roughness = GreyPng.of8(wide, tall, i -> tile.roughness[i] & 255);
        byte[] worn = GreyPng.rgb8(wide, tall, i -> i % 3 == 0 ? 255 : i % 3 == 1 ? tile.roughness[i / 3] & 255 : 0);
        add("albedo" + place + ".png", colour, "the colour under every tint, " + size);
        add("normal" + place + ".png", normal, "the normals of what stands on the ground, " + size);
        add("roughness" + place + ".png", roughness, "0 black, 1 white, " + size);
        float most = 1e-6f;
        for (float each : tile.stands) {
            most = Math.max(most, each);
        }
        float scale = most;
        float[] shares = new float[tile.stands.length];
        for (int i = 0; i < shares.length; i++) {
            shares[i] = tile.stands[i] / scale;
        }
        add(
                "height" + place + ".png",
                GreyPng.of16(wide, tall, shares),
                "how high it stands on the ground, black is 0, white " + Decimal.write(most, 6) + " m, " + size);
        all.report()
                .add(
                        "textures/height" + place + ".exr",
                        out -> ExrFile.write(wide, tall, tile.stands, "Y", out),
                        "the same in metres, 32-bit floats");
        int material = glb.surface("Ground" + place, colour, normal, worn);
        glb.node("Ground" + place, wearing(glb, "Ground" + place, column, row, lattice, mesh, material));
    }

    private void add(String file, byte[] content, String what) {
        all.report().add("textures/" + file, content, what);
    }

    /** As many nodes as the ground is drawn with, so that the borders of tiles run along them. */
    private Lattice divided() {
        Lattice drawn = GroundDrawn.lattice(ground);
        return new Lattice(ground, divided(drawn.columns(), tilesX), divided(drawn.rows(), tilesZ));
    }

    /** Along the surface to the east, at each vertex; the north lies to its left. */
    private static float[] eastward(float[] normals) {
        float[] tangents = new float[normals.length / 3 * 4];
        for (int i = 0; i < normals.length / 3; i++) {
            double nx = normals[3 * i];
            double ny = normals[3 * i + 1];
            double length = Math.hypot(nx, ny);
            tangents[4 * i] = length > 0 ? (float) (ny / length) : 1;
            tangents[4 * i + 1] = length > 0 ? (float) (-nx / length) : 0;
            tangents[4 * i + 3] = 1;
        }
        return tangents;
    }

    private static int divided(int nodes, int tiles) {
        return (nodes - 1 + tiles - 1) / tiles * tiles + 1;
    }

    /** The part of the mesh in a tile, and where it lies in its pictures. */
    private int wearing(Glb to, String name, int column, int row, Lattice lattice, Mesh mesh, int material) {
        int cellsX = (lattice.columns() - 1) / tilesX;
        int cellsZ = (lattice.rows() - 1) / tilesZ;
        int nodes = (cellsX + 1) * (cellsZ + 1);
        float[] positions = new float[3 * nodes];
        float[] normals = new float[3 * nodes];
        float[] uv = new float[2 * nodes];
        int[] local = new int[lattice.count()];
        Arrays.fill(local, -1);
        for (int i = 0; i < nodes; i++) {
            int c = i % (cellsX + 1);
            int r = i / (cellsX + 1);
            int node = (row * cellsZ + r) * lattice.columns() + column * cellsX + c;
            local[node] = i;
            System.arraycopy(mesh.positions(), 3 * node, positions, 3 * i, 3);
            System.arraycopy(mesh.normals(), 3 * node, normals, 3 * i, 3);
            uv[2 * i] = (float) c / cellsX;
            uv[2 * i + 1] = (float) r / cellsZ;
        }
        int[] kept = new int[6 * cellsX * cellsZ];
        int n = 0;
        for (int t = 0; t < mesh.triangles().length; t += 3) {
            int a = local[mesh.triangles()[t]];
            int b = local[mesh.triangles()[t + 1]];
            int c = local[mesh.triangles()[t + 2]];
            if (a >= 0 && b >= 0 && c >= 0) {
                kept[n++] = a;
                kept[n++] = b;
                kept[n++] = c;
            }
        }
        int made = to.mesh(name, positions, normals, new float[0], Arrays.copyOf(kept, n), material);
        to.places(made, uv);
        to.tangents(made, eastward(normals));
        return made;
    }
}
