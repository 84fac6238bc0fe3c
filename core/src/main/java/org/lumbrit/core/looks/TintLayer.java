package org.lumbrit.core.looks;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.FacingSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.SunlitSource;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Powers;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Checking;
import org.lumbrit.core.recipe.Colouring;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.Tint;

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
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

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

    private static final int MOST_STOPS = 64;

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

    /** Coloured by the chosen falloff, or the first that varies over the place. */
    @Override
    public Begun begin(Beginning beginning) {
        TintLayer made = beginning.ready(this, "Tint");
        List<Falloff> falloffs = beginning.recipe().falloffs().stream()
                .filter(falloff -> falloff.source().domain() == Domain.PLACE)
                .toList();
        Optional<Falloff> by = falloffs.stream()
                .filter(falloff -> falloff.id().equals(beginning.falloff()))
                .findFirst()
                .or(() -> falloffs.stream().findFirst());
        return new Begun.Made(
                List.of(),
                made,
                by.map(falloff -> List.of(new Drive(made.id, VALUE, falloff.id(), CurvePoint.STRAIGHT)))
                        .orElse(List.of()),
                VALUE,
                false,
                made.name + " colours the ground"
                        + by.map(falloff -> " by " + falloff.name()).orElse("")
                        + ". Its ramp and tones are in the layer’s menu.");
    }

    @Override
    public Family family() {
        return Family.LOOK;
    }

    /** Props throw the shadows that its tones, or "only where lit", follow. */
    @Override
    public Set<Surrounding> reads() {
        return tones == Tones.NONE && !onlyLit
                ? Set.of(Surrounding.GROUND)
                : Set.of(Surrounding.GROUND, Surrounding.PROPS);
    }

    @Override
    public void check(Checking checking) {
        if (ramp.isEmpty() || ramp.size() > MOST_STOPS) {
            checking.say("ramp", "A ramp has 1 to " + MOST_STOPS + " colours.");
        }
        for (int s = 1; s < ramp.size(); s++) {
            if (!(ramp.get(s).at() > ramp.get(s - 1).at())) {
                checking.say(
                        "ramp[" + s + "].at",
                        "Colours go from left to right; each lies to the right of the one before.");
            }
        }
    }

    @Override
    public Optional<Colouring> colouring() {
        return Optional.of((site, samples) ->
                laid(site.property(this, VALUE, samples), site.property(this, STRENGTH, samples), lit(site, samples)));
    }

    /** How much light falls on each sample: the cosine to the light, 0 in the shadow of ground and props; 1 where nobody asks. */
    private float[] lit(Surroundings site, Samples samples) {
        float[] lit = new float[samples.count()];
        if (tones == Tones.NONE && !onlyLit) {
            java.util.Arrays.fill(lit, 1);
            return lit;
        }
        float[] free = site.source(new SunlitSource(lightHeading, lightElevation, 1), samples);
        float[] facing = site.source(new FacingSource(lightHeading, lightElevation), samples);
        for (int i = 0; i < lit.length; i++) {
            lit[i] = Math.max(0, 2 * facing[i] - 1) * free[i];
        }
        return lit;
    }

    /**
     * @param value driven place on the ramp; @param strength driven strength
     * @param lit how much light falls on the surface, 0..1
     */
    Tint laid(float[] value, float[] strength, float[] lit) {
        int count = value.length;
        ColourRamp colours = new ColourRamp(ramp);
        float[] colour = new float[3 * count];
        float[] laidOn = new float[count];
        float[] tone = new float[count];
        for (int i = 0; i < count; i++) {
            Colour c = colours.at(Powers.pow(Smooth.clamp01(value[i]), contrast));
            colour[3 * i] = (float) c.red();
            colour[3 * i + 1] = (float) c.green();
            colour[3 * i + 2] = (float) c.blue();
            int band = tones.band(lit[i]);
            boolean brightest = tones == Tones.NONE ? lit[i] > 0 : band == tones.brightest();
            laidOn[i] = onlyLit && !brightest ? 0 : (float) Smooth.clamp01(strength[i]);
            tone[i] = (float) tones.brightness(band);
        }
        return new Tint(colour, laidOn, tone);
    }

    @Override
    public boolean liesOn(Prop standing) {
        return true;
    }

    @Override
    public String settingsTitle() {
        return "Ramp, tones, name …";
    }
}
