package org.lumbrit.formats.handover;

import java.io.BufferedWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Layer;
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
import org.lumbrit.core.surface.Tint;
import org.lumbrit.core.water.WaterBody;
import org.lumbrit.formats.image.ColourPng;
import org.lumbrit.formats.image.EsriGrid;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GeoReference;
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
    GLB("The ground, the water and every plant as an instance, for 3D programs and engines", 40e6) {
        @Override
        double bytes(Sizes sizes) {
            return 60 * sizes.drawn() + 56 * 2 * sizes.inScenes() + 60 * sizes.propTriangles() + 1e6;
        }

        @Override
        double placed(Sizes sizes) {
            return sizes.inScenes();
        }

        @Override
        void write(Packing all) {
            List<CoverLayer> layers = all.coversOfOneFile();
            int grown = all.shown().count(layers);
            all.report()
                    .add(
                            "site.glb",
                            SiteGlb.write(all.evaluation(), all.shown(), layers, all.tints()),
                            "ground of " + GroundDrawn.said(all.ground())
                                    + (all.recipe().ground().waterLevel().isPresent() ? ", water and " : ", ")
                                    + grown
                                    + " plants as instances, metres, +Y up; the ground has its colours of daylight, without light and shade");
            all.report().say(AT_REST);
            layers.forEach(layer -> all.report().say(all.shown().said(layer)));
            all.report().say(TINTING);
            if (grown > 0) {
                all.report()
                        .add(
                                "plants/details.glb",
                                SiteGlb.details(all.shown(), layers),
                                "the plants alone, a scene a detail level; the errors are in plants/details.csv");
                all.report()
                        .add(
                                "plants/details.csv",
                                DetailsCsv.write(all.evaluation(), layers),
                                "triangles and errors of each");
            }
        }
    },
    MASKS(
            "Each falloff, and what layers lay from 0 to 1, over the ground as a 16-bit grey PNG, 0 black to 1 white, north at the top",
            4e6) {
        @Override
        double bytes(Sizes sizes) {
            return sizes.masks() * 0.6 * sizes.nodes();
        }

        @Override
        void write(Packing all) {
            Ground ground = all.ground();
            Lattice lattice = new Lattice(ground, ground.columns(), ground.rows());
            Samples samples = all.evaluation().samples(lattice);
            for (Falloff falloff : all.recipe().falloffs()) {
                if (all.evaluation().plan().domain(falloff.id()) == Domain.PLACE) {
                    float[] values = all.evaluation().falloff(falloff.id(), samples);
                    all.report()
                            .add(
                                    "masks/" + all.names().of(falloff.id()) + ".png",
                                    GreyPng.of16(lattice.columns(), lattice.rows(), values),
                                    "“" + falloff.name() + "”" + outside(values));
                } else {
                    all.report()
                            .say("“" + falloff.name()
                                    + "” has a value for each plant, not for the ground, so it has no mask.");
                }
            }
            for (Layer layer : all.layers(Layer.class)) {
                for (Field field : layer.results()) {
                    if (field.share()) {
                        float[] values = all.evaluation().field(layer, field.name(), samples);
                        all.report()
                                .add(
                                        "masks/" + all.names().of(layer.id()) + "-" + field.name() + ".png",
                                        GreyPng.of16(lattice.columns(), lattice.rows(), values),
                                        "“" + layer.name() + "”: " + field.title() + outside(values));
                    }
                }
            }
        }
    },
    TINTS("The colours of each tint over the ground as a PNG, its strength as transparency, north at the top", 4e6) {
        @Override
        double bytes(Sizes sizes) {
            return sizes.tints() * 1.5 * sizes.nodes();
        }

        @Override
        void write(Packing all) {
            Ground ground = all.ground();
            Lattice lattice = new Lattice(ground, ground.columns(), ground.rows());
            Samples samples = all.evaluation().samples(lattice);
            for (Layer layer : all.tints()) {
                Tint tint = all.evaluation().tint(layer, samples);
                all.report()
                        .add(
                                "tints/" + all.names().of(layer.id()) + ".png",
                                ColourPng.write(lattice.columns(), lattice.rows(), tint::argb),
                                "“" + layer.name() + "”, sRGB");
            }
        }
    },
    GROUND("The finished ground as GLB, OBJ and PLY, as 16-bit PNG, 32-bit GeoTIFF and Esri ASCII grid", 40e6) {
        @Override
        double bytes(Sizes sizes) {
            return 250 * sizes.drawn() + 20 * sizes.nodes();
        }

        @Override
        void write(Packing all) {
            Ground ground = all.ground();
            String size = ground.columns() + " × " + ground.rows() + " heights over " + Decimal.write(ground.width(), 3)
                    + " m × " + Decimal.write(ground.depth(), 3) + " m";
            Lattice lattice = GroundDrawn.lattice(ground);
            Mesh mesh = GroundMesh.of(lattice, all.evaluation().samples(lattice));
            String triangles = mesh.count() + " triangles, " + GroundDrawn.said(ground);
            String filled = ground.holes().length == 0
                    ? ""
                    : "; its " + holes(ground) + " missing nodes are filled, as the picture cannot leave them out";
            all.report().add("ground/ground.glb", GlbOfMesh.write("Ground", mesh, 0x77755E), triangles);
            all.report().add("ground/ground.obj", ObjFile.write(mesh, "Ground"), triangles);
            all.report().add("ground/ground.ply", PlyFile.write(mesh), triangles);
            all.report()
                    .add(
                            "ground/ground.png",
                            HeightPng.write(ground),
                            size + ", black is " + ground.lowest() + " m, white " + ground.highest() + " m" + filled);
            all.report()
                    .add(
                            "ground/ground.tif",
                            FloatTiff.ground(
                                    ground, GeoReference.Middle.of(all.recipe().ground())),
                            size + ", metres, GeoTIFF");
            all.report()
                    .add(
                            "ground/ground.asc",
                            EsriGrid.write(
                                    ground, GeoReference.Middle.of(all.recipe().ground())),
                            size + ", metres");
        }
    },
    TEXTURES(
            "The ground’s surface as pictures: colour, normals, roughness, height of what stands on it; and a GLB that wears them",
            9e6) {
        @Override
        double bytes(Sizes sizes) {
            return 15 * sizes.texels() + 56 * sizes.drawn();
        }

        @Override
        void write(Packing all) {
            new GroundTextures(all, all.texels()).write();
        }
    },
    PROPS("Every prop in its own frame as GLB, OBJ, PLY and STL", 40e6) {
        @Override
        double bytes(Sizes sizes) {
            return 240 * sizes.propTriangles();
        }

        @Override
        void write(Packing all) {
            for (Prop prop : all.recipe().props()) {
                Mesh mesh = all.evaluation().mesh(prop);
                String file = "props/" + all.names().of(prop.id());
                String what = "“" + prop.name() + "”, " + mesh.count() + " triangles";
                int colour = Integer.parseInt(prop.colour().substring(1), 16);
                all.report().add(file + ".glb", GlbOfMesh.write(prop.name(), mesh, colour), what);
                all.report().add(file + ".obj", ObjFile.write(mesh, prop.name()), what);
                all.report().add(file + ".ply", PlyFile.write(mesh), what);
                all.report().add(file + ".stl", StlFile.write(mesh), what);
            }
        }
    },
    PLACES("Points, paths, areas and the water’s outline as GeoJSON and SVG", 2e6) {
        @Override
        double bytes(Sizes sizes) {
            return 2e5;
        }

        @Override
        void write(Packing all) {
            Ground ground = all.ground();
            List<Place> places = new ArrayList<>(all.recipe().places());
            String counted = places.size() == 1 ? "1 place" : places.size() + " places";
            all.report()
                    .add(
                            "places/places.geojson",
                            GeoJsonWriter.write(
                                    places, GeoReference.Middle.of(all.recipe().ground())),
                            counted + ", y to the north");
            all.report().add("places/places.svg", SvgPlaces.write(places, ground), counted + ", y to the south");
            all.recipe().ground().waterLevel().ifPresent(level -> {
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
                all.report()
                        .add(
                                "places/water.geojson",
                                GeoJsonWriter.write(
                                        edges,
                                        GeoReference.Middle.of(all.recipe().ground())),
                                what);
                all.report().add("places/water.svg", SvgPlaces.write(edges, ground), what);
            });
        }
    },
    CSV("Every plant as a row: where, how turned, size, variant, tint", 12e6) {
        @Override
        double bytes(Sizes sizes) {
            return 155 * sizes.plants();
        }

        @Override
        double placed(Sizes sizes) {
            return sizes.plants();
        }

        @Override
        void write(Packing all) {
            for (CoverLayer layer : all.covers()) {
                long[] count = new long[1];
                all.report()
                        .add(
                                "plants/" + all.names().of(layer.id()) + ".csv",
                                out -> {
                                    Writer text = new BufferedWriter(
                                            new OutputStreamWriter(out, StandardCharsets.UTF_8), 1 << 16);
                                    count[0] = PlantsCsv.write(layer, all.evaluation(), text);
                                    text.flush();
                                },
                                () -> count[0] + " plants of “" + layer.name() + "”");
            }
        }
    },
    NUMPY("Every plant as a record of a NumPy array: identity, place, turn, scale, growth, tint, variant", 60e6) {
        @Override
        double bytes(Sizes sizes) {
            return 72 * sizes.plants();
        }

        @Override
        double placed(Sizes sizes) {
            return sizes.plants();
        }

        @Override
        void write(Packing all) {
            for (CoverLayer layer : all.covers()) {
                boolean flat = layer.planted(all.recipe()).flat();
                long[] count = new long[1];
                all.report()
                        .add(
                                "plants/" + all.names().of(layer.id()) + ".npy",
                                out -> count[0] = NumpyPoints.write(all.evaluation(), layer, flat, out),
                                () -> count[0] + " plants of “" + layer.name() + "”");
            }
        }
    },
    USD("Every plant as an instance of its variant’s mesh, as USD text", 20e6) {
        @Override
        double bytes(Sizes sizes) {
            return 420 * sizes.inScenes() + 1e5;
        }

        @Override
        double placed(Sizes sizes) {
            return sizes.inScenes();
        }

        @Override
        void write(Packing all) {
            List<List<Instances>> layers = all.coversOfOneFile().stream()
                    .peek(layer -> all.report().say(all.shown().said(layer)))
                    .map(all.shown()::of)
                    .filter(some -> !some.isEmpty())
                    .toList();
            int count = layers.stream()
                    .flatMap(List::stream)
                    .mapToInt(Instances::count)
                    .sum();
            all.report()
                    .add(
                            "plants/plants.usda",
                            UsdPoints.of(all.recipe().name(), layers),
                            count + " plants as instances, metres, +Y up");
        }
    },
    TILES(
            "The ground, props, water and every plant as OGC 3D Tiles 1.1: as fine as one is near, for sites of any size",
            40e6) {
        @Override
        double bytes(Sizes sizes) {
            return 1.02e6 * sizes.groundTiles() + 100 * sizes.plants() + 60 * sizes.propTriangles();
        }

        @Override
        double placed(Sizes sizes) {
            return 1.33 * sizes.plants();
        }

        @Override
        void write(Packing all) {
            TileSet.write(all);
        }
    },
    MOTION(
            "What moves, baked over the loop: morph targets, vertex-motion pictures, bends of every plant, the wind field, NumPy",
            12e6) {
        @Override
        double bytes(Sizes sizes) {
            return 30 * sizes.frames() * sizes.swaying();
        }

        @Override
        double placed(Sizes sizes) {
            return sizes.swaying();
        }

        @Override
        void write(Packing all) {
            new MotionFiles(all).write();
            new LiquidFiles(all).write();
            new SheetFiles(all).write();
        }
    },
    GRAINS("Where each grain lies and how fast it goes over the loop, as tables and NumPy arrays", 4e6) {
        @Override
        double bytes(Sizes sizes) {
            return sizes.grains() * (80 + 3 * sizes.frames());
        }

        @Override
        void write(Packing all) {
            new GrainFiles(all).write();
        }
    },
    SNOW(
            "What lies: depth maps, props with their weights and what lies on them, tracks, bodies on their way, the almanac",
            6e6) {
        @Override
        double bytes(Sizes sizes) {
            return sizes.lying() * (6 * sizes.nodes() + 120 * sizes.propTriangles() + 4e6);
        }

        @Override
        void write(Packing all) {
            new SnowFiles(all).write();
        }
    },
    GROWN(
            "What grows on things: ice, shelves and climbers as they are now, and as a sequence of meshes over the clock",
            6e6) {
        @Override
        double bytes(Sizes sizes) {
            return sizes.grown() * 4e6 * (1 + sizes.frames() / 24.0);
        }

        @Override
        void write(Packing all) {
            new GrownFiles(all).write();
        }
    },
    DRAWN("The place as lines: a picture as SVG and PNG, contours as GeoJSON, a plan on A3 as PDF", 4e6) {
        @Override
        double bytes(Sizes sizes) {
            return 4e6 + 60 * sizes.propTriangles();
        }

        @Override
        void write(Packing all) {
            new DrawnFiles(all).write();
        }
    },
    RECIPE("The recipe and the files that it needs, to open again or run from the command line", 20e6) {
        @Override
        double bytes(Sizes sizes) {
            return 1e5 + sizes.assets();
        }

        @Override
        void write(Packing all) {
            all.report().add("recipe/recipe.json", RecipeJson.write(all.site().recipe()), "the rules of the site");
            all.site()
                    .assets()
                    .forEach((name, bytes) -> all.report()
                            .add(
                                    "recipe/" + name,
                                    bytes,
                                    name.equals(all.site()
                                                    .recipe()
                                                    .ground()
                                                    .heights()
                                                    .orElse(""))
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
    private final double rate;

    /** @param rate bytes that are written in a second, on two cores */
    HandOver(String purpose, double rate) {
        this.purpose = purpose;
        this.rate = rate;
    }

    /** About how many bytes it will be. */
    abstract double bytes(Sizes sizes);

    /** About how many plants are placed for it. */
    double placed(Sizes sizes) {
        return 0;
    }

    /** Bytes that are written in a second, on two cores. */
    double rate() {
        return rate;
    }

    public String purpose() {
        return purpose;
    }

    abstract void write(Packing all);

    /** Writes the files one after the other, the report last; none of them needs to fit into memory. */
    public static void write(SiteEvaluation evaluation, SiteFiles site, Choice choice, Content.Sink sink)
            throws IOException {
        Packing all = Packing.of(evaluation, site, choice, sink);
        all.report().say(choice.said(all.recipe()));
        try {
            choice.formats().forEach(format -> format.write(all));
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
        all.report().close();
    }

    /** The same with every shown layer. */
    public static Map<String, byte[]> files(SiteEvaluation evaluation, SiteFiles site, Set<HandOver> formats) {
        return files(evaluation, site, Choice.of(formats));
    }

    /** File name to content, the report last, for a small site. */
    public static Map<String, byte[]> files(SiteEvaluation evaluation, SiteFiles site, Choice choice) {
        Map<String, byte[]> files = new LinkedHashMap<>();
        try {
            write(evaluation, site, choice, (name, content) -> {
                ByteArrayOutputStream bytes = new ByteArrayOutputStream();
                content.writeTo(bytes);
                files.put(name, bytes.toByteArray());
            });
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
        return files;
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
