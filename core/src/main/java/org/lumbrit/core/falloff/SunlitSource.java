package org.lumbrit.core.falloff;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Shelter;
import org.lumbrit.core.surface.Horizon;
import org.lumbrit.core.surface.Samples;

/** Whether the line to the sun is free: 1 in the light, 0 in shadow; a softness makes the horizon's edge so many degrees wide. */
@Kind(name = "sunlit", version = 3, title = "Sunlit", help = "1 where the sun reaches the ground, 0 in shadow.")
public record SunlitSource(
        @Setting(
                title = "sun from",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "225",
                help = "Where the sun stands: 0 is north (−z), 90 is east (+x)")
        double heading,

        @Setting(title = "elevation", unit = "°", min = 0, max = 90, byDefault = "30", help = "Above the horizon")
        double elevation,

        @Setting(
                title = "softness",
                unit = "°",
                min = 0,
                max = 45,
                slider = {0, 10},
                byDefault = "1",
                onCard = false,
                help = "How wide the edge of the shadow is")
        double softness)
        implements Source {

    /** How far outside its own surface a ray to the sun begins to look for props: a share of the site, and at most so many metres. */
    private static final double OUTSIDE = 1e-4;

    private static final double MOST_OUTSIDE = 1e-3;

    private record Toward(double heading, double elevation) {}

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.PROPS);
    }

    /** The horizon's elevation toward the sun, in degrees: −90 where nothing stands up, 90 where a prop stands before the sun. */
    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new Toward(heading, elevation), (scene, samples) -> {
            double[] d = Headings.direction(heading, 0);
            double[] sun = Headings.direction(heading, elevation);
            double outside = Math.min(
                    MOST_OUTSIDE,
                    OUTSIDE * Math.max(scene.ground().width(), scene.ground().depth()));
            List<PlacedMesh> props = scene.props();
            return (from, to, out) -> {
                Shelter shelter = new Shelter(scene.ground(), props);
                Horizon horizon = new Horizon(scene.ground());
                for (int i = from; i < to; i++) {
                    double x = samples.x()[i];
                    double y = samples.y()[i];
                    double z = samples.z()[i];
                    double tangent =
                            horizon.tangent(x, y, z, d[0], d[2], Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY);
                    boolean hidden = shelter.hidden(
                            x + outside * samples.nx()[i],
                            y + outside * samples.ny()[i],
                            z + outside * samples.nz()[i],
                            sun[0],
                            sun[1],
                            sun[2],
                            1e9);
                    out[i] = hidden ? 90 : (float) StrictMath.toDegrees(StrictMath.atan(tangent));
                }
            };
        }));
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] horizon, int from, int to, float[] out) {
        for (int i = from; i < to; i++) {
            out[i] = (float) Smooth.smoothstep(horizon[i] - softness / 2, horizon[i] + softness / 2, elevation);
        }
    }

    @Override
    public String title(Names names) {
        return "Sunlit from " + Readings.degrees(heading);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] horizon, int index) {
        return horizon[index] <= 0
                ? "nothing stands before the sun"
                : horizon[index] == 90
                        ? "a prop stands before the sun"
                        : "the ground stands " + Readings.degrees(horizon[index]) + " high toward the sun";
    }
}
