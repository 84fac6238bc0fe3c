package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.UUID;
import org.lumbrit.core.answers.Aim;
import org.lumbrit.core.answers.WaterAim;
import org.lumbrit.core.answers.WhyHere;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.results.KeptResults;
import org.lumbrit.server.storage.NotFoundException;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.Manifest;
import org.lumbrit.server.view.Manifest.FindingView;
import org.lumbrit.server.view.ViewRequest;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Newest;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Looking at a site: manifests, and the explanation of one place. */
@RestController
class ViewApi {
    private final SiteStore store;
    private final ViewService views;
    private final KeptResults results;

    ViewApi(SiteStore store, ViewService views, KeptResults results) {
        this.store = store;
        this.views = views;
        this.results = results;
    }

    /** A view of a revision with edits that are not saved yet. */
    record Preview(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull ViewRequest view) {}

    /**
     * A place on the ground, or a plant by its number in the layer's list.
     *
     * @param plant −1 for a place on the ground
     * @param prop the prop whose surface is meant, with y up; null or "" for the ground
     * @param time seconds of the clock; null for 0
     */
    record Question(
            @NotNull Integer base,
            @NotNull String layer,
            @NotNull String property,
            @NotNull Double x,
            @NotNull Double z,
            @NotNull Integer plant,
            String prop,
            Double y,
            Double time) {}

    /**
     * The answer.
     *
     * @param plant the plant's identity, or empty; @param variant its variant, from 1, or 0
     * @param others every property of the plant, or of the place
     */
    record Answer(
            @NotNull WhyHere why,
            @NotNull String plant,
            @NotNull Integer variant,
            @NotNull Double slope,
            @NotNull List<PropertyValue> others) {}

    /** One property's value. */
    record PropertyValue(
            @NotNull String property,
            @NotNull String unit,
            @NotNull Double value) {}

    @Newest
    @PostMapping(path = "/api/sites/{id}/view", produces = MediaType.APPLICATION_JSON_VALUE)
    Manifest view(@PathVariable UUID id, @RequestBody Preview preview, Cancel cancel) {
        List<Edit> edits = preview.edits().isEmpty() ? List.of() : RecipeJson.edits(preview.edits());
        Recipe recipe = store.preview(id, preview.base(), edits);
        return views.manifest(recipe, preview.base(), preview.view(), cancel);
    }

    /** A revision with edits that are not saved yet. */
    record Unsaved(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits) {}

    /** What is probably not meant. */
    @Newest
    @PostMapping(path = "/api/sites/{id}/findings", produces = MediaType.APPLICATION_JSON_VALUE)
    List<FindingView> findings(@PathVariable UUID id, @RequestBody Unsaved unsaved, Cancel cancel) {
        List<Edit> edits = unsaved.edits().isEmpty() ? List.of() : RecipeJson.edits(unsaved.edits());
        return views.findings(store.preview(id, unsaved.base(), edits), cancel);
    }

    /**
     * What is wanted: a share of the ground from a falloff, a number of plants from a cover, a level of a liquid, or how deep a floating prop lies.
     *
     * @param share 0..1, where a falloff is named, or of the ground under a cover's plants where no number of them is
     * @param plants where a cover is named; 0 where its share is meant
     * @param metres of a liquid's top, where such a layer is named, or of a floating prop's lowest place below the water
     * @param prop the one that floats, or none
     */
    record Wish(
            @NotNull Integer base,
            @NotNull String falloff,
            @NotNull Double share,
            @NotNull String layer,
            @NotNull Integer plants,
            Double metres,
            String prop) {}

    /** What was solved; the edits set it. */
    record SolvedView(
            @NotNull Double value,
            @NotNull Double reached,
            @NotNull Boolean met,
            @NotNull String text,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits) {}

    @Newest
    @PostMapping(path = "/api/sites/{id}/aim", produces = MediaType.APPLICATION_JSON_VALUE)
    SolvedView aim(@PathVariable UUID id, @RequestBody Wish wish, Cancel cancel) {
        SiteEvaluation evaluation = views.evaluation(store.preview(id, wish.base(), List.of()), 0, cancel);
        Aim.Solved solved = solved(evaluation, wish, cancel);
        return new SolvedView(
                solved.value(), solved.reached(), solved.met(), solved.text(), RecipeJson.node(solved.edits()));
    }

