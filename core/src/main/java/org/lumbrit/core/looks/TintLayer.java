package org.lumbrit.core.looks;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.drive.PropertyDescription;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;

/**
 * Colours the ground: a ramp over a driven value, laid on by a driven strength, under two or three tones of shading if wished.
 * "Only where lit" lets the brightest tone alone take the ramp: where the ground is lit and where the strength is, both.
 */
@Kind(
        name = "tint",
        version = 2,
        title = "Tint",
        help = "Colours the ground by a ramp, with flat tones of shading if you like.")
public record TintLayer(
        String id,
        String name,

        @Setting(title = "seed", min = 0, max = 1_000_000, byDefault = "1", onCard = false)
        int seed,

        @Setting(title = "hidden", byDefault = "false") boolean hidden,

        @Setting(
                title = "ramp",
                byDefault =
                        "[{\"at\":0,\"colour\":\"#3f5a4a\"},{\"at\":0.55,\"colour\":\"#c9b77a\"},{\"at\":1,\"colour\":\"#f4efe2\"}]",
                help = "Colours from value 0 to value 1, mixed evenly to the eye")
        List<RampStop> ramp,

        @Setting(
                title = "contrast",
                min = 0.1,
                max = 16,
                slider = {0.1, 6},
                byDefault = "1",
                help = "A power on the value before the ramp")
        double contrast,

        @Setting(title = "tones", byDefault = "none", help = "Flat tones of shading: none, two or three")
        Tones tones,

        @Setting(title = "only where lit", byDefault = "false", help = "Only the brightest tone takes the ramp")
        boolean onlyLit,

        @Setting(
                title = "light from",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "258",
                help = "Where the light of the tones stands: 0 is north (−z), 90 is east (+x)")
        double lightHeading,

        @Setting(title = "light elevation", unit = "°", min = 1, max = 90, byDefault = "25")
        double lightElevation,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String VALUE = "value";
    public static final String STRENGTH = "strength";

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(VALUE, "Where on the ramp the colour is taken", "", 0, 1, 1, 0, 1)
                    .inPlace(),
            PropertyDescription.of(STRENGTH, "How much of the colour is laid on", "", 0, 1, 1, 0, 1)
                    .inPlace());

    /** How many flat tones the shading has. */
    public enum Tones {
        NONE(new double[0], new double[] {1}),
        TWO(new double[] {0.35}, new double[] {0.42, 1}),
        THREE(new double[] {0.2, 0.45}, new double[] {0.36, 0.66, 1});

        private final double[] from;
        private final double[] brightness;

        Tones(double[] from, double[] brightness) {
            this.from = from;
            this.brightness = brightness;
        }

        /** The band of a lit value 0..1: 0 is the darkest. */
        public int band(double lit) {
            int band = 0;
            while (band < from.length && lit >= from[band]) {
                band++;
            }
            return band;
        }

        public double brightness(int band) {
            return brightness[band];
        }

        /** The brightest band. */
        public int brightest() {
            return from.length;
        }
    }

    public TintLayer {
        ramp = List.copyOf(ramp);
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }
}
