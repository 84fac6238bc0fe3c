package org.lumbrit.formats.handover;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.growth.Growth;
import org.lumbrit.core.growth.GrowthShown;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.site.SiteEvaluation;

/**
 * The plants of a layer that share a mesh: one variant at one growth. Every format takes its transforms from here, so they are
 * equal. The mesh is of length 1 and width 1; the scale is in metres.
 *
 * @param growth that is shown, above 0
 * @param chosen indices of its plants
 * @param tinting how the mesh and the tint of each plant come together
 * @param phases of every plant of the layer, seconds; @param amplitudes radians; both empty where they do not sway
 */
record Instances(
        CoverLayer layer,
        Plants plants,
        Plant plant,
        int variant,
        double growth,
        int[] chosen,
        List<Detail> details,
        Tinting tinting,
        float[] phases,
        float[] amplitudes) {

    /** Those of a layer, by variant and growth; plants of growth 0 are left out, as nothing of them is there. */
    static List<Instances> of(SiteEvaluation evaluation, CoverLayer layer, GrowthShown shown, Tinting tinting) {
        Plants plants = evaluation.plants(layer);
        Plant plant = layer.planted(evaluation.plan().recipe());
        SiteMotion motion = SiteMotion.of(evaluation);
        Optional<SwayLayer> sway = motion.swayOf(layer.id());
        float[] phases = sway.map(motion::phases).orElse(new float[0]);
        float[] amplitudes = sway.map(motion::amplitudes).orElse(new float[0]);
        List<List<Detail>> details = new ArrayList<>();
        for (int variant = 0; variant < layer.plant().variants(); variant++) {
            details.add(evaluation.levels(layer, variant).levels());
        }
        return of(layer, plants, plant, details, shown, tinting, phases, amplitudes);
    }

    /** Of some plants of a layer, without their sway. @param details of each variant */
    static List<Instances> of(
            CoverLayer layer,
            Plants plants,
            Plant plant,
            List<List<Detail>> details,
            GrowthShown shown,
            Tinting tinting) {
        return of(layer, plants, plant, details, shown, tinting, new float[0], new float[0]);
    }

    private static List<Instances> of(
            CoverLayer layer,
            Plants plants,
            Plant plant,
            List<List<Detail>> details,
            GrowthShown shown,
            Tinting tinting,
            float[] phases,
            float[] amplitudes) {
        List<Instances> all = new ArrayList<>();
        for (int variant = 0; variant < details.size(); variant++) {
            for (Map.Entry<Double, int[]> same :
                    byGrowth(plants, variant, shown).entrySet()) {
                all.add(new Instances(
                        layer,
                        plants,
                        plant,
                        variant,
                        same.getKey(),
                        same.getValue(),
                        details.get(variant),
                        tinting,
                        phases,
                        amplitudes));
            }
        }
        return all;
    }

    /** The plants of a variant by the growth that is shown of them, least first. */
    private static Map<Double, int[]> byGrowth(Plants plants, int variant, GrowthShown shown) {
        Map<Double, Integer> counts = new TreeMap<>();
        for (int i = 0; i < plants.count(); i++) {
            double growth = shown.of(plants.growth().at(i));
            if (plants.variant()[i] == variant && growth > 0) {
                counts.merge(growth, 1, Integer::sum);
            }
        }
        Map<Double, int[]> chosen = new TreeMap<>();
        counts.forEach((growth, count) -> chosen.put(growth, new int[count]));
        for (int i = plants.count() - 1; i >= 0; i--) {
            double growth = shown.of(plants.growth().at(i));
            if (plants.variant()[i] == variant && growth > 0) {
                chosen.get(growth)[counts.merge(growth, -1, Integer::sum)] = i;
            }
        }
        return chosen;
    }

    int count() {
        return chosen.length;
    }

    String name() {
        String grown = growth >= 1 ? "" : " grown " + Decimal.write(100 * growth, 2) + " %";
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
        return axis == 1 || (axis == 2 && plant.flat())
                ? plants.length().at(chosen[i])
                : plants.width().at(chosen[i]);
    }

    /** Linear red, green, blue of its tint. */
    float colour(int i, int channel) {
        return tinting.tint(chosen[i], channel);
    }

    /** The mesh of a detail level, 0 for the full one, grown, of length 1 and width 1. */
    PlantMesh unit(int detail) {
        return Growth.at(details.get(detail).mesh(), growth, Growth.TAPER).unit(plant);
    }
}
