package org.lumbrit.core.surface;

/**
 * Smoothing of a value over a mesh: (M + σ²/2 · L) x = M x₀ with M the vertices' areas and L the cotangent Laplacian, solved by
 * conjugate gradients with the diagonal as preconditioner. A constant stays, and so does Σ area · value. Vertices at the same
 * place count as one. (M. Desbrun et al., "Implicit fairing of irregular meshes", SIGGRAPH 1999.)
 */
public final class MeshSmoothing {
    private static final double EXACT = 1e-12;
    private static final int MOST_ROUNDS = 2000;

    private final int[] joined;
    private final int count;
    private final int[] starts;
    private final int[] ends;
    private final double[] weights;
    private final double[] area;

    public MeshSmoothing(Mesh mesh) {
        int[] first = Welding.firsts(mesh.positions(), 0);
        joined = new int[first.length];
        int used = 0;
        for (int v = 0; v < first.length; v++) {
            joined[v] = first[v] == v ? used++ : joined[first[v]];
        }
        count = used;
        area = new double[count];
        int sides = mesh.triangles().length;
        starts = new int[sides];
        ends = new int[sides];
        weights = new double[sides];
        for (int t = 0; t < sides; t += 3) {
            double own = mesh.area(t);
            for (int k = 0; k < 3; k++) {
                int a = mesh.triangles()[t + k];
                int b = mesh.triangles()[t + (k + 1) % 3];
                int c = mesh.triangles()[t + (k + 2) % 3];
                area[joined[a]] += own / 3;
                starts[t + k] = joined[a];
                ends[t + k] = joined[b];
                // negative weights at blunt angles would let values leave their range
                weights[t + k] = own > 0 ? Math.max(0, dot(mesh.positions(), c, a, b) / (4 * own)) : 0;
            }
        }
    }

    private static double dot(float[] p, int at, int a, int b) {
        double sum = 0;
        for (int d = 0; d < 3; d++) {
            sum += ((double) p[3 * a + d] - p[3 * at + d]) * ((double) p[3 * b + d] - p[3 * at + d]);
        }
        return sum;
    }

    /** @param sigma metres in the units of the mesh; @return one value a vertex */
    public float[] smooth(float[] values, double sigma) {
        double[] mean = new double[count];
        int[] copies = new int[count];
        for (int v = 0; v < values.length; v++) {
            mean[joined[v]] += values[v];
            copies[joined[v]]++;
        }
        for (int i = 0; i < count; i++) {
            mean[i] /= copies[i];
        }
        double[] x = solve(mean, sigma * sigma / 2);
        float[] out = new float[values.length];
        for (int v = 0; v < out.length; v++) {
            out[v] = (float) x[joined[v]];
        }
        return out;
    }

    private double[] solve(double[] start, double spread) {
        double[] x = start.clone();
        double[] diagonal = new double[count];
        for (int i = 0; i < count; i++) {
            diagonal[i] = area[i] > 0 ? area[i] : 1;
        }
        for (int s = 0; s < starts.length; s++) {
            diagonal[starts[s]] += spread * weights[s];
            diagonal[ends[s]] += spread * weights[s];
        }
        double[] residual = new double[count];
        double[] product = new double[count];
        apply(x, spread, product);
        double scale = 0;
        for (int i = 0; i < count; i++) {
            double right = area[i] > 0 ? area[i] * start[i] : start[i];
            residual[i] = right - product[i];
            scale += right * right / diagonal[i];
        }
        double[] direction = new double[count];
        double rho = precondition(residual, diagonal, direction);
        for (int round = 0; round < MOST_ROUNDS && rho > EXACT * EXACT * scale; round++) {
            apply(direction, spread, product);
            double along = 0;
            for (int i = 0; i < count; i++) {
                along += direction[i] * product[i];
            }
            double step = rho / along;
            double next = 0;
            for (int i = 0; i < count; i++) {
                x[i] += step * direction[i];
                residual[i] -= step * product[i];
                next += residual[i] * residual[i] / diagonal[i];
            }
            double keep = next / rho;
            for (int i = 0; i < count; i++) {
                direction[i] = residual[i] / diagonal[i] + keep * direction[i];
            }
            rho = next;
        }
        return x;
    }

    private static double precondition(double[] residual, double[] diagonal, double[] direction) {
        double rho = 0;
        for (int i = 0; i < residual.length; i++) {
            direction[i] = residual[i] / diagonal[i];
            rho += residual[i] * direction[i];
        }
        return rho;
    }

    private void apply(double[] x, double spread, double[] out) {
        for (int i = 0; i < count; i++) {
            out[i] = (area[i] > 0 ? area[i] : 1) * x[i];
        }
        for (int s = 0; s < starts.length; s++) {
            double flow = spread * weights[s] * (x[starts[s]] - x[ends[s]]);
            out[starts[s]] += flow;
            out[ends[s]] -= flow;
        }
    }
}
