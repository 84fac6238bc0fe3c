package org.lumbrit.core.cover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Region;

class SettlingTest {
    private static final long SEED = 21;

    private static double x(long id, int k) {
        long hash = Candidate.hash(Candidate.seedHash(SEED), id);
        return Candidate.x(hash, Candidate.ix(id), Candidate.side(k, Candidate.level(id)));
    }

    private static double z(long id, int k) {
        long hash = Candidate.hash(Candidate.seedHash(SEED), id);
        return Candidate.z(hash, Candidate.iz(id), Candidate.side(k, Candidate.level(id)));
    }

    @Test
    void identitiesKeepTheirParts() {
        for (int[] c : new int[][] {{0, 0, 0, 0}, {-3, 5, -12345, 67890}, {7, 9, 33_000_000, -33_000_000}}) {
            long id = Candidate.id(c[0], c[1], c[2], c[3]);
            assertThat(new int[] {Candidate.level(id), Candidate.ix(id), Candidate.iz(id)})
                    .containsExactly(c[1], c[2], c[3]);
            assertThat(id).isPositive();
        }
    }

    @Test
    void theCoarsestCellIsTheSmallestThatFits() {
        assertThat(Settling.coarsest(1)).isZero();
        assertThat(Settling.coarsest(1.0001)).isEqualTo(1);
        assertThat(Settling.coarsest(0.3)).isEqualTo(-1);
    }

    @Test
    void noTwoAreNearerThanTheSpacingAndHardlyAnyRoomIsLeft() {
        for (double spacing : new double[] {1, 0.83, 0.55}) {
            Region region = new Region(-20, -20, 20, 20);
            int k = Settling.coarsest(spacing);
            long[] living = new Settling(SEED, k, new Spacing.Same(spacing), 6).settle(region, Cancel.NEVER);
            assertThat(nearest(living, k)).isGreaterThanOrEqualTo(spacing);
            assertThat(living.length * spacing * spacing / region.area()).isGreaterThan(0.66);
        }
    }

    /** Quicker than {@link Math#hypot}, which guards against overflow that does not happen here. */
    private static double length(double x, double z) {
        return Math.sqrt(x * x + z * z);
    }

