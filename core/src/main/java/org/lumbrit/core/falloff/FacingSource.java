package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Samples;

/** (1 + n·d)/2 for the unit normal n and the direction d. */
@Kind(name = "facing", title = "Facing", help = "1 where the surface faces the direction, 0 where it faces away.")
public record FacingSource(
        @Setting(
                title = "heading",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "0",
                help = "0 is north (−z), 90 is east (+x)")
        double heading,

        @Setting(title = "elevation", unit = "°", min = -90, max = 90, byDefault = "90", help = "90 is straight up")
        double elevation,

        @Setting(
                title = "space",
                byDefault = "place",
                onCard = false,
                help = "The direction holds in the place, or turns with the thing itself")
        Space space)
        implements Source {

    public FacingSource(double heading, double elevation) {
        this(heading, elevation, Space.PLACE);
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        double[] d = Headings.direction(heading, elevation);
        for (int i = from; i < to; i++) {
            out[i] = (float) ((1 + dot(scene, samples, i, d)) / 2);
        }
    }

    private double dot(Scene scene, Samples samples, int i, double[] d) {
        if (space == Space.PLACE) {
            return samples.nx()[i] * d[0] + samples.ny()[i] * d[1] + samples.nz()[i] * d[2];
        }
        double[] normal = {samples.nx()[i], samples.ny()[i], samples.nz()[i]};
        scene.owner().directionToOwn(normal);
        return normal[0] * d[0] + normal[1] * d[1] + normal[2] * d[2];
    }

    @Override
    public String title(Names names) {
        return elevation == 90 ? "Facing up" : "Facing " + Readings.degrees(heading);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        double cosine = dot(scene, samples, index, Headings.direction(heading, elevation));
        double angle = StrictMath.toDegrees(StrictMath.acos(2 * Smooth.clamp01((1 + cosine) / 2) - 1));
        return "turned " + Readings.degrees(angle) + " off";
    }
}
