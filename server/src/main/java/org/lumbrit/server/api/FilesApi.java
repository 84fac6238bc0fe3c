package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.zip.Deflater;
import java.util.zip.ZipOutputStream;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.Expected;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.image.GeoReference;
import org.lumbrit.formats.image.GreyPicture;
import org.lumbrit.formats.image.GreyPng;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.places.GeoJsonPlaces;
import org.lumbrit.formats.places.SvgPlaces;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.formats.site.SiteZip;
import org.lumbrit.formats.tables.PlantsCsv;
import org.lumbrit.formats.tables.ProbeCsv;
import org.lumbrit.formats.tables.WeatherCsv;
import org.lumbrit.server.storage.Assets;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Heavy;
import org.lumbrit.server.work.Newest;
import org.springframework.core.io.InputStreamResource;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.JsonNode;

/** Files in and out: height maps, GeoJSON, recipe zips, tables, the hand-over. */
@RestController
class FilesApi {
    private static final int PREVIEW = 320;

    private final SiteStore store;
    private final Assets assets;
    private final ViewService views;
    private final WrittenFiles written;

    FilesApi(SiteStore store, Assets assets, ViewService views, WrittenFiles written) {
        this.written = written;
        this.store = store;
        this.assets = assets;
        this.views = views;
    }

    /**
     * A height map that was read and kept.
     *
     * @param heights the name to use in a recipe
     * @param lowest least value, 0..1 between black and white, metres where {@code metric}; @param highest greatest value
     * @param missing cells without a value; @param width metres, with depth, where the file says so; @param said how it says so, in words
     * @param east where its middle lies on a map in metres, with north, where the file says so
     */
    record HeightMapRead(
            @NotNull String heights,
            @NotNull Integer columns,
            @NotNull Integer rows,
            @NotNull Integer bits,
            @NotNull Double lowest,
            @NotNull Double highest,
            @NotNull Boolean metric,
            @NotNull Integer missing,
            Double width,
            Double depth,
            @NotNull String said,
            Double east,
            Double north) {}

    /** Places that a file holds; they are not saved yet. */
    record PlacesRead(
            @NotNull @io.swagger.v3.oas.annotations.media.Schema(type = "array", implementation = PlaceSchema[].class)
            JsonNode places) {}

    /** Stands for the schema's Place. */
    @io.swagger.v3.oas.annotations.media.Schema(ref = "#/components/schemas/Place")
    interface PlaceSchema {}

    /** One way to hand over. */
    record HandOverFormat(@NotNull String name, @NotNull String purpose) {}

    /** A layer with files of its own, which a hand-over may leave out. */
    record HandOverLayer(@NotNull String id, @NotNull String name) {}

    /**
     * Hours of a weather station.
     *
     * @param rows each hour, where the wind comes from, and its speed; @param station the same with temperature, snowfall, sun and rain
     */
    record WeatherRead(
            @NotNull @Schema(type = "array") JsonNode rows,
            @NotNull @Schema(type = "array") JsonNode station) {}

    @PostMapping(
            path = "/api/weather",
            consumes = MediaType.MULTIPART_FORM_DATA_VALUE,
            produces = MediaType.APPLICATION_JSON_VALUE)
    WeatherRead weather(@RequestParam MultipartFile file) throws IOException {
        byte[] table = file.getBytes();
        return new WeatherRead(RecipeJson.node(WeatherCsv.read(table)), RecipeJson.node(WeatherCsv.season(table)));
    }

    @Heavy
    @PostMapping(
            path = "/api/heightmaps",
            consumes = MediaType.MULTIPART_FORM_DATA_VALUE,
            produces = MediaType.APPLICATION_JSON_VALUE)
    HeightMapRead heightMap(@RequestParam MultipartFile file, Cancel cancel) throws IOException {
        byte[] bytes = file.getBytes();
        HeightMap map = HeightMap.read(bytes, "The file", cancel);
        double[] range = map.leastAndGreatest();
        cancel.doing("keeping the file");
        return new HeightMapRead(
                assets.keep(bytes, Assets.ending(Uploads.name(file), "png")),
                map.columns(),
                map.rows(),
                map.bits(),
                range[0],
                range[1],
                map.metric(),
                map.missing(),
                map.place().map(GeoReference::width).orElse(null),
                map.place().map(GeoReference::depth).orElse(null),
                map.place().map(GeoReference::said).orElse(""),
                map.place()
                        .flatMap(GeoReference::middle)
                        .map(GeoReference.Middle::east)
                        .orElse(null),
                map.place()
                        .flatMap(GeoReference::middle)
                        .map(GeoReference.Middle::north)
                        .orElse(null));
    }

    /**
     * A picture that was read and kept.
     *
     * @param picture the name to use in a recipe
     */
    record PictureRead(
            @NotNull String picture,
            @NotNull Integer columns,
            @NotNull Integer rows) {}