    private Aim.Solved solved(SiteEvaluation evaluation, Wish wish, Cancel cancel) {
        if (wish.prop() != null && !wish.prop().isEmpty()) {
            return WaterAim.draught(evaluation, wish.prop(), metres(wish));
        }
        if (!wish.falloff().isEmpty()) {
            return Aim.covers(evaluation, results, cancel, wish.falloff(), wish.share());
        }
        if (wish.metres() != null) {
            return WaterAim.level(evaluation, results, cancel, wish.layer(), metres(wish));
        }
        return wish.plants() == 0 && wish.share() > 0
                ? Aim.shade(evaluation, results, cancel, wish.layer(), wish.share())
                : Aim.plants(evaluation, results, cancel, wish.layer(), between(1, wish.plants(), 10_000_000));
    }

    private static double metres(Wish wish) {
        if (wish.metres() == null) {
            throw new BadInputException("metres: how many are wanted.");
        }
        return wish.metres();
    }

    private static CoverLayer cover(Layer layer) {
        if (layer.seen().contains(Subject.PLANTS)) {
            return (CoverLayer) layer;
        }
        throw new BadInputException("“" + layer.name() + "” has no plants.");
    }

    private static int between(int least, int number, int most) {
        if (number < least || number > most) {
            throw new BadInputException("plants: between " + least + " and " + most + ", not " + number + ".");
        }
        return number;
    }

    @Newest
    @PostMapping(path = "/api/sites/{id}/why", produces = MediaType.APPLICATION_JSON_VALUE)
    Answer why(@PathVariable UUID id, @RequestBody Question question, Cancel cancel) {
        if (question.plant() < -1) {
            throw new BadInputException(
                    "plant: from 0 on, or −1 for a place on the ground, not " + question.plant() + ".");
        }
        Recipe recipe = store.preview(id, question.base(), List.of());
        Layer layer = recipe.layer(question.layer())
                .orElseThrow(() -> InvalidRecipeException.missing("layer", question.layer()));
        SiteEvaluation whole = views.evaluation(recipe, question.time() == null ? 0 : question.time(), cancel);
        SiteEvaluation evaluation = whole.seenBy(layer.id());
        Samples sample;
        String plant = "";
        int variant = 0;
        if (question.plant() >= 0) {
            Plants plants = evaluation.plants(cover(layer));
            if (question.plant() >= plants.count()) {
                throw new NotFoundException("This plant is not there any more; click again.");
            }
            sample = plants.feet().pick(Samples.NOT_KEPT, new int[] {question.plant()});
            plant = java.util.HexFormat.of().toHexDigits(sample.id()[0]);
            variant = plants.variant()[question.plant()] + 1;
            evaluation = evaluation.on(plants.surfaceOf(question.plant()));
        } else if (question.prop() != null && recipe.prop(question.prop()).isPresent()) {
            double y = question.y() == null ? 0 : question.y();
            sample = evaluation.placed(question.prop()).sampleAt(question.x(), y, question.z());
            evaluation = evaluation.on(question.prop());
        } else {
            sample = evaluation.plan().ground().samplesAt(new double[] {question.x()}, new double[] {question.z()});
        }
        double slope = StrictMath.toDegrees(StrictMath.acos(Math.min(1, sample.ny()[0])));
        SiteEvaluation there = evaluation;
        SiteEvaluation made = whole.on(evaluation.surface());
        List<PropertyValue> others = layer.fields().stream()
                .map(field -> new PropertyValue(field.name(), field.unit(), (double)
                        (layer.properties().containsKey(field.name()) ? there : made)
                                .field(layer, field.name(), sample)[0]))
                .toList();
        SiteEvaluation asked = layer.properties().containsKey(question.property()) ? there : made;
        return new Answer(WhyHere.at(asked, layer, question.property(), sample), plant, variant, slope, others);
    }
}
