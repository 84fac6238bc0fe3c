package org.lumbrit.core.growth;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.plants.PlantMesh;

/**
 * A plant at a growth g: the radius at length s is scaled by smoothstep(0, taper, g·(1 + taper) − s) about the centre line, and
 * triangles that cross s = g·(1 + taper) are cut there. At g ≤ 0 nothing is left; at g ≥ 1 it is the plant itself.
 */
public final class Growth {
    public static final double LEAST_TAPER = 1e-3;
    /** The taper that plants of a cover grow with, in the picture and in every file. */
    public static final double TAPER = 0.15;

    private final PlantMesh plant;
    private final double taper;
    private final double end;
    private float[] positions;
    private float[] normals;
    private float[] along;
    private float[] centres;
    private int[] colours;
    private int vertices;
    private final Map<Long, Integer> cuts = new HashMap<>();

    private Growth(PlantMesh plant, double growth, double taper) {
        this.plant = plant;
        this.taper = Math.max(LEAST_TAPER, taper);
        this.end = growth * (1 + this.taper);
        int room = plant.vertices();
        positions = plant.positions().clone();
        normals = plant.normals().clone();
        along = plant.along().clone();
        centres = plant.centres().clone();
        colours = plant.colours().clone();
        vertices = room;
    }

    /** How wide the plant is at length s, 0..1 of its full width. */
    public static double factor(double growth, double taper, double s) {
        double t = Math.max(LEAST_TAPER, taper);
        return Smooth.smoothstep(0, t, growth * (1 + t) - s);
    }

    /**
     * The part of a plant that has grown.
     *
     * @param growth 0 nothing … 1 all of it
     * @param taper share of its length over which it narrows to the tip
     */
    public static PlantMesh at(PlantMesh plant, double growth, double taper) {
        if (growth >= 1) {
            return plant;
        }
        if (!(growth > 0)) {
            return new PlantMesh(new float[0], new float[0], new float[0], new float[0], new int[0], new int[0]);
        }
        return new Growth(plant, growth, taper).trimmed();
    }

    private PlantMesh trimmed() {
        int[] from = plant.indices();
        int[] kept = new int[2 * from.length];
        int n = 0;
        for (int t = 0; t < from.length; t += 3) {
            int[] polygon = new int[4];
            int corners = 0;
            for (int k = 0; k < 3; k++) {
                int a = from[t + k];
                int b = from[t + (k + 1) % 3];
                boolean inside = plant.along()[a] < end;
                if (inside) {
                    polygon[corners++] = a;
                }
                if (inside != plant.along()[b] < end) {
                    polygon[corners++] = cut(a, b);
                }
            }
            for (int k = 2; k < corners; k++) {
                kept[n++] = polygon[0];
                kept[n++] = polygon[k - 1];
                kept[n++] = polygon[k];
            }
        }
        narrow();
        return compact(Arrays.copyOf(kept, n));
    }

    /** A new vertex where an edge crosses the end. */
    private int cut(int a, int b) {
        return cuts.computeIfAbsent((long) Math.min(a, b) << 32 | Math.max(a, b), edge -> added(a, b));
    }

    private int added(int a, int b) {
        if (vertices == along.length) {
            int room = 2 * vertices + 16;
            positions = Arrays.copyOf(positions, 3 * room);
            normals = Arrays.copyOf(normals, 3 * room);
            centres = Arrays.copyOf(centres, 3 * room);
            along = Arrays.copyOf(along, room);
            colours = Arrays.copyOf(colours, room);
        }
        int low = Math.min(a, b);
        int high = Math.max(a, b);
        double f = (end - along[low]) / ((double) along[high] - along[low]);
        for (int d = 0; d < 3; d++) {
            int to = 3 * vertices + d;
            positions[to] = (float) (positions[3 * low + d] + f * (positions[3 * high + d] - positions[3 * low + d]));
            normals[to] = (float) (normals[3 * low + d] + f * (normals[3 * high + d] - normals[3 * low + d]));
            centres[to] = (float) (centres[3 * low + d] + f * (centres[3 * high + d] - centres[3 * low + d]));
        }
        along[vertices] = (float) end;
        colours[vertices] = colours[f < 0.5 ? low : high];
        return vertices++;
    }

    private void narrow() {
        for (int v = 0; v < vertices; v++) {
            double wide = Smooth.smoothstep(0, taper, end - along[v]);
            for (int d = 0; d < 3; d++) {
                int at = 3 * v + d;
                positions[at] = (float) (centres[at] + wide * (positions[at] - centres[at]));
            }
        }
    }

    /** Without the vertices that no triangle uses. */
    private PlantMesh compact(int[] triangles) {
        int[] to = new int[vertices];
        Arrays.fill(to, -1);
        int used = 0;
        int[] old = new int[vertices];
        for (int i = 0; i < triangles.length; i++) {
            int v = triangles[i];
            if (to[v] < 0) {
                old[used] = v;
                to[v] = used++;
            }
            triangles[i] = to[v];
        }
        float[] p = new float[3 * used];
        float[] n = new float[3 * used];
        float[] c = new float[3 * used];
        float[] s = new float[used];
        int[] rgb = new int[used];
        for (int v = 0; v < used; v++) {
            System.arraycopy(positions, 3 * old[v], p, 3 * v, 3);
            System.arraycopy(normals, 3 * old[v], n, 3 * v, 3);
            System.arraycopy(centres, 3 * old[v], c, 3 * v, 3);
            s[v] = along[old[v]];
            rgb[v] = colours[old[v]];
        }
        return new PlantMesh(p, n, s, c, rgb, triangles);
    }
}
