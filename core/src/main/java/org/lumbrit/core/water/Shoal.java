package org.lumbrit.core.water;

import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.surface.Lattice;

/**
 * What the bed does to waves, at the nodes of a lattice: the water at rest, and for each wave by what its height is multiplied and by
 * what its phase is ahead of that on deep water.
 *
 * @param rest metres; not a number away from all water
 * @param depth metres, below 0 on land
 * @param factor wave after wave, a number a node; 0 on land
 * @param ahead radians, likewise
 * @param ice share of each node that is frozen, 0..1
 */
public record Shoal(float[] rest, float[] depth, float[] factor, float[] ahead, float[] ice)
        implements Results.Weighted {
    /** Before it is looked at. */
    static final Shoal UNSEEN = new Shoal(new float[0], new float[0], new float[0], new float[0], new float[0]);

    /** A wave breaks where it is higher than so much of the depth, from trough to crest (J. McCowan, 1894). */
    private static final double BREAKS = 0.78;

    /** The depth where there is no water at rest, metres. */
    private static final float NONE = -1e-3f;

    /** Deeper, the bed is not felt: half a wave's length. */
    private static final double DEEP = Math.PI;

    @Override
    public long bytes() {
        return 4L * (rest.length + depth.length + factor.length + ahead.length + ice.length) + 64;
    }

    /**
     * @param ground heights at the nodes; @param strength of the waves at each, 0..1; @param ice share of each that is frozen, where no wave runs
     */
    static Shoal of(
            Lattice lattice,
            List<Wave> waves,
            float[] rest,
            double[] ground,
            float[] strength,
            float[] ice,
            Cancel cancel) {
        float[] runs = new float[strength.length];
        for (int i = 0; i < runs.length; i++) {
            runs[i] = strength[i] * (1 - ice[i]);
        }
        int count = ground.length;
        float[] depth = new float[count];
        for (int i = 0; i < count; i++) {
            depth[i] = Float.isNaN(rest[i]) ? NONE : (float) (rest[i] - ground[i]);
        }
        float[] factor = new float[count * waves.size()];
        float[] ahead = new float[count * waves.size()];
        double highest = 0;
        for (Wave wave : waves) {
            highest += wave.amplitude() * wave.amplitude();
        }
        // the highest third of what all make together, from trough to crest
        double high = 4 * Math.sqrt(highest / 2);
        Chunks.run(waves.size(), 1, cancel, (from, to) -> {
            for (int w = from; w < to; w++) {
                slowed(lattice, waves.get(w), depth, runs, high, factor, ahead, w * count);
            }
        });
        return new Shoal(known(lattice, rest), depth, factor, ahead, ice.clone());
    }

    /** Where nothing is said of water, its level beside that, so that it can be read between the nodes. */
    private static float[] known(Lattice lattice, float[] rest) {
        float[] known = rest.clone();
        int columns = lattice.columns();
        for (int i = 0; i < known.length; i++) {
            double sum = 0;
            int count = 0;
            for (int k = 0; k < 9 && Float.isNaN(rest[i]); k++) {
                int c = i % columns + k % 3 - 1;
                int r = i / columns + k / 3 - 1;
                if (c >= 0 && r >= 0 && c < columns && r < lattice.rows() && !Float.isNaN(rest[r * columns + c])) {
                    sum += rest[r * columns + c];
                    count++;
                }
            }
            if (count > 0) {
                known[i] = (float) (sum / count);
            }
        }
        return known;
    }

    private static void slowed(
            Lattice lattice,
            Wave wave,
            float[] depth,
            float[] strength,
            double high,
            float[] factor,
            float[] ahead,
            int at) {
        int columns = lattice.columns();
        int rows = lattice.rows();
        double omega = Math.abs(wave.omega());
        boolean moves = omega > 1e-9 && wave.k() * Dispersion.G > 0;
        float[] more = new float[depth.length];
        for (int i = 0; i < depth.length; i++) {
            double h = depth[i];
            if (!(h > 0)) {
                continue;
            }
            double grows = 1;
            // only what runs as water waves do feels the bed so
            if (moves && wave.sharpness() > 0 && wave.k() * h < DEEP) {
                double k = Dispersion.number(omega, Math.max(h, 0.02 * wave.length()));
                more[i] = (float) (k - wave.k());
                double deep = omega / wave.k() / 2;
                grows = Math.min(1.6, Math.sqrt(deep / Dispersion.group(omega, k, Math.max(h, 0.02 * wave.length()))));
            }
            double most = high > 0 ? Math.min(1, BREAKS * h / (high * grows)) : 1;
            factor[at + i] = (float) (strength[i] * grows * most);
        }
        if (!moves) {
            return;
        }
        // the phase on the way that it comes, from the column or row before
        double east = wave.omega() < 0 ? -wave.east() : wave.east();
        double south = wave.omega() < 0 ? -wave.south() : wave.south();
        double stepX = Math.abs(east) < 1e-12
                ? Double.POSITIVE_INFINITY
                : lattice.grid().cellX() / Math.abs(east);
        double stepZ = Math.abs(south) < 1e-12
                ? Double.POSITIVE_INFINITY
                : lattice.grid().cellZ() / Math.abs(south);
        boolean byColumns = stepX <= stepZ;
        double way = Math.min(stepX, stepZ);
        int lines = byColumns ? columns : rows;
        int across = byColumns ? rows : columns;
        double off = byColumns
                ? -south * way / lattice.grid().cellZ()
                : -east * way / lattice.grid().cellX();
        int ahead1 = byColumns ? 1 : columns;
        int aside = byColumns ? columns : 1;
        boolean up = byColumns ? east > 0 : south > 0;
        double sign = wave.omega() < 0 ? -1 : 1;
        for (int n = 1; n < lines; n++) {
            int line = up ? n : lines - 1 - n;
            int before = line + (up ? -1 : 1);
            for (int a = 0; a < across; a++) {
                int i = line * ahead1 + a * aside;
                if (!(depth[i] > 0)) {
                    continue;
                }
                double from = Math.max(0, Math.min(across - 1, a + off));
                int low = (int) Math.min(across - 2.0, from);
                low = Math.max(0, low);
                int j = before * ahead1 + low * aside;
                int other = across > 1 ? j + aside : j;
                double share = from - low;
                double came = (1 - share) * ahead[at + j] + share * ahead[at + other];
                double mean = 0.5 * (more[i] + (1 - share) * more[j] + share * more[other]);
                ahead[at + i] = (float) (came + sign * mean * way);
            }
        }
        // rays beside each other on a rough bed differ; what a wave's own width would even out is evened out
        smooth(lattice, depth, ahead, at, 2);
    }

    private static void smooth(Lattice lattice, float[] depth, float[] values, int at, int rounds) {
        int columns = lattice.columns();
        float[] held = new float[depth.length];
        for (int round = 0; round < rounds; round++) {
            System.arraycopy(values, at, held, 0, held.length);
            for (int i = 0; i < held.length; i++) {
                if (!(depth[i] > 0)) {
                    continue;
                }
                double sum = 2 * held[i];
                double weight = 2;
                int c = i % columns;
                int[] beside = {c > 0 ? i - 1 : -1, c + 1 < columns ? i + 1 : -1, i - columns, i + columns};
                for (int j : beside) {
                    if (j >= 0 && j < held.length && depth[j] > 0) {
                        sum += held[j];
                        weight++;
                    }
                }
                values[at + i] = (float) (sum / weight);
            }
        }
    }

    /** Whether there is water at one of some nodes, and its level is known at all of them. */
    public boolean reaches(int[] nodes) {
        boolean any = false;
        for (int node : nodes) {
            if (Float.isNaN(rest[node])) {
                return false;
            }
            any |= depth[node] > 0;
        }
        return any;
    }
}
