package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.stills.Take;
import org.lumbrit.core.trials.Brought;
import org.lumbrit.core.trials.Comparison;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.image.StillPng;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.results.KeptResults;
import org.lumbrit.server.storage.ListedRevision;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.Pictures;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Newest;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** States of sites: their pictures without a screen, what differs between two, a site's history, and what is brought back from it. */
@RestController
class StatesApi {
    private static final int LEAST = 16;
    private static final int MOST = 4096;
    private static final int MOST_LINES = 200;

    private final SiteStore store;
    private final ViewService views;
    private final KeptResults results;

    StatesApi(SiteStore store, ViewService views, KeptResults results) {
        this.store = store;
        this.views = views;
        this.results = results;
    }

    /** A revision of a site with edits that are not saved, at a second of its clock. */
    record State(
            @NotNull UUID site,
            @NotNull Integer revision,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull Double time) {}

    /**
     * A picture of a state.
     *
     * @param look daylight, drawn or values; @param falloff whose values are shown, by id; "" for the first
     * @param eye none for all of the site; @param width pixels; @param height pixels
     */
    record StillWish(
            @NotNull State of,
            @NotNull String look,
            @NotNull String falloff,
            DrawnApi.EyeView eye,
            @NotNull Integer width,
            @NotNull Integer height) {}

    /**
     * @param falloff whose values are compared, by id; "" for another number
     * @param layer whose field is compared, by id, with {@code field}; "" for the height of the ground
     */
    record DifferenceWish(
            @NotNull State before,
            @NotNull State after,
            @NotNull String falloff,
            @NotNull String layer,
            @NotNull String field,
            DrawnApi.EyeView eye,
            @NotNull Integer width,
            @NotNull Integer height) {}

    record Pair(@NotNull State before, @NotNull State after) {}

    /** @param of falloff, layer, prop or place, of which {@code id} is set otherwise; "" where it is none of these */
    record ChangeView(
            @NotNull String sentence,
            @NotNull String of,
            @NotNull String id) {}

    record DifferenceView(
            @NotNull String falloff,
            @NotNull String name,
            @NotNull String unit,
            @NotNull Double share,
            @NotNull Double mean,
            @NotNull Double largest) {}

    record StandView(
            @NotNull String name,
            @NotNull Long before,
            @NotNull Long after,
            @NotNull Long added,
            @NotNull Long gone,
            @NotNull Long moved) {}

    /** What differs. @param trianglesBefore of all plants; @param trianglesAfter likewise */
    record ComparisonView(
            @NotNull List<ChangeView> changes,
            @NotNull List<DifferenceView> fields,
            @NotNull List<StandView> covers,
            @NotNull Long trianglesBefore,
            @NotNull Long trianglesAfter) {}

    /** A line of the history. @param state the revision whose recipe it shows; @param at when, ISO 8601 */
    record RevisionLine(
            @NotNull Integer number,
            @NotNull Integer state,
            @NotNull String summary,
            @NotNull String at) {
        static RevisionLine of(ListedRevision line) {
            return new RevisionLine(
                    line.getNumber(),
                    line.getState(),
                    line.getSummary(),
                    line.getAt().toString());
        }
    }

    record PartView(@NotNull String of, @NotNull String id) {
        Brought.Part part() {
            for (Refers each : Refers.values()) {
                if (each.isThing() && each.name().toLowerCase(Locale.ROOT).equals(of)) {
                    return new Brought.Part(each, id);
                }
            }
            throw new BadInputException("parts: of falloff, layer, prop or place, not “" + of + "”.");
        }
    }

    /** @param base the site's newest revision; @param parts none for all of it */
    record BringBack(
            @NotNull Integer base,
            @NotNull Integer revision,
            @NotNull List<PartView> parts) {}

    @Newest
    @PostMapping(path = "/api/still", produces = MediaType.IMAGE_PNG_VALUE)
    byte[] still(@RequestBody StillWish wish, Cancel cancel) {
        DrawnApi.requirePixels(wish.width, wish.height, LEAST, MOST);
        Recipe recipe = recipe(wish.of);
        KeyBuilder key = new KeyBuilder("still/1")
                .add(RecipeJson.node(recipe).toString())
                .add(wish.of.time)
                .add(wish.look)
                .add(wish.falloff)
                .add(String.valueOf(wish.eye))
                .add(wish.width)
                .add(wish.height);
        return results.get(key.key(), cancel, shared -> picture(recipe, wish, shared));
    }

