package org.lumbrit.core.plants;

import java.util.ArrayList;
import java.util.List;

/**
 * Trunk, branches and twigs as tubes.
 *
 * @param flare how much thicker a trunk is at its foot; @param bark "#rrggbb"; @param pattern what the bark is like
 */
record Wood(double flare, String bark, Bark pattern) {
    /** Radii of the trunk up to which its foot is wider. */
    private static final double ROOTS = 6;

    void put(PlantBuilder to, Branches branches, Draw draw, int detail) {
        int[] heir = branches.heirs();
        double[] radii = branches.radii();
        double least = detail < 2 ? 0 : branches.twig() * (detail == 2 ? 1.5 : 2.6);
        for (int node = 0; node < branches.count(); node++) {
            boolean root = branches.parent(node) < 0;
            if ((root || heir[branches.parent(node)] != node) && (root || radii[node] >= least)) {
                chain(to, branches, node, heir, draw, detail);
            }
        }
    }

    private void chain(PlantBuilder to, Branches branches, int first, int[] heir, Draw draw, int detail) {
        List<double[]> line = new ArrayList<>();
        List<Double> thick = new ArrayList<>();
        double[] radii = branches.radii();
        int from = branches.parent(first);
        double start = branches.length(first);
        if (from >= 0) {
            start = branches.length(from);
            line.add(branches.place(from));
            thick.add(Math.min(radii[from], 1.15 * radii[first]));
        }
        int skip = 1 << Math.max(0, detail - 1);
        int at = 0;
        for (int node = first; node >= 0; node = heir[node], at++) {
            if (at % skip == 0 || heir[node] < 0 || branches.parent(node) < 0) {
                line.add(branches.place(node));
                thick.add(radii[node] * (1 + flare * (branches.parent(node) < 0 ? 1 : roots(branches, node))));
            }
        }
        if (line.size() < 2) {
            return;
        }
        double[] radius = thick.stream().mapToDouble(Double::doubleValue).toArray();
        double twig = branches.twig();
        PlantBuilder.Paint paint = (ring, side) ->
                pattern.colour(bark, radius[ring] / twig, draw.unit(600 + side, 4096L * first + ring), side, ring);
        to.tube(line.toArray(double[][]::new), radius, start, sides(radii[first] / twig, detail), paint);
    }

    /** Sides of a tube so many times as thick as the thinnest twigs. */
    private int sides(double thick, int detail) {
        int sides = thick > 7 ? 8 : thick > 3 ? 5 : 3;
        return Math.max(3, sides >> Math.min(1, detail));
    }

    /** How much of the foot's flare is left further up the trunk: half of it just above the foot, none from {@link #ROOTS} of its radii on. */
    private double roots(Branches branches, int node) {
        double above = branches.length(node) / (ROOTS * branches.radii()[0]);
        return above >= 1 ? 0 : 0.5 * (1 - above) * (1 - above);
    }
}
