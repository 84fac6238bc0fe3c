package org.lumbrit.core.plants;

import org.lumbrit.core.kinds.Setting;

/** What plants that grow by space colonisation have in common: their settings are described here once. */
record Twigs(
        @Setting(
                title = "leaf size",
                unit = "m",
                min = 0,
                max = 1,
                slider = {0.01, 0.2},
                help = "0 for bare twigs")
        double leaf,

        @Setting(
                title = "leaves a twig",
                min = 0,
                max = 24,
                slider = {0, 10},
                byDefault = "4")
        int leaves,

        @Setting(
                title = "branchiness",
                min = 20,
                max = 200000,
                slider = {60, 1500},
                help = "Points of the crown that twigs grow toward")
        int attractors,

        @Setting(
                title = "twig",
                unit = "m",
                min = 0.0003,
                max = 0.5,
                slider = {0.001, 0.02},
                help = "Radius of the thinnest twigs; thicker ones follow")
        double twig,

        @Setting(title = "droop", min = -1, max = 1, help = "Twigs bend down, below 0 up")
        double droop,

        @Setting(title = "variety", min = 0, max = 1, byDefault = "0.5", help = "How much variants differ")
        double variety,

        @Setting(
                title = "pipe exponent",
                min = 1.5,
                max = 4,
                slider = {2, 3},
                byDefault = "2.3",
                help =
                        "A branch is as thick as all that it carries, each to this power: 2 by Leonardo’s rule, above it slimmer")
        double pipe,

        @Setting(
                title = "sag",
                min = 0,
                max = 3,
                slider = {0, 1},
                byDefault = "0",
                help = "How far branches bend down under their own weight")
        double sag,

        @Setting(title = "leaf shape", byDefault = "ovate", before = "plain", help = "What one leaf is like")
        LeafShape shape,

        @Setting(
                title = "leaf fold",
                unit = "°",
                min = 0,
                max = 70,
                byDefault = "22",
                help = "Each half of a leaf lifted from its midrib")
        double fold,

        @Setting(
                title = "bare inside",
                min = 0,
                max = 0.9,
                byDefault = "0.3",
                before = "0",
                help = "Share of the twigs, those in the deepest shade of the others, that lose their leaves and fall")
        double bare,

        @Setting(
                title = "dead twigs",
                min = 0,
                max = 1,
                byDefault = "0.15",
                before = "0",
                help = "Share of the shaded twigs that stay as dead wood")
        double dead,

        @Setting(title = "bark pattern", byDefault = "furrowed", before = "plain", help = "What the bark is like")
        Bark pattern) {}
