package org.lumbrit.core.cover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.lumbrit.core.cover.Covers.properties;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.RandomSource;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.SegmentTree;

/** Several covers, hand work, patterns, variants and turns. */
class CoverTest {
    private static final Ground BUMPY = Grounds.bumpy(61, 60, 3);
    private static final Ground FLAT = new Ground(61, 61, new float[61 * 61], 60);
    private static final Bed GROUND = new Bed.OnGround();
    private static final Pattern SCATTERED = new Pattern.Scattered();

    private static Plants plants(Ground ground, CoverLayer layer, List<CoverLayer> all, Place... places) {
        return Covers.site(ground, List.of(places), List.of(), List.of(), all).plants(layer);
    }

    private static Plants alone(Ground ground, CoverLayer layer, Place... places) {
        return plants(ground, layer, List.of(layer), places);
    }

    private static String hex(long id) {
        return HexFormat.of().toHexDigits(id);
    }

    @Test
    void removingOnePlantByHandChangesNoOther() {
        CoverLayer layer = Covers.on(GROUND, properties("density", 3, "spacing", 0.3));
        Plants before = alone(BUMPY, layer);
        CoverLayer less = layer.withHand(List.of(hex(before.feet().id()[100])), List.of());
        Plants after = alone(BUMPY, less);
        assertThat(after.count()).isEqualTo(before.count() - 1);
        long[] rest = Arrays.stream(before.feet().id())
                .filter(id -> id != before.feet().id()[100])
                .toArray();
        assertThat(after.feet().id()).isEqualTo(rest);
        assertThat(after.turn()[400]).isEqualTo(before.turn()[404]);
    }

    @Test
    void aPlantPlacedByHandStandsWhateverTheDensityAndSurvivesAnotherSpacing() {
        HandPlaced hand = new HandPlaced("00000000000000ab", "", 4.25, 0, -7.5);
        for (double spacing : new double[] {0, 0.5}) {
            CoverLayer layer = Covers.on(GROUND, properties("density", 0, "spacing", spacing))
                    .withHand(List.of(), List.of(hand));
            Plants plants = alone(BUMPY, layer);
            assertThat(plants.count()).isEqualTo(1);
            assertThat(plants.feet().id()[0]).isEqualTo(0xabL);
            assertThat(plants.feet().y()[0]).isCloseTo(BUMPY.height(4.25, -7.5), within(1e-9));
        }
    }

    @Test
    void theEditsOfTheHandKeepWhatTheyAreToldAndCanBeTakenBack() {
        CoverLayer layer = Covers.on(GROUND, properties("density", 3, "spacing", 0.3));
        var recipe = Covers.site(BUMPY, List.of(), List.of(), List.of(), List.of(layer))
                .plan()
                .recipe();
        HandPlaced hand = new HandPlaced("00000000000000ab", "", 1, 0, 2);
        var placed = new CoverEdit.PlacePlants("grass", List.of(hand)).apply(recipe);
        var removed =
                new CoverEdit.RemovePlants("grass", List.of("00000000000000ab", "00000000000000cd")).apply(placed);
        CoverLayer after = removed.layersOf(CoverLayer.class).get(0);
        assertThat(after.placed()).isEmpty();
        assertThat(after.removed()).containsExactly("00000000000000cd");
        assertThat(new CoverEdit.RestorePlants("grass").apply(removed)).isEqualTo(recipe);
    }

    @Test
    void aSecondCoverOfLowerRankChangesNoPlantOfTheFirstAndKeepsClearOfIt() {
        CoverLayer first =
                Covers.on("trees", GROUND, SCATTERED, true, properties("density", 0.1, "spacing", 2, "width", 1.5));
        CoverLayer second = Covers.on("grass", GROUND, SCATTERED, true, properties("density", 20, "spacing", 0.2));
        Plants before = alone(BUMPY, first);
        Plants trees = plants(BUMPY, first, List.of(first, second));
        Plants grass = plants(BUMPY, second, List.of(first, second));
        assertThat(trees.feet().id()).isEqualTo(before.feet().id());
        Plants free = alone(BUMPY, second);
        assertThat(grass.count()).isLessThan(free.count());
        for (int i = 0; i < grass.count(); i++) {
            for (int j = 0; j < trees.count(); j++) {
                double dx = grass.feet().x()[i] - trees.feet().x()[j];
                double dy = grass.feet().y()[i] - trees.feet().y()[j];
                double dz = grass.feet().z()[i] - trees.feet().z()[j];
                assertThat(Math.sqrt(dx * dx + dy * dy + dz * dz)).isGreaterThanOrEqualTo((0.2 + 2) / 2 - 1e-5);
            }
        }
    }

