package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.lumbrit.core.adapt.Sizing;
import org.lumbrit.core.edit.DriveEdit;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.Fresh;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.ViewService;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** What a new layer begins with, and what it brings along. */
@RestController
class BeginApi {
    private final SiteStore store;
    private final ViewService views;

    BeginApi(SiteStore store, ViewService views) {
        this.store = store;
        this.views = views;
    }

    /**
     * The wish for a new layer.
     *
     * @param kind the word of the kind; @param layer the chosen layer by id, "" for none; @param prop likewise
     * @param falloff likewise
     */
    record NewLayer(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull String kind,
            @NotNull String layer,
            @NotNull String prop,
            @NotNull String falloff) {}

    /**
     * The edits that make it, or what has to be there first.
     *
     * @param layer the id of the new one; @param row the row to choose then; @param values whether to show its values
     * @param note what to say of it; @param missing what has to be there first, "" where nothing has
     * @param draw the kind of place to draw on the ground now, "" for none
     */
    record Beginnings(
            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull String layer,
            @NotNull String row,
            @NotNull Boolean values,
            @NotNull String note,
            @NotNull String missing,
            @NotNull String draw) {}

    @PostMapping(path = "/api/sites/{id}/begin", produces = MediaType.APPLICATION_JSON_VALUE)
    Beginnings begin(@PathVariable UUID id, @RequestBody NewLayer wish) {
        List<Edit> unsaved = wish.edits().isEmpty() ? List.of() : RecipeJson.edits(wish.edits());
        Recipe recipe = store.preview(id, wish.base(), unsaved);
        Class<? extends Record> kind = Kinds.named(Layer.class, wish.kind())
                .orElseThrow(() -> new BadInputException("kind: there is no kind of layer “" + wish.kind() + "”."));
        Beginning beginning = new Beginning(
                recipe,
                () -> views.assets().nodes(recipe.ground()),
                wish.layer(),
                wish.prop(),
                wish.falloff(),
                FreshIds::fresh);
        Begun begun = Fresh.layer(kind).begin(beginning);
        if (begun instanceof Begun.Missing missing) {
            return new Beginnings(RecipeJson.node(List.of()), "", "", false, "", missing.text(), missing.draw());
        }
        Begun.Made made = (Begun.Made) begun;
        made = made.layer()
                .sizedBy(recipe)
                .map(prop -> Sizing.ofProp(extent(prop)))
                .orElseGet(() -> Sizing.of(recipe.ground()))
                .made(made);
        return new Beginnings(
                RecipeJson.node(edits(recipe, made)),
                made.layer().id(),
                made.row(),
                made.values(),
                made.note(),
                "",
                "");
    }

    /** Metres of a prop's longest side. */
    private double extent(Prop prop) {
        double[] b = prop.shape().mesh(views.assets()::mesh).bounds();
        return prop.size() * Math.max(1e-3, Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2])));
    }

    private static List<Edit> edits(Recipe recipe, Begun.Made made) {
        List<Edit> edits = new ArrayList<>();
        int end = recipe.falloffs().size();
        for (Falloff falloff : made.falloffs()) {
            edits.add(new FalloffEdit.Add(falloff, end++));
        }
        edits.add(new LayerEdit.Add(made.layer()));
        for (Drive drive : made.drives()) {
            edits.add(new DriveEdit.Set(drive));
        }
        return edits;
    }
}
