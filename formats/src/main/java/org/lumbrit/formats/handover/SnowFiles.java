package org.lumbrit.formats.handover;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import org.lumbrit.core.bodies.Path;
import org.lumbrit.core.bodies.RollLayer;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Lying;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.season.WeatherLayer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SiteLying;
import org.lumbrit.core.snow.Shell;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SurfacePatch;
import org.lumbrit.formats.image.ExrFile;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GreyPng;
import org.lumbrit.formats.mesh.PlyFile;
import org.lumbrit.formats.tables.WeatherCsv;

/** What lies on the site: depths as pictures, props with their weights, tracks as meshes, bodies on their way, the almanac. */
final class SnowFiles {
    private final Packing all;
    private final SiteEvaluation evaluation;

    SnowFiles(Packing all) {
        this.all = all;
        this.evaluation = all.evaluation();
    }

    void write() {
        Ground ground = all.ground();
        Lattice lattice = new Lattice(ground, ground.columns(), ground.rows());
        Samples samples = evaluation.samples(lattice);
        for (Layer layer : all.layers(Layer.class)) {
            if (layer.lying().isPresent()) {
                depth(layer, lattice, samples);
                props(layer);
            }
            if (layer.seen().contains(Subject.PATCH)) {
                Surroundings site = evaluation.surroundings(layer);
                layer.patch(site).ifPresent(patch -> track(layer, patch));
                sequence(layer);
            }
            if (layer instanceof RollLayer roll) {
                body(roll);
            }
        }
        for (WeatherLayer almanac : all.recipe().layersOf(WeatherLayer.class)) {
            all.report()
                    .add(
                            "snow/" + all.names().of(almanac.id()) + ".csv",
                            WeatherCsv.write(almanac.weather().hours()).getBytes(StandardCharsets.UTF_8),
                            "the hours of “" + almanac.name() + "”");
        }
    }

    private String file(Layer layer) {
        return "snow/" + all.names().of(layer.id());
    }

    /** Depth over the ground: a picture from 0 to its deepest, and its metres as floats. */
    private void depth(Layer layer, Lattice lattice, Samples samples) {
        Lying stuff = layer.lying().orElseThrow();
        if (stuff.depth().isEmpty() || !layer.liesOnGround()) {
            return;
        }
        float[] depth = evaluation.field(layer, stuff.depth(), samples);
        pictures(file(layer) + "-depth", lattice.columns(), lattice.rows(), depth, "“" + layer.name() + "”: depth");
    }