    @Test
    void aPlantsOwnRoomGrowsWithItsSize() {
        CoverLayer plain = Covers.on(GROUND, properties("density", 40, "spacing", 0.05, "length", 1));
        Map<String, org.lumbrit.core.recipe.PropertyRange> properties = new HashMap<>(plain.properties());
        properties.put(
                "width", new org.lumbrit.core.recipe.PropertyRange(0.3, 1.2, org.lumbrit.core.recipe.Combine.PRODUCT));
        CoverLayer layer = new CoverLayer(
                "grass",
                "grass",
                4,
                false,
                plain.plant(),
                GROUND,
                SCATTERED,
                CoverLayer.HeadingFrom.NORTH,
                1,
                false,
                plain.tintLow(),
                plain.tintHigh(),
                List.of(),
                List.of(),
                properties);
        Plants plants = Covers.site(
                        new Ground(41, 41, new float[41 * 41], 40),
                        List.of(),
                        List.of(),
                        List.of(Sites.patches()),
                        List.of(layer),
                        new Drive("grass", "width", "patches", CurvePoint.STRAIGHT))
                .plants(layer);
        assertThat(plants.count()).isGreaterThan(1000);
        double leastSpare = Double.POSITIVE_INFINITY;
        for (int i = 0; i < plants.count(); i++) {
            for (int j = 0; j < i; j++) {
                double dx = plants.feet().x()[i] - plants.feet().x()[j];
                double dz = plants.feet().z()[i] - plants.feet().z()[j];
                double both = (plants.width().at(i) + plants.width().at(j)) / 2;
                leastSpare = Math.min(leastSpare, Math.sqrt(dx * dx + dz * dz) - Math.min(both, 1.2));
            }
        }
        assertThat(leastSpare).isGreaterThanOrEqualTo(-1e-4);
    }

    @Test
    void variantsStandAsOftenAsTheirWeightsSay() {
        CoverLayer layer = Covers.on(
                GROUND,
                properties("density", 8, "spacing", 0, "weight-1", 1, "weight-2", 3, "weight-3", 0, "weight-4", 6));
        Plants plants = alone(FLAT, layer);
        int[] counts = new int[4];
        for (byte variant : plants.variant()) {
            counts[variant]++;
        }
        double n = plants.count();
        double[] shares = {0.1, 0.3, 0, 0.6};
        for (int v = 0; v < 4; v++) {
            double sigma = Math.sqrt(n * shares[v] * (1 - shares[v]));
            assertThat((double) counts[v]).isCloseTo(n * shares[v], within(3 * sigma));
        }
        assertThat(n).isCloseTo(8 * 3600, within(3 * Math.sqrt(8 * 3600)));
    }

    @Test
    void yawIsUniform() {
        CoverLayer layer = Covers.on(GROUND, properties("density", 5, "spacing", 0.2));
        Map<String, org.lumbrit.core.recipe.PropertyRange> properties = new HashMap<>(layer.properties());
        properties.put(
                "yaw", new org.lumbrit.core.recipe.PropertyRange(0, 360, org.lumbrit.core.recipe.Combine.PRODUCT));
        CoverLayer turned = layer.withProperty("yaw", properties.get("yaw"));
        Plants plants = Covers.site(
                        FLAT,
                        List.of(),
                        List.of(),
                        List.of(new Falloff("any", "Any", new RandomSource(2), List.of())),
                        List.of(turned),
                        new Drive("grass", "yaw", "any", CurvePoint.STRAIGHT))
                .plants(turned);
        double[] yaw = new double[plants.count()];
        for (int i = 0; i < yaw.length; i++) {
            double angle = 2 * Math.atan2(plants.turn()[4 * i + 1], plants.turn()[4 * i + 3]);
            yaw[i] = (angle / (2 * Math.PI) + 1) % 1;
        }
        Arrays.sort(yaw);
        double largest = 0;
        for (int i = 0; i < yaw.length; i++) {
            largest = Math.max(largest, Math.max((i + 1.0) / yaw.length - yaw[i], yaw[i] - (double) i / yaw.length));
        }
        // Kolmogorov and Smirnov: p = 0.01 at 1.628/√n
        assertThat(largest).isLessThan(1.628 / Math.sqrt(yaw.length));
    }

    @Test
    void weightsThatAreAllZeroAreRefused() {
        CoverLayer layer =
                Covers.on(GROUND, properties("density", 8, "weight-1", 0, "weight-2", 0, "weight-3", 0, "weight-4", 0));
        assertThatThrownBy(() -> alone(FLAT, layer))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("weight");
    }

