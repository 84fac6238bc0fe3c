package org.lumbrit.core.cover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Region;

class FreeCellsTest {
    private static final Region REGION = new Region(-40, -40, 40, 40);

    @Test
    void countsInCellsAreAsAPoissonProcessHasThem() {
        Spots cells = FreeCells.fill(5, 3, REGION, Cancel.NEVER);
        Map<Long, Integer> counts = new HashMap<>();
        for (int i = 0; i < cells.count(); i++) {
            counts.merge((long) Math.floor(cells.x()[i]) * 1000 + (long) Math.floor(cells.z()[i]), 1, Integer::sum);
        }
        double n = REGION.area();
        double mean = cells.count() / n;
        double square = counts.values().stream().mapToDouble(c -> c * c).sum() / n;
        assertThat(mean).isCloseTo(3, within(3 * Math.sqrt(3 / n)));
        assertThat(square - mean * mean).as("the variance equals the mean").isCloseTo(3, within(0.25));
        assertThat((n - counts.size()) / n).as("empty cells").isCloseTo(Math.exp(-3), within(0.01));
    }

    @Test
    void aHigherDensityOnlyAdds() {
        Spots few = FreeCells.fill(5, 1, REGION, Cancel.NEVER);
        Spots many = FreeCells.fill(5, 4, REGION, Cancel.NEVER);
        Map<Long, Double> byId = new HashMap<>();
        for (int i = 0; i < many.count(); i++) {
            byId.put(many.ids()[i], many.x()[i]);
        }
        for (int i = 0; i < few.count(); i++) {
            assertThat(byId).containsEntry(few.ids()[i], few.x()[i]);
        }
        assertThat(many.count()).isGreaterThan(3 * few.count());
    }

    @Test
    void identitiesAreUniqueAndSortedByCell() {
        Spots cells = FreeCells.fill(8, 6, REGION, Cancel.NEVER);
        for (int i = 1; i < cells.count(); i++) {
            assertThat(cells.ids()[i]).isGreaterThan(cells.ids()[i - 1]);
        }
    }

    @Test
    void anEmptyRegionHasNoPlants() {
        assertThat(FreeCells.fill(1, 9, new Region(3, 3, 3, 8), Cancel.NEVER).count())
                .isZero();
    }
}
