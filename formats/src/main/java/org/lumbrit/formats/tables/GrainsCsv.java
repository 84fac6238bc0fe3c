package org.lumbrit.formats.tables;

import java.io.IOException;
import java.io.Writer;
import java.util.Optional;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.moving.Grains;
import org.lumbrit.core.moving.PlantMotion;
import org.lumbrit.core.moving.SiteMotion;

/** Grains as a table: a row a grain, or a row a grain and frame. Metres, seconds; a plant is named by its identity. */
public final class GrainsCsv {
    private static final int DIGITS = 7;

    private GrainsCsv() {}

    /** @param plants identities of the plants of the cover that carries them; empty on the ground */
    public static void atRest(Grains grains, long[] plants, Writer to) throws IOException {
        to.write("grain,plant,x_m,y_m,z_m\n");
        for (int g = 0; g < grains.count(); g++) {
            float[] p = grains.places();
            to.write(g + "," + plant(grains, plants, g) + "," + numbers(p[3 * g], p[3 * g + 1], p[3 * g + 2]) + "\n");
        }
    }

    /** @param first frame; @param last frame, included; @param most grains */
    public static void moving(
            SiteMotion motion,
            Grains grains,
            Optional<PlantMotion> carrying,
            long[] plants,
            int first,
            int last,
            int most,
            Writer to)
            throws IOException {
        to.write("grain,plant,frame,x_m,y_m,z_m,speed_m_s\n");
        int count = Math.min(most, grains.count());
        for (int frame = first; frame <= last; frame++) {
            float[] speeds = motion.speeds(grains, carrying, new int[] {frame})[0];
            for (int g = 0; g < count; g++) {
                float[] rest = grains.places();
                double[] at = {rest[3 * g], rest[3 * g + 1], rest[3 * g + 2]};
                if (carrying.isPresent()) {
                    at = grains.at(carrying.get(), frame, g);
                }
                to.write(g + "," + plant(grains, plants, g) + "," + frame + "," + numbers(at) + ","
                        + Decimal.write(speeds[g], DIGITS) + "\n");
            }
        }
    }

    private static String plant(Grains grains, long[] plants, int grain) {
        return plants.length == 0 ? "" : java.util.HexFormat.of().toHexDigits(plants[grains.plant()[grain]]);
    }

    private static String numbers(double... all) {
        StringBuilder text = new StringBuilder();
        for (double each : all) {
            text.append(text.isEmpty() ? "" : ",").append(Decimal.write(each, DIGITS));
        }
        return text.toString();
    }
}
