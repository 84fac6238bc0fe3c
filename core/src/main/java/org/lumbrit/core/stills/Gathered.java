package org.lumbrit.core.stills;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.cover.Ring;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Lying;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.seeing.View;
import org.lumbrit.core.sheets.Sheet;
import org.lumbrit.core.sheets.SheetsLayer;
import org.lumbrit.core.site.PropPaint;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SiteLying;
import org.lumbrit.core.snow.Shell;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.PlaneCut;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.SurfacePatch;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.core.water.Piece;
import org.lumbrit.core.water.Shoal;
import org.lumbrit.core.water.WaterLayer;
import org.lumbrit.core.water.WaterSurface;

/** Everything of a site that is seen in a picture, as triangles. */
final class Gathered {
    /** Nodes along the longer side of the ground that is drawn: about as many as the picture has pixels. */
    private static final int FEWEST_NODES = 257;

    private static final int MOST_NODES = 1025;
    /** Of a ring's side: an eye so high above it does without. */
    private static final double HEIGHTS = 0.6;
    /** Of the target's distance: how far round it shadows are fine. */
    private static final double FINE_SHADOWS = 0.6;

    private final SiteEvaluation now;
    private final SiteEvaluation still;
    private final Recipe recipe;
    private final Cancel cancel;
    private final Eye eye;
    private final View view;
    private final Optional<Values> shown;
    private final Light light;
    private final double level;
    private final List<Solid> things = new ArrayList<>();
    private final List<Solid> casters = new ArrayList<>();
    private final List<Solid> waters = new ArrayList<>();
    private final List<Solid> veils = new ArrayList<>();
    private final Optional<WaterLook> mirroring;
    private double share = 1;

    Gathered(SiteEvaluation site, Eye eye, View view, Air air, Optional<Values> shown) {
        this.now = site;
        // covers stand as they do at second 0
        this.still = site.at(0).thinning();
        this.recipe = site.plan().recipe();
        this.cancel = site.cancel();
        this.eye = eye;
        this.view = view;
        this.shown = shown;
        Ground raised = site.lying().ground();
        this.light = new Light(site, raised, air);
        this.level = site.scene().water().orElse(Double.NEGATIVE_INFINITY);
        props();
        bodies();
        liquids();
        List<Standing> covers = covers();
        double[] target = {eye.x(), eye.y(), eye.z()};
        light.casting(
                casters, Math.max(view.width(), view.height()), raised, target, FINE_SHADOWS * eye.distance(), cancel);
        covers.forEach(cover -> cover.light(light, cancel));
        GroundSurface surface = new GroundSurface(site, raised, light, shown);
        ground(site.lying().drawn(), surface);
        patches(site.lying(), surface);
        mirroring = water();
        hang();
    }

    List<Solid> all() {
        List<Solid> all = new ArrayList<>(things);
        all.addAll(waters);
        return all;
    }

    /** What hangs before it and lets something through. */
    List<Solid> veils() {
        return veils;
    }

    /** What the water mirrors. */
    List<Solid> mirrored() {
        return things;
    }

    /** The site's level water, where it is seen. */
    Optional<WaterLook> mirroring() {
        return mirroring;
    }

    double level() {
        return level;
    }

    /** The least share of a cover's plants that stands. */
    double share() {
        return share;
    }

