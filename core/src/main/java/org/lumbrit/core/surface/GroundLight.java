package org.lumbrit.core.surface;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * The light that reaches the ground, for the picture only: how much of the sun's disc is free, and the cosine-weighted free
 * share of the sky, both from horizon marches over the height grid. One byte each a node, 255 = free.
 */
public final class GroundLight {
    private static final int SUN_RAYS = 9;
    /** Half the apparent width of the sun with its glare, in degrees: wider than the disc, for a soft edge. */
    private static final double SUN_SOFTNESS = 2.2;

    private GroundLight() {}

    /** @param heading where the light comes from, degrees clockwise from −Z; @param elevation degrees above the horizon */
    public static byte[] sun(Ground ground, Samples samples, double heading, double elevation, Cancel cancel) {
        byte[] free = new byte[samples.count()];
        double[] tangents = new double[SUN_RAYS];
        for (int i = 0; i < SUN_RAYS; i++) {
            double offset = SUN_SOFTNESS * (2 * (i + 0.5) / SUN_RAYS - 1);
            tangents[i] = StrictMath.tan(StrictMath.toRadians(elevation + offset));
        }
        double dx = StrictMath.sin(StrictMath.toRadians(heading));
        double dz = -StrictMath.cos(StrictMath.toRadians(heading));
        Chunks.run(free.length, 2048, cancel, (from, to) -> {
            Horizon march = new Horizon(ground);
            for (int i = from; i < to; i++) {
                double horizon = march.tangent(
                        samples.x()[i],
                        samples.y()[i],
                        samples.z()[i],
                        dx,
                        dz,
                        Double.POSITIVE_INFINITY,
                        tangents[0] - 1);
                int above = 0;
                for (double tangent : tangents) {
                    above += tangent > horizon ? 1 : 0;
                }
                free[i] = (byte) (255 * above / SUN_RAYS);
            }
        });
        return free;
    }

    /**
     * Light that is known on a lattice, at other places: bilinear between its nodes.
     *
     * @param known one byte a node
     */
    public static byte[] between(Lattice lattice, byte[] known, Samples samples) {
        float[] values = new float[known.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = known[i] & 255;
        }
        byte[] light = new byte[samples.count()];
        for (int i = 0; i < light.length; i++) {
            light[i] = (byte) (lattice.between(values, samples.x()[i], samples.z()[i]) + 0.5);
        }
        return light;
    }

    /** Looked for at every other node each way, as it changes little from one to the next, and bilinear between. */
    public static byte[] sky(Lattice lattice, Samples samples, Cancel cancel) {
        Lattice half = new Lattice(
                lattice.ground(), Math.max(2, (lattice.columns() + 1) / 2), Math.max(2, (lattice.rows() + 1) / 2));
        float[] seen = new float[half.count()];
        Chunks.run(seen.length, 512, cancel, (from, to) -> {
            Horizon march = new Horizon(lattice.ground());
            for (int i = from; i < to; i++) {
                double x = half.x(i % half.columns());
                double z = half.z(i / half.columns());
                seen[i] = (float) march.skyOfPicture(x, lattice.ground().height(x, z), z);
            }
        });
        byte[] free = new byte[lattice.count()];
        Chunks.run(free.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                free[i] = (byte) (255 * half.between(seen, samples.x()[i], samples.z()[i]) + 0.5);
            }
        });
        return free;
    }
}
