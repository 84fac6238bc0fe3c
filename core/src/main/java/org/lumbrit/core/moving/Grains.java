package org.lumbrit.core.moving;

import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;

/**
 * Where grains lie: on the ground at x, y, z, or on a triangle of a plant's mesh. Evenly by area, times the mask.
 *
 * @param plant number in the cover's list of each; empty on the ground
 * @param units x, y, z of each within its plant's mesh of length 1 and width 1; empty on the ground
 * @param triangle of the variant's full mesh of each; empty on the ground
 * @param shares of that triangle's first and second corner; the rest is the third's; empty on the ground
 * @param places x, y, z of each at rest, metres
 */
public record Grains(int[] plant, float[] units, int[] triangle, float[] shares, float[] places)
        implements Results.Weighted {
    private static final int MOST_ROUNDS = 200;

    /** How many grains lie. */
    public int count() {
        return places.length / 3;
    }

    @Override
    public long bytes() {
        return 4L * (plant.length + units.length + triangle.length + shares.length + places.length);
    }

    static Grains of(SiteEvaluation still, GrainsLayer layer, Cancel cancel) {
        Optional<CoverLayer> cover = layer.carrier().cover().map(id ->
                (CoverLayer) still.plan().recipe().layer(id).orElseThrow());
        return cover.map(on -> onPlants(still, layer, on, cancel)).orElseGet(() -> onGround(still, layer, cancel));
    }

    /**
     * By chance over the ground's true area: a cell of the views' lattice by the most that its corners and middle have, then a
     * place in it that is kept with the share that it has itself of that.
     */
    private static Grains onGround(SiteEvaluation still, GrainsLayer layer, Cancel cancel) {
        Ground ground = still.plan().ground();
        Lattice lattice = still.plan().lattice();
        Samples nodes = still.samples(lattice);
        float[] mask = still.property(layer, GrainsLayer.MASK, nodes);
        int across = lattice.columns() - 1;
        double[] sums = new double[across * (lattice.rows() - 1)];
        double[] most = new double[sums.length];
        double sum = 0;
        for (int cell = 0; cell < sums.length; cell++) {
            int corner = cell / across * lattice.columns() + cell % across;
            for (int k : new int[] {corner, corner + 1, corner + lattice.columns(), corner + lattice.columns() + 1}) {
                // true area is larger by 1 over the upward share of the normal
                most[cell] = Math.max(most[cell], mask[k] / Math.max(0.05, nodes.ny()[k]));
            }
            sum += most[cell];
            sums[cell] = sum;
        }
        float[] places = new float[3 * layer.count()];
        double wide = ground.width() / across;
        double deep = ground.depth() / (lattice.rows() - 1);
        int n = 0;
        for (int round = 0; round < MOST_ROUNDS && n < layer.count() && sum > 0; round++) {
            cancel.check();
            int tries = Math.max(4096, layer.count());
            int[] cells = new int[tries];
            double[] x = new double[tries];
            double[] z = new double[tries];
            for (int i = 0; i < tries; i++) {
                cells[i] = place(sums, Hash.unit(Hash.of(layer.seed(), round, i, 1)) * sum);
                x[i] = (cells[i] % across + Hash.unit(Hash.of(layer.seed(), round, i, 2))) * wide - ground.width() / 2;
                z[i] = (cells[i] / across + Hash.unit(Hash.of(layer.seed(), round, i, 3))) * deep - ground.depth() / 2;
            }
            Samples samples = ground.samplesAt(x, z);
            float[] there = still.property(layer, GrainsLayer.MASK, samples);
            for (int i = 0; i < tries && n < layer.count(); i++) {
                double has = there[i] / Math.max(0.05, samples.ny()[i]);
                if (Hash.unit(Hash.of(layer.seed(), round, i, 4)) * most[cells[i]] < has) {
                    places[3 * n] = (float) x[i];
                    places[3 * n + 1] = (float) samples.y()[i];
                    places[3 * n + 2] = (float) z[i];
                    n++;
                }
            }
        }
        return new Grains(new int[0], new float[0], new int[0], new float[0], java.util.Arrays.copyOf(places, 3 * n));
    }

    private static Grains onPlants(SiteEvaluation still, GrainsLayer layer, CoverLayer cover, Cancel cancel) {
        Plants plants = still.plants(cover);
        int variants = Math.max(1, cover.plant().variants());
        Mesh[] meshes = new Mesh[variants];
        double[][] areas = new double[variants][];
        double[] natural = {
            cover.planted(still.plan().recipe()).width(),
            cover.planted(still.plan().recipe()).length()
        };
        for (int v = 0; v < variants; v++) {
            PlantMesh full = still.levels(cover, v).full().mesh();
            meshes[v] = full.mesh();
            areas[v] = sums(meshes[v]);
        }
        float[] mask = still.property(layer, GrainsLayer.MASK, plants.feet());
        double[] weights = new double[plants.count()];
        double sum = 0;
        for (int i = 0; i < weights.length; i++) {
            double[] area = areas[plants.variant()[i]];
            double scale = plants.width().at(i) / natural[0] * plants.length().at(i) / natural[1];
            sum += mask[i] * area[area.length - 1] * scale;
            weights[i] = sum;
        }
        int count = sum > 0 ? layer.count() : 0;
        int[] plant = new int[count];
        int[] triangle = new int[count];
        float[] shares = new float[2 * count];
        for (int g = 0; g < count; g++) {
            long hash = Hash.of(layer.seed(), g, 5);
            plant[g] = place(weights, Hash.unit(hash) * sum);
            double[] area = areas[plants.variant()[plant[g]]];
            triangle[g] = place(area, Hash.unit(Hash.mix(hash)) * area[area.length - 1]);
            // uniform over a triangle
            double root = Math.sqrt(Hash.unit(Hash.of(layer.seed(), g, 6)));
            shares[2 * g] = (float) (1 - root);
            shares[2 * g + 1] = (float) (root * (1 - Hash.unit(Hash.of(layer.seed(), g, 7))));
        }
        Grains grains = new Grains(plant, new float[3 * count], triangle, shares, new float[3 * count]);
        PlantMotion resting = PlantMotion.resting(still, cover);
        Chunks.run(count, cancel, (from, to) -> {
            for (int g = from; g < to; g++) {
                int grain = g;
                PlantMesh unit = resting.grownUnit(plant[g]);
                for (int d = 0; d < 3; d++) {
                    int axis = d;
                    grains.units[3 * g + d] = (float) grains.between(
                            g, k -> unit.positions()[3 * unit.indices()[3 * triangle[grain] + k] + axis]);
                }
                double[] at = grains.at(resting, -1, g);
                for (int d = 0; d < 3; d++) {
                    grains.places[3 * g + d] = (float) at[d];
                }
            }
        });
        return grains;
    }

    /** A number of a grain's triangle, between its corners. @param ofCorner of corner 0, 1 or 2 */
    private double between(int grain, java.util.function.IntToDoubleFunction ofCorner) {
        double a = shares[2 * grain];
        double b = shares[2 * grain + 1];
        return a * ofCorner.applyAsDouble(0) + b * ofCorner.applyAsDouble(1) + (1 - a - b) * ofCorner.applyAsDouble(2);
    }

    /** Where a grain is in a frame, metres: x, y, z; −1 at rest. */
    public double[] at(PlantMotion plants, int frame, int grain) {
        if (plant.length == 0) {
            return new double[] {places[3 * grain], places[3 * grain + 1], places[3 * grain + 2]};
        }
        double a = shares[2 * grain];
        double b = shares[2 * grain + 1];
        return plants.onTriangle(frame, plant[grain], triangle[grain], new double[] {a, b, 1 - a - b});
    }

    /** Running sums of the triangles' areas. */
    private static double[] sums(Mesh mesh) {
        double[] sums = new double[mesh.count()];
        double sum = 0;
        for (int t = 0; t < sums.length; t++) {
            sum += mesh.area(t);
            sums[t] = sum;
        }
        return sums;
    }

    /** The first whose running sum is above a number. */
    private static int place(double[] sums, double number) {
        int at = java.util.Arrays.binarySearch(sums, number);
        at = at < 0 ? -at - 1 : at + 1;
        return Math.min(at, sums.length - 1);
    }
}
