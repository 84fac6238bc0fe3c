package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.lumbrit.core.findings.PropFindings;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.looks.MeshPicture;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.MeshShape;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.ReliefState;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.GroundMesh;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Profile;
import org.lumbrit.core.water.WaterBody;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.image.ColourPng;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.mesh.MeshFormat;
import org.lumbrit.server.results.KeptResults;
import org.lumbrit.server.storage.Assets;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.view.Manifest.FindingView;
import org.lumbrit.server.view.ViewService;
import org.lumbrit.server.work.Heavy;
import org.lumbrit.server.work.Newest;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.JsonNode;

/** Props and the ground as things: what they measure, pictures of them, meshes that are brought in, cuts through the ground. */
@RestController
class YardApi {
    private static final int PICTURE_WIDTH = 280;
    private static final int PICTURE_HEIGHT = 210;
    private static final int PICTURE_NODES = 200;
    private static final int PROFILE_PLACES = 400;

    private final SiteStore store;
    private final Assets assets;
    private final ViewService views;
    private final KeptResults results;

    YardApi(SiteStore store, Assets assets, ViewService views, KeptResults results) {
        this.store = store;
        this.assets = assets;
        this.views = views;
        this.results = results;
    }

    /**
     * A mesh that was read and kept.
     *
     * @param mesh the name to use in a recipe; @param size along x, y and z of the file, in its units
     * @param lowest least x, y, z; @param up the axis that most likely points up, an offer only
     * @param open edges of one facet; @param crowded edges of more than two; @param flipped edges whose facets disagree
     */
    record MeshRead(
            @NotNull String mesh,
            @NotNull String name,
            @NotNull Integer triangles,
            @NotNull Integer vertices,
            @NotNull List<Double> size,
            @NotNull List<Double> lowest,
            @NotNull String up,
            @NotNull Integer open,
            @NotNull Integer crowded,
            @NotNull Integer flipped,
            @NotNull Integer degenerate,
            @NotNull Boolean insideOut) {}

    @Heavy
    @PostMapping(
            path = "/api/meshes",
            consumes = MediaType.MULTIPART_FORM_DATA_VALUE,
            produces = MediaType.APPLICATION_JSON_VALUE)
    MeshRead mesh(@RequestParam MultipartFile file, Cancel cancel) throws IOException {
        String name = Uploads.name(file);
        MeshFormat format = MeshFormat.of(name);
        byte[] bytes = file.getBytes();
        Mesh mesh = MeshFormat.read(bytes, name, cancel);
        MeshCheck check = MeshCheck.of(mesh);
        double[] b = mesh.bounds();
        return new MeshRead(
                assets.keep(bytes, format.ending()),
                name.replaceAll("\\.[^.]*$", ""),
                mesh.count(),
                mesh.vertices(),
                List.of(b[3] - b[0], b[4] - b[1], b[5] - b[2]),
                List.of(b[0], b[1], b[2]),
                Kinds.word(MeshShape.Up.offered(mesh)),
                check.open(),
                check.crowded(),
                check.flipped(),
                check.degenerate(),
                check.insideOut());
    }

