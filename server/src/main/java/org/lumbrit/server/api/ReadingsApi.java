package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Readings;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Newest;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Numbers of a layer over time, and how long it takes to have them. */
@RestController
class ReadingsApi {
    /** More moments than a line of a picture has pixels say nothing. */
    private static final int MOMENTS = 1200;

    private final SiteStore store;
    private final ViewService views;

    ReadingsApi(SiteStore store, ViewService views) {
        this.store = store;
        this.views = views;
    }

    /** A layer of a revision with edits that are not saved yet, at a second of the clock. */
    record Reader(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull String layer,
            @NotNull Double time) {}

    /** One number over time. */
    record ReadingLine(
            @NotNull String title,
            @NotNull String unit,
            @NotNull List<Double> values) {}

    /**
     * Numbers over time, or over a height.
     *
     * @param unit s for time, m for height; @param seconds of the clock, or metres, rising; @param lines each with as many values
     * @param way places x, y, z in one row that something goes through; empty where nothing goes anywhere
     */
    record ReadingsView(
            @NotNull String unit,
            @NotNull List<Double> seconds,
            @NotNull List<ReadingLine> lines,
            @NotNull List<Double> way) {}

    /** How long a layer takes to compute, in words; "" where it is not worth a word. */
    record TakesView(@NotNull String words) {}

    @Newest
    @PostMapping(path = "/api/sites/{id}/readings", produces = MediaType.APPLICATION_JSON_VALUE)
    ReadingsView readings(@PathVariable UUID id, @RequestBody Reader reader, Cancel cancel) {
        SiteEvaluation evaluation = evaluation(id, reader, cancel);
        Layer layer = layer(evaluation, reader);
        Readings told = layer.readings(evaluation.surroundings(layer))
                .orElseThrow(() -> new InvalidRecipeException(
                        "layer",
                        "“" + layer.name() + "” gives no numbers over time. Snow that drifts and rolling bodies do."))
                .thinned(MOMENTS);
        return new ReadingsView(
                told.unit(),
                list(told.seconds()),
                told.lines().stream()
                        .map(line -> new ReadingLine(line.title(), line.unit(), list(line.values())))
                        .toList(),
                list(told.way()));
    }

    @PostMapping(path = "/api/sites/{id}/takes", produces = MediaType.APPLICATION_JSON_VALUE)
    TakesView takes(@PathVariable UUID id, @RequestBody Reader reader) {
        SiteEvaluation evaluation = evaluation(id, reader, Cancel.NEVER);
        Layer layer = layer(evaluation, reader);
        return new TakesView(layer.takes(evaluation.surroundings(layer)));
    }

    private SiteEvaluation evaluation(UUID id, Reader reader, Cancel cancel) {
        List<Edit> edits = reader.edits().isEmpty() ? List.of() : RecipeJson.edits(reader.edits());
        Recipe recipe = store.preview(id, reader.base(), edits);
        return views.evaluation(recipe, reader.time(), cancel);
    }

    private static Layer layer(SiteEvaluation evaluation, Reader reader) {
        return evaluation
                .plan()
                .recipe()
                .layer(reader.layer())
                .orElseThrow(() -> InvalidRecipeException.missing("layer", reader.layer()));
    }

    private static List<Double> list(double[] values) {
        return Arrays.stream(values).boxed().toList();
    }
}
