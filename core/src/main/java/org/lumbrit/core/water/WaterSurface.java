package org.lumbrit.core.water;

import java.util.List;
import java.util.Optional;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;

/**
 * The surface of a piece of water at a moment: one function of the place, the same for the picture, for what floats, for falloffs and for
 * what is handed over. Safe for many threads.
 */
public final class WaterSurface {
    /** Steps of Newton's method to the place at rest. */
    private static final int NEWTON = 5;

    private static final double MOMENT = 1e-3;

    private final Ground ground;
    private final Lattice lattice;
    private final Shoal shoal;
    private final List<Wave> waves;
    private final double time;
    private final RingGrid rings;

    /**
     * Rings at the moment.
     *
     * @param heights metres at the nodes; @param rising m/s there
     */
    public record RingGrid(Lattice lattice, float[] heights, float[] rising) {}

    /** @param rings null where there are none */
    WaterSurface(Ground ground, Lattice lattice, Shoal shoal, List<Wave> waves, double time, RingGrid rings) {
        this.rings = rings;
        this.ground = ground;
        this.lattice = lattice;
        this.shoal = shoal;
        this.waves = waves;
        this.time = time;
    }

    /** Its waves on deep water. */
    public List<Wave> waves() {
        return waves;
    }

    /** What the bed does to them. */
    public Shoal shoal() {
        return shoal;
    }

    /** The nodes that the shoal is known at. */
    public Lattice lattice() {
        return lattice;
    }

    /** Seconds. */
    public double time() {
        return time;
    }

    /** Rings at the moment; none where there are none. */
    public Optional<RingGrid> ringGrid() {
        return Optional.ofNullable(rings);
    }

    /** Metres of the water at rest; not a number away from water. */
    public double rest(double x, double z) {
        return lattice.between(shoal.rest(), x, z);
    }

    /** Share that is frozen, 0..1. */
    public double ice(double x, double z) {
        return lattice.between(shoal.ice(), x, z);
    }

    /** Metres from the bed to the water at rest; not above 0 on land. */
    public double depth(double x, double z) {
        double rest = rest(x, z);
        boolean inside = Math.abs(x) <= ground.width() / 2 && Math.abs(z) <= ground.depth() / 2;
        return Double.isNaN(rest) || !inside || !near(x, z) ? -1e-3 : rest - ground.height(x, z);
    }

    /** Whether one of the four nodes round a place lies in the water. */
    private boolean near(double x, double z) {
        int c = (int) Math.min(
                lattice.columns() - 2.0,
                Math.max(0, (x + ground.width() / 2) / lattice.grid().cellX()));
        int r = (int) Math.min(
                lattice.rows() - 2.0,
                Math.max(0, (z + ground.depth() / 2) / lattice.grid().cellZ()));
        int i = r * lattice.columns() + c;
        float[] depth = shoal.depth();
        return depth[i] > 0
                || depth[i + 1] > 0
                || depth[i + lattice.columns()] > 0
                || depth[i + lattice.columns() + 1] > 0;
    }

    /** What the surface is like at a place. */
    public record At(double height, double steepness, double east, double south) {}

    /** Metres above the water at rest; 0 on land. */
    public double height(double x, double z) {
        return at(x, z).height;
    }

    /** What rings add to that, metres. */
    public double rings(double x, double z) {
        return rings == null ? 0 : rings.lattice.between(rings.heights, x, z);
    }

    /** Metres a second that it rises. */
    public double rising(double x, double z) {
        return (at(x, z, time + MOMENT).height - at(x, z, time - MOMENT).height) / (2 * MOMENT)
                + (rings == null ? 0 : rings.lattice.between(rings.rising, x, z));
    }

    /** Height over way to the east and to the south. */
    public double[] slope(double x, double z) {
        double d = 1e-3;
        for (Wave wave : waves) {
            d = Math.max(d, 1e-3 * wave.length());
        }
        return new double[] {
            (height(x + d, z) - height(x - d, z)) / (2 * d), (height(x, z + d) - height(x, z - d)) / (2 * d)
        };
    }