    private void ground(Ground whole, Surface surface) {
        int pixels = Math.max(view.width(), view.height());
        int nodes = Math.max(FEWEST_NODES, Math.min(MOST_NODES, Integer.highestOneBit(2 * pixels - 1) + 1));
        String key =
                new KeyBuilder("ground of still/2").add(whole.key()).add(nodes).key();
        Ground ground =
                whole.finerThan(nodes) ? now.results().get(key, cancel, shared -> whole.resampled(nodes, key)) : whole;
        int columns = ground.columns();
        int rows = ground.rows();
        float[] h = ground.heights();
        float[] places = new float[3 * h.length];
        float[] numbers = new float[GroundSurface.EACH * h.length];
        Chunks.run(h.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                int c = i % columns;
                int r = i / columns;
                places[3 * i] = (float) ground.x(c);
                places[3 * i + 1] = h[i];
                places[3 * i + 2] = (float) ground.z(r);
                int west = Math.max(0, c - 1);
                int east = Math.min(columns - 1, c + 1);
                int north = Math.max(0, r - 1);
                int south = Math.min(rows - 1, r + 1);
                double dx = (h[r * columns + east] - h[r * columns + west]) / ((east - west) * ground.cellX());
                double dz = (h[south * columns + c] - h[north * columns + c]) / ((south - north) * ground.cellZ());
                double length = Math.sqrt(1 + dx * dx + dz * dz);
                int n = GroundSurface.EACH * i;
                numbers[n] = (float) (-dx / length);
                numbers[n + 1] = (float) (1 / length);
                numbers[n + 2] = (float) (-dz / length);
                numbers[n + 3] = 1;
                numbers[n + 4] = 1;
            }
        });
        int[] triangles = new int[6 * (columns - 1) * (rows - 1)];
        int t = 0;
        for (int r = 0; r + 1 < rows; r++) {
            for (int c = 0; c + 1 < columns; c++) {
                if (ground.holeInCell(c, r)) {
                    continue;
                }
                int i = r * columns + c;
                triangles[t++] = i;
                triangles[t++] = i + columns;
                triangles[t++] = i + 1;
                triangles[t++] = i + 1;
                triangles[t++] = i + columns;
                triangles[t++] = i + columns + 1;
            }
        }
        things.add(new Solid(places, java.util.Arrays.copyOf(triangles, t), GroundSurface.EACH, numbers, surface));
    }

    private void patches(SiteLying lying, Surface surface) {
        double[] sun = light.air.toSun;
        for (SurfacePatch patch : lying.patches()) {
            SurfacePatch.Lit lit = patch.over(lying.ground(), sun[0], sun[1], sun[2]);
            Mesh mesh = lit.mesh();
            float[] numbers = new float[GroundSurface.EACH * mesh.vertices()];
            for (int v = 0; v < mesh.vertices(); v++) {
                System.arraycopy(mesh.normals(), 3 * v, numbers, GroundSurface.EACH * v, 3);
                numbers[GroundSurface.EACH * v + 3] = lit.sun()[v];
                numbers[GroundSurface.EACH * v + 4] = lit.sky()[v];
            }
            things.add(new Solid(mesh.positions(), mesh.triangles(), GroundSurface.EACH, numbers, surface));
        }
    }

    private void props() {
        Surface plain = new ThingSurface(light, level, false, shown);
        Surface shells = new ThingSurface(light, level, true, shown);
        for (Prop prop : recipe.shownProps()) {
            PlacedMesh placed = now.placed(prop.id());
            float[] values = shown.map(each -> each.onProp().apply(now, prop)).orElse(new float[0]);
            PropPaint painted = PropPaint.of(now, prop);
            thing(placed.mesh(), placed, painted, values, plain);
            SiteLying lying = now.lying();
            for (Layer layer : lying.deepOn(prop.id())) {
                Shell shell = lying.shell(layer, prop.id());
                Lying stuff = layer.lying().orElseThrow();
                float[] colours =
                        PropPaint.even(stuff.colour(), shell.mesh().vertices()).colours();
                float[] covered = shell.weight().clone();
                for (int v = 0; v < covered.length; v++) {
                    covered[v] *= (float) stuff.opacity();
                }
                thing(kept(shell), placed, new PropPaint(colours, covered), new float[0], shells);
            }
        }
    }

    /** Of what lies on a prop the part that is seen to lie there. */
    private static Mesh kept(Shell shell) {
        int[] t = shell.mesh().triangles();
        int[] seen = new int[t.length];
        int used = 0;
        for (int i = 0; i < t.length; i += 3) {
            float most = Math.max(shell.weight()[t[i]], Math.max(shell.weight()[t[i + 1]], shell.weight()[t[i + 2]]));
            if (most > 0.5) {
                seen[used++] = t[i];
                seen[used++] = t[i + 1];
                seen[used++] = t[i + 2];
            }
        }
        return new Mesh(
                shell.mesh().positions(),
                shell.mesh().normals(),
                java.util.Arrays.copyOf(seen, used),
                shell.mesh().key());
    }

    private void bodies() {
        Surface surface = new ThingSurface(light, level, false, shown);
        for (Layer layer : recipe.layers()) {
            if (layer.hidden()
                    || !layer.seen().contains(Subject.BODY) && !layer.seen().contains(Subject.GROWN)) {
                continue;
            }
            layer.carried(now.surroundings(layer)).ifPresent(body -> {
                float[] skin = body.skin().colours();
                PropPaint plain =
                        PropPaint.even(Colour.ofHex(body.colour()), body.mesh().vertices());
                double[] q = body.turn();
                thing(
                        body.mesh(),
                        new Stands(new Quaternion(q[0], q[1], q[2], q[3]), body.size(), body.origin()),
                        skin.length > 0 ? new PropPaint(skin, plain.covered()) : plain,
                        new float[0],
                        surface);
            });
        }
    }

    private void liquids() {
        Surface plain = new ThingSurface(light, level, true, shown);
        for (LiquidLayer layer : recipe.layersOf(LiquidLayer.class)) {
            if (layer.hidden() || recipe.prop(layer.vessel()).orElseThrow().hidden()) {
                continue;
            }
            layer.now(now.surroundings(layer)).ifPresent(filling -> {
                PlaneCut top = filling.top(0);
                int[] t = top.mesh().triangles();
                Mesh mesh = new Mesh(
                        top.mesh().positions(),
                        level(top.mesh().vertices()),
                        java.util.Arrays.copyOfRange(t, 3 * top.cap(), t.length),
                        top.mesh().key());
                thing(
                        mesh,
                        new Stands(Quaternion.NONE, 1, new double[3]),
                        PropPaint.even(Colour.ofHex(layer.colour()), mesh.vertices()),
                        new float[0],
                        plain);
            });
        }
    }

    private static float[] level(int vertices) {
        float[] normals = new float[3 * vertices];
        for (int i = 1; i < normals.length; i += 3) {
            normals[i] = 1;
        }
        return normals;
    }

    private record Stands(Quaternion turn, double size, double[] origin) {}

    private void thing(Mesh mesh, PlacedMesh placed, PropPaint painted, float[] values, Surface surface) {
        thing(mesh, new Stands(placed.turn(), placed.size(), placed.origin()), painted, values, surface);
    }

    private void thing(Mesh mesh, Stands at, PropPaint painted, float[] values, Surface surface) {
        int n = mesh.vertices();
        float[] places = new float[3 * n];
        float[] numbers = new float[ThingSurface.EACH * n];
        float[] p = mesh.positions();
        float[] normals = mesh.normals();
        Chunks.run(n, cancel, (from, to) -> {
            for (int v = from; v < to; v++) {
                double[] place = at.turn.rotate(at.size * p[3 * v], at.size * p[3 * v + 1], at.size * p[3 * v + 2]);
                double[] normal = at.turn.rotate(normals[3 * v], normals[3 * v + 1], normals[3 * v + 2]);
                int k = ThingSurface.EACH * v;
                for (int d = 0; d < 3; d++) {
                    places[3 * v + d] = (float) (place[d] + at.origin[d]);
                    numbers[k + d] = (float) normal[d];
                    numbers[k + 3 + d] = painted.colours()[3 * v + d];
                    numbers[k + 8 + d] = p[3 * v + d];
                }
                numbers[k + 6] = painted.covered()[v];
                numbers[k + 7] = values.length == 0
                        ? ThingSurface.NONE
                        : (float) shown.orElseThrow().share(values[v]);
            }
        });
        Solid solid = new Solid(places, mesh.triangles(), ThingSurface.EACH, numbers, surface);
        things.add(solid);
        casters.add(solid);
    }

    private List<Standing> covers() {
        List<Standing> all = new ArrayList<>();
        Surface surface = new PlantSurface(shown.isPresent());
        for (CoverLayer cover : recipe.layersOf(CoverLayer.class)) {
            if (cover.hidden()) {
                continue;
            }
            CoverLayer then =
                    still.plan().recipe().layer(cover.id(), CoverLayer.class).orElseThrow();
            double of = still.share(then);
            share = Math.min(share, of);
            cancel.doing("standing " + cover.name());
            all.add(new Standing(still, now, view, then, still.plants(then), of, of == 1));
            for (Ring ring : rings(of)) {
                Plants nearer = still.plants(then, ring.region(), ring.from(), ring.to());
                all.add(new Standing(still, now, view, then, nearer, ring.to(), false));
            }
        }
        for (Standing standing : all) {
            List<Solid> solids = standing.solids(surface, cancel);
            things.addAll(solids);
            casters.addAll(solids);
            casters.addAll(standing.aside(surface, cancel));
        }
        return all;
    }

    /** Where more of a crowd stands the nearer it is to the eye. */
    private List<Ring> rings(double of) {
        if (of == 1 || eye.parallel()) {
            return List.of();
        }
        double[] at = view.at();
        double above = at[1] - still.plan().ground().height(at[0], at[2]);
        return Ring.round(Region.of(still.plan().ground()), of, at[0], at[2], eye.heading()).stream()
                .filter(ring -> ring.side() >= HEIGHTS * above)
                .toList();
    }

    private void hang() {
        for (Layer layer : recipe.layers()) {
            if (layer.hidden() || !layer.seen().contains(Subject.SHEETS)) {
                continue;
            }
            SheetsLayer sheets = (SheetsLayer) layer;
            Surroundings site = now.surroundings(layer);
            List<Sheet> all = sheets.sheets(site);
            for (int k = 0; k < all.size(); k++) {
                Veil veil = new Veil(
                        light, sheets, sheets.drift(site, k), now.plan().time(), shown.isPresent());
                veils.add(Veil.standing(all.get(k), sheets.height(), veil));
            }
        }
    }

    private Optional<WaterLook> water() {
        Ground bare = now.plan().ground();
        List<WaterLayer> moving = recipe.layers().stream()
                .filter(layer -> !layer.hidden() && layer.seen().contains(Subject.WATER))
                .map(WaterLayer.class::cast)
                .toList();
        Optional<WaterLook> mirrors = Optional.empty();
        for (WaterLayer layer : moving) {
            WaterSurface surface = layer.surface(now.surroundings(layer));
            WaterLook look = new WaterLook(light, bare, Optional.of(surface), shown.isPresent());
            waters.add(reached(surface, look));
            if (layer.piece() instanceof Piece.Level) {
                mirrors = Optional.of(look);
            }
        }
        if (mirrors.isEmpty() && level > bare.lowest()) {
            WaterLook look = new WaterLook(light, bare, Optional.empty(), shown.isPresent());
            waters.add(sheet(bare, look));
            mirrors = Optional.of(look);
        }
        return mirrors;
    }

    private Solid sheet(Ground bare, Surface look) {
        float x = (float) (0.5 * bare.width());
        float z = (float) (0.5 * bare.depth());
        float y = (float) level;
        float[] places = {-x, y, -z, x, y, -z, -x, y, z, x, y, z};
        return new Solid(places, new int[] {0, 2, 1, 1, 2, 3}, 0, new float[0], look);
    }

    /** The cells that a piece of water reaches. */
    private static Solid reached(WaterSurface surface, Surface look) {
        int columns = surface.lattice().columns();
        int rows = surface.lattice().rows();
        Shoal shoal = surface.shoal();
        float[] places = new float[3 * columns * rows];
        for (int i = 0; i < columns * rows; i++) {
            places[3 * i] = (float) surface.lattice().x(i % columns);
            places[3 * i + 1] = shoal.rest()[i];
            places[3 * i + 2] = (float) surface.lattice().z(i / columns);
        }
        int[] triangles = new int[6 * columns * rows];
        int t = 0;
        for (int i = 0; i < columns * (rows - 1); i++) {
            int[] corners = {i, i + columns, i + 1, i + columns + 1};
            if (i % columns == columns - 1 || !shoal.reaches(corners)) {
                continue;
            }
            for (int k : new int[] {0, 1, 2, 2, 1, 3}) {
                triangles[t++] = corners[k];
            }
        }
        for (int i = 1; i < places.length; i += 3) {
            places[i] = Float.isNaN(places[i]) ? 0 : places[i];
        }
        return new Solid(places, java.util.Arrays.copyOf(triangles, t), 0, new float[0], look);
    }
}