    private static double nearest(long[] living, int k) {
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < living.length; i++) {
            for (int j = 0; j < i; j++) {
                least = Math.min(least, length(x(living[i], k) - x(living[j], k), z(living[i], k) - z(living[j], k)));
            }
        }
        return least;
    }

    /** The definition itself, candidate by candidate in the order of rank, over a region with a wide border. */
    @Test
    void isWhatTheDefinitionSays() {
        double spacing = 0.8;
        List<long[]> ranked = new ArrayList<>();
        for (int level = 0; level < 3; level++) {
            int cells = 24 << level;
            for (int ix = -cells; ix < cells; ix++) {
                for (int iz = -cells; iz < cells; iz++) {
                    long id = Candidate.id(0, level, ix, iz);
                    int order = Candidate.order(Candidate.hash(Candidate.seedHash(SEED), id));
                    ranked.add(new long[] {(long) level << 32 | order, id});
                }
            }
        }
        ranked.sort((a, b) -> Long.compare(a[0], b[0]));
        List<Long> living = new ArrayList<>();
        for (long[] candidate : ranked) {
            double x = x(candidate[1], 0);
            double z = z(candidate[1], 0);
            boolean free = living.stream().noneMatch(other -> length(x - x(other, 0), z - z(other, 0)) < spacing);
            if (free) {
                living.add(candidate[1]);
            }
        }
        Region middle = new Region(-12, -12, 12, 12);
        long[] expected = living.stream()
                .mapToLong(Long::longValue)
                .filter(id -> middle.contains(x(id, 0), z(id, 0)))
                .sorted()
                .toArray();
        long[] settled = new Settling(SEED, 0, new Spacing.Same(spacing), 3).settle(middle, Cancel.NEVER);
        assertThat(settled).containsExactly(expected);
    }

    private static final Spacing DRIVEN = new Spacing() {
        @Override
        public double least() {
            return 0.4;
        }

        @Override
        public double most() {
            return 1.9;
        }

        @Override
        public void at(double[] x, double[] z, int count, double[] out) {
            for (int i = 0; i < count; i++) {
                out[i] = 0.4 + 1.5 * Math.min(1, Math.max(0, (x[i] + 8) / 16));
            }
        }
    };

    @Test
    void anyCutIntoTilesGivesTheSame() {
        for (Spacing spacing : new Spacing[] {new Spacing.Same(0.7), DRIVEN}) {
            Settling settling = new Settling(SEED, Settling.coarsest(spacing.most()), spacing, 6);
            long[] whole = settling.settle(new Region(-9, -9, 11, 9), Cancel.NEVER);
            LongStream parts = LongStream.empty();
            for (double[] cut :
                    new double[][] {{-9, -9, -3.3, 9}, {-3.3, -9, 2, 0.17}, {-3.3, 0.17, 2, 9}, {2, -9, 11, 9}}) {
                Region tile = new Region(cut[0], cut[1], cut[2], cut[3]);
                parts = LongStream.concat(parts, Arrays.stream(settling.settle(tile, Cancel.NEVER)));
            }
            assertThat(parts.sorted().toArray()).containsExactly(whole);
        }
    }

    @Test
    void drivenSpacingHoldsBetweenEveryPair() {
        int k = Settling.coarsest(DRIVEN.most());
        long[] living = new Settling(SEED, k, DRIVEN, 6).settle(new Region(-10, -8, 10, 8), Cancel.NEVER);
        double[] xs = Arrays.stream(living).mapToDouble(id -> x(id, k)).toArray();
        double[] zs = Arrays.stream(living).mapToDouble(id -> z(id, k)).toArray();
        double[] rs = new double[living.length];
        DRIVEN.at(xs, zs, rs.length, rs);
        Set<Integer> sizes = new HashSet<>();
        for (int i = 0; i < rs.length; i++) {
            sizes.add(Settling.sizeClass(k, rs[i]));
            for (int j = 0; j < i; j++) {
                assertThat(Math.hypot(xs[i] - xs[j], zs[i] - zs[j])).isGreaterThanOrEqualTo((rs[i] + rs[j]) / 2);
            }
        }
        assertThat(sizes).hasSizeGreaterThan(1);
    }

    @Test
    void theShippedCurveIsWhatSettlingMeasuresWithAnotherSeed() {
        for (int node : new int[] {0, 7, 20}) {
            float[] measured = SettlingCurve.measure(node, 99, 60_000);
            double ratio = Math.pow(2, (double) node / SettlingCurve.NODES);
            for (int i = 16; i < measured.length; i += 16) {
                double shipped = SettlingCurve.curve().perSquare(ratio, (double) i / SettlingCurve.RANKS);
                assertThat(shipped).isCloseTo(measured[i], within(0.012 * measured[i] + 1e-4));
            }
        }
    }

    @Test
    void partsThatAreSettledLessDeepHaveTheSamePlantsUpToTheDensityTheyNeed() {
        Region region = new Region(-150, -150, 150, 150);
        Spacing spacing = new Spacing.Same(0.84);
        double ratio = 1 / 0.84;
        // plants per spacing² that are wanted, more and more to the east
        DoubleUnaryOperator wanted = x -> 0.02 + 0.6 * (x + 150) / 300;
        long[] deep = new Settling(SEED, 0, spacing, 6).settle(region, Cancel.NEVER);
        long[] local = new Settling(SEED, 0, spacing, part -> Depth.of(ratio, wanted.applyAsDouble(part.x1())))
                .settle(region, Cancel.NEVER);

        assertThat(local.length).isLessThan(deep.length * 4 / 5);
        assertThat(standing(local, ratio, wanted)).isEqualTo(standing(deep, ratio, wanted));
    }

    /** Those that stand where so many are wanted. */
    private static long[] standing(long[] living, double ratio, DoubleUnaryOperator wanted) {
        long seed = Candidate.seedHash(SEED);
        return Arrays.stream(living)
                .filter(id -> {
                    long hash = Candidate.hash(seed, id);
                    double x = Candidate.x(hash, Candidate.ix(id), Candidate.side(0, Candidate.level(id)));
                    double rank = Candidate.level(id) + Candidate.order01(hash);
                    return SettlingCurve.curve().perSquare(ratio, rank) <= wanted.applyAsDouble(x);
                })
                .toArray();
    }
}
