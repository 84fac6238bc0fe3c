package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.io.BufferedWriter;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.UUID;
import org.lumbrit.core.answers.Roster;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.tables.RosterCsv;
import org.lumbrit.server.storage.NotFoundException;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.PlantViews;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Heavy;
import org.lumbrit.server.work.Newest;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import tools.jackson.databind.JsonNode;

/** The nursery's plants and the roster of those that stand. */
@RestController
class PlantsApi {
    private final SiteStore store;
    private final ViewService views;
    private final PlantViews plants;

    PlantsApi(SiteStore store, ViewService views, PlantViews plants) {
        this.store = store;
        this.views = views;
        this.plants = plants;
    }

    /**
     * A plant of the nursery with edits that are not saved yet.
     *
     * @param growth 0..1; @param detail 0 for the full mesh
     * @param falloff whose values are sent with it, none if left out; @param stage which of its values, the result if left out
     */
    record SheetWish(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull String plant,
            @NotNull Double growth,
            @NotNull Integer detail,
            String falloff,
            Integer stage) {

        PlantViews.Pose pose(Recipe recipe) {
            if (detail < 0 || detail > 8) {
                throw new BadInputException("detail: between 0 and 8, not " + detail + ".");
            }
            if (falloff != null && recipe.falloff(falloff).isEmpty()) {
                throw InvalidRecipeException.missing("falloff", falloff);
            }
            return new PlantViews.Pose(
                    Math.max(0, Math.min(1, growth)),
                    detail,
                    falloff == null ? "" : falloff,
                    stage == null ? -1 : stage);
        }
    }

    @Newest
    @PostMapping(path = "/api/sites/{id}/sheet", produces = MediaType.APPLICATION_JSON_VALUE)
    PlantViews.Sheet sheet(@PathVariable UUID id, @RequestBody SheetWish wish, Cancel cancel) {
        List<Edit> edits = wish.edits().isEmpty() ? List.of() : RecipeJson.edits(wish.edits());
        Recipe recipe = store.preview(id, wish.base(), edits);
        PlantLayer kept = kept(recipe, wish.plant());
        return plants.sheet(views.evaluation(recipe, 0, cancel), kept, wish.pose(recipe), cancel);
    }

    /** A plant of the nursery in the site's wind; 404 where the site has none. */
    @Newest
    @GetMapping(path = "/api/sites/{id}/breeze", produces = MediaType.APPLICATION_JSON_VALUE)
    PlantViews.Breeze breeze(@PathVariable UUID id, @RequestParam String plant, Cancel cancel) {
        Recipe recipe = store.state(id).recipe();
        PlantLayer kept = kept(recipe, plant);
        return plants.breeze(views.evaluation(recipe, 0, cancel), kept, cancel)
                .orElseThrow(() -> new NotFoundException("No wind blows in this site yet; add one with + layer."));
    }

    private static PlantLayer kept(Recipe recipe, String plant) {
        return recipe.layersOf(PlantLayer.class).stream()
                .filter(each -> each.id().equals(plant))
                .findFirst()
                .orElseThrow(() -> InvalidRecipeException.missing("plant", plant));
    }

    @Newest
    @GetMapping(path = "/api/sites/{id}/roster", produces = MediaType.APPLICATION_JSON_VALUE)
    PlantViews.RosterView roster(@PathVariable UUID id, @RequestParam String layer, Cancel cancel) {
        Recipe recipe = store.state(id).recipe();
        return plants.roster(views.evaluation(recipe, 0, cancel), cover(recipe, layer), cancel);
    }

    @Heavy
    @GetMapping("/api/sites/{id}/roster.csv")
    ResponseEntity<StreamingResponseBody> csv(@PathVariable UUID id, @RequestParam String layer, Cancel cancel) {
        Recipe recipe = store.state(id).recipe();
        CoverLayer cover = cover(recipe, layer);
        Roster roster = new Roster(views.evaluation(recipe, 0, cancel), cover);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv"))
                .header(HttpHeaders.CONTENT_DISPOSITION, Uploads.attachment(cover.name() + " roster.csv"))
                .body(out -> {
                    BufferedWriter writer = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
                    RosterCsv.write(roster, writer);
                    writer.flush();
                });
    }

    private static CoverLayer cover(Recipe recipe, String layer) {
        return recipe.layersOf(CoverLayer.class).stream()
                .filter(each -> each.id().equals(layer))
                .findFirst()
                .orElseThrow(() -> InvalidRecipeException.missing("cover", layer));
    }
}
