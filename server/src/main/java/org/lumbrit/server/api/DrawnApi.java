package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.UUID;
import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.drawn.DrawingSvg;
import org.lumbrit.formats.drawn.PlanSheet;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Newest;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The drawn look: the site as lines, as it is seen from an eye. */
@RestController
class DrawnApi {
    private static final int LEAST = 16;
    private static final int MOST = 8192;

    private final SiteStore store;
    private final ViewService views;

    DrawnApi(SiteStore store, ViewService views) {
        this.store = store;
        this.views = views;
    }

    /** What it looks at, metres; heading and elevation in degrees; distance in metres. */
    record EyeView(
            @NotNull List<Double> target,
            @NotNull Double heading,
            @NotNull Double elevation,
            @NotNull Double distance,
            @NotNull Boolean parallel) {
        Eye eye() {
            if (target.size() != 3
                    || !(elevation >= 0.1 && elevation <= 90)
                    || !(distance > 0 && distance < 1e9)
                    || !Double.isFinite(heading)) {
                throw new BadInputException(
                        "The eye needs a target of three numbers, an elevation of 0.1 to 90 degrees and a distance above 0 m.");
            }
            return new Eye(target.get(0), target.get(1), target.get(2), heading, elevation, distance, parallel);
        }
    }

    /** A revision with edits that are not saved yet, at a second of the clock, from an eye. @param width pixels; @param height pixels */
    record Drawer(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull Double time,
            @NotNull EyeView eye,
            @NotNull Integer width,
            @NotNull Integer height) {}

    /** Says how large a picture may be where it is not. */
    static void requirePixels(int width, int height, int least, int most) {
        if (Math.min(width, height) < least || Math.max(width, height) > most) {
            throw new BadInputException("A picture has " + least + " to " + most + " pixels along each side.");
        }
    }

    /** An SVG with a group for each sort of line. */
    @Newest
    @PostMapping(path = "/api/sites/{id}/drawn", produces = "image/svg+xml")
    ResponseEntity<byte[]> drawn(@PathVariable UUID id, @RequestBody Drawer drawer, Cancel cancel) {
        requirePixels(drawer.width, drawer.height, LEAST, MOST);
        List<Edit> edits = drawer.edits.isEmpty() ? List.of() : RecipeJson.edits(drawer.edits);
        Recipe recipe = store.preview(id, drawer.base, edits);
        DrawnLayer look = DrawnLayer.in(recipe);
        SiteEvaluation site = views.evaluation(recipe, drawer.time, cancel);
        Drawing drawing = Draw.of(site, look, drawer.eye.eye(), drawer.width, drawer.height);
        Ground ground = Draw.drawnGround(site, look);
        double every = look.contours() ? look.step(ground.highest() - ground.lowest()) : 0;
        return ResponseEntity.ok()
                .contentType(MediaType.valueOf("image/svg+xml"))
                .header("Contours-Every", Decimal.write(every, 6))
                .body(DrawingSvg.write(drawing, recipe.name()));
    }

    /** A revision with edits that are not saved yet, at a second of the clock. */
    record Sheeted(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull Double time) {}

    /** The plan on an A3 sheet. */
    @Newest
    @PostMapping(path = "/api/sites/{id}/plan", produces = MediaType.APPLICATION_PDF_VALUE)
    byte[] plan(@PathVariable UUID id, @RequestBody Sheeted sheet, Cancel cancel) {
        Recipe recipe =
                store.preview(id, sheet.base, sheet.edits.isEmpty() ? List.of() : RecipeJson.edits(sheet.edits));
        return PlanSheet.write(views.evaluation(recipe, sheet.time, cancel), DrawnLayer.in(recipe));
    }
}
