package org.lumbrit.formats.handover;

import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.site.SiteEvaluation;

/**
 * How the colours of a layer's meshes and the tints of its plants come together. Where a mesh is wholly of the tint, its colours
 * times the plant's tint are what is seen, as readers that multiply do. Where parts have a colour of their own (bark, petals),
 * the meshes carry the layer's mean tint already, and each plant's own tint goes along under a name that nobody multiplies.
 */
final class Tinting {
    private final int[] colours;
    private final boolean whole;
    private final double[] mean;

    private Tinting(int[] colours, boolean whole, double[] mean) {
        this.colours = colours;
        this.whole = whole;
        this.mean = mean;
    }

    static Tinting of(SiteEvaluation evaluation, CoverLayer layer, Plants plants) {
        boolean whole = true;
        for (int variant = 0; variant < layer.plant().variants() && plants.count() > 0; variant++) {
            for (int argb : evaluation.levels(layer, variant).full().mesh().colours()) {
                whole &= argb >>> 24 == 255;
            }
        }
        int[] colours = plants.colours(layer);
        double[] mean = new double[3];
        for (int packed : colours) {
            Colour colour = Colour.ofPacked(packed);
            mean[0] += colour.red() / colours.length;
            mean[1] += colour.green() / colours.length;
            mean[2] += colour.blue() / colours.length;
        }
        return new Tinting(colours, whole, mean);
    }

    /** The same for other plants of the layer: their own tints, and meshes of the same colours. */
    Tinting with(CoverLayer layer, Plants plants) {
        return new Tinting(plants.colours(layer), whole, mean);
    }

    /** Whether colours of meshes are to be multiplied by each plant's tint. */
    boolean whole() {
        return whole;
    }

    /** Of a plant's tint, in linear light. @param channel 0 red, 1 green, 2 blue */
    float tint(int plant, int channel) {
        Colour colour = Colour.ofPacked(colours[plant]);
        return (float) (channel == 0 ? colour.red() : channel == 1 ? colour.green() : colour.blue());
    }

    /** Linear colours of a mesh as it is handed over. */
    float[] shade(PlantMesh mesh) {
        return shade(mesh, whole ? new double[] {1, 1, 1} : mean);
    }

    /** Linear colours of one plant's mesh with its own tint. */
    float[] shade(PlantMesh mesh, int plant) {
        return shade(mesh, new double[] {tint(plant, 0), tint(plant, 1), tint(plant, 2)});
    }

    /** Darker toward the foot; the tint by the share that each vertex takes of it. */
    private static float[] shade(PlantMesh mesh, double[] tint) {
        float[] shade = new float[3 * mesh.vertices()];
        for (int v = 0; v < mesh.vertices(); v++) {
            Colour own = Colour.ofPacked(mesh.colours()[v]);
            double tinted = tinted(mesh, v);
            double light = 0.3 + 0.7 * mesh.along()[v];
            shade[3 * v] = (float) (light * (tinted * tint[0] + (1 - tinted) * own.red()));
            shade[3 * v + 1] = (float) (light * (tinted * tint[1] + (1 - tinted) * own.green()));
            shade[3 * v + 2] = (float) (light * (tinted * tint[2] + (1 - tinted) * own.blue()));
        }
        return shade;
    }

    /** How much of the tint each vertex takes, 0..1. */
    static float[] tinted(PlantMesh mesh) {
        float[] shares = new float[mesh.vertices()];
        for (int v = 0; v < shares.length; v++) {
            shares[v] = (float) tinted(mesh, v);
        }
        return shares;
    }

    private static double tinted(PlantMesh mesh, int vertex) {
        return (mesh.colours()[vertex] >>> 24) / 255.0;
    }
}