    private void pictures(String file, int columns, int rows, float[] values, String what) {
        float least = 0;
        float most = 0;
        for (float value : values) {
            least = Math.min(least, value);
            most = Math.max(most, value);
        }
        float[] grey = new float[values.length];
        float range = most > least ? most - least : 1;
        for (int i = 0; i < grey.length; i++) {
            grey[i] = (values[i] - least) / range;
        }
        String ends = ", black is " + Decimal.write(least, 4) + " m, white " + Decimal.write(most, 4) + " m";
        all.report().add(file + ".png", GreyPng.of16(columns, rows, grey), what + ends);
        all.report().add(file + ".tif", FloatTiff.write(columns, rows, values), what + ", metres");
        ByteArrayOutputStream exr = new ByteArrayOutputStream();
        try {
            ExrFile.write(columns, rows, values, "Y", exr);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        all.report().add(file + ".exr", exr.toByteArray(), what + ", metres");
    }

    /** Each prop with how far it is covered, and the surface of what lies on it. */
    private void props(Layer layer) {
        Lying stuff = layer.lying().orElseThrow();
        SiteLying lying = evaluation.lying();
        for (Prop prop : all.recipe().props()) {
            if (prop.hidden() || !layer.liesOn(prop)) {
                continue;
            }
            PlacedMesh placed = evaluation.placed(prop.id());
            float[] weight = evaluation.on(prop.id()).field(layer, stuff.weight(), evaluation.samples(placed));
            String file = file(layer) + "/" + all.names().of(prop.id());
            Glb glb = new Glb();
            Colour own = Colour.ofHex(prop.colour());
            int material = glb.material(prop.name(), 1, 1, 1, 1, 0.9, false);
            float[] colours = new float[3 * weight.length];
            for (int i = 0; i < weight.length; i++) {
                double w = weight[i] * stuff.opacity();
                colours[3 * i] = (float) (own.red() + w * (stuff.colour().red() - own.red()));
                colours[3 * i + 1] = (float) (own.green() + w * (stuff.colour().green() - own.green()));
                colours[3 * i + 2] = (float) (own.blue() + w * (stuff.colour().blue() - own.blue()));
            }
            int mesh = glb.mesh(
                    prop.name(),
                    placed.mesh().positions(),
                    placed.mesh().normals(),
                    colours,
                    placed.mesh().triangles(),
                    material);
            glb.vertexNumbers(mesh, "_WEIGHT", weight);
            glb.node(prop.name(), mesh);
            if (!stuff.depth().isEmpty()) {
                Shell shell = lying.shell(layer, prop.id());
                if (shell.mesh().count() > 0) {
                    int white = glb.material(
                            layer.name(),
                            stuff.colour().red(),
                            stuff.colour().green(),
                            stuff.colour().blue(),
                            1,
                            stuff.roughness(),
                            false);
                    int above = glb.mesh(
                            layer.name(),
                            shell.mesh().positions(),
                            shell.mesh().normals(),
                            new float[0],
                            shell.mesh().triangles(),
                            white);
                    glb.vertexNumbers(above, "_WEIGHT", shell.weight());
                    glb.node(layer.name() + " on " + prop.name(), above);
                }
            }
            all.report()
                    .add(
                            file + ".glb",
                            glb.write(prop.name()),
                            "“" + prop.name() + "” with “" + layer.name()
                                    + "”: weights at its vertices, and what lies on it");
        }
    }

    /** A track as a mesh over the covered ground, and its change on its own grid. */
    private void track(Layer layer, SurfacePatch patch) {
        Mesh mesh = patch.over(evaluation.lying().ground(), 0, 1, 0).mesh();
        String size = patch.columns() + " × " + patch.rows() + " cells of " + Decimal.write(patch.cell(), 4)
                + " m, the first at x " + Decimal.write(patch.west(), 3) + " m, z " + Decimal.write(patch.north(), 3)
                + " m";
        all.report()
                .add(
                        file(layer) + ".ply",
                        PlyFile.write(mesh),
                        "“" + layer.name() + "”, " + mesh.count() + " triangles");
        pictures(
                file(layer) + "-change",
                patch.columns(),
                patch.rows(),
                patch.change(),
                "“" + layer.name() + "”: raised or pressed, " + size);
    }

    /** The same at every whole second of the clock at which it is another than before: a sequence of meshes. */
    private void sequence(Layer layer) {
        Frames frames = all.recipe().clock().frames();
        float[] before = null;
        for (double second = 0; second < frames.length() + 1e-9; second++) {
            evaluation.cancel().check();
            evaluation.cancel().doing(layer.name() + ", second " + Decimal.write(second, 0));
            SiteEvaluation then = evaluation.at(frames.start() + second);
            Layer now = then.plan().recipe().layer(layer.id()).orElseThrow();
            Optional<SurfacePatch> patch = now.patch(then.surroundings(now));
            if (patch.isPresent() && !Arrays.equals(before, patch.get().change())) {
                before = patch.get().change();
                all.report()
                        .add(
                                "%s-%04d.ply".formatted(file(layer), (int) second),
                                PlyFile.write(patch.get()
                                        .over(then.lying().ground(), 0, 1, 0)
                                        .mesh()),
                                "“" + layer.name() + "” at " + Decimal.write(frames.start() + second, 0)
                                        + " s; it stays so until the next");
            }
        }
    }

    /** A body on its way as an animated node, a key a frame. */
    private void body(RollLayer layer) {
        Surroundings site = evaluation.surroundings(layer);
        Path path = layer.path(site);
        Mesh mesh = layer.mesh(site);
        Glb glb = new Glb();
        Colour own = Colour.ofHex(layer.colour());
        int material = glb.material(layer.name(), own.red(), own.green(), own.blue(), 1, 0.8, false);
        int shape = glb.mesh(layer.name(), mesh.positions(), mesh.normals(), new float[0], mesh.triangles(), material);
        int n = Path.NUMBERS;
        double first = path.numbers()[15];
        glb.travelling(
                layer.name(),
                shape,
                path.frames(),
                frame -> (float) (frame * path.step()),
                (frame, k) -> (float) path.numbers()[n * frame + k],
                (frame, k) -> (float) path.numbers()[n * frame + 3 + k],
                (frame, k) -> (float) (path.numbers()[n * frame + 15] / first));
        all.report()
                .add(
                        file(layer) + ".glb",
                        glb.write(layer.name()),
                        "“" + layer.name() + "” on its way: " + path.frames() + " keys over "
                                + Decimal.write(path.seconds(), 2) + " s");
    }
}
