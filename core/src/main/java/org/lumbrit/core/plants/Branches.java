package org.lumbrit.core.plants;

import java.util.Arrays;

/**
 * A tree of nodes, each grown from one before it, however that came about ({@link Seeking}, {@link Orders}). Radii follow the pipe
 * model (K. Shinozaki et al., 1964): rᵉ of a branch is the sum of its children's.
 */
public final class Branches {
    private double[] x = new double[1024];
    private double[] y = new double[1024];
    private double[] z = new double[1024];
    private double[] length = new double[1024];
    private int[] parent = new int[1024];
    private int[] newest = new int[1024];
    private boolean[] bare = new boolean[1024];
    private int count;
    private double[] radii = new double[0];
    private double twig;

    Branches() {}

    /** A further node. @param from the one that it grows from, −1 for a foot; @return its number */
    int add(double px, double py, double pz, int from) {
        if (count == x.length) {
            x = Arrays.copyOf(x, 2 * count);
            y = Arrays.copyOf(y, 2 * count);
            z = Arrays.copyOf(z, 2 * count);
            length = Arrays.copyOf(length, 2 * count);
            parent = Arrays.copyOf(parent, 2 * count);
            newest = Arrays.copyOf(newest, 2 * count);
            bare = Arrays.copyOf(bare, 2 * count);
        }
        x[count] = px;
        y[count] = py;
        z[count] = pz;
        parent[count] = from;
        newest[count] = -1;
        bare[count] = false;
        if (from >= 0) {
            length[count] = length[from] + Math.sqrt(square(from, px, py, pz));
            newest[from] = count;
        }
        return count++;
    }

    private double square(int node, double px, double py, double pz) {
        double dx = x[node] - px;
        double dy = y[node] - py;
        double dz = z[node] - pz;
        return dx * dx + dy * dy + dz * dz;
    }

    /** Whether what grew last from a node, if anything, is farther than so many metres from a place. */
    boolean newestFarther(int node, double px, double py, double pz, double metres) {
        return newest[node] < 0 || square(newest[node], px, py, pz) > metres * metres;
    }

    int count() {
        return count;
    }

    double x(int node) {
        return x[node];
    }

    double y(int node) {
        return y[node];
    }

    double z(int node) {
        return z[node];
    }

    double[] place(int node) {
        return new double[] {x[node], y[node], z[node]};
    }

    void move(int node, double[] to) {
        x[node] = to[0];
        y[node] = to[1];
        z[node] = to[2];
    }

    /** Metres along from the foot. */
    double length(int node) {
        return length[node];
    }

    /** The node that it grew from, −1 at a foot. */
    int parent(int node) {
        return parent[node];
    }

    /** Whether it carries no leaf, for want of light. */
    boolean bare(int node) {
        return bare[node];
    }

    /** How many twigs end. */
    public int twigs() {
        int[] steps = toEnds();
        int ends = 0;
        for (int node = 0; node < count; node++) {
            ends += steps[node] == 0 ? 1 : 0;
        }
        return ends;
    }

    /** How many steps each node is away from the farthest end that it carries. */
    int[] toEnds() {
        int[] steps = new int[count];
        for (int node = count - 1; node > 0; node--) {
            if (parent[node] >= 0) {
                steps[parent[node]] = Math.max(steps[parent[node]], steps[node] + 1);
            }
        }
        return steps;
    }

    /** Only some of its nodes, in the same order. @param kept of each node, with all that it stands on; @param without leaves */
    Branches only(boolean[] kept, boolean[] without) {
        Branches fewer = new Branches();
        int[] now = new int[count];
        for (int node = 0; node < count; node++) {
            if (kept[node]) {
                now[node] = fewer.add(x[node], y[node], z[node], parent[node] < 0 ? -1 : now[parent[node]]);
                fewer.bare[now[node]] = without[node];
            }
        }
        return fewer;
    }

    /** Gives each branch its radius. @param twig metres of the thinnest; @param pipe the exponent of the pipe model */
    Branches thickened(double twig, double pipe) {
        this.twig = twig;
        double[] sums = new double[count];
        double own = StrictMath.pow(twig, pipe);
        radii = new double[count];
        for (int node = count - 1; node >= 0; node--) {
            double sum = sums[node] == 0 ? own : sums[node];
            radii[node] = StrictMath.pow(sum, 1 / pipe);
            if (parent[node] >= 0) {
                sums[parent[node]] += sum;
            }
        }
        return this;
    }

    /** Bends each branch under what it carries, as {@link Sag} says. */
    Branches sagged(double sag, double tall) {
        if (sag != 0) {
            Sag.bend(this, sag, tall);
        }
        return this;
    }

    /** Radius of each node in metres, in the order in which they grew; the first is the foot. */
    double[] radii() {
        return radii;
    }

    /** Metres of the thinnest. */
    double twig() {
        return twig;
    }

    /** Of each node the thickest child, which goes on in the same tube; −1 at an end. */
    int[] heirs() {
        int[] heir = new int[count];
        Arrays.fill(heir, -1);
        for (int node = 1; node < count; node++) {
            int from = parent[node];
            if (from >= 0 && (heir[from] < 0 || radii[node] > radii[heir[from]])) {
                heir[from] = node;
            }
        }
        return heir;
    }

    /** Tubes from the foot to every twig's end, and leaves there; {@code detail} drops thin twigs and joins leaves. */
    PlantMesh mesh(Draw draw, Wood wood, Foliage foliage, int detail) {
        PlantBuilder builder = new PlantBuilder();
        wood.put(builder, this, draw, detail);
        foliage.put(builder, this, draw, detail);
        return builder.mesh();
    }
}
