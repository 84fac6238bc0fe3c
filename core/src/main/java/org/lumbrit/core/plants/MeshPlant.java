package org.lumbrit.core.plants;

import java.util.List;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.MeshShape;
import org.lumbrit.core.surface.Clustering;
import org.lumbrit.core.surface.Mesh;

/** A mesh that was brought in, made as tall as is wished, its foot in the middle of its lowest part at the origin. */
@Kind(name = "mesh", title = "Mesh from a file", help = "A plant, stone or part that was brought in.")
public record MeshPlant(
        @Setting(title = "file", refers = Refers.MESH, onCard = false, help = "File name beside the recipe")
        String file,

        @Setting(
                title = "one unit is",
                unit = "m",
                min = 1e-6,
                max = 1e6,
                slider = {0.001, 1},
                byDefault = "1",
                help = "0.001 where the file is in millimetres")
        double unit,

        @Setting(title = "up", byDefault = "y", help = "The axis of the file that points up")
        MeshShape.Up up,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.005,
                max = 100,
                slider = {0.05, 10},
                byDefault = "1",
                help = "From foot to tip; the rest follows in proportion")
        double length,

        @Setting(title = "way along", byDefault = "path", help = "What counts from foot to tip")
        Coordinate coordinate,

        @Setting(
                title = "stroke",
                byDefault = "[]",
                onCard = false,
                help =
                        "Places from foot to tip, for the brush; the first is the foot that is meant for the way over the surface")
        List<Point3> stroke)
        implements Plant {
    /** A plant with more triangles is refused. */
    public static final int MOST_TRIANGLES = 1_000_000;

    /** How the way along is counted. */
    public enum Coordinate {
        /** Path length over the mesh from its lowest vertices. */
        PATH,
        HEIGHT,
        /** The shortest way over the surface from the place of it that is nearest to where the stroke begins. */
        SURFACE,
        /** Along a stroke drawn from foot to tip. */
        BRUSH
    }

    public MeshPlant {
        stroke = List.copyOf(stroke);
    }

    @Override
    public int variants() {
        return 1;
    }

    @Override
    public double width() {
        return length;
    }

    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        Mesh read = new MeshShape(file, unit, up, -1, false).mesh(files);
        if (read.count() == 0) {
            throw new UnusablePlantException(
                    "The mesh “" + file + "” has no triangles, so nothing of it could be seen. Choose another file.");
        }
        if (read.count() > MOST_TRIANGLES) {
            throw new UnusablePlantException(
                    "The mesh “" + file + "” has " + read.count() + " triangles; a plant may have " + MOST_TRIANGLES
                            + " at most, as it stands many times. Reduce it before it is brought in.");
        }
        float[] p = stood(read);
        Mesh mesh = Mesh.of(p, read.normals(), read.triangles());
        if (detail > 0) {
            mesh = Clustering.reduced(mesh, 96 >> detail);
        }
        return AlongMesh.plant(mesh, coordinate, stroke);
    }

    /** Any mesh as a plant that grows from foot to tip, where it stands. @param stroke as in the setting */
    public static PlantMesh along(Mesh mesh, Coordinate coordinate, List<Point3> stroke) {
        return AlongMesh.plant(mesh, coordinate, stroke);
    }

    /** The share of the vertices that growth would reach before any of their neighbours: pieces would hang in the air. */
    public static double withoutLower(Mesh mesh, PlantMesh plant) {
        return AlongMesh.withoutLower(mesh, plant.along());
    }

    /** Sized and moved so that it stands on the origin. */
    private float[] stood(Mesh mesh) {
        double[] b = mesh.bounds();
        double tall = Math.max(1e-9, b[4] - b[1]);
        double scale = length / tall;
        double sumX = 0;
        double sumZ = 0;
        int low = 0;
        float[] p = mesh.positions();
        for (int v = 0; v < mesh.vertices(); v++) {
            if (p[3 * v + 1] <= b[1] + 0.02 * tall) {
                sumX += p[3 * v];
                sumZ += p[3 * v + 2];
                low++;
            }
        }
        float[] stood = new float[p.length];
        for (int v = 0; v < mesh.vertices(); v++) {
            stood[3 * v] = (float) ((p[3 * v] - sumX / low) * scale);
            stood[3 * v + 1] = (float) ((p[3 * v + 1] - b[1]) * scale);
            stood[3 * v + 2] = (float) ((p[3 * v + 2] - sumZ / low) * scale);
        }
        return stood;
    }
}