    @Heavy
    @PostMapping(
            path = "/api/pictures",
            consumes = MediaType.MULTIPART_FORM_DATA_VALUE,
            produces = MediaType.APPLICATION_JSON_VALUE)
    PictureRead picture(@RequestParam MultipartFile file, Cancel cancel) throws IOException {
        byte[] bytes = file.getBytes();
        Picture picture = GreyPicture.read(bytes, "The file", cancel);
        return new PictureRead(assets.keep(bytes, "png"), picture.columns(), picture.rows());
    }

    @Heavy
    @GetMapping(path = "/api/heightmaps/{name}/picture", produces = MediaType.IMAGE_PNG_VALUE)
    byte[] heightMapPicture(@PathVariable String name, Cancel cancel) {
        HeightMap map = HeightMap.read(assets.content(name), "The height map", cancel);
        double scale = Math.max(1, Math.max(map.columns(), map.rows()) / (double) PREVIEW);
        double[] range = map.metric() ? map.leastAndGreatest() : new double[] {0, 1};
        double span = Math.max(1e-9, range[1] - range[0]);
        int columns = Math.max(1, (int) (map.columns() / scale));
        int rows = Math.max(1, (int) (map.rows() / scale));
        return GreyPng.of8(columns, rows, i -> {
            int column = (int) (i % columns * scale);
            int row = (int) (i / columns * scale);
            float value = map.values()[row * map.columns() + column];
            return Float.isNaN(value) ? 0 : (int) (255 * (value - range[0]) / span + 0.5);
        });
    }

    @Heavy
    @PostMapping(
            path = "/api/sites/{id}/places",
            consumes = MediaType.MULTIPART_FORM_DATA_VALUE,
            produces = MediaType.APPLICATION_JSON_VALUE)
    PlacesRead places(@PathVariable UUID id, @RequestParam MultipartFile file, Cancel cancel) throws IOException {
        Recipe recipe = store.state(id).recipe();
        String name = Uploads.name(file);
        Ground ground = views.evaluation(recipe, 0, cancel).plan().ground();
        return new PlacesRead(RecipeJson.node(
                name.toLowerCase(Locale.ROOT).endsWith(".svg")
                        ? SvgPlaces.read(file.getBytes(), name, ground, cancel)
                        : GeoJsonPlaces.read(file.getBytes(), name, ground, GeoReference.Middle.of(recipe.ground()))));
    }

    @GetMapping("/api/sites/{id}/recipe.zip")
    ResponseEntity<byte[]> recipeZip(@PathVariable UUID id) {
        Recipe recipe = store.state(id).recipe();
        return download(recipe.name() + ".zip", "application/zip", SiteZip.write(store.files(recipe)));
    }

    @GetMapping(path = "/api/handover/formats", produces = MediaType.APPLICATION_JSON_VALUE)
    List<HandOverFormat> formats() {
        return Arrays.stream(HandOver.values())
                .map(format -> new HandOverFormat(format.name().toLowerCase(Locale.ROOT), format.purpose()))
                .toList();
    }

    @GetMapping(path = "/api/sites/{id}/handover/layers", produces = MediaType.APPLICATION_JSON_VALUE)
    List<HandOverLayer> handOverLayers(@PathVariable UUID id) {
        return Choice.layers(store.state(id).recipe())
                .map(layer -> new HandOverLayer(layer.id(), layer.name()))
                .toList();
    }

    /**
     * About how large a part of a hand-over will be.
     *
     * @param bytes before the zip; @param seconds on this machine, about
     */
    record HandOverExpected(
            @NotNull String name,
            @NotNull Double bytes,
            @NotNull Double seconds) {}

    @Heavy
    @GetMapping(path = "/api/sites/{id}/handover/expected", produces = MediaType.APPLICATION_JSON_VALUE)
    List<HandOverExpected> handOverExpected(
            @PathVariable UUID id,
            @RequestParam(defaultValue = "") List<String> without,
            @RequestParam(defaultValue = "2048") int texels,
            Cancel cancel) {
        SiteFiles site = store.files(store.state(id).recipe());
        Choice choice = Choice.of(EnumSet.allOf(HandOver.class), without, texels, site.recipe());
        return Expected.of(views.whole(site.recipe(), 0, cancel), site, choice).stream()
                .map(each -> new HandOverExpected(
                        each.format().name().toLowerCase(Locale.ROOT), each.bytes(), each.seconds()))
                .toList();
    }

    /** A hand-over that has been written. @param file names it under {@code /api/handover/} for ten minutes; @param bytes of the zip */
    record HandOverWritten(@NotNull String file, @NotNull Long bytes) {}

    /** Writes a hand-over, to be fetched once by {@link #written}: a large one need not pass through the page. */
    @Newest
    @Heavy
    @PostMapping(path = "/api/sites/{id}/handover", produces = MediaType.APPLICATION_JSON_VALUE)
    HandOverWritten write(
            @PathVariable UUID id,
            @RequestParam(defaultValue = "") List<String> formats,
            @RequestParam(defaultValue = "") List<String> without,
            @RequestParam(defaultValue = "2048") int texels,
            Cancel cancel)
            throws IOException {
        SiteFiles site = store.files(store.state(id).recipe());
        Path zip = zip(site, formats, without, texels, cancel);
        return new HandOverWritten(written.keep(zip, site.recipe().name() + " hand-over.zip"), Files.size(zip));
    }

