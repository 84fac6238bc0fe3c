package org.lumbrit.core.falloff;

import java.util.List;
import org.lumbrit.core.kinds.Carry;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Samples;

/**
 * clamp01((p·d − low)/(high − low)) along a unit direction d, up unless chosen; where low = high it is a step. High below low
 * runs backwards. In the ground's own space 0 and 1 are the exact least and greatest p·d of its nodes.
 */
@Kind(name = "height", version = 2, title = "Height", help = "Rises from 0 at the low level to 1 at the high level.")
public record HeightSource(
        @Setting(
                title = "low",
                unit = "m",
                min = -9000,
                max = 9000,
                slider = {-20, 80},
                byDefault = "0")
        double low,

        @Setting(
                title = "high",
                unit = "m",
                min = -9000,
                max = 9000,
                slider = {-20, 80},
                byDefault = "10")
        double high,

        @Setting(
                title = "heading",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "0",
                onCard = false,
                help = "Which way the direction leans that it is measured along: 0 is north (−z), 90 is east (+x)")
        double heading,

        @Setting(
                title = "elevation",
                unit = "°",
                min = -90,
                max = 90,
                byDefault = "90",
                onCard = false,
                help = "How steeply that direction rises: 90 is straight up, 0 is level")
        double elevation,

        @Setting(
                title = "space",
                byDefault = "place",
                onCard = false,
                help = "Levels in metres, or from 0 at the lowest to 1 at the highest point of the thing itself")
        Space space)
        implements Source, Carry.Itself {

    public HeightSource(double low, double high) {
        this(low, high, 0, 90, Space.PLACE);
    }

    /** Levels of height are carried as heights, levels along a leaning direction as lengths; shares of its own stay. */
    @Override
    public HeightSource carried(Carry carry) {
        if (space == Space.OWN) {
            return this;
        }
        return elevation == 90
                ? new HeightSource(carry.height(low), carry.height(high), heading, elevation, space)
                : new HeightSource(carry.length(low), carry.length(high), heading, elevation, space);
    }

    /** The same between the lowest and the highest point of the ground. */
    public HeightSource fittedTo(Scene scene) {
        if (space == Space.OWN) {
            return new HeightSource(0, 1, heading, elevation, space);
        }
        double[] d = Headings.direction(heading, elevation);
        double[] extent = scene.owner().extentAlong(d[0], d[1], d[2]);
        return new HeightSource(rounded(extent[0]), rounded(extent[1]), heading, elevation, space);
    }

    private static double rounded(double metres) {
        return Math.rint(metres * 1000) / 1000;
    }

    @Override
    public List<Remark> remarks(Scene scene) {
        double[] d = Headings.direction(heading, elevation);
        double[] extent = scene.owner().extentAlong(d[0], d[1], d[2]);
        double[] ends = ends(scene, d);
        if (Math.max(ends[0], ends[1]) >= extent[0] && Math.min(ends[0], ends[1]) <= extent[1]) {
            return List.of();
        }
        return List.of(new Remark(
                "levels beside the ground",
                "Its levels are " + Readings.metres(ends[0]) + " and " + Readings.metres(ends[1])
                        + ", the ground lies between " + Readings.metres(extent[0]) + " and "
                        + Readings.metres(extent[1]) + ".",
                "Fit to the ground",
                fittedTo(scene)));
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        double[] d = Headings.direction(heading, elevation);
        double[] ends = ends(scene, d);
        double[] place = new double[3];
        for (int i = from; i < to; i++) {
            place[0] = samples.x()[i];
            place[1] = samples.y()[i];
            place[2] = samples.z()[i];
            if (space == Space.OWN) {
                scene.owner().toOwn(place);
            }
            double level = place[0] * d[0] + place[1] * d[1] + place[2] * d[2];
            out[i] = (float) Smooth.ramp(ends[0], ends[1], level);
        }
    }

    private double[] ends(Scene scene, double[] d) {
        if (space == Space.PLACE) {
            return new double[] {low, high};
        }
        double[] extent = scene.owner().extentAlong(d[0], d[1], d[2]);
        double range = extent[1] - extent[0];
        return new double[] {extent[0] + low * range, extent[0] + high * range};
    }

    @Override
    public String title(Names names) {
        return elevation == 90 ? "Height" : "Height toward " + Readings.degrees(heading);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        double[] d = Headings.direction(heading, elevation);
        return "at "
                + Readings.metres(samples.x()[index] * d[0] + samples.y()[index] * d[1] + samples.z()[index] * d[2]);
    }
}
