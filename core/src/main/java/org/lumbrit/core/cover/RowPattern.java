package org.lumbrit.core.cover;

import java.util.List;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.Region;

/** Plants in rows across the ground, anchored at its middle, moved about by jitter. */
@Kind(name = "rows", title = "In rows", help = "Straight lines, as planted; density thins them out.")
public record RowPattern(
        @Setting(
                title = "between rows",
                unit = "m",
                min = 0.02,
                max = 1000,
                slider = {0.1, 10},
                byDefault = "1")
        double between,

        @Setting(
                title = "in the row",
                unit = "m",
                min = 0.02,
                max = 1000,
                slider = {0.1, 10},
                byDefault = "0.5",
                help = "From one plant to the next")
        double within,

        @Setting(
                title = "row heading",
                unit = "°",
                min = -720,
                max = 720,
                slider = {0, 180},
                byDefault = "0",
                help = "Which way rows run: 0 is north, 90 east")
        double rowHeading,

        @Setting(
                title = "jitter",
                min = 0,
                max = 1,
                byDefault = "0.15",
                help = "How far plants stray, as a share of the distances")
        double jitter)
        implements Pattern {

    @Override
    public Spots spots(long seed, double most, Region region, Function<String, List<Point3>> corners) {
        Spots.refuse(region.area() / (between * within), "Widen the rows, or the distance in the row.");
        Spots spots = new Spots();
        double turn = StrictMath.toRadians(rowHeading);
        double sine = StrictMath.sin(turn);
        double cosine = StrictMath.cos(turn);
        // along the row is (sine, −cosine), across it (cosine, sine)
        double[] across = {1e300, -1e300};
        double[] along = {1e300, -1e300};
        for (int corner = 0; corner < 4; corner++) {
            double x = corner % 2 == 0 ? region.x0() : region.x1();
            double z = corner < 2 ? region.z0() : region.z1();
            across[0] = Math.min(across[0], x * cosine + z * sine);
            across[1] = Math.max(across[1], x * cosine + z * sine);
            along[0] = Math.min(along[0], x * sine - z * cosine);
            along[1] = Math.max(along[1], x * sine - z * cosine);
        }
        double full = 1 / (between * within);
        int lastRow = (int) Math.ceil(across[1] / between) + 1;
        int last = (int) Math.ceil(along[1] / within) + 1;
        for (int row = (int) Math.floor(across[0] / between) - 1; row <= lastRow; row++) {
            for (int i = (int) Math.floor(along[0] / within) - 1; i <= last; i++) {
                long id = Hash.of(seed, row, i, 57);
                double threshold = full * Hash.unit(Hash.mix(id + 1));
                double a = (row + jitter * (Hash.unit(Hash.mix(id + 2)) - 0.5)) * between;
                double b = (i + jitter * (Hash.unit(Hash.mix(id + 3)) - 0.5)) * within;
                double x = a * cosine + b * sine;
                double z = a * sine - b * cosine;
                if (threshold <= most && region.contains(x, z)) {
                    spots.add(id, x, z, threshold);
                }
            }
        }
        return spots;
    }
}
