package org.lumbrit.core.plants;

import java.util.Arrays;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Sphere;

/** A ball made uneven by noise, flattened, sunk a little below its foot. Its way along goes straight up. */
@Kind(name = "stone", title = "Stone", help = "A stone: noise on a ball, flattened.")
public record StonePlant(
        @Setting(title = "variants", min = 1, max = 16, byDefault = "4", help = "Different ones from one seed")
        int variants,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.03, 2},
                byDefault = "0.22",
                help = "As it stands in the nursery")
        double length,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.005,
                max = 60,
                slider = {0.03, 3},
                byDefault = "0.4")
        double width,

        @Setting(
                title = "roughness",
                min = 0,
                max = 1,
                byDefault = "0.45",
                help = "How far its surface leaves the ball")
        double roughness,

        @Setting(
                title = "detail",
                min = 1,
                max = 5,
                slider = {1, 4},
                byDefault = "3",
                help = "Each step has four times the triangles")
        int detail)
        implements Plant {

    @Override
    public boolean solid() {
        return true;
    }

    @Override
    public PlantMesh mesh(int seed, int variant, int coarser, Function<String, Mesh> files) {
        Draw draw = Draw.of(seed, variant);
        int cuts = Math.max(0, detail - coarser);
        float[] p = Sphere.positions(cuts);
        int count = p.length / 3;
        double[] x = new double[count];
        double[] y = new double[count];
        double[] z = new double[count];
        double[] sum = new double[count];
        double away = 100 * draw.unit(1, 0);
        for (int octave = 0; octave < 3; octave++) {
            double frequency = 0.8 * (1 << octave);
            for (int v = 0; v < count; v++) {
                x[v] = p[3 * v] * frequency + away;
                y[v] = p[3 * v + 1] * frequency;
                z[v] = p[3 * v + 2] * frequency - away;
            }
            GradientNoise.add(seed, x, y, z, count, roughness * StrictMath.pow(0.5, octave), sum);
        }
        double broad = width / 2 * (1 + draw.about(2, 0, 0.3));
        double deep = broad * (0.7 + 0.3 * draw.unit(3, 0));
        double tall = length * (1 + draw.about(4, 0, 0.3));
        float[] along = new float[count];
        float[] centres = new float[3 * count];
        for (int v = 0; v < count; v++) {
            double radius = 1 + sum[v];
            p[3 * v] = (float) (p[3 * v] * radius * broad);
            p[3 * v + 1] = (float) ((p[3 * v + 1] * radius * 0.5 + 0.42) * tall);
            p[3 * v + 2] = (float) (p[3 * v + 2] * radius * deep);
        }
        float lowest = Float.MAX_VALUE;
        float highest = -Float.MAX_VALUE;
        for (int v = 0; v < count; v++) {
            lowest = Math.min(lowest, p[3 * v + 1]);
            highest = Math.max(highest, p[3 * v + 1]);
        }
        for (int v = 0; v < count; v++) {
            along[v] = (p[3 * v + 1] - lowest) / Math.max(1e-9f, highest - lowest);
            centres[3 * v + 1] = p[3 * v + 1];
        }
        Mesh mesh = Mesh.of(p, Sphere.triangles(cuts));
        int[] colours = new int[count];
        Arrays.fill(colours, PlantMesh.TINTED);
        return new PlantMesh(p, mesh.normals(), along, centres, colours, mesh.triangles());
    }
}
