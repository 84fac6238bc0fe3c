package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import java.util.function.UnaryOperator;
import org.lumbrit.core.edit.Fence;
import org.lumbrit.core.edit.Fence.Keeping;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.storage.SiteStore;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** How a property of a layer keeps to the areas of a site. */
@RestController
class FencesApi {
    private final SiteStore store;

    FencesApi(SiteStore store) {
        this.store = store;
    }

    /** @param layer by id; @param property that is fenced */
    record Fenced(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull String layer,
            @NotNull String property) {}

    /**
     * An area, and the ways to keep to it.
     *
     * @param now the word of the way that holds; @param edge metres over which the layer ends there
     */
    record FenceView(
            @NotNull String area,
            @NotNull String name,
            @NotNull String now,
            @NotNull Double edge,
            @NotNull List<KeepingView> ways) {}

    /** One way. @param edits that make it so */
    record KeepingView(
            @NotNull String how,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits) {}

    @PostMapping(path = "/api/sites/{id}/fences", produces = MediaType.APPLICATION_JSON_VALUE)
    List<FenceView> fences(@PathVariable UUID id, @RequestBody Fenced fenced) {
        List<Edit> unsaved = fenced.edits().isEmpty() ? List.of() : RecipeJson.edits(fenced.edits());
        Recipe recipe = store.preview(id, fenced.base(), unsaved);
        boolean offered = recipe
                .layer(fenced.layer())
                .orElseThrow(() -> InvalidRecipeException.missing("layer", fenced.layer()))
                .offered()
                .stream()
                .anyMatch(offer -> offer.name().equals(fenced.property()));
        if (!offered) {
            throw InvalidRecipeException.missing("property", fenced.property());
        }
        return recipe.places().stream()
                .filter(AreaPlace.class::isInstance)
                .map(area -> view(new Fence(recipe, fenced.layer(), fenced.property(), (AreaPlace) area)))
                .toList();
    }

    private static FenceView view(Fence fence) {
        UnaryOperator<String> ids = FreshIds::fresh;
        List<KeepingView> ways = Arrays.stream(Keeping.values())
                .map(how -> new KeepingView(Kinds.word(how), RecipeJson.node(fence.keep(how, ids))))
                .toList();
        return new FenceView(fence.area().id(), fence.area().name(), Kinds.word(fence.now()), fence.edge(), ways);
    }
}