    /**
     * The same for pictures, without looking for where the water of the place comes from: height over way to the east and to the south,
     * and how near it is to folding over.
     *
     * @param pixel metres: waves of few pixels are weakened, as they cannot be told
     */
    public void glance(double x, double z, double pixel, double[] out) {
        int count = shoal.factor().length == 0 ? 0 : waves.size();
        double[] size = new double[count];
        double[] phase = new double[count];
        between(x, z, size, phase);
        out[0] = 0;
        out[1] = 0;
        out[2] = 0;
        for (int w = 0; w < count; w++) {
            Wave wave = waves.get(w);
            double told = Smooth.smoothstep(0.45, 0.15, pixel / wave.length());
            if (told == 0) {
                continue;
            }
            double theta =
                    wave.k() * (wave.east() * x + wave.south() * z) - wave.omega() * time + wave.phase() + phase[w];
            double a = told * size[w] * wave.amplitude() * wave.k();
            double sin = StrictMath.sin(theta);
            out[0] -= a * wave.east() * sin;
            out[1] -= a * wave.south() * sin;
            out[2] += wave.sharpness() * a * StrictMath.cos(theta);
        }
        if (rings != null) {
            double d = 0.5 * rings.lattice.grid().cellX();
            out[0] += (rings(x + d, z) - rings(x - d, z)) / (2 * d);
            out[1] += (rings(x, z + d) - rings(x, z - d)) / (2 * d);
        }
    }

    /** How steep the surface is, degrees. */
    public double degrees(double x, double z) {
        double[] slope = slope(x, z);
        return StrictMath.toDegrees(StrictMath.atan(Math.sqrt(slope[0] * slope[0] + slope[1] * slope[1])));
    }

    /** Height, how near it is to folding over (1), and how far the water of this place has come from its place at rest. */
    public At at(double x, double z) {
        At waves = at(x, z, time);
        return rings == null ? waves : new At(waves.height + rings(x, z), waves.steepness, waves.east, waves.south);
    }

    private At at(double x, double z, double seconds) {
        int count = waves.size();
        if (count == 0 || shoal.factor().length == 0) {
            return new At(0, 0, 0, 0);
        }
        double[] size = new double[count];
        double[] phase = new double[count];
        between(x, z, size, phase);
        double px = x;
        double pz = z;
        double height = 0;
        double steep = 0;
        for (int round = 0; round <= NEWTON; round++) {
            double dx = 0;
            double dz = 0;
            double xx = 1;
            double xz = 0;
            double zz = 1;
            height = 0;
            steep = 0;
            for (int w = 0; w < count; w++) {
                Wave wave = waves.get(w);
                double theta = wave.k() * (wave.east() * px + wave.south() * pz)
                        - wave.omega() * seconds
                        + wave.phase()
                        + phase[w];
                double a = size[w] * wave.amplitude();
                double cos = StrictMath.cos(theta);
                height += a * cos;
                double q = wave.sharpness() * a;
                if (q != 0) {
                    double sin = StrictMath.sin(theta);
                    dx += q * wave.east() * sin;
                    dz += q * wave.south() * sin;
                    double bend = q * wave.k() * cos;
                    steep += bend;
                    xx -= bend * wave.east() * wave.east();
                    xz -= bend * wave.east() * wave.south();
                    zz -= bend * wave.south() * wave.south();
                }
            }
            if (round == NEWTON) {
                return new At(height, steep, -dx, -dz);
            }
            double fx = px - dx - x;
            double fz = pz - dz - z;
            double det = xx * zz - xz * xz;
            if (det < 0.05) {
                // near folding Newton's step is too wide: one that surely comes nearer
                px = x + dx;
                pz = z + dz;
            } else {
                px -= (zz * fx - xz * fz) / det;
                pz -= (xx * fz - xz * fx) / det;
            }
        }
        throw new IllegalStateException();
    }

    /** By what each wave is multiplied at a place, and its phase there. */
    private void between(double x, double z, double[] size, double[] phase) {
        double column =
                Math.min(Math.max((x + ground.width() / 2) / lattice.grid().cellX(), 0), lattice.columns() - 1);
        double row = Math.min(Math.max((z + ground.depth() / 2) / lattice.grid().cellZ(), 0), lattice.rows() - 1);
        int c = Math.min((int) column, lattice.columns() - 2);
        int r = Math.min((int) row, lattice.rows() - 2);
        double fc = column - c;
        double fr = row - r;
        int i = r * lattice.columns() + c;
        double a = (1 - fc) * (1 - fr);
        double b = fc * (1 - fr);
        double d = (1 - fc) * fr;
        double e = fc * fr;
        int nodes = lattice.count();
        int below = i + lattice.columns();
        for (int w = 0; w < size.length; w++) {
            int at = w * nodes;
            float[] f = shoal.factor();
            float[] p = shoal.ahead();
            size[w] = a * f[at + i] + b * f[at + i + 1] + d * f[at + below] + e * f[at + below + 1];
            phase[w] = a * p[at + i] + b * p[at + i + 1] + d * p[at + below] + e * p[at + below + 1];
        }
    }
}
