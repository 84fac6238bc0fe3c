package org.lumbrit.server.view;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Samples;

/** Which plants a view gets where there are very many. */
class PlantBinariesTest {
    private static Plants plants(int count) {
        Samples feet = Samples.allocate("feet " + count, count);
        for (int i = 0; i < count; i++) {
            feet.id()[i] = Hash.of(3, i);
        }
        Plants.Alike none = new Plants.Alike(new float[1]);
        return new Plants(
                feet,
                new short[0],
                List.of(""),
                new float[4 * count],
                none,
                none,
                none,
                none,
                none,
                none,
                new byte[count],
                0);
    }

    @Test
    void aFewAreAllShownAndManyAreThinnedToAnEvenPart() {
        assertThat(PlantBinaries.shown(plants(5000), false)).hasSize(5000);
        int[] shown = PlantBinaries.shown(plants(600_000), false);
        assertThat((double) shown.length).isCloseTo(PlantBinaries.MOST_SHOWN, within(0.02 * PlantBinaries.MOST_SHOWN));
        assertThat(PlantBinaries.shown(plants(600_000), true)).hasSize(600_000);
        long inFirstHalf = Arrays.stream(shown).filter(i -> i < 300_000).count();
        assertThat((double) inFirstHalf).isCloseTo(shown.length / 2.0, within(3 * Math.sqrt(shown.length / 4.0)));
    }

    @Test
    void aThinnerViewIsAPartOfAFullerOne() {
        Set<Integer> fuller = new HashSet<>();
        for (int i : PlantBinaries.shown(plants(400_000), false)) {
            fuller.add(i);
        }
        // more plants, each shown less often; of those that are in both, none is new
        for (int i : PlantBinaries.shown(plants(900_000), false)) {
            assertThat(i >= 400_000 || fuller.contains(i)).isTrue();
        }
    }
}
