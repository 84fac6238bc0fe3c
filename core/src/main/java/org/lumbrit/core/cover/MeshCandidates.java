package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;

/**
 * Places over the triangles of a prop. A triangle of area A holds the j-th place from a density of (j + h)/A on, h a hash of its
 * corners: ⌊A·λ⌋ + (h &lt; frac(A·λ)) places at a density λ, whatever the order of the triangles. With a spacing they settle in
 * that order, and the density from which each stands goes through {@link ChanceFill}.
 */
final class MeshCandidates {
    private final PlacedMesh placed;
    private final Mesh mesh;
    private final long seed;
    private int[] triangle = new int[0];
    private double[] own = new double[0];

    MeshCandidates(PlacedMesh placed, long seed) {
        this.placed = placed;
        this.mesh = placed.mesh();
        this.seed = seed;
    }

    /** How many places a density gives, without making them. */
    double expected(double density) {
        return mesh.area() * placed.size() * placed.size() * density;
    }

    /** @param density places per m²; every place that stands at it or below */
    Candidates all(String key, double density, Cancel cancel) {
        long[] hashes = new long[mesh.count()];
        double[] areas = new double[mesh.count()];
        int total = 0;
        for (int t = 0; t < hashes.length; t++) {
            hashes[t] = hash(t);
            areas[t] = mesh.area(3 * t) * placed.size() * placed.size();
            total = Math.addExact(total, count(areas[t] * density, hashes[t]));
        }
        long[][] sorted = new long[total][];
        int n = 0;
        for (int t = 0; t < hashes.length; t++) {
            int count = count(areas[t] * density, hashes[t]);
            for (int j = 0; j < count; j++) {
                sorted[n++] = new long[] {Hash.of(hashes[t], j), t, j};
            }
        }
        cancel.check();
        Arrays.parallelSort(sorted, (a, b) -> Long.compare(a[0], b[0]));
        Samples samples = Samples.allocate(key, total);
        double[] threshold = new double[total];
        triangle = new int[total];
        own = new double[3 * total];
        for (int i = 0; i < total; i++) {
            int t = (int) sorted[i][1];
            samples.id()[i] = sorted[i][0];
            triangle[i] = t;
            put(samples, i, t);
            threshold[i] = (sorted[i][2] + fraction(hashes[t])) / areas[t];
        }
        return new Candidates(samples, threshold);
    }

    private static double fraction(long hash) {
        return Hash.unit(Hash.mix(hash + 1));
    }

    private static int count(double expected, long hash) {
        int whole = (int) expected;
        return whole + (fraction(hash) < expected - whole ? 1 : 0);
    }

    /** Of the corners' places in the prop's own frame, whichever of them stands first in the list. */
    private long hash(int t) {
        int first = first(t);
        return Hash.of(corner(t, first), corner(t, (first + 1) % 3), corner(t, (first + 2) % 3));
    }

    /** Uniform over the triangle, with the triangle's own normal. */
    private void put(Samples samples, int i, int t) {
        double u = Hash.unit(Hash.mix(samples.id()[i] + 1));
        double v = Hash.unit(Hash.mix(samples.id()[i] + 2));
        if (u + v > 1) {
            u = 1 - u;
            v = 1 - v;
        }
        int[] corners = mesh.triangles();
        float[] p = mesh.positions();
        int first = first(t);
        int a = 3 * corners[3 * t + first];
        int b = 3 * corners[3 * t + (first + 1) % 3];
        int c = 3 * corners[3 * t + (first + 2) % 3];
        double[] e = new double[3];
        double[] f = new double[3];
        double[] at = new double[3];
        for (int d = 0; d < 3; d++) {
            e[d] = (double) p[b + d] - p[a + d];
            f[d] = (double) p[c + d] - p[a + d];
            at[d] = p[a + d] + u * e[d] + v * f[d];
        }
        System.arraycopy(at, 0, own, 3 * i, 3);
        double[] place = placed.toPlace(at[0], at[1], at[2]);
        double nx = e[1] * f[2] - e[2] * f[1];
        double ny = e[2] * f[0] - e[0] * f[2];
        double nz = e[0] * f[1] - e[1] * f[0];
        double length = Math.max(1e-300, Math.sqrt(nx * nx + ny * ny + nz * nz));
        double[] n = placed.turn().rotate(nx / length, ny / length, nz / length);
        samples.x()[i] = place[0];
        samples.y()[i] = place[1];
        samples.z()[i] = place[2];
        samples.nx()[i] = (float) n[0];
        samples.ny()[i] = (float) n[1];
        samples.nz()[i] = (float) n[2];
    }

    /** The corner that comes first by its hash, so that the list's order does not matter. */
    private int first(int t) {
        int best = 0;
        for (int k = 1; k < 3; k++) {
            best = corner(t, k) < corner(t, best) ? k : best;
        }
        return best;
    }

    private long corner(int t, int k) {
        int v = 3 * mesh.triangles()[3 * t + k];
        float[] p = mesh.positions();
        return Hash.of(
                seed,
                Float.floatToIntBits(p[v] + 0f),
                Float.floatToIntBits(p[v + 1] + 0f),
                Float.floatToIntBits(p[v + 2] + 0f));
    }

    /** The places made last that settle with a spacing; distance counts through the air, density through the chance fill. */
    Candidates settled(String key, Candidates tries, double[] r) {
        ThinWall wall = new ThinWall(mesh, placed.size(), triangle, own);
        int[] kept = tries.settled(wall.metres(0), wall.metres(1), wall.metres(2), r, wall);
        double[] threshold = new double[kept.length];
        for (int i = 0; i < kept.length; i++) {
            double square = r[kept[i]] * r[kept[i]];
            threshold[i] = ChanceFill.living(tries.threshold()[kept[i]] * square) / square;
        }
        return new Candidates(tries.samples().pick(key, kept), threshold);
    }
}
