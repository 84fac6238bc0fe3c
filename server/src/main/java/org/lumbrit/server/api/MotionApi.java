package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.UUID;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.moving.LoopFits;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.MotionViews;
import org.lumbrit.server.view.MotionViews.MotionView;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Newest;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** What moves in a site, and how all of it can be made to loop. */
@RestController
class MotionApi {
    private final SiteStore store;
    private final ViewService views;
    private final MotionViews motions;

    MotionApi(SiteStore store, ViewService views, MotionViews motions) {
        this.store = store;
        this.views = views;
        this.motions = motions;
    }

    /**
     * The motion of a revision with edits that are not saved yet.
     *
     * @param full whether every plant is wanted, however many
     */
    record MotionWish(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull Boolean full) {}

    @Newest
    @PostMapping(path = "/api/sites/{id}/motion", produces = MediaType.APPLICATION_JSON_VALUE)
    MotionView motion(@PathVariable UUID id, @RequestBody MotionWish wish, Cancel cancel) {
        List<Edit> edits = wish.edits().isEmpty() ? List.of() : RecipeJson.edits(wish.edits());
        Recipe recipe = store.preview(id, wish.base(), edits);
        return motions.motion(views.evaluation(recipe, 0, cancel), wish.full(), cancel);
    }

    /** One way for one motion to loop. */
    record OptionView(
            @NotNull String words,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits) {}

    /** A motion that does not loop. */
    record ProposalView(
            @NotNull String title,
            @NotNull String text,
            @NotNull List<OptionView> options) {}

    /** All that does not loop, and the edits that make all of it loop. */
    record LoopView(
            @NotNull List<ProposalView> proposals,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode all) {}

    @GetMapping(path = "/api/sites/{id}/loop", produces = MediaType.APPLICATION_JSON_VALUE)
    LoopView loop(@PathVariable UUID id) {
        Recipe recipe = store.state(id).recipe();
        List<ProposalView> proposals = LoopFits.of(recipe).stream()
                .map(proposal -> new ProposalView(
                        proposal.title(),
                        proposal.text(),
                        proposal.options().stream()
                                .map(option -> new OptionView(option.words(), RecipeJson.node(List.of(option.edit()))))
                                .toList()))
                .toList();
        return new LoopView(proposals, RecipeJson.node(LoopFits.all(recipe)));
    }
}