    @Test
    void clustersHaveTheMeanDensityThatIsAskedForAndAreClumped() {
        CoverLayer layer = Covers.on(
                "grass", GROUND, new ClusterPattern(0.25, 0.5), false, properties("density", 4, "spacing", 0));
        Plants plants = alone(FLAT, layer);
        // 900 clusters of 16: the count strays by clusters, not by plants
        assertThat((double) plants.count()).isCloseTo(4 * 3600, within(3 * Math.sqrt(900) * 17));
        assertThat(variance(plants))
                .isGreaterThan(3 * variance(alone(FLAT, Covers.on(GROUND, properties("density", 4, "spacing", 0)))));
    }

    /** Of the counts in squares of 1 m, over their mean: 1 for plants by chance. */
    private static double variance(Plants plants) {
        int[] counts = new int[3600];
        for (int i = 0; i < plants.count(); i++) {
            int x = (int) Math.floor(plants.feet().x()[i] + 30);
            int z = (int) Math.floor(plants.feet().z()[i] + 30);
            counts[Math.min(59, z) * 60 + Math.min(59, x)]++;
        }
        double mean = Arrays.stream(counts).average().orElseThrow();
        return Arrays.stream(counts)
                        .mapToDouble(c -> (c - mean) * (c - mean))
                        .average()
                        .orElseThrow()
                / mean;
    }

    @Test
    void rowsStandInLinesAndDensityThinsThem() {
        RowPattern rows = new RowPattern(2, 0.5, 0, 0);
        Plants full = alone(FLAT, Covers.on("grass", GROUND, rows, false, properties("density", 5, "spacing", 0)));
        Plants half = alone(FLAT, Covers.on("grass", GROUND, rows, false, properties("density", 0.5, "spacing", 0)));
        assertThat(full.count()).isEqualTo(30 * 120);
        for (int i = 0; i < full.count(); i++) {
            double across = full.feet().x()[i] / 2;
            assertThat(across).isCloseTo(Math.rint(across), within(1e-9));
        }
        assertThat((double) half.count()).isCloseTo(1800, within(3 * Math.sqrt(900)));
        assertThat(Arrays.stream(full.feet().id()).boxed().toList())
                .containsAll(Arrays.stream(half.feet().id()).boxed().toList());
    }

    @Test
    void aBorderFollowsThePathAtItsDistance() {
        PathPlace path = new PathPlace("p", "P", List.of(new Point3(-20, 0, -5), new Point3(20, 0, -5)), false);
        PathPattern border = new PathPattern("p", 1.5, 0.5, PathPattern.Side.LEFT, 0);
        Plants plants =
                alone(FLAT, Covers.on("grass", GROUND, border, false, properties("density", 20, "spacing", 0)), path);
        assertThat(plants.count()).isEqualTo(80);
        for (int i = 0; i < plants.count(); i++) {
            assertThat(plants.feet().z()[i]).isCloseTo(-6.5, within(1e-9));
        }
    }

    @Test
    void besideAWindingPathNoPlantStandsNearerToAnyPartOfItThanToItsOwn() {
        List<Point3> bends = List.of(
                new Point3(-20, 0, -5),
                new Point3(0, 0, -5),
                new Point3(1, 0, 6),
                new Point3(3, 0, -5),
                new Point3(20, 0, 5),
                new Point3(2, 0, 12));
        for (boolean area : new boolean[] {false, true}) {
            Place place = area ? new AreaPlace("p", "P", bends) : new PathPlace("p", "P", bends, false);
            SegmentTree whole = new SegmentTree(bends, area, true);
            for (double jitter : new double[] {0, 0.3}) {
                PathPattern border = new PathPattern("p", 2, 0.5, PathPattern.Side.BOTH, jitter);
                Plants plants = alone(
                        FLAT,
                        Covers.on("grass", GROUND, border, false, properties("density", 20, "spacing", 0)),
                        place);
                assertThat(plants.count()).isGreaterThan(100);
                for (int i = 0; i < plants.count(); i++) {
                    assertThat(whole.distance(
                                    plants.feet().x()[i], 0, plants.feet().z()[i]))
                            .isGreaterThan(2 * (1 - jitter / 2) - 1e-6);
                }
            }
        }
    }

    @Test
    void aPatternOfFarTooManyPlacesIsRefusedAtOnce() {
        Ground huge = new Ground(9, 9, new float[81], 5000);
        for (Pattern pattern : List.of(new RowPattern(0.02, 0.02, 0, 0), new ClusterPattern(100, 1))) {
            CoverLayer layer = Covers.on("grass", GROUND, pattern, false, properties("density", 50, "spacing", 0));
            assertThatThrownBy(() -> alone(huge, layer))
                    .isInstanceOf(CoverScatter.TooManyPlantsException.class)
                    .hasMessageContaining("of memory this program holds");
        }
    }

