package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.lang.reflect.RecordComponent;
import java.util.List;
import org.lumbrit.core.cover.Bed;
import org.lumbrit.core.cover.Pattern;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Description;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.motion.Blowing;
import org.lumbrit.core.motion.Carrier;
import org.lumbrit.core.motion.GustSource;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Limits;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.formats.json.RecipeJson;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** What sources, steps, layers and plants say about themselves; the forms on screen are made from it. */
@RestController
class KindsApi {
    /** Every kind. */
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
            @NotNull List<LayerProperties> layerProperties,
            @NotNull List<Description> shapes,
            @NotNull List<Description.SettingDescription> propSettings,
            @NotNull List<Description.SettingDescription> groundSettings,
            @NotNull List<Description.SettingDescription> limitSettings) {}

    /** The rows of one kind of layer. */
    record LayerProperties(@NotNull String kind, @NotNull List<LayerProperty> properties) {
        static LayerProperties of(Class<?> kind, List<PropertyDescription> offered) {
            return new LayerProperties(
                    Kinds.kind(kind).name(),
                    offered.stream().map(LayerProperty::of).toList());
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
                Kinds.of(Layer.class).stream()
                        .map(kind -> LayerProperties.of(kind, fresh(kind).offered()))
                        .toList(),
                describe(Shape.class),
                Description.settings(Prop.class),
                Description.settings(GroundSpec.class),
                Description.settings(Limits.class));
    }

    /** A layer of a kind with all settings by default, to be asked what it offers. */
    private static Layer fresh(Class<? extends Record> kind) {
        ObjectNode node = JsonNodeFactory.instance
                .objectNode()
                .put("kind", Kinds.kind(kind).name())
                .put("id", "new")
                .put("name", "New");
        for (RecordComponent component : Kinds.components(kind)) {
            Setting setting = component.getAnnotation(Setting.class);
            if (setting != null
                    && setting.byDefault().isEmpty()
                    && setting.refers().isReference()) {
                node.put(component.getName(), "other");
            }
        }
        return RecipeJson.read(node, Layer.class, "layer");
    }

    private static List<Description> describe(Class<?> sealed) {
        return Kinds.of(sealed).stream().map(Description::of).toList();
    }
}
