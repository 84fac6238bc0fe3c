package org.lumbrit.core.snow;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Directions;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shelter;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Checking;
import org.lumbrit.core.recipe.Colouring;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.Lying;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Concavity;
import org.lumbrit.core.surface.Hollows;
import org.lumbrit.core.surface.Samples;

/**
 * Lays snow, moss, wet, sand or dust on what faces where it comes from. With θ the angle between a surface's normal and the
 * direction that the stuff comes from, its weight is amount · (1 − smoothstep(reach − edge/2, reach + edge/2, θ)): a sphere is covered
 * (by a weight of ½ and more) on the share (1 − cos reach)/2 of it, however it is turned. Crevices widen the reach, slopes from
 * {@code steepest} on hold none, and where props stand in the way of all rays that come down, shelter takes its share off. Below the water's level nothing settles. It lies as
 * deep as fallen · weight, more in crevices.
 */
@Kind(
        name = "lay",
        title = "What settles",
        help = "Lays snow, moss, wet, sand or dust on whatever faces up: ground, props and plants alike.")
public record LayLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "stuff", byDefault = "snow", help = "What settles: each has its own colour and roughness")
        Stuff stuff,

        @Setting(title = "colour", refers = Refers.COLOUR, byDefault = "#ffffff", when = "stuff=other")
        String colour,

        @Setting(
                title = "roughness",
                min = 0,
                max = 1,
                byDefault = "0.8",
                when = "stuff=other",
                help = "0 shines, 1 is dull")
        double roughness,

        @Setting(
                title = "comes from",
                unit = "°",
                min = -720,
                max = 720,
                slider = {0, 360},
                byDefault = "0",
                help = "Where it comes from: 0 is north (−z), 90 is east (+x)")
        double from,

        @Setting(
                title = "falls at",
                unit = "°",
                min = -90,
                max = 90,
                slider = {0, 90},
                byDefault = "90",
                help = "Above the horizon: 90 falls straight down, 20 is blown in")
        double elevation,

        @Setting(
                title = "spread",
                unit = "°",
                min = 0,
                max = 80,
                slider = {0, 60},
                byDefault = "15",
                help = "How far its ways differ; a soft edge below what shelters")
        double spread,

        @Setting(
                title = "shelter within",
                unit = "m",
                min = 0.001,
                max = 100_000,
                slider = {0.5, 60},
                byDefault = "20",
                help = "A thing farther above than this shelters no more")
        double within,

        @Setting(
                title = "size of hollows",
                unit = "m",
                min = 0.001,
                max = 100_000,
                slider = {0.1, 30},
                byDefault = "2",
                help = "Radius of the circle that a hollow of the ground lies below")
        double size,

        @Setting(title = "on the ground", byDefault = "true")
        boolean ground,

        @Setting(title = "on props", byDefault = "all", help = "One setting serves every prop")
        On props,

        @Setting(title = "chosen props", refers = Refers.PROP, byDefault = "[]", when = "props=chosen")
        List<String> chosenProps,

        @Setting(
                title = "on the plants of",
                refers = Refers.LAYER,
                of = "cover",
                byDefault = "[]",
                help = "Covers whose plants carry it")
        List<String> covers,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String REACH = "reach";
    public static final String EDGE = "edge";
    public static final String AMOUNT = "amount";
    public static final String FALLEN = "fallen";
    public static final String SHELTER = "shelter";
    public static final String CREVICES = "crevices";
    public static final String STEEPEST = "steepest";
    /** The result: 0 bare, 1 covered. */
    public static final String WEIGHT = "weight";
    /** The result: how deep it lies, metres. */
    public static final String DEPTH = "depth";

    /** Which props carry it. */
    public enum On {
        ALL,
        CHOSEN,
        NONE
    }

    /** By so many degrees a whole crevice widens the reach. */
    private static final double CREVICE_REACH = 45;

    /** Ways that are looked along besides the middle one. */
    private static final int RING = 4;

    /** Of the way within which is looked: how far outside the surface a way begins. */
    private static final double OUTSIDE = 2e-4;

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(
                            REACH, "How far round it reaches, from what faces it squarely", "°", 0, 180, 180, 0, 50)
                    .inPlace(),
            PropertyDescription.of(EDGE, "How soft the edge of the covered part is", "°", 0, 180, 90, 0, 24)
                    .inPlace(),
            PropertyDescription.of(AMOUNT, "How much of it there is, by noise or by hand", "", 0, 1, 1, 0, 1)
                    .inPlace(),
            PropertyDescription.of(FALLEN, "How deep it lies where it covers wholly", "m", 0, 1000, 1, 0, 0.12)
                    .inPlace(),
            PropertyDescription.of(SHELTER, "How much props keep off what they stand above", "", 0, 1, 1, 0, 1)
                    .inPlace(),
            PropertyDescription.of(CREVICES, "How much more crevices and hollows hold", "", 0, 4, 2, 0, 0.5)
                    .inPlace(),
            PropertyDescription.of(
                            STEEPEST,
                            "Slopes of this angle and more hold none; 180 for no such limit",
                            "°",
                            0,
                            180,
                            180,
                            0,
                            180)
                    .inPlace());

    public LayLayer {
        chosenProps = List.copyOf(chosenProps);
        covers = List.copyOf(covers);
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.SNOW;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.PROPS, Surrounding.WATER);
    }

    @Override
    public void check(Checking checking) {
        if (stuff == Stuff.OTHER && !Colour.isHex(colour)) {
            checking.say("colour", "A colour is written as #rrggbb.");
        }
    }

    @Override
    public Begun begin(Beginning beginning) {
        LayLayer made = beginning.ready(this, "Snow on top");
        return new Begun.Made(
                made,
                WEIGHT,
                true,
                made.name
                        + " lies on what faces up. Reach and edge say how far round, and how softly; fallen says how deep.");
    }

    @Override
    public List<Field> results() {
        return List.of(
                Field.share(WEIGHT, "weight", "0 bare, 1 covered", this::weight),
                Field.inPlace(
                        DEPTH,
                        "depth",
                        "How deep it lies",
                        "m",
                        site -> new double[] {
                            0, Math.max(1e-3, properties.get(FALLEN).most())
                        },
                        this::depth));
    }

    @Override
    public boolean liesOn(Prop standing) {
        return props == On.ALL || props == On.CHOSEN && chosenProps.contains(standing.id());
    }

    @Override
    public boolean liesOnGround() {
        return ground;
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.LYING);
    }

    @Override
    public List<String> tools() {
        return List.of("pad");
    }

    @Override
    public Optional<Lying> lying() {
        boolean own = stuff == Stuff.OTHER;
        return Optional.of(new Lying(
                WEIGHT,
                properties.get(FALLEN).most() > 0 ? DEPTH : "",
                own ? Colour.ofHex(colour) : stuff.colour(),
                stuff.opacity(),
                own ? roughness : stuff.roughness(),
                stuff.glint()));
    }

    @Override
    public Optional<Colouring> colouring() {
        return lying().map(stuff -> stuff.colouring(this));
    }

    @Override
    public String sentence(String result, Surroundings site) {
        return "A sphere would be covered on "
                + Decimal.write(
                        50
                                * (1
                                        - StrictMath.cos(StrictMath.toRadians(
                                                properties.get(REACH).most()))),
                        1)
                + " % of it. Turning a prop turns the weight, and what settled stays on top.";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        boolean nowhere =
                !ground && (props == On.NONE || props == On.CHOSEN && chosenProps.isEmpty()) && covers.isEmpty();
        return nowhere
                ? List.of(
                        Finding.note(
                                this,
                                "settles on nothing",
                                "It lies neither on the ground, nor on props, nor on plants. Choose what it lies on in the layer’s settings."))
                : List.of();
    }

    /** The direction that it comes from, a unit vector. */
    public double[] comesFrom() {
        return Headings.direction(from, elevation);
    }

    private float[] weight(Surroundings site, Samples samples) {
        return !ground && onGround(site) ? new float[samples.count()] : weightOn(site, samples);
    }

    /** How far it covers what faces it at the feet of plants, whether it lies on the ground or not. */
    public float[] atFeet(Surroundings site, Samples feet) {
        double[] d = comesFrom();
        float[][] normals = new float[3][feet.count()];
        for (int k = 0; k < 3; k++) {
            java.util.Arrays.fill(normals[k], (float) d[k]);
        }
        return weightOn(site, feet.at(Samples.NOT_KEPT, new double[][] {feet.x(), feet.y(), feet.z()}, normals));
    }

    private float[] weightOn(Surroundings site, Samples samples) {
        float[] weight = new float[samples.count()];
        float[] reach = site.property(this, REACH, samples);
        float[] edge = site.property(this, EDGE, samples);
        float[] amount = site.property(this, AMOUNT, samples);
        float[] shelter = site.property(this, SHELTER, samples);
        float[] crevices = site.property(this, CREVICES, samples);
        float[] steepest = site.property(this, STEEPEST, samples);
        float[] concave = concave(site, samples);
        List<PlacedMesh> above =
                properties.get(SHELTER).most() == 0 ? List.of() : site.scene().props();
        double level = site.scene().water().orElse(Double.NEGATIVE_INFINITY);
        double[][] ways = Directions.cone(comesFrom(), spread, RING);
        double[] d = ways[0];
        Chunks.run(weight.length, 1024, site.cancel(), (a, b) -> {
            Shelter cover = new Shelter(above);
            for (int i = a; i < b; i++) {
                if (samples.y()[i] < level) {
                    continue;
                }
                double facing = samples.nx()[i] * d[0] + samples.ny()[i] * d[1] + samples.nz()[i] * d[2];
                double theta = StrictMath.toDegrees(StrictMath.acos(Smooth.clamp(-1, 1, facing)));
                double far = reach[i] + CREVICE_REACH * crevices[i] * concave[i];
                double w = amount[i] * (1 - Smooth.smoothstep(far - 0.5 * edge[i], far + 0.5 * edge[i], theta));
                if (w > 0 && steepest[i] < 180) {
                    double slope = StrictMath.toDegrees(StrictMath.acos(Smooth.clamp(-1, 1, samples.ny()[i])));
                    double soft = Math.min(edge[i], steepest[i]);
                    w *= 1 - Smooth.smoothstep(steepest[i] - soft, steepest[i], slope);
                }
                if (w > 0 && shelter[i] > 0 && !above.isEmpty()) {
                    w *= 1 - shelter[i] * kept(cover, ways, samples, i);
                }
                weight[i] = (float) w;
            }
        });
        return weight;
    }

    private static boolean onGround(Surroundings site) {
        return site.scene().owner() == site.scene().ground();
    }

    /** The share of the ways that a prop stands in. */
    private double kept(Shelter cover, double[][] ways, Samples samples, int i) {
        double out = OUTSIDE * within;
        double x = samples.x()[i] + out * samples.nx()[i];
        double y = samples.y()[i] + out * samples.ny()[i];
        double z = samples.z()[i] + out * samples.nz()[i];
        int hidden = 0;
        for (double[] way : ways) {
            // what comes from behind the surface does not reach it anyway
            double facing = samples.nx()[i] * way[0] + samples.ny()[i] * way[1] + samples.nz()[i] * way[2];
            hidden += facing > 0 && cover.hidden(x, y, z, way[0], way[1], way[2], within) ? 1 : 0;
        }
        return (double) hidden / ways.length;
    }

    /** How far each place is in a crevice of its surface. */
    private float[] concave(Surroundings site, Samples samples) {
        float[] concave = new float[samples.count()];
        if (properties.get(CREVICES).most() == 0) {
            return concave;
        }
        if (onGround(site)) {
            Chunks.run(concave.length, 4096, site.cancel(), (a, b) -> {
                for (int i = a; i < b; i++) {
                    concave[i] = (float) Hollows.at(site.ground(), samples.x()[i], samples.z()[i], size);
                }
            });
        } else if (site.scene().owner() instanceof PlacedMesh placed) {
            float[] vertices = Concavity.of(placed.mesh());
            if (samples.count() == vertices.length && !samples.key().equals(Samples.NOT_KEPT)) {
                return vertices;
            }
            var probe = placed.probe();
            for (int i = 0; i < concave.length; i++) {
                concave[i] = (float) placed.between(probe, vertices, samples.x()[i], samples.y()[i], samples.z()[i]);
            }
        }
        return concave;
    }

    private float[] depth(Surroundings site, Samples samples) {
        float[] weight = site.field(this, WEIGHT, samples);
        float[] fallen = site.property(this, FALLEN, samples);
        float[] crevices = site.property(this, CREVICES, samples);
        float[] concave = concave(site, samples);
        float[] depth = new float[weight.length];
        for (int i = 0; i < depth.length; i++) {
            depth[i] = (float) ((double) fallen[i] * weight[i] * (1 + (double) crevices[i] * concave[i]));
        }
        return depth;
    }
}