    /** The mesh as it would stand, next to a person of 1.75 m. */
    @GetMapping(path = "/api/meshes/{name}/picture", produces = MediaType.IMAGE_PNG_VALUE)
    byte[] picture(
            @PathVariable String name,
            @RequestParam(defaultValue = "1") double unit,
            @RequestParam(defaultValue = "y") String up) {
        MeshShape.Up axis = Arrays.stream(MeshShape.Up.values())
                .filter(each -> Kinds.word(each).equals(up.toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElseThrow(() -> new BadInputException(
                        "up: one of " + String.join(", ", Kinds.words(MeshShape.Up.class)) + ", not " + up + "."));
        if (!(unit > 0 && unit <= 1e6)) {
            throw new BadInputException("unit: metres above 0, not " + unit + ".");
        }
        Mesh mesh = new MeshShape(name, unit, axis, -1, false).mesh(views.assets()::mesh);
        return png(MeshPicture.draw(mesh, new float[0], 0x8F8A80, true, PICTURE_WIDTH, PICTURE_HEIGHT));
    }

    private static byte[] png(int[] argb) {
        return ColourPng.write(PICTURE_WIDTH, PICTURE_HEIGHT, i -> argb[i]);
    }

    /** Everything that stands in a site, and its ground. */
    record YardView(
            @NotNull Integer revision,
            @NotNull GroundCard ground,
            @NotNull List<PropCard> props) {}

    /**
     * The ground.
     *
     * @param picture key of a PNG under {@code /api/pictures/}; @param water pieces of water, the largest first
     */
    record GroundCard(
            @NotNull Integer columns,
            @NotNull Integer rows,
            @NotNull Double width,
            @NotNull Double depth,
            @NotNull Double lowest,
            @NotNull Double highest,
            @NotNull Integer layers,
            @NotNull String picture,
            @NotNull List<WaterCard> water) {}

    /** A piece of water: square and cubic metres, metres. */
    record WaterCard(
            @NotNull Double area,
            @NotNull Double volume,
            @NotNull Double deepest,
            @NotNull Integer edges) {}

    /**
     * A prop.
     *
     * @param picture key of a PNG under {@code /api/pictures/}; @param size metres along x, y, z where it stands
     * @param lowest metres that its lowest point lies above the ground under it
     */
    record PropCard(
            @NotNull String id,
            @NotNull String name,
            @NotNull String kind,
            @NotNull String picture,
            @NotNull Integer triangles,
            @NotNull Integer vertices,
            @NotNull List<Double> size,
            @NotNull Double area,
            @NotNull Double lowest,
            @NotNull Boolean closed,
            @NotNull List<FindingView> findings) {}

    @GetMapping(path = "/api/sites/{id}/yard", produces = MediaType.APPLICATION_JSON_VALUE)
    YardView yard(@PathVariable UUID id, Cancel cancel) {
        var state = store.state(id);
        SiteEvaluation evaluation = views.evaluation(state.recipe(), 0, cancel);
        List<PropCard> props = new ArrayList<>();
        for (Prop prop : state.recipe().props()) {
            props.add(card(evaluation, prop));
        }
        return new YardView(state.revision(), ground(evaluation), props);
    }

    private GroundCard ground(SiteEvaluation evaluation) {
        Ground ground = evaluation.plan().ground();
        Recipe recipe = evaluation.plan().recipe();
        List<WaterCard> water = recipe.ground()
                .waterLevel()
                .map(level -> WaterBody.of(ground, level).stream()
                        .filter(body -> body.area() >= 1)
                        .limit(12)
                        .map(body -> new WaterCard(
                                body.area(),
                                body.volume(),
                                body.deepest(),
                                body.edges().size()))
                        .toList())
                .orElse(List.of());
        return new GroundCard(
                ground.columns(),
                ground.rows(),
                ground.width(),
                ground.depth(),
                ground.lowest(),
                ground.highest(),
                (int) recipe.layersOf(Family.RELIEF).stream()
                        .filter(layer -> !layer.hidden())
                        .count(),
                picture(ground),
                water);
    }

    private String picture(Ground ground) {
        String key = new KeyBuilder("ground picture/1").add(ground.key()).key();
        results.get(key, Cancel.NEVER, shared -> {
            Lattice lattice = ground.lattice(PICTURE_NODES);
            Mesh mesh = GroundMesh.of(lattice, lattice.samples());
            return png(MeshPicture.draw(mesh, new float[0], 0x9A9473, false, PICTURE_WIDTH, PICTURE_HEIGHT));
        });
        return key;
    }

    private PropCard card(SiteEvaluation evaluation, Prop prop) {
        PlacedMesh placed = evaluation.placed(prop.id());
        Mesh mesh = placed.mesh();
        String key = new KeyBuilder("prop picture/1")
                .add(mesh.key())
                .add(prop.size())
                .add(prop.colour())
                .key();
        results.get(
                key,
                Cancel.NEVER,
                shared -> png(MeshPicture.draw(
                        mesh.scaled(prop.size()),
                        new float[0],
                        Integer.parseInt(prop.colour().substring(1), 16),
                        true,
                        PICTURE_WIDTH,
                        PICTURE_HEIGHT)));
        double[] b = placed.bounds();
        Ground ground = evaluation.plan().ground();
        return new PropCard(
                prop.id(),
                prop.name(),
                Kinds.of((Record) prop.shape()).title(),
                key,
                mesh.count(),
                mesh.vertices(),
                List.of(b[3] - b[0], b[4] - b[1], b[5] - b[2]),
                mesh.area() * prop.size() * prop.size(),
                b[1] - ground.height(prop.x(), prop.z()),
                evaluation.check(mesh).closed(),
                PropFindings.of(evaluation, prop).stream().map(FindingView::of).toList());
    }

    /**
     * Where a cut runs, seen in plan.
     *
     * @param layer the relief layer whose ground before and after is cut; "" for the whole relief
     */
    record Cut(
            @NotNull Integer base,

            @NotNull @Schema(type = "array", implementation = SitesApi.EditSchema[].class)
            JsonNode edits,

            @NotNull Double fromX,
            @NotNull Double fromZ,
            @NotNull Double toX,
            @NotNull Double toZ,
            @NotNull String layer) {}

    /**
     * A cut through the ground.
     *
     * @param distance metres along the line; @param before heights below the layer; @param after heights above it
     * @param overGround metres along the surface; @param straight metres through the air
     */
    record CutView(
            @NotNull double[] distance,
            @NotNull double[] before,
            @NotNull double[] after,
            @NotNull Double overGround,
            @NotNull Double straight,
            @NotNull String title) {}

    @Newest
    @PostMapping(path = "/api/sites/{id}/profile", produces = MediaType.APPLICATION_JSON_VALUE)
    CutView profile(@PathVariable UUID id, @RequestBody Cut cut, Cancel cancel) {
        Recipe recipe =
                store.preview(id, cut.base(), cut.edits().isEmpty() ? List.of() : RecipeJson.edits(cut.edits()));
        SiteEvaluation evaluation = views.evaluation(recipe, 0, cancel);
        Ground before = evaluation.plan().relief().isEmpty()
                ? evaluation.plan().ground()
                : evaluation.plan().relief().get(0).below();
        Ground after = evaluation.plan().ground();
        String title = "the whole relief";
        var chosen = evaluation.plan().relief(cut.layer());
        if (chosen.isPresent()) {
            ReliefState state = chosen.get();
            before = state.below();
            after = state.after();
            title = recipe.layer(cut.layer()).orElseThrow().name();
        }
        Point3 from = new Point3(cut.fromX(), 0, cut.fromZ());
        Point3 to = new Point3(cut.toX(), 0, cut.toZ());
        Profile made = Profile.of(after, from, to, PROFILE_PLACES);
        double rise = made.heights()[PROFILE_PLACES - 1] - made.heights()[0];
        double along = made.distance()[PROFILE_PLACES - 1];
        return new CutView(
                made.distance(),
                Profile.of(before, from, to, PROFILE_PLACES).heights(),
                made.heights(),
                made.overGround(),
                Math.sqrt(along * along + rise * rise),
                title);
    }
}
