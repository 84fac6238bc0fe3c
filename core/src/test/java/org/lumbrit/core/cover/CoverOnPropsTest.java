package org.lumbrit.core.cover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.lumbrit.core.cover.Covers.properties;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.HutShape;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.TriangleTree;

/** Cover on walls, tops and undersides of props. */
class CoverOnPropsTest {
    private static final Ground BUMPY = Grounds.bumpy(61, 60, 3);
    private static final Bed STONE = new Bed.OnProp("stone");

    private static Plants plants(Prop prop, CoverLayer layer) {
        return evaluation(prop, layer).plants(layer);
    }

    private static SiteEvaluation evaluation(Prop prop, CoverLayer layer) {
        return Covers.site(BUMPY, List.of(), List.of(prop), List.of(), List.of(layer));
    }

    @Test
    void theCountFollowsTrueAreaOnEveryPartOfAClosedMesh() {
        Prop prop = Covers.boulder(40, 25, 1.4);
        for (double spacing : new double[] {0, 0.05}) {
            CoverLayer layer = Covers.on(STONE, properties("density", 150, "spacing", spacing));
            SiteEvaluation evaluation = evaluation(prop, layer);
            Plants plants = evaluation.plants(layer);
            PlacedMesh placed = evaluation.placed("stone");
            Mesh mesh = placed.mesh();
            double[] areas = new double[8];
            int[] counts = new int[8];
            for (int t = 0; t < mesh.triangles().length; t += 3) {
                double[] middle = new double[3];
                for (int k = 0; k < 9; k++) {
                    middle[k % 3] += mesh.positions()[3 * mesh.triangles()[t + k / 3] + k % 3] / 3;
                }
                areas[part(middle)] += mesh.area(t) * 1.4 * 1.4;
            }
            for (int i = 0; i < plants.count(); i++) {
                double[] own = {
                    plants.feet().x()[i], plants.feet().y()[i], plants.feet().z()[i]
                };
                placed.toOwn(own);
                counts[part(own)]++;
            }
            for (int p = 0; p < 8; p++) {
                double expected = 150 * areas[p];
                // triangles that cross into another part are counted by their middles
                assertThat((double) counts[p]).isCloseTo(expected, within(3 * Math.sqrt(expected) + 0.01 * expected));
            }
        }
    }

    private static int part(double[] own) {
        return (own[0] > 0 ? 1 : 0) + (own[1] > 0.8 ? 2 : 0) + (own[2] > 0 ? 4 : 0);
    }

    @Test
    void everyFootIsOnTheSurfaceAfterThePropWasTurnedMovedAndSized() {
        CoverLayer layer = Covers.on(STONE, properties("density", 60, "spacing", 0.08));
        for (Prop prop : List.of(Covers.boulder(0, 0, 1), Covers.boulder(130, -70, 2.3), Covers.box(2, 1, 3))) {
            SiteEvaluation evaluation = evaluation(prop, layer);
            Plants plants = evaluation.plants(layer);
            PlacedMesh placed = evaluation.placed("stone");
            TriangleTree.Probe probe = placed.probe();
            assertThat(plants.count()).isGreaterThan(100);
            for (int i = 0; i < plants.count(); i++) {
                double gap = placed.distance(
                        probe,
                        plants.feet().x()[i],
                        plants.feet().y()[i],
                        plants.feet().z()[i]);
                assertThat(gap).isLessThan(0.001);
            }
        }
    }

    @Test
    void turningAndMovingThePropTakesItsPlantsAlong() {
        CoverLayer layer = Covers.on(STONE, properties("density", 40, "spacing", 0.1));
        Plants before = plants(Covers.boulder(0, 0, 1), layer);
        Plants after = plants(Covers.boulder(77, 33, 1), layer);
        assertThat(after.feet().id()).isEqualTo(before.feet().id());
    }

