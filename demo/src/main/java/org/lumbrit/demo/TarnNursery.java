package org.lumbrit.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.plants.Bark;
import org.lumbrit.core.plants.ClimberPlant;
import org.lumbrit.core.plants.ClumpPlant;
import org.lumbrit.core.plants.FernPlant;
import org.lumbrit.core.plants.FlowerPlant;
import org.lumbrit.core.plants.LeafShape;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.plants.ShrubPlant;
import org.lumbrit.core.plants.StonePlant;
import org.lumbrit.core.plants.TreePlant;
import org.lumbrit.core.recipe.Layer;

/** The nursery of Thessock Tarn: five woody kinds, sedge, a fern, a stone, a climber of our own, and an aster. */
final class TarnNursery {
    private TarnNursery() {}

    static List<Layer> layers() {
        List<Layer> layers = new ArrayList<>();
        layers.add(plant(
                "pass-birch",
                "Pass birch",
                3,
                new TreePlant(
                        4,
                        5.4,
                        2.8,
                        0.2,
                        0.45,
                        0.1,
                        3,
                        520,
                        0.0042,
                        0.22,
                        0.5,
                        2.5,
                        0.35,
                        0.6,
                        "#d6d0c4",
                        LeafShape.OVATE,
                        20,
                        0.2,
                        0.1,
                        Bark.BANDED,
                        TreePlant.Branching.ORDERS,
                        46,
                        1,
                        0.6),
                "#b98d2e"));
        layers.add(plant(
                "tarn-pine",
                "Tarn pine",
                9,
                new TreePlant(
                        4,
                        7.5,
                        4.2,
                        0.24,
                        0.55,
                        0.17,
                        4,
                        520,
                        0.008,
                        -0.5,
                        0.45,
                        2.5,
                        0.2,
                        0.7,
                        "#6d5243",
                        LeafShape.NEEDLES,
                        0,
                        0.35,
                        0.3,
                        Bark.FURROWED,
                        TreePlant.Branching.ORDERS,
                        80,
                        5,
                        0.6),
                "#3f5130"));
        layers.add(plant(
                "gate-rowan",
                "Gate rowan",
                11,
                new TreePlant(
                        4,
                        4.2,
                        3,
                        0.26,
                        0.2,
                        0.2,
                        3,
                        1300,
                        0.0045,
                        -0.15,
                        0.5,
                        2.5,
                        0.4,
                        0.5,
                        "#7b7468",
                        LeafShape.PINNATE,
                        14,
                        0.3,
                        0.12,
                        Bark.PLAIN,
                        TreePlant.Branching.SEEKING,
                        55,
                        1,
                        0.5),
                "#a8562a"));
        layers.add(plant(
                "heath-juniper",
                "Heath juniper",
                12,
                new ShrubPlant(
                        4,
                        1.5,
                        1.1,
                        9,
                        0.085,
                        4,
                        1000,
                        0.0022,
                        -0.5,
                        0.6,
                        2.7,
                        0.1,
                        "#5a4435",
                        LeafShape.NEEDLES,
                        0,
                        0.35,
                        0.2,
                        Bark.FURROWED),
                "#4d5c45"));
        layers.add(plant(
                "dwarf-willow",
                "Dwarf willow",
                8,
                new ShrubPlant(
                        4,
                        0.7,
                        1.2,
                        8,
                        0.085,
                        4,
                        640,
                        0.0018,
                        -0.1,
                        0.5,
                        2.7,
                        0.2,
                        "#6a4a30",
                        LeafShape.LANCEOLATE,
                        16,
                        0.25,
                        0.1,
                        Bark.PLAIN),
                "#8c8a45"));
        layers.add(plant(
                "sedge-tussock",
                "Sedge tussock",
                5,
                new ClumpPlant(4, 30, 7, 0.55, 0.5, 0.009, 0.3, 42, 62, 0.35, 0.5),
                "#9a7a3a"));
        layers.add(
                plant("wall-fern", "Wall fern", 2, new FernPlant(4, 8, 12, 0.55, 0.8, 32, 72, 0.17, 0.45), "#8a5f2a"));
        layers.add(plant("moss-stone", "Moss stone", 6, new StonePlant(4, 0.32, 0.6, 0.5, 2), "#7d7a6c"));
        layers.add(plant(
                "keepvine",
                "Keepvine",
                4,
                new ClimberPlant(4, 1.5, 0.7, 34, 0.12, 0.012, 0.6, 3, 0.5, "#4d3a2a"),
                "#7a2f28"));
        layers.add(plant(
                "tarn-aster",
                "Tarn aster",
                7,
                new FlowerPlant(4, 0.28, 0.05, 0.003, 0.36, 0.6, 11, 22, 20, 0.5, "#d9cfe0", "#c79a3a"),
                "#d9cfe0"));
        return layers;
    }

    private static PlantLayer plant(String id, String name, int seed, Plant plant, String tint) {
        return new PlantLayer(id, name, seed, false, plant, tint, "#efe6cf", Map.of());
    }
}
