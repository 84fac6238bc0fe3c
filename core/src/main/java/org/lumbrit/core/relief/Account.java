package org.lumbrit.core.relief;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.surface.CellSize;

/**
 * What came into a relief layer and what left it: of ground and of water, cubic metres. Everything is counted on its own, so that the sum
 * shows whether anything was lost.
 *
 * @param entries what came is above 0, what left or is there at the end below 0
 */
public record Account(List<Entry> entries) {
    /**
     * @param stuff ground or water; @param what in words
     * @param cubicMetres above 0 where it came, below 0 where it left
     */
    public record Entry(String stuff, String what, double cubicMetres) {}

    public static final String GROUND = "ground";
    public static final String WATER = "water";

    /** One with nothing in it. */
    public static Account empty() {
        return new Account(List.of());
    }

    /** The same with something that came. */
    public Account came(String stuff, String what, double cubicMetres) {
        return with(stuff, what, cubicMetres);
    }

    /** The same with something that left or is there at the end. */
    public Account left(String stuff, String what, double cubicMetres) {
        return with(stuff, what, -cubicMetres);
    }

    private Account with(String stuff, String what, double cubicMetres) {
        List<Entry> more = new ArrayList<>(entries);
        more.add(new Entry(stuff, what, cubicMetres));
        return new Account(List.copyOf(more));
    }

    /** What is neither there nor accounted for, as a share of the largest entry of the stuff; 0 where there is none. */
    public double lost(String stuff) {
        double sum = 0;
        double most = 0;
        for (Entry entry : entries) {
            if (entry.stuff.equals(stuff)) {
                sum += entry.cubicMetres;
                most = Math.max(most, Math.abs(entry.cubicMetres));
            }
        }
        return most == 0 ? 0 : Math.abs(sum) / most;
    }

    /** Cubic metres under a grid of heights, from height 0. */
    static double volume(double[] heights, CellSize cell) {
        double sum = 0;
        for (double height : heights) {
            sum += height;
        }
        return sum * cell.area();
    }
}
