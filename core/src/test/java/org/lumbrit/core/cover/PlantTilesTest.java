package org.lumbrit.core.cover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.lumbrit.core.cover.Covers.properties;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Region;

class PlantTilesTest {
    private static final Ground BUMPY = Grounds.bumpy(61, 90, 4);
    private static final Bed GROUND = new Bed.OnGround();

    /** As if there were so many times as many plants, so that a small cover falls into many tiles. */
    private static List<Plants> tiles(SiteEvaluation site, CoverLayer layer, double times, List<Double> done)
            throws IOException {
        List<Plants> tiles = new ArrayList<>();
        PlantTiles.each(
                BUMPY,
                new PlantTiles.Scatter() {
                    @Override
                    public Plants plants(Region region) {
                        return site.plants(layer, region);
                    }

                    @Override
                    public double guessed(Region region) {
                        Region within = region.and(Region.of(BUMPY));
                        return times
                                * site.whole(layer).count()
                                * within.area()
                                / Region.of(BUMPY).area();
                    }
                },
                (plants, share) -> {
                    tiles.add(plants);
                    done.add(share);
                });
        return tiles;
    }

    /** Also where it keeps clear of another cover, whose plants stand over the tiles' borders. */
    @Test
    void togetherTheyHaveEveryPlantOfTheWholeOnce() throws IOException {
        CoverLayer stones =
                Covers.on("stones", GROUND, new Pattern.Scattered(), false, properties("density", 0.2, "spacing", 1.3));
        for (double spacing : new double[] {0, 0.25}) {
            CoverLayer grass = Covers.on(
                    "grass",
                    GROUND,
                    new Pattern.Scattered(),
                    true,
                    properties("density", 3, "spacing", spacing, "width", 0.1));
            SiteEvaluation site = Covers.site(BUMPY, List.of(), List.of(), List.of(), List.of(stones, grass));
            Plants whole = site.whole(grass);
            Map<Long, Integer> at = new HashMap<>();
            for (int i = 0; i < whole.count(); i++) {
                at.put(whole.feet().id()[i], i);
            }
            List<Double> done = new ArrayList<>();
            List<Plants> tiles = tiles(site, grass, 1000, done);
            assertThat(tiles.size()).isGreaterThan(20);
            assertThat(done).isSorted().last().isEqualTo(1.0);
            for (Plants tile : tiles) {
                for (int i = 0; i < tile.count(); i++) {
                    Integer same = at.remove(tile.feet().id()[i]);
                    assertThat(same).as("a plant that the whole has, once").isNotNull();
                    assertThat(tile.feet().x()[i]).isEqualTo(whole.feet().x()[same]);
                    assertThat(tile.length().at(i)).isEqualTo(whole.length().at(same));
                    assertThat(tile.variant()[i]).isEqualTo(whole.variant()[same]);
                }
            }
            assertThat(at).isEmpty();
        }
    }

    @Test
    void fewPlantsAreOneTileAndTheWholeItself() throws IOException {
        CoverLayer grass = Covers.on(GROUND, properties("density", 1, "spacing", 0.4));
        SiteEvaluation site = Covers.site(BUMPY, List.of(), List.of(), List.of(), List.of(grass));
        List<Plants> tiles = new ArrayList<>();
        site.eachTile(grass, (plants, share) -> tiles.add(plants));
        assertThat(tiles).hasSize(1);
        assertThat(tiles.get(0).feet().id()).isEqualTo(site.whole(grass).feet().id());
    }

    @Test
    void ringsShowMoreTheNearerTheEyeAndTogetherAllOfIt() {
        List<Ring> rings = Ring.round(new Region(-6000, -6000, 6000, 6000), 1.0 / 64, 100, 4000, 0);
        assertThat(rings).hasSize(3);
        assertThat(rings).extracting(Ring::side).containsExactly(6000.0, 3000.0, 1500.0);
        assertThat(rings).extracting(Ring::from).containsExactly(1.0 / 64, 1.0 / 16, 1.0 / 4);
        assertThat(rings.get(2).to()).isEqualTo(1);
        // the eye looks north: most of each square lies before it
        assertThat(rings.get(2).region().z0()).isLessThan(4000 - 1000);
        assertThat(rings.get(2).region().contains(100, 3900)).isTrue();
        assertThat(rings.get(2).wholeWithin()).isEqualTo(750);
        assertThat(Ring.round(new Region(-6000, -6000, 6000, 6000), 1.0 / 64, 110, 3990, 0))
                .isEqualTo(rings);
        assertThat(Ring.round(new Region(-10, -10, 10, 10), 0.25, 500, 0, 90)).isEmpty();
        assertThat(Ring.round(new Region(-10, -10, 10, 10), 1, 0, 0, 90)).isEmpty();
    }
}
