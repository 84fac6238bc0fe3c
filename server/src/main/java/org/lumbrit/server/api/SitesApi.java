package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.NameRule;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteZip;
import org.lumbrit.server.Demo;
import org.lumbrit.server.Examples;
import org.lumbrit.server.storage.ListedSite;
import org.lumbrit.server.storage.SiteState;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.work.Heavy;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.JsonNode;

/** Sites: listing, making, editing, undo and redo. */
@RestController
@RequestMapping(path = "/api/sites", produces = MediaType.APPLICATION_JSON_VALUE)
class SitesApi {
    private final SiteStore store;
    private final Demo demo;
    private final Examples examples;

    SitesApi(SiteStore store, Demo demo, Examples examples) {
        this.store = store;
        this.demo = demo;
        this.examples = examples;
    }

    /** A site in full. */
    record Site(
            @NotNull UUID id,
            @NotNull Integer revision,

            @NotNull @Schema(ref = "#/components/schemas/Recipe")
            JsonNode recipe,

            @NotNull String summary,
            @NotNull Boolean canUndo,
            @NotNull Boolean canRedo) {
        static Site of(SiteState state) {
            return new Site(
                    state.id(),
                    state.revision(),
                    RecipeJson.node(state.recipe()),
                    state.summary(),
                    state.canUndo(),
                    state.canRedo());
        }
    }

    /** A line of the list of sites. @param still revision that its picture shows, 0 where nobody has looked at it yet */
    record SiteLine(
            @NotNull UUID id,
            @NotNull String name,
            @NotNull Integer revision,
            @NotNull Integer falloffs,
            @NotNull Integer layers,
            @NotNull Double width,
            @NotNull Integer still) {
        static SiteLine of(ListedSite site) {
            return new SiteLine(
                    site.getId(),
                    site.getName(),
                    site.getRevision(),
                    site.getFalloffs(),
                    site.getLayers(),
                    site.getWidth(),
                    site.getStill());
        }
    }

    /** Edits on the revision they are based on. */
    record Edits(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = EditSchema[].class)
            JsonNode edits) {}

    /** Stands for the schema's Edit. */
    @Schema(ref = "#/components/schemas/Edit")
    interface EditSchema {}

    /**
     * A new site from a height map that was uploaded before, or on level ground.
     *
     * @param heights null for level ground; @param depth null for square pixels; @param resolution nodes along its longer side
     * @param lowest metres of black; null, with highest, for a height map in metres
     * @param missing what becomes of cells without a value: "fill" or "hole"
     * @param originEast where the middle lies on its map, metres, with {@code originNorth}; null where it is on none
     */
    record NewSite(
            @NotNull String name,
            String heights,
            @NotNull Double width,
            Double depth,
            Integer resolution,
            Double lowest,
            Double highest,
            String missing,
            Double waterLevel,
            Double originEast,
            Double originNorth) {

        GroundSpec ground() {
            return new GroundSpec(
                    Optional.ofNullable(heights),
                    width,
                    Optional.ofNullable(depth),
                    Optional.ofNullable(resolution),
                    Optional.ofNullable(lowest),
                    Optional.ofNullable(highest),
                    "hole".equals(missing) ? GroundSpec.Missing.HOLE : GroundSpec.Missing.FILL,
                    Optional.ofNullable(waterLevel),
                    Optional.ofNullable(originEast),
                    Optional.ofNullable(originNorth));
        }
    }

    @GetMapping
    List<SiteLine> list() {
        return store.list().stream().map(SiteLine::of).toList();
    }

    /** The bin: each may be restored until a day after it was deleted. */
    @GetMapping("/deleted")
    List<SiteLine> deleted() {
        return store.listDeleted().stream().map(SiteLine::of).toList();
    }

    @GetMapping("/{id}")
    Site get(@PathVariable UUID id) {
        return Site.of(store.state(id));
    }

    @PostMapping(consumes = MediaType.APPLICATION_JSON_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    Site create(@RequestBody NewSite wish) {
        Recipe recipe = new Recipe(
                NameRule.clean(wish.name()),
                wish.ground(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                new Clock(24, 8));
        org.lumbrit.core.recipe.RecipeCheck.require(recipe);
        return Site.of(store.create(store.files(recipe)));
    }

    /** Names of the demo sites that come with Lumbrit. */
    @GetMapping("/demos")
    List<String> demos() {
        return demo.names();
    }

    /** A demo site anew. @param number in that list, from 0 */
    @PostMapping("/demo")
    @ResponseStatus(HttpStatus.CREATED)
    Site createDemo(@RequestParam(defaultValue = "0") int number) {
        return Site.of(demo.create(number));
    }

    /** @param words what it shows */
    record ExampleLine(@NotNull String name, @NotNull String words) {}

    /** Small sites that each show one thing. */
    @GetMapping("/examples")
    List<ExampleLine> examples() {
        return examples.all().stream()
                .map(each -> new ExampleLine(each.name(), each.words()))
                .toList();
    }

    @GetMapping(path = "/examples/{number}/still", produces = MediaType.IMAGE_JPEG_VALUE)
    byte[] exampleStill(@PathVariable int number) {
        return examples.picture(number);
    }

    /** A copy of an example. @param number in that list, from 0 */
    @PostMapping("/example")
    @ResponseStatus(HttpStatus.CREATED)
    Site createExample(@RequestParam int number) {
        return Site.of(examples.create(number));
    }

    @Heavy
    @PostMapping(path = "/zip", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    Site open(@RequestParam MultipartFile file, Cancel cancel) throws IOException {
        return Site.of(store.create(SiteZip.read(file.getBytes(), cancel)));
    }

    @PatchMapping("/{id}")
    Site edit(@PathVariable UUID id, @RequestBody Edits change) {
        return Site.of(store.edit(id, change.base(), RecipeJson.edits(change.edits())));
    }

    @PostMapping("/{id}/undo")
    Site undo(@PathVariable UUID id) {
        return Site.of(store.undo(id));
    }

    @PostMapping("/{id}/redo")
    Site redo(@PathVariable UUID id) {
        return Site.of(store.redo(id));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable UUID id) {
        store.delete(id);
    }

    @PostMapping("/{id}/restore")
    Site restore(@PathVariable UUID id) {
        return Site.of(store.restore(id));
    }
}
