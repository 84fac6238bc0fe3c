package org.lumbrit.server.view;

import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Shelter;
import org.lumbrit.core.surface.Samples;

/** Darkens the ground's light where props stand before the sun, and at their feet. For the picture only. */
final class PropShadows {
    private static final int RAYS = 5;
    private static final double SOFTNESS = 2.2;
    private static final double FOOT = 1.3;
    private static final double DARKEST = 0.4;

    private PropShadows() {}

    /** @param sun one byte a sample, 255 = free, changed; @param sky likewise */
    static void cast(
            Samples samples,
            List<PlacedMesh> props,
            double heading,
            double elevation,
            byte[] sun,
            byte[] sky,
            Cancel cancel) {
        if (props.isEmpty()) {
            return;
        }
        double[][] rays = new double[RAYS][];
        for (int r = 0; r < RAYS; r++) {
            double e = StrictMath.toRadians(elevation + SOFTNESS * (2 * (r + 0.5) / RAYS - 1));
            double h = StrictMath.toRadians(heading);
            rays[r] = new double[] {
                StrictMath.sin(h) * StrictMath.cos(e), StrictMath.sin(e), -StrictMath.cos(h) * StrictMath.cos(e)
            };
        }
        Chunks.run(sun.length, 1024, cancel, (from, to) -> {
            Shelter shelter = new Shelter(props);
            for (int i = from; i < to; i++) {
                double x = samples.x()[i];
                double y = samples.y()[i] + 0.05;
                double z = samples.z()[i];
                int free = 0;
                for (double[] ray : rays) {
                    free += shelter.hidden(x, y, z, ray[0], ray[1], ray[2], 1e4) ? 0 : 1;
                }
                sun[i] = (byte) ((sun[i] & 255) * free / RAYS);
                double away = shelter.nearest(x, y, z, FOOT);
                double light = DARKEST + (1 - DARKEST) * Smooth.smoothstep(0, FOOT, away);
                sky[i] = (byte) ((sky[i] & 255) * light);
            }
        });
    }
}
