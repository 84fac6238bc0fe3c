package org.lumbrit.core.crust;

import java.util.Arrays;
import java.util.BitSet;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.meshing.Closing;
import org.lumbrit.core.meshing.EvenTriangles;
import org.lumbrit.core.meshing.HalfEdges;
import org.lumbrit.core.meshing.LevelSurface;
import org.lumbrit.core.meshing.Lighter;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.TriangleTree;

/**
 * A crust on a mesh as one closed body: a layer as thick as it has come, with spikes, fused where they meet by the distances to them on a grid.
 *
 * @param cell of the grid, metres; @param smooth so often the distances are evened out before the surface is made
 * @param lighter metres that the surface may move by where triangles are taken away; 0 keeps all
 */
public record Crust(double cell, int smooth, double lighter) {
    /** Cells that the layer reaches into what it lies on, so that its edge meets the surface cleanly. */
    private static final double INTO = 1.6;
    /** Cells beyond the surface that are reckoned. */
    private static final double BAND = 2.2;
    /** Share of the way it has come at which the layer has left the surface. */
    private static final double OUT_AT = 0.08;

    private static final int TRIES = 3;

    /** Of a cell: sides this short go; the next is tried where the body would meet itself. */
    private static final double[] SHORTEST = {0.8, 0.55, 0.35};

    /** Share of its radius by which a spike's root flows into what it stands on. */
    private static final double FLOWS = 0.8;

    /**
     * The body; without triangles where nothing has come.
     *
     * @param mesh that it lies on; @param tree of it; @param grown how far each vertex has come, 0..1
     * @param thick of the layer at each vertex where it has come wholly, metres; @param spikes as {@link Spikes#of} gives
     */
    public Mesh on(Mesh mesh, TriangleTree tree, double[] grown, float[] thick, double[] spikes, Cancel cancel) {
        double reach = INTO * cell;
        for (float each : thick) {
            reach = Math.max(reach, each);
        }
        reach += BAND * cell;
        double[] bounds = bounds(mesh, grown, spikes, reach);
        if (bounds.length == 0) {
            return Mesh.of(new float[0], new float[0], new int[0]);
        }
        LevelSurface.Field field = Closing.grid(bounds, cell, 2);
        layer(field, mesh, tree, grown, thick, reach, cancel);
        stand(field, spikes, cancel);
        HalfEdges body = LevelSurface.of(field.smoothed(smooth, cancel), cancel);
        HalfEdges sound = thinned(body, cancel);
        // where sides of it lie near each other, they may be moved by less, so that it does not meet itself
        double error = lighter;
        for (int k = 0; k < TRIES && lighter > 0; k++) {
            Mesh light = Lighter.of(sound.packed(), 4, error, cancel).mesh();
            if (!Crossings.of(light, cancel).any()) {
                return light;
            }
            error /= 3;
        }
        return sound.mesh();
    }

    /** Without small triangles, as far as it does not meet itself by that. */
    private HalfEdges thinned(HalfEdges body, Cancel cancel) {
        for (double shortest : SHORTEST) {
            HalfEdges thinned = EvenTriangles.withoutShort(body.packed(), shortest * cell, cancel);
            if (!Crossings.of(thinned.mesh(), cancel).any()) {
                return thinned;
            }
        }
        return body;
    }

    private double[] bounds(Mesh mesh, double[] grown, double[] spikes, double reach) {
        double[] b = {1e300, 1e300, 1e300, -1e300, -1e300, -1e300};
        boolean any = false;
        for (int t = 0; t < mesh.triangles().length; t += 3) {
            if (!covered(mesh, t, grown)) {
                continue;
            }
            any = true;
            for (int k = 0; k < 3; k++) {
                for (int d = 0; d < 3; d++) {
                    double at = mesh.positions()[3 * mesh.triangles()[t + k] + d];
                    b[d] = Math.min(b[d], at - reach);
                    b[3 + d] = Math.max(b[3 + d], at + reach);
                }
            }
        }
        for (int s = 0; s < spikes.length; s += Spikes.NUMBERS) {
            for (int d = 0; d < 3; d++) {
                double at = spikes[s + 3 + d];
                double wide = spikes[s + 6] + BAND * cell;
                b[d] = Math.min(b[d], Math.min(at, spikes[s + d]) - wide);
                b[3 + d] = Math.max(b[3 + d], Math.max(at, spikes[s + d]) + wide);
            }
        }
        return any ? b : new double[0];
    }

    private static boolean covered(Mesh mesh, int t, double[] grown) {
        return grown[mesh.triangles()[t]] > 0
                || grown[mesh.triangles()[t + 1]] > 0
                || grown[mesh.triangles()[t + 2]] > 0;
    }

