package org.lumbrit.core.falloff;

import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.Samples;

/**
 * A grey picture laid over the place in plan, bilinear between the middles of its pixels. Its depth follows from its width and
 * its own proportions unless a depth is given.
 */
@Kind(name = "picture", title = "Picture", help = "The grey values of a picture, laid over the ground.")
public record PictureSource(
        @Setting(title = "picture", refers = Refers.PICTURE, onCard = false, help = "A file beside the recipe")
        String picture,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.01,
                max = 100000,
                slider = {1, 200},
                byDefault = "100",
                help = "From its left to its right border")
        double width,

        @Setting(
                title = "depth",
                unit = "m",
                min = 0,
                max = 100000,
                slider = {0, 200},
                byDefault = "0",
                onCard = false,
                help = "From its upper to its lower border; 0 keeps the picture's own proportions")
        double depth,

        @Setting(
                title = "middle x",
                unit = "m",
                min = -100000,
                max = 100000,
                slider = {-80, 80},
                byDefault = "0",
                onCard = false)
        double x,

        @Setting(
                title = "middle z",
                unit = "m",
                min = -100000,
                max = 100000,
                slider = {-80, 80},
                byDefault = "0",
                onCard = false)
        double z,

        @Setting(
                title = "turned",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "0",
                onCard = false,
                help = "Clockwise, seen from above")
        double turned,

        @Setting(title = "beyond the border", byDefault = "hold", onCard = false)
        Picture.Edge edge)
        implements Source {

    @Override
    public List<Remark> remarks(Scene scene) {
        Picture shown = scene.picture(picture);
        double own = width * shown.rows() / shown.columns();
        if (depth == 0 || Math.abs(depth / own - 1) < 0.01) {
            return List.of();
        }
        return List.of(new Remark(
                "picture squeezed",
                "The picture is " + shown.columns() + " × " + shown.rows() + " pixels and is laid over "
                        + Readings.metres(width) + " × " + Readings.metres(depth)
                        + "; in its own proportions it would be "
                        + Readings.metres(own) + " deep.",
                "Keep its proportions",
                new PictureSource(picture, width, 0, x, z, turned, edge)));
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        Picture shown = scene.picture(picture);
        double down = depthOf(shown);
        double[] right = Headings.direction(turned + 90, 0);
        for (int i = from; i < to; i++) {
            double dx = samples.x()[i] - x;
            double dz = samples.z()[i] - z;
            double u = (dx * right[0] + dz * right[2]) / width + 0.5;
            double v = (dz * right[0] - dx * right[2]) / down + 0.5;
            out[i] = (float) shown.at(u, v, edge);
        }
    }

    /** Metres from the upper to the lower border. */
    public double depthOf(Picture shown) {
        return depth > 0 ? depth : width * shown.rows() / shown.columns();
    }

    @Override
    public String title(Names names) {
        return "Picture";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        float[] grey = new float[samples.count()];
        evaluate(scene, samples, measured, index, index + 1, grey);
        return "grey " + Decimal.write(100 * grey[index], 0) + " %";
    }
}
