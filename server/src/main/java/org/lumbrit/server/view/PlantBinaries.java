package org.lumbrit.server.view;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.FarPictures;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.formats.ArrayBundle;

/** The binaries of plants: where they stand, and the meshes of their variants in every detail. */
final class PlantBinaries {
    /** More plants are thinned by rank for the view, unless all are asked for. */
    static final int MOST_SHOWN = 150_000;

    private PlantBinaries() {}

    /**
     * The plants that a view gets: all of them, or those whose hashed rank is low enough. A thinner view is a part of a fuller
     * one, as the rank hangs on the plant's identity alone.
     */
    static int[] shown(Plants plants, boolean full) {
        int count = plants.count();
        if (full || count <= MOST_SHOWN) {
            return IntStream.range(0, count).toArray();
        }
        double share = (double) MOST_SHOWN / count;
        return IntStream.range(0, count)
                .filter(i -> Hash.unit(Hash.of(29, plants.feet().id()[i])) < share)
                .toArray();
    }

    /** Identity, foot, turn, size, variant, colour, growth and whether it stands on a prop, of every plant shown; which of the surfaces, where there are several. */
    static byte[] plants(CoverLayer layer, Plants plants, int[] shown, boolean flat) {
        int n = shown.length;
        float[] feet = new float[3 * n];
        short[] turns = new short[4 * n];
        float[] sizes = new float[2 * n];
        byte[] looks = new byte[4 * n];
        byte[] states = new byte[2 * n];
        int[] ids = new int[2 * n];
        short[] surfaces = new short[n];
        int[] colours = plants.colours(layer);
        Chunks.run(n, Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                int plant = shown[i];
                double[] base = plants.base(plant);
                for (int d = 0; d < 3; d++) {
                    feet[3 * i + d] = (float) base[d];
                }
                for (int c = 0; c < 4; c++) {
                    turns[4 * i + c] = (short) Math.rint(plants.turn()[4 * plant + c] * 32767);
                }
                sizes[2 * i] = plants.length().at(plant);
                sizes[2 * i + 1] = plants.width().at(plant);
                looks[4 * i] = (byte) (colours[plant] >> 16);
                looks[4 * i + 1] = (byte) (colours[plant] >> 8);
                looks[4 * i + 2] = (byte) colours[plant];
                looks[4 * i + 3] = plants.variant()[plant];
                long id = plants.feet().id()[plant];
                ids[2 * i] = (int) (id >>> 32);
                ids[2 * i + 1] = (int) id;
                surfaces[i] = plants.surface().length == 0 ? 0 : plants.surface()[plant];
                states[2 * i] = (byte) Math.rint(255 * plants.growth().at(plant));
                states[2 * i + 1] = (byte) (plants.surfaceOf(plant).isEmpty() ? 0 : 255);
            }
        });
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts().put("flat", flat ? 1 : 0).put("total", plants.count());
        if (n < plants.count()) {
            bundle.ints("index", 1, shown);
        }
        if (plants.surfaces().size() > 1) {
            bundle.shorts("surfaces", 1, surfaces);
        }
        return bundle.floats("feet", 3, feet)
                .shorts("turns", 4, turns)
                .floats("sizes", 2, sizes)
                .bytes("looks", 4, looks)
                .bytes("states", 2, states)
                .ints("ids", 2, ids)
                .write();
    }

    /**
     * Every detail of every variant, of length 1 and width 1: {@code positions0x1} is variant 0, detail 1, and so on. Facts: how
     * many variants, and for each the triangles and errors of its details as {@code triangles} and {@code errors}, five a
     * variant, 0 triangles where there is none.
     */
    static byte[] meshes(Plant plant, List<Detail.Levels> variants) {
        ArrayBundle bundle = new ArrayBundle();
        int most = Plant.LEVELS + 1;
        int[] triangles = new int[most * variants.size()];
        float[] errors = new float[most * variants.size()];
        for (int v = 0; v < variants.size(); v++) {
            List<Detail> levels = variants.get(v).levels();
            for (int d = 0; d < levels.size(); d++) {
                Detail level = levels.get(d);
                triangles[most * v + d] = level.mesh().triangles();
                errors[most * v + d] = (float) Math.max(level.error(), 0.35 * level.missing());
                put(bundle, v + "x" + d, level.mesh().unit(plant));
            }
        }
        pictures(bundle, plant, variants);
        bundle.facts()
                .put("variants", variants.size())
                .put("flat", plant.flat() ? 1 : 0)
                .put("solid", plant.solid() ? 1 : 0)
                .put("length", plant.length())
                .put("width", plant.width());
        return bundle.ints("triangles", 1, triangles)
                .floats("errors", 1, errors)
                .write();
    }

    /**
     * Pictures for far away, where each variant has them: {@code pictureColours0}, {@code pictureSurfaces0}, {@code pictureDepths0},
     * and as {@code pictureFrames} the metres of the middle and half the side of each.
     */
    private static void pictures(ArrayBundle bundle, Plant plant, List<Detail.Levels> variants) {
        List<FarPictures> all = variants.stream()
                .map(levels -> FarPictures.of(levels, plant.flat()))
                .flatMap(Optional::stream)
                .toList();
        if (all.size() < variants.size()) {
            return;
        }
        float[] frames = new float[2 * all.size()];
        for (int v = 0; v < all.size(); v++) {
            FarPictures pictures = all.get(v);
            frames[2 * v] = (float) pictures.height();
            frames[2 * v + 1] = (float) pictures.half();
            bundle.bytes("pictureColours" + v, 4, pictures.colours())
                    .bytes("pictureSurfaces" + v, 4, pictures.surfaces())
                    .bytes("pictureDepths" + v, 2, pictures.depths());
        }
        bundle.facts()
                .put("pictureTurns", FarPictures.TURNS)
                .put("picturePixels", FarPictures.PIXELS)
                .put("pictureRows", FarPictures.ELEVATIONS.size())
                .put("pictureStep", FarPictures.ELEVATIONS.get(1));
        bundle.floats("pictureFrames", 2, frames);
    }

    /** One mesh in metres, for the nursery. */
    static void put(ArrayBundle bundle, String name, PlantMesh mesh) {
        bundle.floats("positions" + name, 3, mesh.positions())
                .floats("normals" + name, 3, mesh.normals())
                .floats("centres" + name, 3, mesh.centres())
                .floats("along" + name, 1, mesh.along())
                .ints("colours" + name, 1, mesh.colours())
                .ints("indices" + name, 1, mesh.indices());
    }
}
