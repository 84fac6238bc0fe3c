package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.lumbrit.core.answers.Summary;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.edit.PropEdit;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.trials.Sweep;
import org.lumbrit.core.trials.Triable;
import org.lumbrit.core.trials.Trial;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.Pictures;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Newest;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Numbers of a site tried at several values. */
@RestController
class TrialsApi {
    private static final int LEAST = 32;
    private static final int MOST = 2048;

    private final SiteStore store;
    private final ViewService views;

    TrialsApi(SiteStore store, ViewService views) {
        this.store = store;
        this.views = views;
    }

    /** A revision with edits that are not saved yet. */
    record Asked(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits) {}

    /** A number that may be tried. @param of falloff or layer; @param setting the way to it */
    record NumberView(
            @NotNull String of,
            @NotNull String id,
            @NotNull String owner,
            @NotNull String setting,
            @NotNull String title,
            @NotNull String unit,
            @NotNull Double value,
            @NotNull Double least,
            @NotNull Double most,
            @NotNull Double from,
            @NotNull Double to) {}

    /** A number and its values. @param of falloff, layer or prop */
    record SweepView(
            @NotNull String of,
            @NotNull String id,
            @NotNull String setting,
            @NotNull Double from,
            @NotNull Double to,
            @NotNull Integer count,
            @NotNull Boolean byRatio) {
        Sweep sweep() {
            try {
                return new Sweep(
                        Track.Owner.valueOf(of.toUpperCase(Locale.ROOT)), id, setting, from, to, count, byRatio);
            } catch (IllegalArgumentException e) {
                throw new BadInputException("sweeps: of falloff, layer or prop, not “" + of + "”.");
            }
        }
    }

    /**
     * One trial of a sheet.
     *
     * @param sweeps one or two; @param number which trial, from 0: for each value of the first all of the second
     * @param show the falloff whose values are told, by id, "" for none; @param look of the picture: daylight, drawn or values
     * @param eye none for all of the site
     * @param width pixels; @param height pixels
     */
    record TrialWish(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull List<SweepView> sweeps,
            @NotNull Integer number,
            @NotNull String show,
            @NotNull String look,
            @NotNull Double time,
            DrawnApi.EyeView eye,
            @NotNull Integer width,
            @NotNull Integer height) {}

    /**
     * What comes of it.
     *
     * @param values of the numbers; @param covered share of the ground where the falloff is above a half, −1 where none is looked at
     * @param picture a PNG in base 64, as many at once would be slow to paint as lines; @param edits that make the site so
     */
    record TrialView(
            @NotNull List<Double> values,
            @NotNull Double covered,
            @NotNull Double least,
            @NotNull Double greatest,
            @NotNull Long plants,
            @NotNull Long triangles,
            @NotNull String picture,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits) {}

    @PostMapping(path = "/api/sites/{id}/numbers", produces = MediaType.APPLICATION_JSON_VALUE)
    List<NumberView> numbers(@PathVariable UUID id, @RequestBody Asked asked) {
        return Triable.of(recipe(id, asked.base, asked.edits)).stream()
                .map(number -> new NumberView(
                        number.of().name().toLowerCase(Locale.ROOT),
                        number.id(),
                        number.owner(),
                        number.setting(),
                        number.title(),
                        number.unit(),
                        number.value(),
                        number.least(),
                        number.most(),
                        number.from(),
                        number.to()))
                .toList();
    }

    @Newest
    @PostMapping(path = "/api/sites/{id}/trial", produces = MediaType.APPLICATION_JSON_VALUE)
    TrialView trial(@PathVariable UUID id, @RequestBody TrialWish wish, Cancel cancel) {
        DrawnApi.requirePixels(wish.width, wish.height, LEAST, MOST);
        if (wish.sweeps.isEmpty() || wish.sweeps.size() > 2) {
            throw new BadInputException("One or two numbers can be tried, not " + wish.sweeps.size() + ".");
        }
        Recipe recipe = recipe(id, wish.base, wish.edits);
        List<Sweep> sweeps =
                wish.sweeps.stream().map(each -> each.sweep().found(recipe)).toList();
        List<Recipe> all = Sweep.recipes(recipe, sweeps);
        if (wish.number < 0 || wish.number >= all.size()) {
            throw new BadInputException("There are " + all.size() + " trials, from 0 on; not " + wish.number + ".");
        }
        Recipe tried = RecipeCheck.require(all.get(wish.number));
        SiteEvaluation site = views.evaluation(tried, wish.time, cancel);
        Trial told = Trial.of(site, wish.show);
        Eye eye = wish.eye != null
                ? wish.eye.eye()
                : Eye.over(views.evaluation(recipe, wish.time, cancel).plan().ground(), wish.width, wish.height);
        byte[] picture = Pictures.png(site, wish.look, wish.show, eye, wish.width, wish.height);
        return new TrialView(
                sweeps.stream().map(sweep -> sweep.in(tried)).toList(),
                told.values().map(Summary::covered).orElse(-1.0),
                told.values().map(each -> (double) each.min()).orElse(0.0),
                told.values().map(each -> (double) each.max()).orElse(0.0),
                told.plants(),
                told.triangles(),
                Base64.getEncoder().encodeToString(picture),
                RecipeJson.node(edits(tried, sweeps)));
    }

    private Recipe recipe(UUID id, int base, JsonNode edits) {
        return store.preview(id, base, edits.isEmpty() ? List.of() : RecipeJson.edits(edits));
    }

    /** What makes the numbers of a site those of a trial. */
    private static List<Edit> edits(Recipe tried, List<Sweep> sweeps) {
        List<Edit> edits = new ArrayList<>();
        for (Sweep sweep : sweeps) {
            switch (sweep.of()) {
                case LAYER ->
                    edits.add(new LayerEdit.Set(tried.layer(sweep.id()).orElseThrow()));
                case PROP -> edits.add(new PropEdit.Set(tried.prop(sweep.id()).orElseThrow()));
                case FALLOFF -> {
                    String[] way = sweep.setting().split("\\.");
                    var falloff = tried.falloff(sweep.id()).orElseThrow();
                    if (way[0].equals("source")) {
                        edits.add(new FalloffEdit.SetSource(falloff.id(), falloff.source()));
                    } else {
                        Step step = falloff.steps().stream()
                                .filter(each -> each.id().equals(way[1]))
                                .findFirst()
                                .orElseThrow();
                        edits.add(new FalloffEdit.SetStep(falloff.id(), step));
                    }
                }
            }
        }
        return edits;
    }
}
