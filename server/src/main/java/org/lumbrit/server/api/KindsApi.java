package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.lumbrit.core.cover.Bed;
import org.lumbrit.core.cover.Pattern;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Description;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.motion.Blowing;
import org.lumbrit.core.motion.Carrier;
import org.lumbrit.core.motion.GustSource;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Limits;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.formats.json.Fresh;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What sources, steps, layers and plants say about themselves; the forms on screen are made from it. */
@RestController
class KindsApi {
    /**
     * Every kind.
     *
     * @param choices the kinds that a setting of a layer may be of, by the layer's kind and the setting's name: {@code snow.sky}
     */
    record AllKinds(
            @NotNull List<Description> sources,
            @NotNull List<Description> steps,
            @NotNull List<Description> layers,
            @NotNull List<Description> plants,
            @NotNull List<Description> beds,
            @NotNull List<Description> patterns,
            @NotNull List<Description> blowings,
            @NotNull List<Description> gustSources,
            @NotNull List<Description> carriers,
            @NotNull Map<String, List<Description>> choices,
            @NotNull List<LayerKind> layerKinds,
            @NotNull List<FamilyView> families,
            @NotNull List<Description> shapes,
            @NotNull List<Description> poses,
            @NotNull List<Description.SettingDescription> propSettings,
            @NotNull List<Description.SettingDescription> groundSettings,
            @NotNull List<Description.SettingDescription> limitSettings) {}

    /** A part of the board. */
    record FamilyView(@NotNull String name, @NotNull String title) {}

    /**
     * What the page has to know of a kind of layer.
     *
     * @param properties the rows of the board; @param results what it computes besides
     * @param keyable whether its settings, and not only its properties, can be keyed over time
     * @param seeded whether another seed is another one of the same kind
     * @param tools words for what the page offers besides
     */
    record LayerKind(
            @NotNull String kind,
            @NotNull String family,
            @NotNull List<LayerProperty> properties,
            @NotNull List<FieldView> results,
            @NotNull Boolean seeded,
            @NotNull Boolean duplicable,
            @NotNull Boolean keyable,
            @NotNull String settingsTitle,
            @NotNull List<String> tools) {
        static LayerKind of(Layer layer) {
            Description.SettingDescription seed = Description.of(((Record) layer).getClass()).settings().stream()
                    .filter(setting -> setting.name().equals("seed"))
                    .findFirst()
                    .orElseThrow();
            return new LayerKind(
                    Kinds.of((Record) layer).name(),
                    Kinds.word(layer.family()),
                    layer.offered().stream().map(LayerProperty::of).toList(),
                    layer.results().stream().map(FieldView::of).toList(),
                    seed.onCard(),
                    layer.duplicable(),
                    layer.keyable("settings"),
                    layer.settingsTitle(),
                    layer.tools());
        }
    }

    /** A result that a layer computes. */
    record FieldView(
            @NotNull String name,
            @NotNull String title,
            @NotNull String help,
            @NotNull String unit,
            @NotNull Boolean signed) {
        static FieldView of(Field field) {
            return new FieldView(field.name(), field.title(), field.help(), field.unit(), field.signed());
        }
    }

    /**
     * A row of the board.
     *
     * @param low end of a new layer; @param high end of a new layer
     */
    record LayerProperty(
            @NotNull String name,
            @NotNull String title,
            @NotNull String help,
            @NotNull String unit,
            @NotNull Double min,
            @NotNull Double max,
            @NotNull Double sliderMax,
            @NotNull Double low,
            @NotNull Double high,

            @NotNull @Schema(description = "Whether it changes along each plant, from foot to tip")
            Boolean along) {
        static LayerProperty of(PropertyDescription d) {
            return new LayerProperty(
                    d.name(),
                    d.title(),
                    d.help(),
                    d.unit(),
                    d.min(),
                    d.max(),
                    d.sliderMax(),
                    d.byDefault().low(),
                    d.byDefault().high(),
                    d.domain() == Domain.ALONG);
        }
    }

    @GetMapping(path = "/api/kinds", produces = MediaType.APPLICATION_JSON_VALUE)
    AllKinds kinds() {
        return new AllKinds(
                describe(Source.class),
                describe(Step.class),
                describe(Layer.class),
                describe(Plant.class),
                describe(Bed.class),
                describe(Pattern.class),
                describe(Blowing.class),
                describe(GustSource.class),
                describe(Carrier.class),
                choices(),
                Kinds.of(Layer.class).stream()
                        .map(kind -> LayerKind.of(Fresh.layer(kind)))
                        .toList(),
                Arrays.stream(Family.values())
                        .map(family -> new FamilyView(Kinds.word(family), family.title()))
                        .toList(),
                describe(Shape.class),
                describe(Pose.class),
                Description.settings(Prop.class),
                Description.settings(GroundSpec.class),
                Description.settings(Limits.class));
    }

    private static Map<String, List<Description>> choices() {
        Map<String, List<Description>> choices = new TreeMap<>();
        for (Class<? extends Record> layer : Kinds.of(Layer.class)) {
            for (RecordComponent component : layer.getRecordComponents()) {
                if (Kinds.known(component.getType())) {
                    choices.put(Kinds.kind(layer).name() + "." + component.getName(), describe(component.getType()));
                }
            }
        }
        return choices;
    }

    private static List<Description> describe(Class<?> sealed) {
        return Kinds.of(sealed).stream().map(Description::of).toList();
    }
}