    /** The layer: nodes near covered triangles have their distance to the surface, less how thick it is at the nearest place. */
    private void layer(
            LevelSurface.Field field,
            Mesh mesh,
            TriangleTree tree,
            double[] grown,
            float[] thick,
            double reach,
            Cancel cancel) {
        BitSet near = new BitSet(field.values().length);
        int[] from = new int[3];
        int[] to = new int[3];
        int[] n = {field.nx(), field.ny(), field.nz()};
        for (int t = 0; t < mesh.triangles().length; t += 3) {
            if (!covered(mesh, t, grown)) {
                continue;
            }
            for (int d = 0; d < 3; d++) {
                double a = mesh.positions()[3 * mesh.triangles()[t] + d];
                double b = mesh.positions()[3 * mesh.triangles()[t + 1] + d];
                double c = mesh.positions()[3 * mesh.triangles()[t + 2] + d];
                from[d] = (int) Math.max(0, Math.ceil((Math.min(a, Math.min(b, c)) - reach - field.low()[d]) / cell));
                to[d] = (int) Math.min(
                        n[d] - 1, Math.floor((Math.max(a, Math.max(b, c)) + reach - field.low()[d]) / cell));
            }
            for (int z = from[2]; z <= to[2]; z++) {
                for (int y = from[1]; y <= to[1]; y++) {
                    int row = (z * field.ny() + y) * field.nx();
                    near.set(row + from[0], row + to[0] + 1);
                }
            }
        }
        int[] nodes = near.stream().toArray();
        double into = INTO * cell;
        Chunks.run(nodes.length, 512, cancel, (begin, end) -> {
            TriangleTree.Probe probe = tree.probe();
            double[] at = new double[3];
            for (int i = begin; i < end; i++) {
                int node = nodes[i];
                double x = field.low()[0] + cell * (node % field.nx());
                double y = field.low()[1] + cell * (node / field.nx() % field.ny());
                double z = field.low()[2] + cell * (node / field.nx() / field.ny());
                double away = probe.signed(x, y, z);
                probe.point(at);
                double[] shares = mesh.shares(probe.triangle(), at);
                double come = 0;
                double full = 0;
                for (int k = 0; k < 3; k++) {
                    int v = mesh.triangles()[3 * probe.triangle() + k];
                    come += shares[k] * grown[v];
                    full += shares[k] * thick[v];
                }
                // below the surface where it has not come, so that its edge is where both meet
                double out = come < OUT_AT
                        ? -into + come / OUT_AT * into
                        : full * Smooth.smoothstep(0, 1, (come - OUT_AT) / (1 - OUT_AT));
                field.values()[node] =
                        (float) (come > 0 ? Math.max(away - out, -(away + into)) : Math.abs(away) + into);
            }
        });
    }

    /** Spikes into the field, each flowing into what is there. */
    private void stand(LevelSurface.Field field, double[] spikes, Cancel cancel) {
        Chunks.run(field.nz(), 1, cancel, (first, last) -> {
            for (int z = first; z < last; z++) {
                double pz = field.low()[2] + cell * z;
                for (int s = 0; s < spikes.length; s += Spikes.NUMBERS) {
                    double wide = spikes[s + 6] + BAND * cell;
                    if (pz >= Math.min(spikes[s + 2], spikes[s + 5]) - wide
                            && pz <= Math.max(spikes[s + 2], spikes[s + 5]) + wide) {
                        stand(field, spikes, s, z, wide);
                    }
                }
            }
        });
    }

    private void stand(LevelSurface.Field field, double[] spikes, int s, int z, double wide) {
        int[] from = new int[2];
        int[] to = new int[2];
        int[] n = {field.nx(), field.ny()};
        for (int d = 0; d < 2; d++) {
            from[d] = (int) Math.max(
                    0, Math.ceil((Math.min(spikes[s + d], spikes[s + 3 + d]) - wide - field.low()[d]) / cell));
            to[d] = (int) Math.min(
                    n[d] - 1, Math.floor((Math.max(spikes[s + d], spikes[s + 3 + d]) + wide - field.low()[d]) / cell));
        }
        double ax = spikes[s + 3] - spikes[s];
        double ay = spikes[s + 4] - spikes[s + 1];
        double az = spikes[s + 5] - spikes[s + 2];
        double square = Math.max(1e-18, ax * ax + ay * ay + az * az);
        double pz = field.low()[2] + cell * z - spikes[s + 2];
        double flows = FLOWS * spikes[s + 6];
        for (int y = from[1]; y <= to[1]; y++) {
            double py = field.low()[1] + cell * y - spikes[s + 1];
            int row = (z * field.ny() + y) * field.nx();
            for (int x = from[0]; x <= to[0]; x++) {
                double px = field.low()[0] + cell * x - spikes[s];
                double f = Smooth.clamp01((px * ax + py * ay + pz * az) / square);
                double dx = px - f * ax;
                double dy = py - f * ay;
                double dz = pz - f * az;
                // no thinner than the grid can hold, so that the tip is no dust
                double radius = Math.max(0.55 * cell, spikes[s + 6] + f * (spikes[s + 7] - spikes[s + 6]));
                double own = Math.sqrt(dx * dx + dy * dy + dz * dz) - radius;
                float[] values = field.values();
                values[row + x] = (float) joined(values[row + x], own, flows * (1 - f));
            }
        }
    }

    /** The lesser of two distances, rounded where they are alike within so much. */
    private static double joined(double a, double b, double within) {
        if (!(within > 0)) {
            return Math.min(a, b);
        }
        double h = Math.max(within - Math.abs(a - b), 0) / within;
        return Math.min(a, b) - h * h * within / 4;
    }

    /** How far each vertex has come. @param since seconds since it was reached, below 0 before; @param stops after which it is done */
    public static double[] grown(double[] arrival, double time, double stops) {
        double[] out = new double[arrival.length];
        Arrays.setAll(out, v -> Smooth.clamp01((time - arrival[v]) / stops));
        return out;
    }
}