    @Test
    void twoPlantsOnAPropAreNeverNearerThanTheSpacingButOppositeSidesOfAThinWallLeaveEachOtherAlone() {
        Prop thin = Covers.box(6, 4, 0.02);
        CoverLayer layer = Covers.on(STONE, properties("density", 200, "spacing", 0.15));
        Plants plants = plants(thin, layer);
        int across = 0;
        for (int i = 0; i < plants.count(); i++) {
            for (int j = 0; j < i; j++) {
                double dx = plants.feet().x()[i] - plants.feet().x()[j];
                double dy = plants.feet().y()[i] - plants.feet().y()[j];
                double dz = plants.feet().z()[i] - plants.feet().z()[j];
                double facing = plants.feet().nx()[i] * plants.feet().nx()[j]
                        + plants.feet().ny()[i] * plants.feet().ny()[j]
                        + plants.feet().nz()[i] * plants.feet().nz()[j];
                if (Math.sqrt(dx * dx + dy * dy + dz * dz) < 0.15 - 1e-6) {
                    assertThat(facing).isLessThan(-0.86f);
                    assertThat(wayRound(plants, i, j)).isGreaterThan(0.15);
                    across++;
                }
            }
        }
        assertThat(across).isGreaterThan(10);
        // filled as far as chance fills, 0.66 plants per r² of true area, where the way round is longer than the
        // spacing
        int inner = 0;
        for (int i = 0; i < plants.count(); i++) {
            boolean along = Math.abs(plants.feet().x()[i] - 3) < 3 - 0.15;
            boolean up = Math.abs(plants.feet().y()[i] - 3) < 2 - 0.15;
            inner += along && up ? 1 : 0;
        }
        double area = 2 * (6 - 0.3) * (4 - 0.3);
        assertThat(inner * 0.15 * 0.15 / area).isGreaterThan(0.66);
    }

    /** Over the nearest edge of the thin box, from one of its two sides to the other. */
    private static double wayRound(Plants plants, int i, int j) {
        double ux = plants.feet().x()[i] - 3;
        double uy = plants.feet().y()[i] - 3;
        double vx = plants.feet().x()[j] - 3;
        double vy = plants.feet().y()[j] - 3;
        return Math.min(
                Math.hypot(6 - Math.abs(ux + vx) + 0.02, uy - vy), Math.hypot(4 - Math.abs(uy + vy) + 0.02, ux - vx));
    }

    private static Plants turned(Shape shape, double heading, double pitch, double roll, CoverLayer layer) {
        Prop prop = new Prop("stone", "Stone", shape, 3, 1, -2, heading, pitch, roll, 1, false, 0, 0, "#888888", false);
        return plants(prop, layer);
    }

    @Test
    void turningAPropAboutTwoAxesChangesNoneOfItsPlantsAndTheSpacingHoldsOverItsEdges() {
        CoverLayer layer = Covers.on(STONE, properties("density", 200, "spacing", 0.3));
        Shape box = new BoxShape(8, 5, 3);
        Plants upright = turned(box, 0, 0, 0, layer);
        for (double[] turn : new double[][] {{25, 20, -35}, {0, 45, 0}, {190, -7, 88}}) {
            Plants plants = turned(box, turn[0], turn[1], turn[2], layer);
            assertThat(plants.feet().id()).isEqualTo(upright.feet().id());
            assertThat(nearestPair(plants)).isGreaterThan(0.3 - 1e-6);
        }
    }

    private static double nearestPair(Plants plants) {
        Samples feet = plants.feet();
        double nearest = Double.POSITIVE_INFINITY;
        for (int i = 0; i < feet.count(); i++) {
            for (int j = 0; j < i; j++) {
                double dx = feet.x()[i] - feet.x()[j];
                double dy = feet.y()[i] - feet.y()[j];
                double dz = feet.z()[i] - feet.z()[j];
                nearest = Math.min(nearest, dx * dx + dy * dy + dz * dz);
            }
        }
        return Math.sqrt(nearest);
    }

    @Test
    void overTheSharpEdgesOfAHutTheSpacingHoldsUnlessAWallLiesBetween() {
        Plants plants = turned(
                new HutShape(4, 5.2, 2.2, 42, 2),
                40,
                0,
                0,
                Covers.on(STONE, properties("density", 30, "spacing", 0.2)));
        Samples feet = plants.feet();
        int across = 0;
        for (int i = 0; i < feet.count(); i++) {
            for (int j = 0; j < i; j++) {
                double dx = feet.x()[j] - feet.x()[i];
                double dy = feet.y()[j] - feet.y()[i];
                double dz = feet.z()[j] - feet.z()[i];
                if (dx * dx + dy * dy + dz * dz < 0.04 - 1e-6) {
                    float facing =
                            feet.nx()[i] * feet.nx()[j] + feet.ny()[i] * feet.ny()[j] + feet.nz()[i] * feet.nz()[j];
                    double behind = dx * feet.nx()[i] + dy * feet.ny()[i] + dz * feet.nz()[i];
                    assertThat(facing).isLessThan(-0.86f);
                    assertThat(behind).as("it lies behind the wall").isLessThan(1e-6);
                    across++;
                }
            }
        }
        assertThat(plants.count()).isGreaterThan(1000);
        assertThat(across).isLessThan(plants.count());
    }

