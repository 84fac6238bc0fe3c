package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Owner;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;

/**
 * A ball: 1 − clamp01((dist − near)/(far − near)) of the distance to a centre. In the place's space centre and radii are metres;
 * in the thing's own the centre is given in 0..1 of its bounds along each axis, and radii in parts of their longest side.
 */
@Kind(name = "ball", title = "Ball", help = "1 within a ball, falling to 0 at a larger one.")
public record BallSource(
        @Setting(
                title = "centre x",
                min = -1e6,
                max = 1e6,
                slider = {-80, 80},
                byDefault = "0",
                help = "To the east; in the thing's own space 0..1 of its bounds")
        double x,

        @Setting(
                title = "centre y",
                min = -1e6,
                max = 1e6,
                slider = {-5, 30},
                byDefault = "0",
                help = "Up; in the thing's own space 0..1 of its bounds")
        double y,

        @Setting(
                title = "centre z",
                min = -1e6,
                max = 1e6,
                slider = {-80, 80},
                byDefault = "0",
                help = "To the south; in the thing's own space 0..1 of its bounds")
        double z,

        @Setting(
                title = "near",
                min = 0,
                max = 1e6,
                slider = {0, 20},
                byDefault = "1",
                help = "1 up to this radius, metres or parts of the longest side")
        double near,

        @Setting(
                title = "far",
                min = 0,
                max = 1e6,
                slider = {0, 20},
                byDefault = "5",
                help = "0 from this radius on, metres or parts of the longest side")
        double far,

        @Setting(title = "space", byDefault = "place", help = "Metres of the place, or parts of the thing itself")
        Space space)
        implements Source {

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        Frame frame = frame(scene);
        double[] place = new double[3];
        for (int i = from; i < to; i++) {
            out[i] = (float) (1 - Smooth.ramp(near, far, frame.distance(samples, i, place)));
        }
    }

    /** Centre in the frame that is measured in, and the length that radii count in. */
    private record Frame(Owner owner, double[] centre, double unit) {
        double distance(Samples samples, int i, double[] place) {
            place[0] = samples.x()[i];
            place[1] = samples.y()[i];
            place[2] = samples.z()[i];
            if (owner != null) {
                owner.toOwn(place);
            }
            double dx = place[0] - centre[0];
            double dy = place[1] - centre[1];
            double dz = place[2] - centre[2];
            return Math.sqrt(dx * dx + dy * dy + dz * dz) / unit;
        }
    }

    private Frame frame(Scene scene) {
        if (space == Space.PLACE) {
            return new Frame(null, new double[] {x, y, z}, 1);
        }
        OwnBox box = OwnBox.of(scene.owner());
        double[] share = {x, y, z};
        double[] centre = new double[3];
        for (int d = 0; d < 3; d++) {
            centre[d] = box.low()[d] + share[d] * box.sides()[d];
        }
        return new Frame(scene.owner(), centre, box.longest());
    }

    @Override
    public Region support(Scene scene) {
        return space == Space.PLACE && near <= far
                ? new Region(x, z, x, z).grown(far + Region.A_HAIR)
                : Region.EVERYWHERE;
    }

    @Override
    public String title(Names names) {
        return "Ball";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        double away = frame(scene).distance(samples, index, new double[3]);
        return space == Space.PLACE
                ? Readings.metres(away) + " from its centre"
                : org.lumbrit.core.math.Decimal.write(away, 2) + " of the longest side from its centre";
    }
}
