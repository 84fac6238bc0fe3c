package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.surface.GroundTiles.Chosen;
import org.lumbrit.core.surface.GroundTiles.Tile;

class GroundTilesTest {
    private static final Ground ROUGH =
            ground(4097, 2049, (column, row) -> 40 * Hash.unit(Hash.of(3, column / 3, row / 3)));

    private interface Height {
        double at(int column, int row);
    }

    private static Ground ground(int columns, int rows, Height height) {
        float[] heights = new float[columns * rows];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) height.at(i % columns, i / columns);
        }
        return new Ground(columns, rows, heights, 5000);
    }

    private static GroundTiles tiles(Ground ground) {
        return new GroundTiles(ground, new ResultsOfOneRun(), Cancel.NEVER);
    }

    @Test
    void anyChoiceCoversTheGroundOnceAndNeighboursDifferByOneLevelAtMost() {
        GroundTiles tiles = tiles(ROUGH);
        for (double[] at : new double[][] {{0, 20, 0}, {-2400, 45, 1100}, {2499, 3000, -1249}, {9000, 60, 0}}) {
            List<Chosen> chosen = tiles.chosen(new GroundTiles.Eye(at[0], at[1], at[2], 900), 60);
            assertThat(chosen).hasSizeLessThan(75);
            int finest = 1 << tiles.deepest();
            Map<Long, Integer> level = new HashMap<>();
            for (Chosen each : chosen) {
                Tile tile = each.tile();
                int wide = finest >> tile.level();
                for (int row = tile.row() * wide; row < (tile.row() + 1) * wide; row++) {
                    for (int column = tile.column() * wide; column < (tile.column() + 1) * wide; column++) {
                        assertThat(level.put(row * 100_000L + column, tile.level()))
                                .as("covered once")
                                .isNull();
                    }
                }
            }
            assertThat(level).hasSize(2 * finest * finest);
            level.forEach((place, own) -> {
                for (long next : new long[] {place + 1, place + 100_000}) {
                    assertThat(Math.abs(own - level.getOrDefault(next, own))).isLessThan(2);
                }
            });
        }
    }

    @Test
    void nearTheEyeTilesAreFinerAndWhatIsCoarserBesideThemIsSaid() {
        GroundTiles tiles = tiles(ROUGH);
        List<Chosen> chosen = tiles.chosen(new GroundTiles.Eye(-2490, 42, -1240, 900), 40);
        assertThat(chosen.get(chosen.size() - 1).tile().level()).isEqualTo(tiles.deepest());
        assertThat(chosen.get(chosen.size() - 1).tile().column()).isLessThan(8);
        assertThat(chosen).anySatisfy(each -> assertThat(each.coarser()).isNotZero());
        for (Chosen each : chosen) {
            assertThat(each.tile().column() == 0 && (each.coarser() & 8) != 0)
                    .as("nothing lies beyond the border")
                    .isFalse();
        }
    }

    @Test
    void anEvenSlopeNeedsNoMoreThanItsLargestTiles() {
        Ground slope = ground(1025, 513, (column, row) -> 0.25 * column + 0.5 * row);
        GroundTiles tiles = tiles(slope);
        assertThat(tiles.error(new Tile(0, 0, 0))).isLessThan(1e-4);
        assertThat(tiles.chosen(new GroundTiles.Eye(0, 300, 0, 900), 60)).hasSize(2);
    }

    @Test
    void nodesAndApronAreTheGroundAndTheErrorIsWhatTheNextLevelAdds() {
        GroundTiles tiles = tiles(ROUGH);
        Tile tile = new Tile(1, 2, 1);
        float[] heights = tiles.heights(tile);
        double step = tiles.width(1) / (GroundTiles.NODES - 1);
        assertThat(tiles.width(1)).isEqualTo(1250);
        assertThat(tiles.west(tile)).isEqualTo(0);
        assertThat(tiles.north(tile)).isCloseTo(0, within(1e-9));
        assertThat((double) heights[GroundTiles.APRON + 1]).isCloseTo(ROUGH.height(0, 0), within(1e-5));
        assertThat((double) heights[0]).isCloseTo(ROUGH.height(-step, -step), within(1e-5));
        Ground spike = ground(1025, 513, (column, row) -> column == 1 && row == 0 ? 7 : 0);
        assertThat(tiles(spike).error(new Tile(1, 0, 0)))
                .as("between two nodes of level 1, on one of level 2")
                .isCloseTo(7, within(1e-6));
        assertThat(tiles(spike).error(new Tile(tiles.deepest(), 0, 0))).isZero();
    }
}
