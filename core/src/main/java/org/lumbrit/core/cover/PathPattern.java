package org.lumbrit.core.cover;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.SegmentTree;

/**
 * Plants in a line beside a path or around an area, at a distance from it, to one side or both. None stands nearer to any part of
 * the path than it does to its own part: at the inside of a bend there are fewer.
 */
@Kind(
        name = "along-path",
        version = 2,
        title = "Along a path",
        help = "A border along the edge of a path or around an area.")
public record PathPattern(
        @Setting(
                title = "path",
                refers = Refers.PLACE,
                of = {"path", "area"},
                help = "A path, or an area whose edge is meant")
        String along,

        @Setting(
                title = "away",
                unit = "m",
                min = 0,
                max = 1000,
                slider = {0, 5},
                byDefault = "0.6",
                help = "From the path")
        double away,

        @Setting(
                title = "every",
                unit = "m",
                min = 0.01,
                max = 1000,
                slider = {0.05, 5},
                byDefault = "0.5",
                help = "From one plant to the next")
        double every,

        @Setting(title = "side", byDefault = "both", help = "Seen along the way that the path goes")
        Side side,

        @Setting(
                title = "jitter",
                min = 0,
                max = 1,
                byDefault = "0.3",
                help = "How far plants stray, as a share of the distances")
        double jitter)
        implements Pattern {

    /** Of its distance, what a plant keeps of it after rounding. */
    private static final double KEPT = 1 - 1e-9;

    /** Of the path. */
    public enum Side {
        BOTH,
        LEFT,
        RIGHT
    }

    @Override
    public Optional<String> place() {
        return Optional.of(along);
    }

    @Override
    public Spots spots(long seed, double most, Region region, Function<String, List<Point3>> corners) {
        Spots spots = new Spots();
        List<Point3> line = corners.apply(along);
        Spots.refuse(2 * length(line) / every, "Widen the distance from one plant to the next.");
        Border border = new Border(seed, most, region, new SegmentTree(line, false, true), spots);
        double from = 0;
        for (int s = 1; s < line.size(); s++) {
            Piece piece = Piece.of(line.get(s - 1), line.get(s));
            for (long i = (long) Math.ceil(from / every); i * every < from + piece.length; i++) {
                for (Side hand : new Side[] {Side.LEFT, Side.RIGHT}) {
                    if (side == Side.BOTH || side == hand) {
                        border.put(piece, i * every - from, hand, i);
                    }
                }
            }
            from += piece.length;
        }
        return spots;
    }

    private static double length(List<Point3> line) {
        double sum = 0;
        for (int s = 1; s < line.size(); s++) {
            sum += Piece.of(line.get(s - 1), line.get(s)).length;
        }
        return sum;
    }

    /** A straight piece of the path, seen from above. */
    private record Piece(Point3 from, double ux, double uz, double length) {
        static Piece of(Point3 a, Point3 b) {
            double dx = b.x() - a.x();
            double dz = b.z() - a.z();
            double length = Math.sqrt(dx * dx + dz * dz);
            return new Piece(a, dx / length, dz / length, length);
        }
    }

    private final class Border {
        private final long seed;
        private final double most;
        private final Region region;
        private final SegmentTree whole;
        private final Spots spots;

        Border(long seed, double most, Region region, SegmentTree whole, Spots spots) {
            this.seed = seed;
            this.most = most;
            this.region = region;
            this.whole = whole;
            this.spots = spots;
        }

        /** Thinned in proportion to a density of one plant per square of the distance between them. */
        void put(Piece piece, double at, Side hand, long i) {
            long id = Hash.of(seed, i, hand.ordinal(), 83);
            double threshold = Hash.unit(Hash.mix(id + 1)) / (every * every);
            double ahead = at + jitter * (Hash.unit(Hash.mix(id + 2)) - 0.5) * every;
            double strays = jitter * (Hash.unit(Hash.mix(id + 3)) - 0.5) * Math.max(away, every);
            double off = Math.max(0, away + strays);
            double turn = hand == Side.LEFT ? 1 : -1;
            double x = piece.from.x() + piece.ux * ahead + turn * piece.uz * off;
            double z = piece.from.z() + piece.uz * ahead - turn * piece.ux * off;
            if (threshold <= most && region.contains(x, z) && whole.distance(x, 0, z) >= off * KEPT) {
                spots.add(id, x, z, threshold);
            }
        }
    }
}