    @Test
    void raisingTheDensityOnAPropOnlyAdds() {
        for (double spacing : new double[] {0, 0.12}) {
            Plants thin =
                    plants(Covers.boulder(0, 0, 1), Covers.on(STONE, properties("density", 10, "spacing", spacing)));
            Plants dense =
                    plants(Covers.boulder(0, 0, 1), Covers.on(STONE, properties("density", 45, "spacing", spacing)));
            Set<Long> ids = new HashSet<>();
            for (long id : dense.feet().id()) {
                ids.add(id);
            }
            assertThat(dense.count()).isGreaterThan(2 * thin.count());
            for (long id : thin.feet().id()) {
                assertThat(ids).contains(id);
            }
        }
    }

    @Test
    void tilesOfAPropTogetherAreTheWhole() {
        CoverLayer layer = Covers.on(STONE, properties("density", 40, "spacing", 0.1));
        SiteEvaluation evaluation = evaluation(Covers.boulder(10, 5, 1), layer);
        Plants whole = evaluation.plants(layer);
        int sum = evaluation.plants(layer, new Region(-50, -50, 3.2, 50)).count()
                + evaluation.plants(layer, new Region(3.2, -50, 50, 50)).count();
        assertThat(sum).isEqualTo(whole.count());
    }

    @Test
    void headingFromTheSurfaceLeansWallPlantsDown() {
        CoverLayer plain =
                Covers.on(STONE, properties("density", 30, "spacing", 0, "align", 1, "lean", 80, "heading", 0));
        CoverLayer layer = new CoverLayer(
                plain.id(),
                plain.name(),
                plain.seed(),
                false,
                plain.plant(),
                plain.bed(),
                plain.pattern(),
                CoverLayer.HeadingFrom.SURFACE,
                0,
                false,
                plain.tintLow(),
                plain.tintHigh(),
                List.of(),
                List.of(),
                plain.properties());
        Plants plants = plants(Covers.box(3, 2, 3), layer);
        int walls = 0;
        for (int i = 0; i < plants.count(); i++) {
            if (Math.abs(plants.feet().ny()[i]) < 0.01) {
                double[] up = plants.axis(i);
                double out =
                        up[0] * plants.feet().nx()[i] + up[2] * plants.feet().nz()[i];
                assertThat(up[1]).isCloseTo(-Math.sin(Math.toRadians(80)), within(1e-4));
                assertThat(out).isCloseTo(Math.cos(Math.toRadians(80)), within(1e-4));
                walls++;
            }
        }
        assertThat(walls).isGreaterThan(100);
    }

    @Test
    void undersidesAreCoveredToo() {
        Plants plants =
                plants(Covers.box(2, 1, 2), Covers.on(STONE, properties("density", 50, "spacing", 0, "align", 1)));
        int under = 0;
        for (int i = 0; i < plants.count(); i++) {
            if (plants.feet().ny()[i] < -0.99) {
                under++;
                Quaternion turn = new Quaternion(
                        plants.turn()[4 * i],
                        plants.turn()[4 * i + 1],
                        plants.turn()[4 * i + 2],
                        plants.turn()[4 * i + 3]);
                assertThat(turn.rotate(0, 1, 0)[1]).isCloseTo(-1, within(1e-5));
            }
        }
        assertThat((double) under).isCloseTo(200, within(3 * Math.sqrt(200)));
    }

    @Test
    void aThousandMillionPlantsAreRefusedWithTheNumberAndWhatWorks() {
        CoverLayer layer = Covers.on(STONE, properties("density", 2000, "spacing", 0));
        Prop huge = Covers.box(500, 500, 500);
        assertThatThrownBy(() -> plants(huge, layer))
                .isInstanceOf(CoverScatter.TooManyPlantsException.class)
                .hasMessageContaining("3000 million")
                .satisfies(e -> {
                    double works = Double.parseDouble(e.getMessage().replaceAll(".*at most ([0-9.]+) /m².*", "$1"));
                    assertThat(works * 6 * 500 * 500).isBetween(0.98 * Spots.most(), 1.0 * Spots.most());
                });
    }
}
