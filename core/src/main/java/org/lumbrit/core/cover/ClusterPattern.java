package org.lumbrit.core.cover;

import java.util.List;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.Region;

/**
 * Plants in clusters (J. Neyman and E. Scott, "Statistical approach to problems of cosmology", 1958): a hashed Poisson process of
 * centres in cells of 1 m, and around each a hashed Poisson process of plants whose mean density is the one that is asked for.
 */
@Kind(
        name = "clusters",
        title = "In clusters",
        help = "Groups around hashed centres; density says how many plants there are.")
public record ClusterPattern(
        @Setting(
                title = "clusters",
                unit = "/m²",
                min = 1e-5,
                max = 100,
                slider = {0.001, 1},
                byDefault = "0.05",
                help = "Centres per square metre")
        double clusters,

        @Setting(
                title = "radius",
                unit = "m",
                min = 0.01,
                max = 100,
                slider = {0.1, 5},
                byDefault = "0.8",
                help = "Within which most of a cluster stands")
        double radius)
        implements Pattern {

    @Override
    public Spots spots(long seed, double most, Region region, Function<String, List<Point3>> corners) {
        Spots.refuse(region.area() * (most + clusters), "Lower the density or the number of clusters.");
        Spots spots = new Spots();
        Spots centres = FreeCells.fill(Hash.of(seed, 31), clusters, region.grown(3 * radius), Cancel.NEVER);
        for (int c = 0; c < centres.count(); c++) {
            around(centres.ids()[c], centres.x()[c], centres.z()[c], seed, most, region, spots);
        }
        return spots;
    }

    /** The j-th plant of a cluster stands from a density on that is the sum of j exponentials, times the density of centres. */
    private void around(long centre, double cx, double cz, long seed, double most, Region region, Spots spots) {
        double sum = 0;
        for (int j = 0; ; j++) {
            long id = Hash.of(seed, centre, j + 1000L);
            sum -= StrictMath.log(1 - Hash.unit(Hash.mix(id + 1))) * clusters;
            if (sum > most) {
                return;
            }
            // a disc with more plants toward its middle, never beyond three radii
            double out = radius * Math.min(3, Math.sqrt(-0.5 * StrictMath.log(1 - Hash.unit(Hash.mix(id + 2)))));
            double turn = 2 * StrictMath.PI * Hash.unit(Hash.mix(id + 3));
            double x = cx + out * StrictMath.cos(turn);
            double z = cz + out * StrictMath.sin(turn);
            if (region.contains(x, z)) {
                spots.add(id, x, z, sum);
            }
        }
    }
}