    /** The bound follows the heap, and what it names really works: one place more would not. */
    @Test
    void whatWouldNotFitIntoMemoryIsRefusedWithTheNearestThatDoes() {
        Ground wide = new Ground(9, 9, new float[81], 1200);
        CoverLayer dense = Covers.on(GROUND, properties("density", 2000, "spacing", 0));
        assertThatThrownBy(() -> alone(wide, dense))
                .isInstanceOf(CoverScatter.TooManyPlantsException.class)
                .hasMessageContaining("2880 million places")
                .hasMessageContaining(org.lumbrit.core.math.Room.said())
                .satisfies(e -> {
                    double works = Double.parseDouble(e.getMessage().replaceAll(".*at most ([0-9.]+) /m².*", "$1"));
                    assertThat(works * 1200 * 1200)
                            .isLessThanOrEqualTo(Spots.most())
                            .isGreaterThan(0.98 * Spots.most());
                });
        CoverLayer tight = Covers.on(GROUND, properties("density", 100, "spacing", 0.05));
        assertThatThrownBy(() -> alone(wide, tight))
                .isInstanceOf(CoverScatter.TooManyPlantsException.class)
                .satisfies(e -> {
                    double works = Double.parseDouble(e.getMessage().replaceAll(".*at least ([0-9.]+) m .*", "$1"));
                    assertThat(0.7 * 1200 * 1200 / works / works).isLessThanOrEqualTo(Spots.mostSettled());
                });
    }

    @Test
    void sinkMovesTheMeshDownItsOwnAxisAndLeavesTheFootOnTheSurface() {
        Ground slope = Grounds.slope(41, 41, 20, 30);
        CoverLayer layer = Covers.on(GROUND, properties("density", 1, "spacing", 1, "align", 1, "sink", 0.2));
        Plants plants = alone(slope, layer);
        for (int i = 0; i < plants.count(); i++) {
            double[] base = plants.base(i);
            double gap = slope.height(plants.feet().x()[i], plants.feet().z()[i])
                    - plants.feet().y()[i];
            assertThat(Math.abs(gap)).isLessThan(1e-3);
            assertThat(plants.feet().y()[i] - base[1]).isCloseTo(0.2 * Math.cos(Math.toRadians(30)), within(1e-4));
        }
    }

    @Test
    void sizeScalesBothLengthAndWidth() {
        Plants plants =
                alone(FLAT, Covers.on(GROUND, properties("density", 1, "length", 0.5, "width", 0.2, "size", 3)));
        assertThat(plants.length().at(0)).isCloseTo(1.5f, within(1e-6f));
        assertThat(plants.width().at(0)).isCloseTo(0.6f, within(1e-6f));
    }

    @Test
    void overRandomGroundDensitySpacingAndTilingThePromisesHold() {
        for (int run = 0; run < 12; run++) {
            Ground ground =
                    Grounds.bumpy(9 + (int) (40 * Hash.unit(Hash.of(5, run))), 12 + 20 * Hash.unit(Hash.of(6, run)), 4);
            double density = 0.5 + 8 * Hash.unit(Hash.of(7, run));
            double spacing = run % 3 == 0 ? 0 : 0.1 + 0.5 * Hash.unit(Hash.of(8, run));
            Pattern pattern = switch (run % 4) {
                case 0 -> new ClusterPattern(0.3, 0.4);
                case 1 -> new RowPattern(0.8, 0.4, 37, 0.5);
                default -> SCATTERED;
            };
            CoverLayer layer =
                    Covers.on("grass", GROUND, pattern, false, properties("density", density, "spacing", spacing));
            SiteEvaluation evaluation = Covers.site(ground, List.of(), List.of(), List.of(), List.of(layer));
            Plants whole = evaluation.plants(layer);
            double cutX = ground.width() * (Hash.unit(Hash.of(9, run)) - 0.5);
            double cutZ = ground.width() * (Hash.unit(Hash.of(10, run)) - 0.5);
            int sum = 0;
            for (int tile = 0; tile < 4; tile++) {
                Region region = new Region(
                        tile % 2 == 0 ? -99 : cutX,
                        tile < 2 ? -99 : cutZ,
                        tile % 2 == 0 ? cutX : 99,
                        tile < 2 ? cutZ : 99);
                sum += evaluation.plants(layer, region).count();
            }
            assertThat(sum).isEqualTo(whole.count());
            for (int i = 1; i < whole.count() && spacing > 0; i++) {
                for (int j = 0; j < i; j++) {
                    double dx = whole.feet().x()[i] - whole.feet().x()[j];
                    double dz = whole.feet().z()[i] - whole.feet().z()[j];
                    double dy = pattern == SCATTERED
                            ? 0
                            : whole.feet().y()[i] - whole.feet().y()[j];
                    assertThat(dx * dx + dy * dy + dz * dz).isGreaterThanOrEqualTo(spacing * spacing * (1 - 1e-9));
                }
            }
        }
    }
}
