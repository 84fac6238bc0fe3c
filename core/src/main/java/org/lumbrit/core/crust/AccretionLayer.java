package org.lumbrit.core.crust;

import java.util.ArrayList;
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
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.meshing.Closing;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Carried;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.simulation.Simulation;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;

/**
 * A prop that grows by what settles on it, step by step: upward first, then sideways into shelves, only where light comes, and clear of itself.
 * What it has grown into stands for the prop.
 */
@Kind(
        name = "accretion",
        title = "Shelves that grow",
        help = "A prop grows step by step: up, then sideways into shelves, where light falls, clear of itself.")
public record AccretionLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, another unevenness")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "grows from",
                refers = Refers.PROP,
                help = "The prop that it begins as; closed, or it is closed first")
        String from,

        @Setting(
                title = "triangles",
                unit = "m",
                min = 0.0001,
                max = 1000,
                slider = {0.005, 0.2},
                byDefault = "0.03",
                help = "Length of their sides; half of it is four times the work")
        double length,

        @Setting(
                title = "steps",
                min = 1,
                max = 2000,
                slider = {10, 200},
                byDefault = "60",
                help = "How many there are in all")
        int steps,

        @Setting(
                title = "begins",
                unit = "s",
                min = -1e6,
                max = 1e6,
                slider = {-60, 60},
                byDefault = "0",
                help = "Second of the clock; far below 0 it is grown already when the clock begins")
        @Apart
        double begins,

        @Setting(
                title = "steps a second",
                min = 1e-6,
                max = 1000,
                slider = {0.1, 24},
                byDefault = "10",
                help = "Of the clock")
        @Apart
        double pace,

        @Setting(
                title = "a step",
                min = 0.001,
                max = 0.25,
                byDefault = "0.25",
                help = "Share of a triangle’s side that a place with all it needs grows in a step")
        double step,

        @Setting(
                title = "narrow",
                min = 0,
                max = 32,
                slider = {0, 12},
                byDefault = "4",
                help = "How much more what faces the way it grows gets than the rest; 0 grows all round")
        double power,

        @Setting(
                title = "turns sideways",
                min = 0,
                max = 1,
                byDefault = "0.3",
                help = "Share of all steps after which it grows sideways, not up; 1 for never")
        double turns,

        @Setting(
                title = "turning",
                min = 0,
                max = 1,
                byDefault = "0.1",
                help = "Share of all steps that the turn takes")
        double over,

        @Setting(
                title = "light from",
                unit = "°",
                min = -720,
                max = 720,
                slider = {0, 360},
                byDefault = "180",
                help = "0 is north (−z), 90 is east (+x)")
        double light,

        @Setting(
                title = "light at",
                unit = "°",
                min = -90,
                max = 90,
                byDefault = "60",
                help = "Above the horizon. Where no light comes nothing grows")
        double elevation,

        @Setting(
                title = "light spread",
                unit = "°",
                min = 0,
                max = 89,
                byDefault = "50",
                help = "Half the angle of the cone that it comes from; 0 throws hard shadows")
        double spread,

        @Setting(
                title = "keeps clear",
                unit = "m",
                min = 0,
                max = 1000,
                slider = {0, 0.5},
                byDefault = "0.06",
                help = "So near to itself nothing grows")
        double clear,

        @Setting(
                title = "smooth",
                min = 0,
                max = 30,
                slider = {0, 10},
                byDefault = "3",
                help = "So often its normals are smoothed before a step; more make it rounder")
        int smooth,

        @Setting(title = "uneven", min = 0, max = 1, byDefault = "0.5", help = "Share of its growth that noise decides")
        double uneven,

        @Setting(
                title = "grain",
                unit = "m",
                min = 0.0001,
                max = 10_000,
                slider = {0.02, 2},
                byDefault = "0.25",
                help = "Across a patch of that noise")
        double grain,

        @Setting(
                title = "most triangles",
                min = 100,
                max = 2_000_000,
                slider = {10_000, 400_000},
                byDefault = "150000",
                onCard = false,
                help = "It stops where there are more; the findings say so")
        int most,

        @Setting(title = "colour by", byDefault = "age", help = "What says how far a place has the second colour")
        @Apart
        By by,

        @Setting(title = "first colour", refers = Refers.COLOUR, byDefault = "#6b4a2f") @Apart
        String low,

        @Setting(title = "second colour", refers = Refers.COLOUR, byDefault = "#e0c79a") @Apart
        String high,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    /** How much of its growth a place gets. */
    public static final String GROWS = "grows";

    /** What its two colours tell. */
    public enum By {
        AGE,
        HEIGHT,
        CURVATURE
    }

    /** Triangles of even sides on the square of a side. */
    private static final double OF_SQUARE = 2.31;

    /** Seconds for each triangle and step, measured on two cores of 2.5 GHz. */
    private static final double STEP = 6e-6;

    /** Rounded so far over a triangle's side, a place has the second colour; where it is flat or hollow it has the first. */
    private static final double BENT = 0.7;

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(GROWS, "How much of its growth a place gets", "", 0, 1, 1, 0, 1)
                    .inPlace());

    public AccretionLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.CRUST;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.TIME, Surrounding.KEYS);
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.GROWN);
    }

    @Override
    public Optional<Prop> sizedBy(Recipe recipe) {
        return recipe.prop(from);
    }

    @Override
    public boolean liesOnGround() {
        return false;
    }

    @Override
    public boolean liesOn(Prop prop) {
        return prop.id().equals(from);
    }

    @Override
    public boolean standsFor(Prop prop) {
        return prop.id().equals(from);
    }

    @Override
    public List<String> tools() {
        return List.of("settles");
    }

    @Override
    public Begun begin(Beginning beginning) {
        return beginning.filled(this, "Shelves", layer -> {
            AccretionLayer made = (AccretionLayer) layer;
            return new Begun.Made(
                    made,
                    GROWS,
                    false,
                    made.name()
                            + " grow from their prop. Play the clock, and set the length of triangles by the prop’s size.");
        });
    }

    /** How it grows, in the frame of the prop where it stands. */
    public Accretion rule(PlacedMesh prop) {
        Quaternion back = prop.turn().inverse();
        double[] way = Headings.direction(light, elevation);
        return new Accretion(
                side(prop),
                step,
                power,
                turns,
                over,
                back.rotate(0, 1, 0),
                back.rotate(way[0], way[1], way[2]),
                spread,
                clear,
                smooth,
                uneven,
                grain,
                seed);
    }

    /** The length of sides: as is asked, or longer where there would be more triangles than are allowed before it grows. */
    private double side(PlacedMesh prop) {
        return Math.max(length, Math.sqrt(OF_SQUARE * prop.mesh().area() * prop.size() * prop.size() / most));
    }

    /** The step that has been made at the clock's time. */
    int stepAt(double time) {
        return (int) Smooth.clamp(0, steps, Math.floor((time - begins) * pace + 1e-9));
    }

    /** What it is after a step, in metres along the prop's own axes. */
    public Accretion.Body body(Surroundings site, int at) {
        return site.state(
                (key, start) -> new Growing((AccretionLayer) start.layer(id), "accretion/1 " + key, start), at, 1);
    }

    /** Step by step from the prop as it stands at the clock's first second. */
    private record Growing(AccretionLayer layer, String key, Surroundings site, PlacedMesh prop)
            implements Simulation<Accretion.Body> {
        Growing(AccretionLayer layer, String key, Surroundings site) {
            this(layer, key, site, site.moments(layer.from, 1).get(0).prop());
        }

        @Override
        public Accretion.Body start() {
            return layer.start(prop.mesh().scaled(prop.size()), layer.rule(prop), site.cancel());
        }

        @Override
        public Accretion.Body next(Accretion.Body before, int at, Cancel cancel) {
            cancel.doing("growing " + layer.name + ", step " + at + " of " + layer.steps);
            if (before.count() > layer.most) {
                return before.still();
            }
            return layer.rule(prop).next(before, at, layer.steps, this::driven, cancel);
        }

        private float[] driven(Mesh mesh) {
            return site.property(layer, GROWS, prop.samplesOf(mesh));
        }

        @Override
        public boolean atRest(Accretion.Body body) {
            return layer.rule(prop).stands(body);
        }

        @Override
        public long bytes(Accretion.Body body) {
            return body.bytes();
        }

        @Override
        public Codec<Accretion.Body> codec() {
            return Codec.of(Accretion.Body.class);
        }
    }

    /** A prop that is not closed gets a closed skin first, of triangles as long as are wanted. */
    private Accretion.Body start(Mesh mesh, Accretion rule, Cancel cancel) {
        MeshCheck check = MeshCheck.of(mesh);
        boolean sound = check.closed() && check.flipped() == 0 && !check.insideOut();
        return sound && !Crossings.of(mesh, cancel).any()
                ? rule.start(mesh, cancel)
                : rule.start(Closing.of(mesh, rule.length(), cancel), cancel);
    }

    @Override
    public Optional<Carried> carried(Surroundings site) {
        PlacedMesh prop = site.moments(from, 1).get(0).prop();
        Accretion.Body body = body(site, stepAt(site.time()));
        Mesh mesh = body.mesh();
        return Optional.of(Carried.on(
                prop,
                mesh,
                low,
                Carried.Skin.between(
                        Colour.ofHex(low), Colour.ofHex(high), shares(prop, body, mesh), "age", body.ages())));
    }

    /** 0..1 of each vertex: the step it grew last of all, its height between lowest and highest, or how far it is rounded outward. */
    private float[] shares(PlacedMesh prop, Accretion.Body body, Mesh mesh) {
        float[] out = new float[mesh.vertices()];
        if (by == By.CURVATURE) {
            float[] bent = body.bent();
            for (int v = 0; v < out.length; v++) {
                out[v] = (float) Smooth.smoothstep(0, BENT, side(prop) * bent[v]);
            }
            return out;
        }
        double[] up = prop.turn().inverse().rotate(0, 1, 0);
        double[] ends = mesh.extentAlong(up[0], up[1], up[2]);
        float[] p = mesh.positions();
        for (int v = 0; v < out.length; v++) {
            double height = p[3 * v] * up[0] + p[3 * v + 1] * up[1] + p[3 * v + 2] * up[2];
            out[v] = (float) Smooth.clamp01(
                    by == By.AGE ? body.ages()[v] / steps : (height - ends[0]) / Math.max(1e-9, ends[1] - ends[0]));
        }
        return out;
    }

    @Override
    public String sentence(String result, Surroundings site) {
        int at = stepAt(site.time());
        Accretion.Body body = body(site, at);
        double[] b = body.mesh().bounds();
        return "After " + at + " of " + steps + " steps it is " + Decimal.write(b[4] - b[1], 3) + " m tall and "
                + Decimal.write(Math.max(b[3] - b[0], b[5] - b[2]), 3) + " m across, of " + body.count()
                + " triangles.";
    }

    @Override
    public String takes(Surroundings site) {
        PlacedMesh prop = site.moments(from, 1).get(0).prop();
        double triangles = OF_SQUARE * prop.mesh().area() * prop.size() * prop.size() / (side(prop) * side(prop));
        return "It begins with about " + Decimal.write(triangles, 0) + " triangles; its " + steps + " steps take about "
                + Decimal.write(Math.max(1, 2 * triangles * steps * STEP), 0) + " s.";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        List<Finding> found = new ArrayList<>();
        PlacedMesh prop = site.moments(from, 1).get(0).prop();
        MeshCheck check = MeshCheck.of(prop.mesh());
        if (side(prop) > length) {
            found.add(Finding.warning(
                    this,
                    "coarser than asked",
                    "Triangles of " + Decimal.write(length, 5) + " m would be more than the " + most
                            + " that are allowed before it grows; they are " + Decimal.write(side(prop), 5)
                            + " m long. Let them be longer, or allow more."));
        }
        if (!check.closed() || check.flipped() > 0) {
            found.add(Finding.note(
                    this,
                    "closed first",
                    "Its prop has holes or sides that disagree; it begins as a closed skin round the prop, of triangles of "
                            + Decimal.write(side(prop), 4) + " m. What is thinner than that may be lost."));
        }
        int at = stepAt(site.time());
        Accretion.Body body = body(site, at);
        if (body.count() > most) {
            found.add(Finding.warning(
                    this,
                    "stopped by its triangles",
                    "It has " + body.count() + " triangles, more than the " + most
                            + " that are allowed, and has stopped. Let triangles be longer, or allow more."));
        } else if (at > 0 && body.moved() <= 0) {
            found.add(Finding.note(
                    this,
                    "stands still",
                    "Nothing grows any more: no place that faces the way it grows has both light and room."));
        }
        Mesh mesh = body.mesh();
        Crossings.Found crossing = Crossings.of(mesh, site.cancel());
        if (crossing.any()) {
            found.add(
                    Finding.warning(
                            this,
                            "meets itself",
                            crossing.pairs()
                                    + " pairs of its triangles pass through each other. Smaller steps or more smoothing keep them apart."));
        }
        return found;
    }
}
