package org.lumbrit.core.kinds;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Description.SettingDescription;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.recipe.Canonical;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.surface.Place;

class KindsTest {
    private static final List<Class<?>> SEALED =
            List.of(Source.class, Step.class, Layer.class, Plant.class, Place.class, Edit.class);

    @Test
    void everyKindHasAWordOfItsOwnATitleAndOneLineOfHelp() {
        for (Class<?> sealed : SEALED) {
            Set<String> words = new HashSet<>();
            for (Class<? extends Record> type : Kinds.of(sealed)) {
                Kind kind = Kinds.kind(type);
                assertThat(kind.name()).matches("[a-z]+(-[a-z]+)*");
                assertThat(words.add(kind.name()))
                        .as("%s is there once", kind.name())
                        .isTrue();
                assertThat(kind.title()).isNotBlank();
                assertThat(kind.help()).endsWith(".");
                assertThat(Kinds.named(sealed, kind.name())).contains(type);
            }
        }
        assertThat(Kinds.named(Source.class, "nothing")).isEmpty();
    }

    @Test
    void everyStepBeginsWithItsIdAndWhetherItIsSkipped() {
        for (Class<? extends Record> type : Kinds.of(Step.class)) {
            assertThat(type.getRecordComponents()[0].getName()).isEqualTo("id");
            assertThat(type.getRecordComponents()[1].getName()).isEqualTo("skipped");
        }
    }

    @Test
    void defaultsLieWithinTheirRangesAndSlidersWithinWhatIsAllowed() {
        for (Class<?> sealed : List.of(Source.class, Step.class, Plant.class)) {
            for (Class<? extends Record> type : Kinds.of(sealed)) {
                for (SettingDescription setting : Description.of(type).settings()) {
                    assertThat(setting.sliderMin()).isGreaterThanOrEqualTo(setting.min());
                    assertThat(setting.sliderMax()).isLessThanOrEqualTo(setting.max());
                    if (setting.type().equals("number") || setting.type().equals("whole")) {
                        double byDefault = Double.parseDouble(setting.byDefault());
                        assertThat(byDefault)
                                .as("%s.%s", type, setting.name())
                                .isBetween(setting.sliderMin(), setting.sliderMax());
                    }
                    if (setting.type().equals("choice")) {
                        assertThat(setting.choices()).contains(setting.byDefault());
                    }
                }
            }
        }
    }

    @Test
    void aFormFollowsFromTheDescription() {
        Description distance = Description.of(DistanceSource.class);
        assertThat(distance.name()).isEqualTo("distance");
        assertThat(distance.settings())
                .extracting(SettingDescription::type)
                .containsExactly("place", "number", "number", "choice", "choice");
        assertThat(Description.of(MultiplyStep.class).settings())
                .extracting(SettingDescription::name)
                .containsExactly("falloff", "amount");
    }

    private static String key(Record record) {
        KeyBuilder key = new KeyBuilder("test");
        Canonical.write(key, record, (what, id) -> "key of " + id);
        return key.key();
    }

    @Test
    void idsAndSkippingEnterNoKeyButSettingsAndReferencesDo() {
        assertThat(key(new ContrastStep("a", false, 2))).isEqualTo(key(new ContrastStep("b", true, 2)));
        assertThat(key(new ContrastStep("a", false, 2))).isNotEqualTo(key(new ContrastStep("a", false, 2.5)));
        assertThat(key(new MultiplyStep("a", false, "f", 1))).isNotEqualTo(key(new MultiplyStep("a", false, "g", 1)));
    }
}
