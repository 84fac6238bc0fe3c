package org.lumbrit.core.looks;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.light.Daylight;
import org.lumbrit.core.light.SunPosition;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Surroundings;

/** {@link Daylight}: the first one that is not hidden lights the site. */
@Kind(
        name = "daylight",
        title = "Sun and sky",
        help = "Sun and sky: low sun, noon or overcast, the hour of a day at a latitude, or by hand.")
public record DaylightLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "light",
                byDefault = "low-sun",
                help = "A starting point, the hour of a day, or where the sun stands by hand")
        By by,

        @Setting(
                title = "latitude",
                when = "by=hour",
                unit = "°",
                min = -90,
                max = 90,
                byDefault = "57",
                help = "How far north, or south below 0")
        double latitude,

        @Setting(
                title = "day",
                when = "by=hour",
                min = 1,
                max = 366,
                slider = {1, 365},
                byDefault = "260",
                help = "Day of the year")
        double day,

        @Setting(
                title = "hour",
                when = "by=hour",
                min = 0,
                max = 24,
                byDefault = "17",
                help = "By the sun, which stands highest at 12")
        double hour,

        @Setting(
                title = "heading",
                when = "by=hand",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "258",
                help = "Where the sun stands, 0 north, 90 east")
        double heading,

        @Setting(
                title = "elevation",
                when = "by=hand",
                unit = "°",
                min = -20,
                max = 90,
                slider = {0, 90},
                byDefault = "25",
                help = "How high the sun stands")
        double elevation,

        @Setting(
                title = "turbidity",
                min = 1.7,
                max = 10,
                byDefault = "2.6",
                help = "2 very clear air, 3 clear, 6 hazy, 10 thick haze")
        double turbidity,

        @Setting(
                title = "cloud",
                min = 0,
                max = 1,
                byDefault = "0",
                help = "0 a clear sky, 1 covered all over: light without a sun; overcast is covered whatever this says")
        double cloud,

        @Setting(title = "exposure", min = -5, max = 5, byDefault = "0", help = "Each whole number is twice as bright")
        double exposure,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    /** What says where the sun stands. */
    public enum By {
        LOW_SUN,
        NOON,
        OVERCAST,
        HOUR,
        HAND
    }

    private static final SunPosition LOW = new SunPosition(252, 14);
    private static final SunPosition HIGH = new SunPosition(196, 54);

    public DaylightLayer {
        properties = PropertyDescription.complete(List.of(), properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return List.of();
    }

    @Override
    public Family family() {
        return Family.AIR;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of();
    }

    @Override
    public boolean duplicable() {
        return false;
    }

    @Override
    public String settingsTitle() {
        return "Light, name …";
    }

    @Override
    public Begun begin(Beginning beginning) {
        return new Begun.Made(
                beginning.ready(this, "Sun and sky"),
                "",
                false,
                "It begins with a low sun. Its settings have noon, overcast, the hour of a day, and the sun by hand.");
    }

    /** Where the sun stands. */
    public SunPosition sun() {
        return switch (by) {
            case LOW_SUN -> LOW;
            case NOON, OVERCAST -> HIGH;
            case HOUR -> SunPosition.at(latitude, day, hour);
            case HAND -> new SunPosition(heading - 360 * Math.floor(heading / 360), elevation);
        };
    }

    @Override
    public Optional<Daylight> daylight() {
        return Optional.of(Daylight.of(sun(), new Daylight.Air(turbidity, by == By.OVERCAST ? 1 : cloud, exposure)));
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        double up = sun().elevation();
        return up >= 0
                ? List.of()
                : List.of(Finding.note(
                        this,
                        "the sun is down",
                        "It stands " + Decimal.write(-up, 1) + "° below the horizon; what is left is dusk, or night."));
    }
}
