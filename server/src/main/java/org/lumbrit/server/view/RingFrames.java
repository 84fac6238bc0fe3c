package org.lumbrit.server.view;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.water.WaterLayer;
import org.lumbrit.core.water.WaterSurface;
import org.lumbrit.formats.ArrayBundle;

/** Rings on a piece of water as pictures, a signed number of two bytes a node: 0 is level. */
final class RingFrames {
    private static final int STEPS = 32_767;

    private RingFrames() {}

    /** Rings at the time of an evaluation. */
    static byte[] one(WaterSurface surface) {
        return write(
                surface.ringGrid().orElseThrow().lattice(),
                List.of(surface.ringGrid().orElseThrow().heights()),
                surface);
    }

    /** Rings in every frame. */
    static byte[] all(SiteEvaluation still, WaterLayer layer, Frames frames, Cancel cancel) {
        List<float[]> heights = new ArrayList<>();
        WaterSurface last = null;
        for (int f = 0; f < frames.count(); f++) {
            cancel.check();
            cancel.doing("rings on " + layer.name() + ", frame " + (f + 1) + " of " + frames.count());
            SiteEvaluation then = still.at(frames.time(f));
            Layer now = then.plan().recipe().layer(layer.id()).orElseThrow();
            last = ((WaterLayer) now).surface(then.surroundings(now));
            heights.add(last.ringGrid().orElseThrow().heights());
        }
        return write(last.ringGrid().orElseThrow().lattice(), heights, last);
    }

    /** Only the part in which there is water at all. */
    private static byte[] write(Lattice lattice, List<float[]> frames, WaterSurface surface) {
        int columns = lattice.columns();
        int west = columns - 1;
        int east = 0;
        int north = lattice.rows() - 1;
        int south = 0;
        for (int i = 0; i < lattice.count(); i++) {
            int c = i % columns;
            int r = i / columns;
            if (surface.depth(lattice.x(c), lattice.z(r)) > 0) {
                west = Math.min(west, c);
                east = Math.max(east, c);
                north = Math.min(north, r);
                south = Math.max(south, r);
            }
        }
        if (east <= west || south <= north) {
            west = north = 0;
            east = south = 1;
        }
        float greatest = 1e-6f;
        for (float[] heights : frames) {
            for (float each : heights) {
                greatest = Math.max(greatest, Math.abs(each));
            }
        }
        int wide = east - west + 1;
        int high = south - north + 1;
        short[] steps = new short[wide * high * frames.size()];
        int at = 0;
        for (float[] heights : frames) {
            for (int r = north; r <= south; r++) {
                for (int c = west; c <= east; c++) {
                    steps[at++] = (short) Math.rint(STEPS * heights[r * columns + c] / greatest);
                }
            }
        }
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts()
                .put("columns", wide)
                .put("rows", high)
                .put("frames", frames.size())
                .put("west", lattice.x(west))
                .put("north", lattice.z(north))
                .put("width", lattice.x(east) - lattice.x(west))
                .put("depth", lattice.z(south) - lattice.z(north))
                .put("greatest", greatest);
        return bundle.shorts("steps", 1, steps).write();
    }
}
