package org.lumbrit.core.cover;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.RandomSource;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.plants.KeptPlant;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Checking;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;

/**
 * Scatters plants over the ground or props; every property can be driven.
 *
 * @param properties ends by name; weights of variants that the plant does not have are left out
 * @param removed identities, 16 hexadecimal digits each, of plants taken out by hand
 */
@Kind(
        name = "cover",
        title = "Cover",
        help = "Scatters plants over the ground or props by density, with a spacing floor.")
public record CoverLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, another scatter")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "plant", byDefault = "{\"kind\":\"strand\"}")
        Plant plant,

        @Setting(title = "stands", byDefault = "{\"kind\":\"ground\"}", help = "What the plants stand on")
        Bed bed,

        @Setting(
                title = "pattern",
                byDefault = "{\"kind\":\"scattered\"}",
                help = "How they are spread; on props always scattered")
        Pattern pattern,

        @Setting(
                title = "heading from",
                byDefault = "north",
                help = "North, or the way the surface faces: then 0 leans a plant down the slope, or down a wall")
        HeadingFrom headingFrom,

        @Setting(
                title = "own room",
                min = 0,
                max = 10,
                slider = {0, 2},
                byDefault = "0",
                help = "Times its own width that a plant keeps to itself; bigger plants settle first")
        double room,

        @Setting(
                title = "keeps clear",
                byDefault = "false",
                help = "Of the plants of covers that stand before it on the board")
        boolean keepsClear,

        @Setting(title = "tint low", refers = Refers.COLOUR, byDefault = "#d8c98a", help = "Colour where tint is 0")
        String tintLow,

        @Setting(title = "tint high", refers = Refers.COLOUR, byDefault = "#8a5a34", help = "Colour where tint is 1")
        String tintHigh,

        @Setting(title = "removed by hand", byDefault = "[]", onCard = false)
        List<String> removed,

        @Setting(title = "placed by hand", byDefault = "[]", onCard = false)
        List<HandPlaced> placed,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String DENSITY = "density";
    public static final String SPACING = "spacing";
    public static final String LENGTH = "length";
    public static final String WIDTH = "width";
    public static final String SIZE = "size";
    public static final String WEIGHT = "weight-";
    /** Plants per m², at most. */
    private static final double MOST_DENSE = 100_000;
    /** Plants that a new cover has at most. */
    private static final double BEGUN = 200_000;
    /** The tightest spacing floor, metres; 0 means none. */
    public static final double LEAST_SPACING = 0.01;

    /** What a heading of 0 means. */
    public enum HeadingFrom {
        NORTH,
        /** The way the surface under the foot faces, in plan. */
        SURFACE
    }

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(DENSITY, "Plants per square metre of true surface", "/m²", 0, MOST_DENSE, 60, 0, 8)
                    .inPlace(),
            PropertyDescription.of(
                            SPACING,
                            "No two plants on a surface stand nearer than this, but for the two sides of a thin wall; 0 for no floor",
                            "m",
                            0,
                            100,
                            4,
                            0.2,
                            0.2)
                    .inPlace(),
            PropertyDescription.of(LENGTH, "From foot to tip", "m", 0, 100, 2, 0.15, 0.35),
            PropertyDescription.of(WIDTH, "Across, or of the blade at its foot", "m", 0, 100, 0.1, 0.004, 0.008),
            PropertyDescription.of("lean", "Away from upright", "°", 0, 180, 90, 0, 0),
            PropertyDescription.of("heading", "Which way it leans: 0 is north, 90 east", "°", -720, 720, 360, 0, 0),
            PropertyDescription.of("yaw", "Turned about its own axis", "°", -720, 720, 360, 0, 360),
            PropertyDescription.of("align", "0 stands upright, 1 stands out of the slope", "", 0, 1, 1, 0, 0),
            PropertyDescription.of("tint", "Between the two tint colours", "", 0, 1, 1, 0, 0),
            PropertyDescription.of(SIZE, "Times its length and width", "×", 0, 100, 3, 0.5, 1),
            PropertyDescription.of("roll", "Tipped to its own side", "°", -720, 720, 180, 0, 0),
            PropertyDescription.of("sink", "Below the surface, along its own axis", "m", -10, 100, 0.5, 0, 0),
            PropertyDescription.of("growth", "0 nothing of it has grown, 1 all of it", "", 0, 1, 1, 0, 1));

    public CoverLayer {
        removed = List.copyOf(removed);
        placed = List.copyOf(placed);
        int variants = plant.variants();
        Map<String, PropertyRange> given = new LinkedHashMap<>(properties);
        given.keySet()
                .removeIf(weight -> weight.matches(WEIGHT + "([1-9]|1[0-6])")
                        && (variants == 1 || Integer.parseInt(weight.substring(WEIGHT.length())) > variants));
        properties = PropertyDescription.complete(offered(plant), given);
    }

    /** On the ground, scattered, with nothing done by hand. */
    public CoverLayer(
            String id,
            String name,
            int seed,
            boolean hidden,
            Plant plant,
            String tintLow,
            String tintHigh,
            Map<String, PropertyRange> properties) {
        this(
                id,
                name,
                seed,
                hidden,
                plant,
                new Bed.OnGround(),
                new Pattern.Scattered(),
                HeadingFrom.NORTH,
                0,
                false,
                tintLow,
                tintHigh,
                List.of(),
                List.of(),
                properties);
    }

    private static List<PropertyDescription> offered(Plant plant) {
        List<PropertyDescription> offered = new ArrayList<>(OFFERED);
        for (int variant = 1; plant.variants() > 1 && variant <= plant.variants(); variant++) {
            offered.add(PropertyDescription.of(
                    WEIGHT + variant,
                    "How often variant " + variant + " stands, against the others",
                    "",
                    0,
                    1000,
                    1,
                    0,
                    1));
        }
        return offered;
    }

    /** The ends of a property, in its unit. */
    public PropertyRange range(String property) {
        return properties.get(property);
    }

    @Override
    public List<PropertyDescription> offered() {
        return offered(plant);
    }

    @Override
    public CoverLayer renamed(String newName) {
        return with(id, newName, seed, plant, properties, removed, placed);
    }

    @Override
    public CoverLayer withProperty(String property, PropertyRange range) {
        Map<String, PropertyRange> changed = new LinkedHashMap<>(properties);
        changed.put(property, range);
        return with(id, name, seed, plant, changed, removed, placed);
    }

    @Override
    public CoverLayer copied(String newId, String newName, int newSeed) {
        return with(newId, newName, newSeed, plant, properties, List.of(), placed);
    }

    /** The same with another plant; weights of variants that it does not have are left out. */
    public CoverLayer withPlant(Plant newPlant) {
        return with(id, name, seed, newPlant, properties, removed, placed);
    }

    /** The same with other plants removed and placed by hand. */
    public CoverLayer withHand(List<String> newRemoved, List<HandPlaced> newPlaced) {
        return with(id, name, seed, plant, properties, newRemoved, newPlaced);
    }

    private CoverLayer with(
            String newId,
            String newName,
            int newSeed,
            Plant newPlant,
            Map<String, PropertyRange> newProperties,
            List<String> newRemoved,
            List<HandPlaced> newPlaced) {
        return new CoverLayer(
                newId,
                newName,
                newSeed,
                hidden,
                newPlant,
                bed,
                pattern,
                headingFrom,
                room,
                keepsClear,
                tintLow,
                tintHigh,
                newRemoved,
                newPlaced,
                newProperties);
    }

    /** Grass, each plant turned its own way; where a plant of the nursery is chosen, a stand of it, no two alike. */
    @Override
    public Begun begin(Beginning beginning) {
        Optional<PlantLayer> nursery = beginning.recipe().layer(beginning.layer(), PlantLayer.class);
        GroundSpec ground = beginning.recipe().ground();
        double width = ground.width();
        double area = width * ground.depth().orElse(width);
        double times = usual(Math.sqrt(area));
        CoverLayer fresh = Kinds.with(
                beginning.ready(
                        this,
                        nursery.map(kept -> "Stand of " + kept.name().toLowerCase(Locale.ROOT))
                                .orElse(times < 0.2 ? "Moss" : times > 2 ? "Shrubs" : "Grass")),
                "keepsClear",
                true);
        CoverLayer full = nursery.map(fresh::standOf).orElseGet(() -> fresh.sized(times));
        double density = full.range(DENSITY).high();
        double sparse = Math.min(density, roughly(BEGUN / area));
        CoverLayer made = full.withProperty(DENSITY, new PropertyRange(0, sparse, Combine.PRODUCT));
        Optional<Falloff> known = beginning.recipe().falloffs().stream()
                .filter(falloff -> falloff.source() instanceof RandomSource)
                .findFirst();
        Falloff own = known.orElseGet(() -> new Falloff(
                beginning.ids().apply("f"), beginning.freeFalloffName("Each its own"), new RandomSource(1), List.of()));
        List<String> each = nursery.isPresent() ? List.of("yaw", SIZE) : List.of("yaw");
        return new Begun.Made(
                known.isPresent() ? List.of() : List.of(own),
                made,
                each.stream()
                        .map(property -> new Drive(made.id, property, own.id(), CurvePoint.STRAIGHT))
                        .toList(),
                DENSITY,
                false,
                told(nursery.isPresent(), made, density, area));
    }

    private static String told(boolean nursery, CoverLayer made, double density, double area) {
        String where =
                nursery ? made.name + " grows all over the ground. Let falloffs say where, in the workbench." : "";
        if (made.range(DENSITY).high() >= density) {
            return where;
        }
        String few = made.name + " begins sparse, to be seen at once; at a density of " + Decimal.write(density, 3)
                + " /m² it would have about " + Decimal.write(roughly(density * area / 1e6), 2) + " million plants.";
        return where.isEmpty() ? few : where + " " + few;
    }

    /** How many times as large as usual plants of a site begin, metres of its side: those of a log small, those of a range shrubs. */
    private static double usual(double side) {
        return side < 20 ? Math.max(0.02, roughly(side / 20)) : side > 500 ? Math.min(8, roughly(side / 160)) : 1;
    }

    /** To one digit. */
    private static double roughly(double value) {
        double step = StrictMath.pow(10, Math.floor(StrictMath.log10(value)));
        return Math.rint(value / step) * step;
    }

    /** The same with plants so many times as large, as far apart, and so many fewer. */
    private CoverLayer sized(double times) {
        if (times == 1) {
            return this;
        }
        Map<String, PropertyRange> own = new LinkedHashMap<>(properties);
        for (String length : List.of(LENGTH, WIDTH, SPACING)) {
            PropertyRange range = range(length);
            own.put(length, new PropertyRange(range.low() * times, range.high() * times, range.combine()));
        }
        own.put(SPACING, same(Math.max(LEAST_SPACING, range(SPACING).high() * times)));
        double density = Math.min(MOST_DENSE, roughly(range(DENSITY).high() / (times * times)));
        own.put(DENSITY, new PropertyRange(0, density, Combine.PRODUCT));
        return Kinds.with(this, "properties", own);
    }

    /** Metres across that a plant keeps to itself, at most. */
    public double mostRoom() {
        double wide = range(WIDTH).most() * range(SIZE).most();
        return Math.max(range(SPACING).most(), wide * Math.max(1, room));
    }

    private static PropertyRange same(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    /** The same of a plant of the nursery, at its own size and not too dense for it. */
    private CoverLayer standOf(PlantLayer kept) {
        Plant planted = kept.plant();
        double width = planted.width();
        Map<String, PropertyRange> own = new LinkedHashMap<>(properties);
        own.put(DENSITY, new PropertyRange(0, Math.min(8, 0.25 / (width * width)), Combine.PRODUCT));
        own.put(SPACING, same(Math.min(50, Math.max(0.02, width))));
        own.put(LENGTH, same(planted.length()));
        own.put(WIDTH, same(width));
        own.put(SIZE, new PropertyRange(0.7, 1, Combine.PRODUCT));
        own.put("yaw", new PropertyRange(0, 360, Combine.PRODUCT));
        CoverLayer stand = Kinds.with(
                Kinds.with(withPlant(new KeptPlant(kept.id(), Math.max(1, planted.variants()))), "properties", own),
                "tintLow",
                kept.tint());
        return Kinds.with(stand, "tintHigh", kept.tint());
    }

    @Override
    public Family family() {
        return Family.COVER;
    }

    /** The ground; the covers before it where it keeps clear of them; the props where it stands on all of them. */
    @Override
    public Set<Surrounding> reads() {
        Set<Surrounding> read = EnumSet.of(Surrounding.GROUND);
        if (keepsClear) {
            read.add(Surrounding.EARLIER);
        }
        if (bed instanceof Bed.OnProps) {
            read.add(Surrounding.PROPS);
        }
        return read;
    }

    @Override
    public void check(Checking checking) {
        new CoverCheck(this, checking).all();
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        return hidden ? List.of() : CoverFindings.of(this, site);
    }

    /** Without a plant of the nursery that goes it keeps what it planted, as a plant of its own. */
    @Override
    public Layer losing(Refers what, String lost, Recipe recipe) {
        return what == Refers.LAYER && plant.kept().equals(Optional.of(lost)) ? withPlant(planted(recipe)) : this;
    }

    /** The nursery's plant that it plants, where it is one of those. */
    public Optional<PlantLayer> keptPlant(Recipe recipe) {
        return plant.kept().flatMap(id -> recipe.layer(id, PlantLayer.class));
    }

    /** What is really planted: for a plant of the nursery, that one. */
    public Plant planted(Recipe recipe) {
        return keptPlant(recipe).map(PlantLayer::plant).orElse(plant);
    }

    /** The shown covers that stand before one on the board. */
    public static List<CoverLayer> before(Recipe recipe, CoverLayer cover) {
        return recipe.earlier(cover).stream().map(CoverLayer.class::cast).toList();
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.PLANTS);
    }

    @Override
    public boolean liesOnGround() {
        return bed.surfaces(List.of()).contains("");
    }

    @Override
    public boolean liesOn(Prop standing) {
        return bed.surfaces(List.of(standing.id())).contains(standing.id());
    }

    @Override
    public int variants() {
        return Math.max(1, plant.variants());
    }

    @Override
    public List<String> tools() {
        return List.of("hand", "areas");
    }

    @Override
    public String settingsTitle() {
        return "Plant, where it stands, colours …";
    }

    @Override
    public Layer elsewhere() {
        return withHand(List.of(), List.of());
    }
}
