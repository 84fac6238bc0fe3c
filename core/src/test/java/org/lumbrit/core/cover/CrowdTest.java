package org.lumbrit.core.cover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.lumbrit.core.cover.Covers.properties;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Region;

/** Covers of more plants than are looked at: how many there will be, and the part that stands for them. */
class CrowdTest {
    private static final Ground BUMPY = Grounds.bumpy(61, 240, 12);
    private static final Bed GROUND = new Bed.OnGround();
    private static final List<Falloff> PATCHES = List.of(Sites.patches());

    private static SiteEvaluation site(Ground ground, CoverLayer layer, String... driven) {
        Drive[] drives = Arrays.stream(driven)
                .map(property -> new Drive(layer.id(), property, "patches", CurvePoint.STRAIGHT))
                .toArray(Drive[]::new);
        return Covers.site(ground, List.of(), List.of(), PATCHES, List.of(layer), drives);
    }

    /** Where nothing drives it so dense everywhere, else from nothing to that. */
    private static CoverLayer upTo(double density, double spacing) {
        Map<String, PropertyRange> properties = properties("spacing", spacing);
        properties.put(CoverLayer.DENSITY, new PropertyRange(0, density, Combine.PRODUCT));
        return Covers.on(GROUND, properties);
    }

    private static void holds(SiteEvaluation site, CoverLayer layer, double share) {
        double counted = site.whole(layer).count();
        assertThat(counted).isGreaterThan(5000);
        assertThat(site.expected(layer)).isCloseTo(counted, Offset.offset(share * counted));
    }

    @Test
    void theNumberIsKnownBeforeAnyIsPlaced() {
        CoverLayer free = upTo(3, 0);
        holds(site(BUMPY, free), free, 0.01);
        holds(site(BUMPY, free, "density"), free, 0.01);
        // the floor decides nearly nowhere, in places, everywhere
        for (double density : new double[] {0.5, 1.5, 60}) {
            CoverLayer spaced = upTo(density, 0.6);
            holds(site(BUMPY, spaced), spaced, 0.05);
            holds(site(BUMPY, spaced, "density"), spaced, 0.05);
        }
    }

    @Test
    void aNarrowPatchOnAWideGroundIsCountedTruly() {
        Ground wide = new Ground(33, 33, new float[33 * 33], 4000);
        CoverLayer thin = upTo(0.01, 0);
        // chance alone is off by 0.4 % of so few
        holds(site(wide, thin, "density"), thin, 0.015);
    }

    /** Every plant of a thinned cover is the same plant in the whole: same place, size, turn and variant. */
    @Test
    void aPartIsAPartOfTheWhole() {
        for (double spacing : new double[] {0, 0.3}) {
            CoverLayer layer = upTo(8, spacing);
            SiteEvaluation site = site(BUMPY, layer, "density");
            Plants whole = site.whole(layer);
            Map<Long, Integer> at = new HashMap<>();
            for (int i = 0; i < whole.count(); i++) {
                at.put(whole.feet().id()[i], i);
            }
            int before = whole.count() + 1;
            for (double share : new double[] {0.5, 0.25, 0.0625}) {
                Plants part = site.plants(layer, Region.EVERYWHERE, 0, share);
                assertThat(part.count()).isBetween((int) (0.7 * share * whole.count()), before - 1);
                for (int i = 0; i < part.count(); i++) {
                    int same = at.get(part.feet().id()[i]);
                    assertThat(part.feet().x()[i]).isEqualTo(whole.feet().x()[same]);
                    assertThat(part.length().at(i)).isEqualTo(whole.length().at(same));
                    assertThat(part.turn()[4 * i + 1]).isEqualTo(whole.turn()[4 * same + 1]);
                    assertThat(part.variant()[i]).isEqualTo(whole.variant()[same]);
                }
                Plants rest = site.plants(layer, Region.EVERYWHERE, share, 1);
                assertThat(rest.count()).isEqualTo(whole.count() - part.count());
                before = part.count();
            }
        }
    }

    @Test
    void aCrowdIsLookedAtInPartAndCountedWhole() {
        Ground wide = new Ground(33, 33, new float[33 * 33], 3000);
        CoverLayer layer = Covers.on(GROUND, properties("density", 8, "spacing", 0.2));
        SiteEvaluation site = site(wide, layer).thinning();
        assertThat(site.share(layer)).isEqualTo(1.0 / 512);
        assertThat(site.plants(layer).count()).isBetween(100_000, 260_000);
        assertThat(site.count(layer)).isBetween(68_000_000L, 76_000_000L);
        CoverLayer few = Covers.on(GROUND, properties("density", 0.01, "spacing", 0.2));
        SiteEvaluation small = site(wide, few).thinning();
        assertThat(small.share(few)).isEqualTo(1);
        assertThat(small.count(few)).isEqualTo(small.whole(few).count());
    }
}