    /** What was written before, once. */
    @GetMapping("/api/handover/{file}")
    ResponseEntity<Resource> written(@PathVariable String file) throws IOException {
        WrittenFiles.Written found = written.take(file);
        long bytes = Files.size(found.file());
        return attached(found.name(), "application/zip").contentLength(bytes).body(opened(found.file()));
    }

    @Newest
    @Heavy
    @GetMapping("/api/sites/{id}/handover.zip")
    ResponseEntity<Resource> handOver(
            @PathVariable UUID id,
            @RequestParam(defaultValue = "") List<String> formats,
            @RequestParam(defaultValue = "") List<String> without,
            @RequestParam(defaultValue = "2048") int texels,
            Cancel cancel)
            throws IOException {
        SiteFiles site = store.files(store.state(id).recipe());
        return attached(site.recipe().name() + " hand-over.zip", "application/zip")
                .body(opened(zip(site, formats, without, texels, cancel)));
    }

    private Path zip(SiteFiles site, List<String> formats, List<String> without, int texels, Cancel cancel)
            throws IOException {
        Set<HandOver> wanted = formats.isEmpty()
                ? EnumSet.allOf(HandOver.class)
                : formats.stream()
                        .map(FilesApi::format)
                        .collect(Collectors.toCollection(() -> EnumSet.noneOf(HandOver.class)));
        Choice choice = Choice.of(wanted, without, texels, site.recipe());
        Path zip = Files.createTempFile("lumbrit-hand-over", ".zip");
        try (ZipOutputStream out = new ZipOutputStream(new BufferedOutputStream(Files.newOutputStream(zip), 1 << 16))) {
            out.setLevel(Deflater.BEST_SPEED);
            HandOver.write(views.whole(site.recipe(), 0, cancel), site, choice, (name, content) -> {
                cancel.check();
                SiteZip.begin(out, name);
                content.writeTo(out);
                out.closeEntry();
            });
        } catch (IOException | RuntimeException e) {
            Files.deleteIfExists(zip);
            throw e;
        }
        return zip;
    }

    /** The file has no name any more as soon as it is open, so nothing is left behind. */
    private static Resource opened(Path file) throws IOException {
        return new InputStreamResource(Files.newInputStream(file, StandardOpenOption.DELETE_ON_CLOSE));
    }

    private static HandOver format(String word) {
        return Arrays.stream(HandOver.values())
                .filter(format -> format.name().equalsIgnoreCase(word))
                .findFirst()
                .orElseThrow(() -> new BadInputException("There is no format “" + word + "”."));
    }

    @Heavy
    @GetMapping("/api/sites/{id}/scatter.csv")
    ResponseEntity<Resource> scatter(@PathVariable UUID id, @RequestParam String layer, Cancel cancel)
            throws IOException {
        Recipe recipe = store.state(id).recipe();
        CoverLayer cover =
                recipe.layer(layer, CoverLayer.class).orElseThrow(() -> InvalidRecipeException.missing("cover", layer));
        Path table = Files.createTempFile("lumbrit-plants", ".csv");
        try (Writer text = Files.newBufferedWriter(table)) {
            PlantsCsv.write(cover, views.whole(recipe, 0, cancel), text);
        } catch (IOException | RuntimeException e) {
            Files.deleteIfExists(table);
            throw e;
        }
        return attached(cover.name() + ".csv", "text/csv").body(opened(table));
    }

    @Heavy
    @GetMapping("/api/sites/{id}/probe.csv")
    ResponseEntity<byte[]> probe(
            @PathVariable UUID id,
            @RequestParam String falloff,
            @RequestParam(defaultValue = "64") int grid,
            @RequestParam(defaultValue = "false") boolean steps,
            @RequestParam(defaultValue = "0") double time,
            Cancel cancel)
            throws IOException {
        if (grid < 2 || grid > 1024) {
            throw new BadInputException("grid: between 2 and 1024 nodes, not " + grid + ".");
        }
        Recipe recipe = store.state(id).recipe();
        SiteEvaluation evaluation = views.evaluation(recipe, time, cancel);
        Samples samples = Lattice.along(evaluation.plan().ground(), grid).samples();
        StringWriter text = new StringWriter();
        ProbeCsv.write(
                evaluation,
                recipe.falloff(falloff).orElseThrow(() -> InvalidRecipeException.missing("falloff", falloff)),
                samples,
                steps,
                text);
        return download("probe.csv", "text/csv", text.toString().getBytes(StandardCharsets.UTF_8));
    }

    private static ResponseEntity<byte[]> download(String name, String type, byte[] bytes) {
        return attached(name, type).body(bytes);
    }

    private static ResponseEntity.BodyBuilder attached(String name, String type) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(type))
                .header(HttpHeaders.CONTENT_DISPOSITION, Uploads.attachment(name));
    }
}
