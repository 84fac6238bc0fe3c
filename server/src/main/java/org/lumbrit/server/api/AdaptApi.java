package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.lumbrit.core.adapt.Adaptation;
import org.lumbrit.core.adapt.Adapted;
import org.lumbrit.core.adapt.Extent;
import org.lumbrit.core.adapt.Wish;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Heavy;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Rules of another site, carried to the ground of this one. */
@RestController
class AdaptApi {
    private final SiteStore store;
    private final ViewService views;

    AdaptApi(SiteStore store, ViewService views) {
        this.store = store;
        this.views = views;
    }

    /** A place or prop of the other site, and the one here that stands for it, by names. */
    record Instead(@NotNull String theirs, @NotNull String ours) {}

    /**
     * What is to be brought.
     *
     * @param from the other site; @param part ids of its falloffs and layers, all where it is empty
     * @param heights metres or share; @param lengths kept or scaled
     * @param bringPlaces whether places that this site lacks come along
     */
    record Bringing(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull UUID from,
            @NotNull List<String> part,
            @NotNull String heights,
            @NotNull String lengths,
            @NotNull List<Instead> instead,
            @NotNull Boolean bringPlaces) {}

    /** Something that could not be carried. */
    record LostView(@NotNull String name, @NotNull String reason) {}

    /**
     * The edits that bring it.
     *
     * @param notes what was matched, renamed or left out; @param asked places and props that nothing here stands for
     */
    record AdaptedView(
            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull List<String> notes,
            @NotNull List<LostView> lost,
            @NotNull List<String> asked) {}

    @Heavy
    @PostMapping(path = "/api/sites/{id}/adapt", produces = MediaType.APPLICATION_JSON_VALUE)
    AdaptedView adapt(@PathVariable UUID id, @RequestBody Bringing bringing, Cancel cancel) {
        List<Edit> unsaved = bringing.edits().isEmpty() ? List.of() : RecipeJson.edits(bringing.edits());
        Recipe here = store.preview(id, bringing.base(), unsaved);
        Recipe there = store.state(bringing.from()).recipe();
        Map<String, String> instead = new HashMap<>();
        bringing.instead().forEach(pair -> instead.put(pair.theirs(), pair.ours()));
        Wish wish = new Wish(
                bringing.part(),
                word(Wish.Heights.class, "heights", bringing.heights()),
                word(Wish.Lengths.class, "lengths", bringing.lengths()),
                instead,
                bringing.bringPlaces());
        Adapted adapted = Adaptation.of(there, extent(there, cancel), here, extent(here, cancel), wish);
        return new AdaptedView(
                RecipeJson.node(adapted.edits()),
                adapted.notes(),
                adapted.lost().stream()
                        .map(lost -> new LostView(lost.name(), lost.reason()))
                        .toList(),
                adapted.asked());
    }

    private Extent extent(Recipe recipe, Cancel cancel) {
        return Extent.of(views.evaluation(recipe, 0, cancel).plan().ground());
    }

    private static <E extends Enum<E>> E word(Class<E> type, String name, String word) {
        try {
            return Enum.valueOf(type, word.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new BadInputException(name + ": one of " + String.join(", ", org.lumbrit.core.kinds.Kinds.words(type))
                    + ", not “" + word + "”.");
        }
    }
}
