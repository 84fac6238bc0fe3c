package org.lumbrit.core.cover;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.drive.PropertyDescription;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.plants.Plant;

/** Scatters plants over the ground; every property can be driven. */
@Kind(name = "cover", title = "Cover", help = "Scatters plants over the ground by density, with a spacing floor.")
public record CoverLayer(
        String id,
        String name,

        @Setting(title = "seed", min = 0, max = 1_000_000, byDefault = "1", help = "Another seed, another scatter")
        int seed,

        @Setting(title = "hidden", byDefault = "false") boolean hidden,

        @Setting(title = "plant", byDefault = "{\"kind\":\"strand\"}")
        Plant plant,

        @Setting(title = "tint low", refers = Refers.COLOUR, byDefault = "#d8c98a", help = "Colour where tint is 0")
        String tintLow,

        @Setting(title = "tint high", refers = Refers.COLOUR, byDefault = "#8a5a34", help = "Colour where tint is 1")
        String tintHigh,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String DENSITY = "density";
    public static final String SPACING = "spacing";
    /** The tightest spacing floor, metres; 0 means none. */
    public static final double LEAST_SPACING = 0.01;

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(DENSITY, "Plants per square metre of true surface", "/m²", 0, 2000, 60, 0, 8)
                    .inPlace(),
            PropertyDescription.of(
                            SPACING, "No two plants stand nearer than this; 0 for no floor", "m", 0, 100, 4, 0.2, 0.2)
                    .inPlace(),
            PropertyDescription.of("length", "From foot to tip", "m", 0, 100, 2, 0.15, 0.35),
            PropertyDescription.of("width", "Of the blade at its foot", "m", 0, 10, 0.1, 0.004, 0.008),
            PropertyDescription.of("lean", "Away from upright", "°", 0, 180, 90, 0, 0),
            PropertyDescription.of("heading", "Which way it leans: 0 is north, 90 east", "°", -720, 720, 360, 0, 0),
            PropertyDescription.of("yaw", "Turned about its own axis", "°", -720, 720, 360, 0, 360),
            PropertyDescription.of("align", "0 stands upright, 1 stands out of the slope", "", 0, 1, 1, 0, 0),
            PropertyDescription.of("tint", "Between the two tint colours", "", 0, 1, 1, 0, 0));

    public CoverLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    public PropertyRange range(String property) {
        return properties.get(property);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public CoverLayer renamed(String newName) {
        return new CoverLayer(id, newName, seed, hidden, plant, tintLow, tintHigh, properties);
    }

    @Override
    public CoverLayer withProperty(String property, PropertyRange range) {
        Map<String, PropertyRange> changed = new LinkedHashMap<>(properties);
        changed.put(property, range);
        return new CoverLayer(id, name, seed, hidden, plant, tintLow, tintHigh, changed);
    }

    @Override
    public CoverLayer copied(String newId, String newName, int newSeed) {
        return new CoverLayer(newId, newName, newSeed, hidden, plant, tintLow, tintHigh, properties);
    }
}