    private byte[] picture(Recipe recipe, StillWish wish, Cancel cancel) {
        SiteEvaluation site = views.evaluation(recipe, wish.of.time, cancel);
        Eye eye = eye(wish.eye, site, wish.width, wish.height);
        return Pictures.png(site, wish.look, wish.falloff, eye, wish.width, wish.height);
    }

    private static Eye eye(DrawnApi.EyeView eye, SiteEvaluation site, int width, int height) {
        return eye == null ? Eye.over(site.lying().ground(), width, height) : eye.eye();
    }

    private Recipe recipe(State state) {
        return store.preview(
                state.site, state.revision, state.edits.isEmpty() ? List.of() : RecipeJson.edits(state.edits));
    }

    private SiteEvaluation site(State state, Cancel cancel) {
        return views.evaluation(recipe(state), state.time, cancel);
    }

    @Newest
    @PostMapping(path = "/api/comparison", produces = MediaType.APPLICATION_JSON_VALUE)
    ComparisonView comparison(@RequestBody Pair pair, Cancel cancel) {
        Comparison told = Comparison.of(site(pair.before, cancel), site(pair.after, cancel));
        return new ComparisonView(
                told.changes().stream()
                        .map(each -> new ChangeView(
                                each.sentence(),
                                each.of() == Refers.NOTHING
                                        ? ""
                                        : each.of().name().toLowerCase(Locale.ROOT),
                                each.id()))
                        .toList(),
                told.fields().stream()
                        .map(each -> new DifferenceView(
                                each.id(), each.name(), each.unit(), each.share(), each.mean(), each.largest()))
                        .toList(),
                told.covers().stream()
                        .map(each -> new StandView(
                                each.name(), each.before(), each.after(), each.added(), each.gone(), each.moved()))
                        .toList(),
                told.triangles()[0],
                told.triangles()[1]);
    }

    /** The second state with how much greater a number is there than in the first. Headers say where its colours end, on which share of the ground it differs and by how much on the mean. */
    @Newest
    @PostMapping(path = "/api/difference", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> difference(@RequestBody DifferenceWish wish, Cancel cancel) {
        DrawnApi.requirePixels(wish.width, wish.height, LEAST, MOST);
        SiteEvaluation before = site(wish.before, cancel);
        SiteEvaluation after = site(wish.after, cancel);
        Comparison.Shown shown =
                Comparison.shown(before, after, new Comparison.Over(wish.falloff, wish.layer, wish.field));
        Eye eye = eye(wish.eye, after, wish.width, wish.height);
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_PNG)
                .header("Values-End", Decimal.write(shown.values().high(), 6))
                .header("Share-Changed", Decimal.write(shown.ground().share(), 6))
                .header("Mean", Decimal.write(shown.ground().mean(), 9))
                .body(StillPng.write(Take.values(after, shown.values(), eye, wish.width, wish.height)));
    }

    /** The newest first. @param before only those with a lower number; @param most how many lines at most, 200 or fewer */
    @GetMapping(path = "/api/sites/{id}/history", produces = MediaType.APPLICATION_JSON_VALUE)
    List<RevisionLine> history(
            @PathVariable UUID id,
            @RequestParam(defaultValue = "2147483647") int before,
            @RequestParam(defaultValue = "50") int most) {
        if (most < 1 || most > MOST_LINES) {
            throw new BadInputException("most: from 1 to " + MOST_LINES + " lines, not " + most + ".");
        }
        return store.history(id, before, most).stream().map(RevisionLine::of).toList();
    }

    @PostMapping(path = "/api/sites/{id}/bring-back", produces = MediaType.APPLICATION_JSON_VALUE)
    SitesApi.Site bringBack(@PathVariable UUID id, @RequestBody BringBack wish) {
        return SitesApi.Site.of(store.bringBack(
                id,
                wish.base,
                wish.revision,
                wish.parts.stream().map(PartView::part).toList()));
    }
}
