package org.lumbrit.core.growth;

import java.util.ArrayList;
import java.util.Comparator;
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
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.plants.Climbing;
import org.lumbrit.core.plants.PlantMesh;
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
import org.lumbrit.core.simulation.Made;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Place;

/** Climbers that grow from their feet over the ground and props, each from foot to tip in its own time. */
@Kind(
        name = "climb",
        title = "Climbers that grow",
        help =
                "Stems with leaves grow from a place over the ground and up props; each begins and ends in its own time.")
public record ClimbLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other ways")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "from",
                refers = Refers.PLACE,
                help = "Where their feet are: round a point, along a path, along the edge of an area")
        String from,

        @Setting(
                title = "how many",
                min = 1,
                max = 500,
                slider = {1, 60},
                byDefault = "8")
        int many,

        @Setting(
                title = "round it",
                unit = "m",
                min = 0,
                max = 1000,
                slider = {0, 5},
                byDefault = "0.5",
                help = "So far from the place feet may lie")
        double round,

        @Setting(
                title = "longest",
                unit = "m",
                min = 0.01,
                max = 1000,
                slider = {0.5, 20},
                byDefault = "6",
                help = "From foot to the farthest tip")
        double longest,

        @Setting(
                title = "node to node",
                unit = "m",
                min = 0.002,
                max = 10,
                slider = {0.02, 0.5},
                byDefault = "0.08",
                help = "Shorter follows the surface better and costs more")
        double step,

        @Setting(
                title = "seeks",
                min = 0,
                max = 10,
                slider = {0, 3},
                byDefault = "1",
                help = "How strongly it goes where it seeks, against going straight on")
        double seeks,

        @Setting(
                title = "seeks up",
                unit = "°",
                min = -90,
                max = 90,
                byDefault = "80",
                help = "Above the horizon: 90 height alone, 0 the level, −90 down")
        double up,

        @Setting(
                title = "seeks to",
                unit = "°",
                min = -720,
                max = 720,
                slider = {0, 360},
                byDefault = "180",
                help = "0 is north (−z), 90 is east (+x): toward the light")
        double heading,

        @Setting(
                title = "strays",
                min = 0,
                max = 10,
                slider = {0, 2},
                byDefault = "0.35")
        double strays,

        @Setting(
                title = "apart",
                unit = "m",
                min = 0,
                max = 100,
                slider = {0, 0.5},
                byDefault = "0.05",
                help = "Stems keep so far from each other")
        double apart,

        @Setting(
                title = "branches",
                unit = "1/m",
                min = 0,
                max = 100,
                slider = {0, 5},
                byDefault = "1")
        double branches,

        @Setting(
                title = "stem",
                unit = "m",
                min = 0.0005,
                max = 2,
                slider = {0.003, 0.08},
                byDefault = "0.02",
                help = "Across at the foot")
        double stem,

        @Setting(
                title = "leaf size",
                unit = "m",
                min = 0.001,
                max = 5,
                slider = {0.02, 0.3},
                byDefault = "0.09")
        double leaf,

        @Setting(
                title = "leaves",
                unit = "1/m",
                min = 0,
                max = 500,
                slider = {0, 60},
                byDefault = "22")
        double leaves,

        @Setting(title = "grown", min = 0, max = 1, byDefault = "1", help = "0 nothing to 1 all of it; may be keyed")
        @Apart
        double grown,

        @Setting(
                title = "begins",
                unit = "s",
                min = -1e6,
                max = 1e6,
                slider = {-60, 60},
                byDefault = "-1000",
                help = "Second of the clock; far below 0 they are grown already")
        @Apart
        double begins,

        @Setting(
                title = "grows for",
                unit = "s",
                min = 0.001,
                max = 1e6,
                slider = {1, 60},
                byDefault = "8")
        @Apart
        double takes,

        @Setting(
                title = "begin apart",
                unit = "s",
                min = 0,
                max = 1e6,
                slider = {0, 30},
                byDefault = "2",
                help = "Up to so much later one begins than another")
        @Apart
        double later,

        @Setting(title = "bark", refers = Refers.COLOUR, byDefault = "#5a4634")
        String bark,

        @Setting(title = "first leaf colour", refers = Refers.COLOUR, byDefault = "#2c4a22") @Apart
        String low,

        @Setting(title = "second leaf colour", refers = Refers.COLOUR, byDefault = "#6f8a3a", help = "Toward the tips")
        @Apart
        String high,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    /** How far each may have grown, read at its foot now. */
    public static final String GROWS = "grows";

    private static final List<PropertyDescription> OFFERED = List.of(PropertyDescription.of(
                    GROWS,
                    "How far each may have grown now, read at its foot: by a front, the almanac, a body that passes",
                    "",
                    0,
                    1,
                    1,
                    0,
                    1)
            .inPlace());

    public ClimbLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.GROWTH;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.PROPS, Surrounding.TIME);
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.GROWN);
    }

    /** What stands nearest to their feet is what they climb. */
    @Override
    public Optional<Prop> sizedBy(Recipe recipe) {
        Point3 foot = recipe.place(from).orElseThrow().corners().get(0);
        return recipe.props().stream()
                .min(Comparator.comparingDouble(prop -> Math.hypot(prop.x() - foot.x(), prop.z() - foot.z())));
    }

    @Override
    public List<String> tools() {
        return List.of("settles");
    }

    @Override
    public Begun begin(Beginning beginning) {
        return beginning.filled(
                this,
                "Climbers",
                layer -> new Begun.Made(
                        layer,
                        GROWS,
                        false,
                        layer.name()
                                + " grow from their place. Let “begins” be 0 and play the clock to see them grow."));
    }

    /** All climbers, grown wholly. */
    private record All(List<PlantMesh> climbers, List<Integer> nodes) {
        private static final All NONE = new All(List.of(), List.of());

        private long bytes() {
            return 64 + climbers.stream().mapToLong(PlantMesh::bytes).sum();
        }
    }

    private All all(Surroundings site) {
        return site.state(
                (key, start) -> {
                    ClimbLayer then = (ClimbLayer) start.layer(id);
                    return new Made<>("climb/1 " + key, All.NONE, cancel -> then.climb(start, cancel), All::bytes);
                },
                1,
                1);
    }

    /** @param site at 0 s */
    private All climb(Surroundings site, Cancel cancel) {
        cancel.doing("growing " + name);
        double[] way = Headings.direction(heading, up);
        double[] toward = {seeks * way[0], seeks * way[1], seeks * way[2]};
        Climbing rule = new Climbing(step, longest, 0.4 * stem, toward, strays, apart, branches, seed);
        List<List<Climbing.Shoot>> shoots =
                rule.grown(site.ground(), site.scene().props(), feet(site), cancel);
        List<PlantMesh> meshes = new ArrayList<>();
        List<Integer> nodes = new ArrayList<>();
        for (int k = 0; k < shoots.size(); k++) {
            meshes.add(rule.mesh(shoots.get(k), stem, leaf, leaves, bark, k));
            nodes.add(shoots.get(k).stream()
                    .mapToInt(shoot -> shoot.line().length)
                    .sum());
        }
        return new All(meshes, nodes);
    }

    /** Evenly along the place, each a little aside by chance. */
    private double[][] feet(Surroundings site) {
        Place place = site.place(from);
        List<Point3> corners = new ArrayList<>(place.corners());
        if (place.closed()) {
            corners.add(corners.get(0));
        }
        double[] ends = new double[corners.size()];
        for (int i = 1; i < ends.length; i++) {
            ends[i] = ends[i - 1]
                    + Math.hypot(
                            corners.get(i).x() - corners.get(i - 1).x(),
                            corners.get(i).z() - corners.get(i - 1).z());
        }
        double[][] feet = new double[many][];
        for (int k = 0; k < many; k++) {
            double at = ends[ends.length - 1] * (k + 0.5) / many;
            int i = 1;
            while (i < ends.length - 1 && ends[i] < at) {
                i++;
            }
            Point3 a = corners.get(Math.min(i - 1, corners.size() - 1));
            Point3 b = corners.get(Math.min(i, corners.size() - 1));
            double f = i < ends.length && ends[i] > ends[i - 1] ? (at - ends[i - 1]) / (ends[i] - ends[i - 1]) : 0;
            double turn = 2 * Math.PI * Hash.unit(Hash.of(seed, k, 61));
            double off = round * Math.sqrt(Hash.unit(Hash.of(seed, k, 62)));
            double x = a.x() + f * (b.x() - a.x()) + off * StrictMath.sin(turn);
            double z = a.z() + f * (b.z() - a.z()) + off * StrictMath.cos(turn);
            feet[k] = new double[] {x, site.ground().height(x, z), z};
        }
        return feet;
    }

    /** How far each has grown at the clock's time. */
    private double[] growth(Surroundings site) {
        double[][] feet = feet(site);
        double[] x = new double[feet.length];
        double[] z = new double[feet.length];
        for (int k = 0; k < feet.length; k++) {
            x[k] = feet[k][0];
            z[k] = feet[k][2];
        }
        float[] may = site.property(this, GROWS, site.ground().samplesAt(x, z));
        double[] growth = new double[feet.length];
        for (int k = 0; k < growth.length; k++) {
            double from = begins + later * Hash.unit(Hash.of(seed, k, 63));
            growth[k] = grown * may[k] * Smooth.clamp01((site.time() - from) / takes);
        }
        return growth;
    }

    @Override
    public Optional<Carried> carried(Surroundings site) {
        All all = all(site);
        List<PlantMesh> now = new ArrayList<>();
        double[] growth = growth(site);
        for (int k = 0; k < all.climbers.size(); k++) {
            now.add(Growth.at(all.climbers.get(k), growth[k], Growth.TAPER));
        }
        int vertices = now.stream().mapToInt(PlantMesh::vertices).sum();
        if (vertices == 0) {
            return Optional.empty();
        }
        float[] positions = new float[3 * vertices];
        float[] normals = new float[3 * vertices];
        float[] colours = new float[3 * vertices];
        float[] along = new float[vertices];
        int[] triangles =
                new int[3 * now.stream().mapToInt(PlantMesh::triangles).sum()];
        Colour first = Colour.ofHex(low);
        Colour second = Colour.ofHex(high);
        int v = 0;
        int t = 0;
        for (PlantMesh each : now) {
            System.arraycopy(each.positions(), 0, positions, 3 * v, each.positions().length);
            System.arraycopy(each.normals(), 0, normals, 3 * v, each.normals().length);
            System.arraycopy(each.along(), 0, along, v, each.vertices());
            for (int corner : each.indices()) {
                triangles[t++] = v + corner;
            }
            for (int i = 0; i < each.vertices(); i++, v++) {
                int own = each.colours()[i];
                Colour leaf = first.mixed(second, each.along()[i]);
                Colour stemColour = Colour.ofPacked(own & 0xFFFFFF);
                double tinted = (own >>> 24) / 255.0;
                colours[3 * v] = (float) (stemColour.red() + tinted * (leaf.red() - stemColour.red()));
                colours[3 * v + 1] = (float) (stemColour.green() + tinted * (leaf.green() - stemColour.green()));
                colours[3 * v + 2] = (float) (stemColour.blue() + tinted * (leaf.blue() - stemColour.blue()));
            }
        }
        return Optional.of(new Carried(
                Mesh.of(positions, normals, triangles),
                new double[3],
                new double[] {0, 0, 0, 1},
                1,
                low,
                new Carried.Skin(colours, "along", along)));
    }

    @Override
    public String sentence(String result, Surroundings site) {
        All all = all(site);
        int nodes = all.nodes.stream().mapToInt(each -> each).sum();
        double least = 1;
        double most = 0;
        for (double each : growth(site)) {
            least = Math.min(least, each);
            most = Math.max(most, each);
        }
        return all.climbers.size() + " climbers of " + nodes + " nodes in all, " + Decimal.write(nodes * step, 1)
                + " m of stem; now they are grown to between " + Decimal.write(100 * least, 0) + " and "
                + Decimal.write(100 * most, 0) + " %.";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        All all = all(site);
        long without =
                all.nodes.stream().filter(nodes -> nodes * step < 0.1 * longest).count();
        return without == 0
                ? List.of()
                : List.of(
                        Finding.note(
                                this,
                                "finds no hold",
                                without + " of " + all.nodes.size()
                                        + " climbers end before a tenth of their length: the surface ends there, or others are in the way. Move their place nearer to what they climb, or let them keep less apart."));
    }
}
