package org.lumbrit.server.view;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.light.Daylight;
import org.lumbrit.core.light.SunPosition;
import org.lumbrit.core.looks.GroundCharacter;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Lying;
import org.lumbrit.core.snow.Shell;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.GroundLight;
import org.lumbrit.core.surface.GroundTiles;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.OpenLight;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SurfacePatch;
import org.lumbrit.core.surface.Tint;
import org.lumbrit.core.water.Shoal;
import org.lumbrit.core.water.WaterSurface;
import org.lumbrit.formats.ArrayBundle;
import org.lumbrit.formats.image.GreyPng;

/** The binaries that the browser gets, made from what the core computed. */
final class Binaries {
    static final int PICTURE = 88;
    /** Where the sun stands where no layer says it: from the west, rather low. */
    private static final int TILE_LIGHT = 65;

    private Binaries() {}

    /**
     * Heights of the lattice, its holes where it has some, and where it is damp and hollow.
     *
     * @param bare the ground without what lies on it, whose character it has
     */
    static byte[] ground(Ground bare, Lattice lattice, Samples samples, Cancel cancel) {
        float[] heights = new float[samples.count()];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) samples.y()[i];
        }
        ArrayBundle bundle = new ArrayBundle();
        int nodes = Math.max(lattice.columns(), lattice.rows());
        GroundCharacter character = GroundCharacter.of(bare, nodes, cancel);
        bundle.facts()
                .put("columns", lattice.columns())
                .put("rows", lattice.rows())
                .put("characterColumns", character.lattice().columns())
                .put("characterRows", character.lattice().rows());
        bundle.bytes("damp", 1, character.damp()).bytes("hollow", 1, character.hollow());
        if (lattice.ground().holes().length > 0) {
            bundle.bytes("holes", 1, holes(lattice, samples));
        }
        return bundle.floats("heights", 1, heights).write();
    }

    /** Light of the ground alone, a byte a node. */
    record Open(byte[] sun, byte[] sky) {}

    /**
     * Sunlight and sky light on the ground with the shade of props, and what the sky is like where a layer says it.
     *
     * @param open of the ground alone
     */
    static byte[] light(
            Ground ground, Open open, List<PlacedMesh> props, SunPosition from, Optional<Daylight> day, Cancel cancel) {
        Lattice coarse = ground.lattice(OpenLight.NODES);
        byte[] sun = open.sun.clone();
        byte[] sky = open.sky.clone();
        PropShadows.cast(coarse.samples(), props, from.heading(), from.elevation(), sun, sky, cancel);
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts()
                .put("columns", coarse.columns())
                .put("rows", coarse.rows())
                .put("sunHeading", from.heading())
                .put("sunElevation", from.elevation());
        day.ifPresent(light -> {
            bundle.facts()
                    .put("domeColumns", Daylight.COLUMNS)
                    .put("domeRows", Daylight.ROWS)
                    .put("haze", light.haze());
            bundle.floats("dome", 3, light.dome()).floats("lights", 3, new float[] {
                (float) light.sun()[0], (float) light.sun()[1], (float) light.sun()[2],
                (float) light.sky()[0], (float) light.sky()[1], (float) light.sky()[2]
            });
        });
        return bundle.bytes("sun", 1, sun).bytes("sky", 1, sky).write();
    }

    /** 1 at each node whose cell to the south-east has no ground, sampled in the middle of the cell. */
    private static byte[] holes(Lattice lattice, Samples samples) {
        Ground ground = lattice.ground();
        double east = ground.width() / (lattice.columns() - 1) / 2;
        double south = ground.depth() / (lattice.rows() - 1) / 2;
        return holes(ground, samples, east, south);
    }

    private static byte[] holes(Ground ground, Samples samples, double east, double south) {
        byte[] holes = new byte[samples.count()];
        for (int i = 0; i < holes.length; i++) {
            holes[i] = (byte) (ground.holeAt(samples.x()[i] + east, samples.z()[i] + south) ? 1 : 0);
        }
        return holes;
    }

    /**
     * The cells that a piece of water reaches: places of their corners at rest, triangles, and wave after wave its share of its height and
     * its phase there.
     */
    static byte[] water(WaterSurface surface) {
        Lattice lattice = surface.lattice();
        Shoal shoal = surface.shoal();
        int columns = lattice.columns();
        int[] number = new int[lattice.count()];
        int[] triangles = new int[6 * lattice.count()];
        int used = 0;
        int count = 0;
        for (int i = 0; i < lattice.count() - columns; i++) {
            int[] corners = {i, i + columns, i + 1, i + columns + 1};
            if (i % columns == columns - 1 || !shoal.reaches(corners)) {
                continue;
            }
            for (int corner : corners) {
                number[corner] = number[corner] == 0 ? ++used : number[corner];
            }
            for (int k : new int[] {0, 1, 2, 2, 1, 3}) {
                triangles[count++] = number[corners[k]] - 1;
            }
        }
        float[] positions = new float[3 * used];
        int waves = surface.waves().size();
        float[] factor = new float[waves * used];
        float[] ahead = new float[waves * used];
        float[] ice = new float[frozen(shoal) ? used : 0];
        for (int i = 0; i < number.length; i++) {
            int n = number[i] - 1;
            if (n < 0) {
                continue;
            }
            positions[3 * n] = (float) lattice.x(i % columns);
            positions[3 * n + 1] = shoal.rest()[i];
            positions[3 * n + 2] = (float) lattice.z(i / columns);
            if (ice.length > 0) {
                ice[n] = shoal.ice()[i];
            }
            for (int w = 0; w < waves; w++) {
                factor[w * used + n] = shoal.factor()[w * number.length + i];
                ahead[w * used + n] = shoal.ahead()[w * number.length + i];
            }
        }
        return new ArrayBundle()
                .floats("positions", 3, positions)
                .ints("triangles", 3, Arrays.copyOf(triangles, count))
                .floats("factor", 1, factor)
                .floats("ahead", 1, ahead)
                .floats("ice", 1, ice)
                .write();
    }

    private static boolean frozen(Shoal shoal) {
        for (float ice : shoal.ice()) {
            if (ice > 0) {
                return true;
            }
        }
        return false;
    }

    /** Positions, normals and triangles of a prop in its own frame. */
    static byte[] mesh(Mesh mesh) {
        return new ArrayBundle()
                .floats("positions", 3, mesh.positions())
                .floats("normals", 3, mesh.normals())
                .ints("triangles", 3, mesh.triangles())
                .write();
    }

    /** A part of the surface that is pressed or raised, with the shade that it throws on itself: of the sun and of the sky, a byte each. */
    static byte[] patch(SurfacePatch patch, Ground ground, SunPosition from) {
        double[] sun = Headings.direction(from.heading(), from.elevation());
        SurfacePatch.Lit lit = patch.over(ground, sun[0], sun[1], sun[2]);
        byte[] light = new byte[2 * lit.sun().length];
        for (int i = 0; i < lit.sun().length; i++) {
            light[2 * i] = (byte) Math.rint(255 * lit.sun()[i]);
            light[2 * i + 1] = (byte) Math.rint(255 * lit.sky()[i]);
        }
        return new ArrayBundle()
                .floats("positions", 3, lit.mesh().positions())
                .floats("normals", 3, lit.mesh().normals())
                .ints("triangles", 3, lit.mesh().triangles())
                .bytes("light", 2, light)
                .write();
    }

    /** The surface of what lies on a prop in the prop's own frame, how far it covers, and what it is like. */
    static byte[] shell(Shell shell, Lying stuff) {
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts()
                .put("red", stuff.colour().red())
                .put("green", stuff.colour().green())
                .put("blue", stuff.colour().blue())
                .put("opacity", stuff.opacity())
                .put("glint", stuff.glint());
        return bundle.floats("positions", 3, shell.mesh().positions())
                .floats("normals", 3, shell.mesh().normals())
                .ints("triangles", 3, shell.mesh().triangles())
                .floats("weight", 1, shell.weight())
                .write();
    }

    /** How far something covers each plant that is shown, a byte each, and what that is like: its colour, where it comes from, how far round it reaches. */
    static byte[] settled(float[] weight, int[] shown, Lying stuff, double[] from, double reach, double edge) {
        byte[] settled = new byte[shown.length];
        for (int i = 0; i < settled.length; i++) {
            settled[i] = (byte) Math.rint(255 * weight[shown[i]]);
        }
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts()
                .put("red", stuff.colour().red())
                .put("green", stuff.colour().green())
                .put("blue", stuff.colour().blue())
                .put("opacity", stuff.opacity())
                .put("x", from[0])
                .put("y", from[1])
                .put("z", from[2])
                .put("reach", reach)
                .put("edge", edge);
        return bundle.bytes("settled", 1, settled).write();
    }

    /** Values at the vertices of a prop. */
    static byte[] values(float[] values) {
        return new ArrayBundle().floats("values", 1, values).write();
    }

    /** Linear red, green, blue at the vertices of a prop, and how far something lies on each. */
    static byte[] colours(float[] rgb, float[] covered) {
        return new ArrayBundle()
                .floats("colours", 3, rgb)
                .floats("covered", 1, covered)
                .write();
    }

    /** Values between min and max as unsigned 16-bit numbers. */
    static byte[] values(int columns, int rows, float[] values, float min, float max) {
        short[] steps = new short[values.length];
        double scale = max > min ? 65535 / ((double) max - min) : 0;
        Chunks.run(steps.length, Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                steps[i] = (short) (int) ((values[i] - min) * scale + 0.5);
            }
        });
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts().put("columns", columns).put("rows", rows).put("min", min).put("max", max);
        return bundle.unsignedShorts("values", 1, steps).write();
    }

    /**
     * Heights of a tile of the ground with one more all round, its light at {@value #TILE_LIGHT} nodes a side, and its holes where it has
     * some.
     *
     * @param raised what light falls on: the ground where nothing is lowered beneath what is drawn in its place
     * @param open sky light of the whole ground alone, as {@link OpenLight} has it
     */
    static byte[] tile(
            GroundTiles tiles,
            GroundTiles.Tile tile,
            Ground ground,
            Ground raised,
            byte[] open,
            List<PlacedMesh> props,
            SunPosition from,
            Cancel cancel) {
        Samples drawn = tiles.samples(tile, TILE_LIGHT);
        Samples lit = raised == ground ? drawn : raised.samplesAt(drawn.x(), drawn.z());
        byte[] sun = GroundLight.sun(raised, lit, from.heading(), from.elevation(), cancel);
        // changes little from one place to the next, and would take as long as all the rest
        byte[] sky = GroundLight.between(ground.lattice(OpenLight.NODES), open, lit);
        PropShadows.cast(lit, props, from.heading(), from.elevation(), sun, sky, cancel);
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts().put("nodes", GroundTiles.NODES).put("light", TILE_LIGHT);
        if (ground.holes().length > 0) {
            Samples nodes = tiles.samples(tile, GroundTiles.NODES);
            double step = nodes.cell() / 2;
            bundle.bytes("holes", 1, holes(ground, nodes, step, step));
        }
        return bundle.floats("heights", 1, tiles.heights(tile))
                .bytes("sun", 1, sun)
                .bytes("sky", 1, sky)
                .write();
    }

    /** Colour, sRGB encoded, and strength of each node, a byte a channel; and the brightness of its tone. */
    static byte[] tint(int columns, int rows, Tint tint) {
        int n = columns * rows;
        byte[] colours = new byte[4 * n];
        byte[] tones = new byte[n];
        for (int i = 0; i < n; i++) {
            int argb = tint.argb(i);
            colours[4 * i] = (byte) (argb >> 16);
            colours[4 * i + 1] = (byte) (argb >> 8);
            colours[4 * i + 2] = (byte) argb;
            colours[4 * i + 3] = (byte) (argb >> 24);
            tones[i] = (byte) (int) (tint.tone()[i] * 255 + 0.5);
        }
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts().put("columns", columns).put("rows", rows);
        return bundle.bytes("colours", 4, colours).bytes("tones", 1, tones).write();
    }

    /** A plan view in grey, the longer side as large as a card's picture. */
    static byte[] picture(Lattice lattice, float[] values) {
        double longest = Math.max(lattice.columns(), lattice.rows());
        int columns = Math.max(1, (int) Math.round(PICTURE * lattice.columns() / longest));
        int rows = Math.max(1, (int) Math.round(PICTURE * lattice.rows() / longest));
        return GreyPng.of8(columns, rows, i -> {
            int column = (int) ((i % columns + 0.5) * lattice.columns() / columns);
            int row = (int) ((i / columns + 0.5) * lattice.rows() / rows);
            return grey(values[row * lattice.columns() + column]);
        });
    }

    /** A ribbon from foot, at the left, to tip. */
    static byte[] ribbon(float[] values) {
        return GreyPng.of8(PICTURE, PICTURE, i -> grey(values[i % PICTURE * values.length / PICTURE]));
    }

    /** Eight rows of eight swatches, one a plant. */
    static byte[] swatches(float[] values) {
        int side = PICTURE / 8;
        return GreyPng.of8(8 * side, 8 * side, i -> {
            int column = i % (8 * side);
            int row = i / (8 * side);
            boolean gap = column % side == side - 1 || row % side == side - 1;
            return gap ? 24 : grey(values[row / side * 8 + column / side]);
        });
    }

    private static int grey(float value) {
        return (int) (Math.min(1, Math.max(0, value)) * 232 + 20);
    }
}
