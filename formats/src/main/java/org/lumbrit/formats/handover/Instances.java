package org.lumbrit.formats.handover;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.growth.Growth;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SiteMotion;

/**
 * The plants of a layer that share a mesh: one variant at one growth. Every format takes its transforms from here, so they are
 * equal. The mesh is of length 1 and width 1; the scale is in metres.
 *
 * @param steps growth in steps of 1/{@link #GROWTH_STEPS}, above 0
 * @param chosen indices of its plants
 * @param phases of every plant of the layer, seconds; @param amplitudes radians; both empty where they do not sway
 */
record Instances(
        CoverLayer layer,
        Plants plants,
        Plant plant,
        int variant,
        int steps,
        int[] chosen,
        List<Detail> details,
        int[] colours,
        float[] phases,
        float[] amplitudes) {
    static final int GROWTH_STEPS = 16;
    private static final double TAPER = 0.15;

    /** Those of a layer, by variant and growth; plants of growth 0 are left out, as nothing of them is there. */
    static List<Instances> of(SiteEvaluation evaluation, CoverLayer layer) {
        Plants plants = evaluation.plants(layer);
        Plant plant = evaluation.plan().recipe().planted(layer);
        int[] colours = plants.colours(layer);
        SiteMotion motion = evaluation.motion();
        Optional<SwayLayer> sway = motion.swayOf(layer.id());
        float[] phases = sway.map(motion::phases).orElse(new float[0]);
        float[] amplitudes = sway.map(motion::amplitudes).orElse(new float[0]);
        List<Instances> all = new ArrayList<>();
        for (int variant = 0; variant < layer.plant().variants(); variant++) {
            for (int steps = 1; steps <= GROWTH_STEPS; steps++) {
                int[] chosen = chosen(plants, variant, steps);
                if (chosen.length > 0) {
                    List<Detail> details = evaluation.levels(layer, variant).levels();
                    all.add(new Instances(
                            layer, plants, plant, variant, steps, chosen, details, colours, phases, amplitudes));
                }
            }
        }
        return all;
    }

    static int stepsOf(float growth) {
        return (int) Math.ceil(Math.min(1, Math.max(0, growth)) * GROWTH_STEPS - 1e-6);
    }

    private static int[] chosen(Plants plants, int variant, int steps) {
        int[] chosen = new int[plants.count()];
        int n = 0;
        for (int i = 0; i < chosen.length; i++) {
            if (plants.variant()[i] == variant && stepsOf(plants.growth().at(i)) == steps) {
                chosen[n++] = i;
            }
        }
        return Arrays.copyOf(chosen, n);
    }

    int count() {
        return chosen.length;
    }

    String name() {
        String grown = steps == GROWTH_STEPS ? "" : " grown " + Math.round(100.0 * steps / GROWTH_STEPS) + " %";
        return layer.name() + " " + (variant + 1) + grown;
    }

    boolean sways() {
        return phases.length > 0;
    }

    /** Seconds after which gusts reach it. */
    float phase(int i) {
        return phases[chosen[i]];
    }

    /** Its largest bend, radians. */
    float amplitude(int i) {
        return amplitudes[chosen[i]];
    }

    double[] translation(int i) {
        return plants.base(chosen[i]);
    }

    /** x, y, z, w. */
    float rotation(int i, int component) {
        return plants.turn()[4 * chosen[i] + component];
    }

    float scale(int i, int axis) {
        return axis == 1 || (axis == 2 && plant.flat()) ? plants.length()[chosen[i]] : plants.width()[chosen[i]];
    }

    /** Linear red, green, blue. */
    float colour(int i, int channel) {
        int packed = colours[chosen[i]];
        Colour colour = Colour.ofPacked(packed);
        return (float) (channel == 0 ? colour.red() : channel == 1 ? colour.green() : colour.blue());
    }

    /** The mesh of a detail level, 0 for the full one, grown, of length 1 and width 1. */
    PlantMesh unit(int detail) {
        return Growth.at(details.get(detail).mesh(), (double) steps / GROWTH_STEPS, TAPER)
                .unit(plant);
    }

    /** Linear colours of a mesh without its tint: darker toward the foot, its own colour where it is not tinted. */
    static float[] shade(PlantMesh mesh) {
        float[] shade = new float[3 * mesh.vertices()];
        for (int v = 0; v < mesh.vertices(); v++) {
            int argb = mesh.colours()[v];
            Colour own = Colour.ofPacked(argb);
            double tinted = (argb >>> 24) / 255.0;
            double light = 0.3 + 0.7 * mesh.along()[v];
            shade[3 * v] = (float) (light * (tinted + (1 - tinted) * own.red()));
            shade[3 * v + 1] = (float) (light * (tinted + (1 - tinted) * own.green()));
            shade[3 * v + 2] = (float) (light * (tinted + (1 - tinted) * own.blue()));
        }
        return shade;
    }
}
