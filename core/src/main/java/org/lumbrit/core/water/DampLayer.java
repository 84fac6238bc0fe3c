package org.lumbrit.core.water;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shelter;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Colouring;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Hollows;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SegmentTree;
import org.lumbrit.core.surface.Tint;

/**
 * How wet the ground and props are: 1 − (1 − edge·n)·(1 − hollows·h)·(1 − shelter·s), times what soaks in. n falls evenly from 1 at
 * the water's edge, and under its level, to 0 at the reach, by the straight way through the air; h says how far the ground lies
 * below the mean of a circle round it, 1 at a quarter of the circle's radius; s is the share of sixteen directions, spread over
 * the sky by the cosine, in which a prop stands nearer than that radius. Wet surfaces
 * look darker (J. Lekner and M. C. Dorf, "Why some things are darker when wet", Applied Optics 27, 1988).
 */
@Kind(
        name = "damp",
        title = "Damp",
        help = "Wets what lies near the water, in hollows and under cover, and darkens it.")
public record DampLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "reach",
                unit = "m",
                min = 0.001,
                max = 100_000,
                slider = {0.1, 30},
                byDefault = "6",
                help = "How far from the water’s edge it is wet")
        double reach,

        @Setting(
                title = "size of hollows",
                unit = "m",
                min = 0.001,
                max = 100_000,
                slider = {0.1, 60},
                byDefault = "8",
                help = "Radius of the circle that a hollow lies below")
        double size,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String SOAK = "soak";
    public static final String EDGE = "edge";
    public static final String HOLLOWS = "hollows";
    public static final String SHELTER = "shelter";
    public static final String DARKENING = "darkening";
    /** The result: 0 dry, 1 soaked. */
    public static final String WETNESS = "wetness";

    /** Directions to the sky, each turned by the golden angle from the last. */
    private static final int SKY = 16;

    private static final double GOLDEN = StrictMath.PI * (3 - Math.sqrt(5));

    /** Of the circle's radius: how far outside its surface a place looks up from. */
    private static final double OUTSIDE = 1e-3;

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(SOAK, "How wet it gets at most", "", 0, 1, 1, 0, 1)
                    .inPlace(),
            PropertyDescription.of(EDGE, "How much the water’s edge wets", "", 0, 1, 1, 0, 1)
                    .inPlace(),
            PropertyDescription.of(HOLLOWS, "How much hollows of the ground hold", "", 0, 1, 1, 0, 0.7)
                    .inPlace(),
            PropertyDescription.of(SHELTER, "How much stays wet where props hide the sky", "", 0, 1, 1, 0, 0.5)
                    .inPlace(),
            PropertyDescription.of(DARKENING, "How much darker it is where it is soaked", "", 0, 1, 1, 0, 0.45)
                    .inPlace());

    public DampLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.WATER;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.WATER, Surrounding.PROPS);
    }

    @Override
    public Begun begin(Beginning beginning) {
        DampLayer made = beginning.ready(this, "Damp");
        return new Begun.Made(
                made, WETNESS, true, made.name + " darkens what is wet. Let falloffs drive how much soaks in.");
    }

    @Override
    public List<Field> results() {
        return List.of(Field.share(WETNESS, "wetness", "0 dry, 1 soaked", this::wetness));
    }

    @Override
    public boolean liesOn(Prop standing) {
        return true;
    }

    @Override
    public Optional<Colouring> colouring() {
        return Optional.of((site, samples) -> {
            float[] wet = site.field(this, WETNESS, samples);
            float[] darkening = site.property(this, DARKENING, samples);
            float[] laid = new float[wet.length];
            float[] even = new float[wet.length];
            for (int i = 0; i < wet.length; i++) {
                laid[i] = wet[i] * darkening[i];
                even[i] = 1;
            }
            return new Tint(new float[3 * wet.length], laid, even);
        });
    }

    @Override
    public String sentence(String result, Surroundings site) {
        return name + " is 1 at the water’s edge and dry from " + Decimal.write(reach, 2)
                + " m on, but for hollows and what lies under cover. Falloffs can read it.";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        boolean alone =
                properties.get(HOLLOWS).most() == 0 && properties.get(SHELTER).most() == 0;
        return alone && site.scene().shore().isEmpty()
                ? List.of(
                        Finding.note(
                                this,
                                "no water’s edge",
                                "It wets from the water’s edge alone, and the site has none. Set a water level, or let hollows hold some."))
                : List.of();
    }

    private float[] wetness(Surroundings site, Samples samples) {
        float[] soak = site.property(this, SOAK, samples);
        float[] edge = site.property(this, EDGE, samples);
        float[] hollows = site.property(this, HOLLOWS, samples);
        float[] shelter = site.property(this, SHELTER, samples);
        List<PlacedMesh> props =
                properties.get(SHELTER).most() == 0 ? List.of() : site.scene().props();
        Optional<SegmentTree> shore = site.scene().shore();
        double level = site.scene().water().orElse(Double.NEGATIVE_INFINITY);
        boolean onGround = site.scene().owner() == site.scene().ground();
        float[] wet = new float[samples.count()];
        Chunks.run(wet.length, 1024, site.cancel(), (from, to) -> {
            Shelter cover = new Shelter(props);
            for (int i = from; i < to; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                double above = samples.y()[i] - level;
                double near = above <= 0
                        ? 1
                        : shore.map(line -> near(line, x, above, z)).orElse(0.0);
                double hollow = onGround ? Hollows.at(site.ground(), x, z, size) : 0;
                double dry = (1 - edge[i] * near)
                        * (1 - hollows[i] * hollow)
                        * (1 - shelter[i] * covered(cover, samples, i));
                wet[i] = (float) (soak[i] * (1 - dry));
            }
        });
        return wet;
    }

    private double near(SegmentTree shore, double x, double above, double z) {
        double plan = shore.distance(x, 0, z);
        return Smooth.clamp01(1 - Math.sqrt(plan * plan + above * above) / reach);
    }

    /** Starts a little outside the surface, along its normal. */
    private double covered(Shelter cover, Samples samples, int i) {
        double out = OUTSIDE * size;
        int hidden = 0;
        for (int k = 0; k < SKY; k++) {
            double up = Math.sqrt((k + 0.5) / SKY);
            double flat = Math.sqrt(1 - up * up);
            double angle = GOLDEN * k;
            hidden += cover.hidden(
                            samples.x()[i] + out * samples.nx()[i],
                            samples.y()[i] + out * samples.ny()[i],
                            samples.z()[i] + out * samples.nz()[i],
                            flat * StrictMath.cos(angle),
                            up,
                            flat * StrictMath.sin(angle),
                            size)
                    ? 1
                    : 0;
        }
        return (double) hidden / SKY;
    }
}
