package org.lumbrit.formats.handover;

import java.io.BufferedWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.looks.Tint;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.site.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.ContourLines;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.GroundMesh;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.water.WaterBody;
import org.lumbrit.formats.image.ColourPng;
import org.lumbrit.formats.image.EsriGrid;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GreyPng;
import org.lumbrit.formats.image.HeightPng;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.mesh.ObjFile;
import org.lumbrit.formats.mesh.PlyFile;
import org.lumbrit.formats.mesh.StlFile;
import org.lumbrit.formats.places.GeoJsonWriter;
import org.lumbrit.formats.places.SvgPlaces;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.formats.tables.PlantsCsv;

/**
 * What is written for other programs. The same site gives the same files from the command line and from the server. A new
 * format is one constant here with its one method.
 */
public enum HandOver {
    GLB("The ground, the water and every plant as an instance, for 3D programs and engines") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            List<CoverLayer> layers = covers(evaluation.plan().recipe());
            int grown = shown.count(layers);
            report.add(
                    "site.glb",
                    SiteGlb.write(
                            evaluation, shown, layers, tints(evaluation.plan().recipe())),
                    "ground of " + GroundDrawn.said(evaluation.plan().ground())
                            + (evaluation.plan().recipe().ground().waterLevel().isPresent() ? ", water and " : ", ")
                            + grown
                            + " plants as instances, metres, +Y up; the ground has its colours of daylight, without light and shade");
            report.say(AT_REST);
            layers.forEach(layer -> report.say(shown.said(layer)));
            report.say(TINTING);
            if (grown > 0) {
                report.add(
                        "plants/details.glb",
                        SiteGlb.details(shown, layers),
                        "the plants alone, a scene a detail level; the errors are in plants/details.csv");
                report.add("plants/details.csv", DetailsCsv.write(evaluation, layers), "triangles and errors of each");
            }
        }
    },
    MASKS("Each falloff over the ground as a 16-bit grey PNG, 0 black to 1 white, north at the top") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            Ground ground = evaluation.plan().ground();
            Lattice lattice = new Lattice(ground, ground.columns(), ground.rows());
            Samples samples = evaluation.samples(lattice);
            for (Falloff falloff : evaluation.plan().recipe().falloffs()) {
                if (evaluation.plan().domain(falloff.id()) == Domain.PLACE) {
                    float[] values = evaluation.falloff(falloff.id(), samples);
                    report.add(
                            "masks/" + names.of(falloff.id()) + ".png",
                            GreyPng.of16(lattice.columns(), lattice.rows(), values),
                            "“" + falloff.name() + "”" + outside(values));
                } else {
                    report.say("“" + falloff.name()
                            + "” has a value for each plant, not for the ground, so it has no mask.");
                }
            }
        }
    },
    TINTS("The colours of each tint over the ground as a PNG, its strength as transparency, north at the top") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            Ground ground = evaluation.plan().ground();
            Lattice lattice = new Lattice(ground, ground.columns(), ground.rows());
            Samples samples = evaluation.samples(lattice);
            for (TintLayer layer : tints(evaluation.plan().recipe())) {
                Tint tint = evaluation.tint(layer, samples);
                report.add(
                        "tints/" + names.of(layer.id()) + ".png",
                        ColourPng.write(lattice.columns(), lattice.rows(), tint::argb),
                        "“" + layer.name() + "”, sRGB");
            }
        }
    },
    GROUND("The finished ground as GLB, OBJ and PLY, as 16-bit PNG, 32-bit GeoTIFF and Esri ASCII grid") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            Ground ground = evaluation.plan().ground();
            String size = ground.columns() + " × " + ground.rows() + " heights over " + Decimal.write(ground.width(), 3)
                    + " m × " + Decimal.write(ground.depth(), 3) + " m";
            Lattice lattice = GroundDrawn.lattice(ground);
            Mesh mesh = GroundMesh.of(lattice, evaluation.samples(lattice));
            String triangles = mesh.count() + " triangles, " + GroundDrawn.said(ground);
            String filled = ground.holes().length == 0
                    ? ""
                    : "; its " + holes(ground) + " missing nodes are filled, as the picture cannot leave them out";
            report.add("ground/ground.glb", GlbOfMesh.write("Ground", mesh, 0x77755E), triangles);
            report.add("ground/ground.obj", ObjFile.write(mesh, "Ground"), triangles);
            report.add("ground/ground.ply", PlyFile.write(mesh), triangles);
            report.add(
                    "ground/ground.png",
                    HeightPng.write(ground),
                    size + ", black is " + ground.lowest() + " m, white " + ground.highest() + " m" + filled);
            report.add("ground/ground.tif", FloatTiff.ground(ground), size + ", metres, GeoTIFF");
            report.add("ground/ground.asc", EsriGrid.write(ground), size + ", metres");
        }
    },
    PROPS("Every prop in its own frame as GLB, OBJ, PLY and STL") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            for (Prop prop : evaluation.plan().recipe().props()) {
                Mesh mesh = evaluation.mesh(prop);
                String file = "props/" + names.of(prop.id());
                String what = "“" + prop.name() + "”, " + mesh.count() + " triangles";
                int colour = Integer.parseInt(prop.colour().substring(1), 16);
                report.add(file + ".glb", GlbOfMesh.write(prop.name(), mesh, colour), what);
                report.add(file + ".obj", ObjFile.write(mesh, prop.name()), what);
                report.add(file + ".ply", PlyFile.write(mesh), what);
                report.add(file + ".stl", StlFile.write(mesh), what);
            }
        }
    },
    PLACES("Points, paths, areas and the water’s outline as GeoJSON and SVG") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            Ground ground = evaluation.plan().ground();
            List<Place> places = new ArrayList<>(evaluation.plan().recipe().places());
            report.add("places/places.geojson", GeoJsonWriter.write(places), places.size() + " places, y to the north");
            report.add("places/places.svg", SvgPlaces.write(places, ground), places.size() + " places, y to the south");
            evaluation.plan().recipe().ground().waterLevel().ifPresent(level -> {
                List<Place> edges = new ArrayList<>();
                double area = 0;
                double volume = 0;
                for (WaterBody body : WaterBody.of(ground, level)) {
                    area += body.area();
                    volume += body.volume();
                    for (ContourLines.Line line : body.edges()) {
                        String name = "Water " + (edges.size() + 1);
                        edges.add(
                                line.closed()
                                        ? new AreaPlace("w" + edges.size(), name, line.points())
                                        : new PathPlace("w" + edges.size(), name, line.points(), false));
                    }
                }
                String what = Decimal.write(area, 2) + " m², " + Decimal.write(volume, 2) + " m³ of water";
                report.add("places/water.geojson", GeoJsonWriter.write(edges), what);
                report.add("places/water.svg", SvgPlaces.write(edges, ground), what);
            });
        }
    },
    CSV("Every plant as a row: where, how turned, size, variant, tint") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            for (CoverLayer layer : covers(evaluation.plan().recipe())) {
                Plants plants = evaluation.plants(layer);
                report.add(
                        "plants/" + names.of(layer.id()) + ".csv",
                        out -> {
                            Writer text =
                                    new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8), 1 << 16);
                            PlantsCsv.write(layer, plants, text);
                            text.flush();
                        },
                        plants.count() + " plants of “" + layer.name() + "”");
            }
        }
    },
    NUMPY("Every plant as a record of a NumPy array: identity, place, turn, scale, growth, tint, variant") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            for (CoverLayer layer : covers(evaluation.plan().recipe())) {
                Plants plants = evaluation.plants(layer);
                boolean flat = evaluation.plan().recipe().planted(layer).flat();
                report.add(
                        "plants/" + names.of(layer.id()) + ".npy",
                        NumpyPoints.of(plants, flat),
                        plants.count() + " plants of “" + layer.name() + "”");
            }
        }
    },
    USD("Every plant as an instance of its variant’s mesh, as USD text") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            List<List<Instances>> layers = covers(evaluation.plan().recipe()).stream()
                    .peek(layer -> report.say(shown.said(layer)))
                    .map(shown::of)
                    .filter(all -> !all.isEmpty())
                    .toList();
            int count = layers.stream()
                    .flatMap(List::stream)
                    .mapToInt(Instances::count)
                    .sum();
            report.add(
                    "plants/plants.usda",
                    UsdPoints.of(evaluation.plan().recipe().name(), layers),
                    count + " plants as instances, metres, +Y up");
        }
    },
    MOTION(
            "What moves, baked over the loop: morph targets, vertex-motion pictures, bends of every plant, the wind field, NumPy") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            new MotionFiles(evaluation, report, names).write();
        }
    },
    GRAINS("Where each grain lies and how fast it goes over the loop, as tables and NumPy arrays") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            new GrainFiles(evaluation, report, names).write();
        }
    },
    RECIPE("The recipe and the files that it needs, to open again or run from the command line") {
        @Override
        void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report) {
            report.add("recipe/recipe.json", RecipeJson.write(site.recipe()), "the rules of the site");
            site.assets()
                    .forEach((name, bytes) -> report.add(
                            "recipe/" + name,
                            bytes,
                            name.equals(site.recipe().ground().heights().orElse(""))
                                    ? "the height map"
                                    : "a file that it needs"));
        }
    };

    private static final String AT_REST =
            "site.glb stands as at the clock's start: sway, pushes and grains are no animation that glTF could carry for instances,"
                    + " and lie in motion/ for each plant and frame, where they are handed over.";

    private static final String TINTING =
            "Colours of plants are linear. Where instances carry _COLOR_0, times the vertices' COLOR_0 is"
                    + " what is seen. Where they carry _TINT, COLOR_0 has the layer's mean tint already; for each plant's own, move COLOR_0"
                    + " toward it by the vertices' share _TINTED.";

    private final String purpose;

    HandOver(String purpose) {
        this.purpose = purpose;
    }

    public String purpose() {
        return purpose;
    }

    abstract void write(SiteEvaluation evaluation, SiteFiles site, FileNames names, ShownPlants shown, Report report);

    /** Writes the files one after the other, the report last; none of them needs to fit into memory. */
    public static void write(SiteEvaluation evaluation, SiteFiles site, Set<HandOver> formats, Content.Sink sink)
            throws IOException {
        Report report = new Report(evaluation, sink);
        FileNames names = new FileNames(evaluation.plan().recipe());
        ShownPlants shown = new ShownPlants(evaluation);
        try {
            EnumSet.copyOf(formats).forEach(format -> format.write(evaluation, site, names, shown, report));
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
        report.close();
    }

    /** File name to content, the report last, for a small site. */
    public static Map<String, byte[]> files(SiteEvaluation evaluation, SiteFiles site, Set<HandOver> formats) {
        Map<String, byte[]> files = new LinkedHashMap<>();
        try {
            write(evaluation, site, formats, (name, content) -> {
                ByteArrayOutputStream bytes = new ByteArrayOutputStream();
                content.writeTo(bytes);
                files.put(name, bytes.toByteArray());
            });
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
        return files;
    }

    private static List<CoverLayer> covers(Recipe recipe) {
        return recipe.layers().stream()
                .filter(layer -> !layer.hidden())
                .filter(CoverLayer.class::isInstance)
                .map(CoverLayer.class::cast)
                .toList();
    }

    private static List<TintLayer> tints(Recipe recipe) {
        return recipe.layers().stream()
                .filter(layer -> !layer.hidden())
                .filter(TintLayer.class::isInstance)
                .map(TintLayer.class::cast)
                .toList();
    }

    private static int holes(Ground ground) {
        int holes = 0;
        for (boolean hole : ground.holes()) {
            holes += hole ? 1 : 0;
        }
        return holes;
    }

    private static String outside(float[] values) {
        int beyond = 0;
        for (float value : values) {
            beyond += value < 0 || value > 1 ? 1 : 0;
        }
        if (beyond == 0) {
            return "";
        }
        double percent = 100.0 * beyond / values.length;
        String share = percent < 0.05 ? "less than 0.1" : Decimal.write(percent, 1);
        return ", " + share + " % of it (" + beyond + " nodes) beyond 0..1 and cut off";
    }
}
