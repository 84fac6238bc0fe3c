package org.lumbrit.core.drawn;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Carried;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.seeing.View;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.ContourLines;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;

/** Draws a site as lines, as it is seen from an eye. */
public final class Draw {
    /** Nodes along the longer side of the ground that is drawn, at most. */
    public static final int NODES = 257;
    /** Those of the ground whose facets have tones of their own. */
    static final int TONED = 97;

    /** Weaker edges than that are left out, but for outlines. */
    private static final double FAINT = 0.3;

    private static final int MOST_LEVELS = 20_000;

    private final SiteEvaluation site;
    private final DrawnLayer look;
    private final Cancel cancel;
    private final View view;
    private final Ground ground;
    private final Optional<Double> water;
    private final Lattice nodes;
    private final float[] shows;
    private final List<Shape> shapes = new ArrayList<>();
    private final List<Integer> colours = new ArrayList<>();
    private final List<Flat> flats = new ArrayList<>();
    private final List<Course> courses = new ArrayList<>();

    private Draw(SiteEvaluation site, DrawnLayer look, Eye eye, int width, int height) {
        this.site = site;
        this.look = look;
        this.cancel = site.cancel();
        this.water = site.scene().water();
        this.ground = drawnGround(site, look);
        this.view = new View(eye, site.lying().ground(), width, height);
        this.nodes = new Lattice(ground, ground.columns(), ground.rows());
        this.shows = shows();
    }

    /**
     * The picture of a site at its time.
     *
     * @param look how; of a recipe {@link DrawnLayer#of} or {@link DrawnLayer#plain}
     * @param width pixels; @param height pixels
     */
    public static Drawing of(SiteEvaluation site, DrawnLayer look, Eye eye, int width, int height) {
        // of crowds a part, as of plants only so many are drawn
        return new Draw(site.thinning(), look, eye, width, height).draw();
    }

    /** The surface that is drawn: as fine as the look says, level where there is water. */
    public static Ground drawnGround(SiteEvaluation site, DrawnLayer look) {
        Ground coarse = nodes(site, look);
        double level = site.scene().water().orElse(Double.NEGATIVE_INFINITY);
        String key =
                new KeyBuilder("ground in lines/1").add(coarse.key()).add(level).key();
        if (level <= coarse.lowest()) {
            return coarse;
        }
        return site.results().get(key, site.cancel(), shared -> {
            float[] heights = coarse.heights().clone();
            for (int i = 0; i < heights.length; i++) {
                heights[i] = Math.max(heights[i], (float) level);
            }
            return coarse.shaped(heights, key);
        });
    }

    /** The surface with what lies on it, as fine as the look says. */
    private static Ground nodes(SiteEvaluation site, DrawnLayer look) {
        Ground covered = site.lying().ground();
        double longer = Math.max(covered.width(), covered.depth());
        int finest = Math.min(NODES, Math.max(covered.columns(), covered.rows()));
        int nodes = look.facets() <= 0
                ? finest
                : (int) Math.max(2, Math.min(finest, StrictMath.rint(longer / look.facets()) + 1));
        if (nodes >= Math.max(covered.columns(), covered.rows())) {
            return covered;
        }
        String key =
                new KeyBuilder("nodes in lines/1").add(covered.key()).add(nodes).key();
        return site.results().get(key, site.cancel(), shared -> covered.resampled(nodes, key));
    }

    /** The heights at which a look has contours on a ground, lowest first; none where it has none. */
    public static double[] levels(Ground ground, DrawnLayer look) {
        if (!look.contours()) {
            return new double[0];
        }
        double step = look.step(ground.highest() - ground.lowest());
        long first = (long) Math.floor(ground.lowest() / step) + 1;
        long last = (long) Math.floor(ground.highest() / step);
        if (last - first >= MOST_LEVELS) {
            throw new InvalidRecipeException(
                    "layers",
                    "“" + look.name() + "” would have " + (last - first + 1) + " contours, every "
                            + Decimal.write(step, 4) + " m; at most " + MOST_LEVELS + " can be drawn.");
        }
        double[] levels = new double[(int) Math.max(0, last - first + 1)];
        for (int k = 0; k < levels.length; k++) {
            // the number that is meant: 0.6, not 0.6000000000000001
            levels[k] = StrictMath.rint((first + k) * step * 1e9) / 1e9;
        }
        return levels;
    }

    /** Whether a contour is one of the heavier ones. */
    public static boolean heavy(double level, double step, DrawnLayer look) {
        return look.index() > 0 && Math.floorMod(StrictMath.round(level / step), (long) look.index()) == 0;
    }

    /** How readily each node of the ground is drawn; empty where all is. */
    private float[] shows() {
        if (DrawnLayer.of(site.plan().recipe())
                .filter(own -> own.id().equals(look.id()))
                .isEmpty()) {
            return new float[0];
        }
        double[] x = new double[nodes.count()];
        double[] z = new double[x.length];
        for (int i = 0; i < x.length; i++) {
            x[i] = nodes.x(i % nodes.columns());
            z[i] = nodes.z(i / nodes.columns());
        }
        return site.property(look, DrawnLayer.SHOWS, site.plan().ground().samplesAt(x, z));
    }

    private double shows(double x, double z) {
        return shows.length == 0 ? 1 : nodes.between(shows, x, z);
    }

    private Drawing draw() {
        cancel.doing("drawing lines");
        collect();
        for (Shape shape : shapes) {
            flats.add(new Flat(shape, view, cancel));
        }
        Hiding hiding = new Hiding(view, flats);
        for (int f = 1; f < flats.size(); f++) {
            feet(f, hiding);
        }
        hiding.ready();
        contours();
        for (int f = 0; f < flats.size(); f++) {
            edges(f);
        }
        double shown = plants();
        List<Drawing.Stroke> strokes = strokes(hiding);
        Facets.Painted facets = new Facets(look, view, water, this::shows, cancel).painted(painted(), colours, hiding);
        return new Drawing(
                view.width(),
                view.height(),
                packed(look.ink()),
                packed(look.paper()),
                facets.corners(),
                facets.colours(),
                strokes,
                look.ends() == DrawnLayer.Ends.ROUND,
                shown);
    }

    private static int packed(String colour) {
        return Colour.ofHex(colour).packed();
    }

    /** The ground, the props and the bodies. */
    private void collect() {
        shapes.add(kept(ground.key(), () -> Shape.of(ground)));
        colours.add(packed(look.tone()));
        List<Layer> layers = site.plan().recipe().layers().stream()
                .filter(layer -> !layer.hidden())
                .toList();
        for (Prop prop : site.plan().recipe().shownProps()) {
            PlacedMesh placed = site.placed(prop.id());
            Lighter lighter = Lighter.of(placed.mesh(), placed.size(), placed.toPlace(0, 0, 0), view);
            shapes.add(kept(
                    placed.key() + lighter.key(),
                    () -> Shape.of(lighter.mesh(), p -> placed.toPlace(p[0], p[1], p[2]))));
            colours.add(Colour.ofHex(prop.colour())
                    .mixed(Colour.ofHex(look.tone()), 0.6)
                    .packed());
        }
        for (Layer layer : layers) {
            if (layer.seen().contains(Subject.BODY) || layer.seen().contains(Subject.GROWN)) {
                layer.carried(site.surroundings(layer)).ifPresent(body -> {
                    Lighter lighter = Lighter.of(body.mesh(), body.size(), body.origin(), view);
                    KeyBuilder key = new KeyBuilder("body in lines/1")
                            .add(body.mesh().key())
                            .add(body.size())
                            .add(body.origin())
                            .add(body.turn());
                    shapes.add(kept(key.key() + lighter.key(), () -> of(body, lighter.mesh())));
                    colours.add(Colour.ofHex(body.colour())
                            .mixed(Colour.ofHex(look.tone()), 0.6)
                            .packed());
                });
            }
        }
    }

    private static Shape of(Carried body, Mesh mesh) {
        double[] q = body.turn();
        Quaternion turn = new Quaternion(q[0], q[1], q[2], q[3]);
        return Shape.of(mesh, p -> {
            double[] at = turn.rotate(body.size() * p[0], body.size() * p[1], body.size() * p[2]);
            for (int d = 0; d < 3; d++) {
                at[d] += body.origin()[d];
            }
            return at;
        });
    }

    private Shape kept(String of, java.util.function.Supplier<Shape> make) {
        return site.results().get(new KeyBuilder("shape in lines/1").add(of).key(), cancel, shared -> make.get());
    }

    private void contours() {
        double step = look.step(ground.highest() - ground.lowest());
        double[] levels = levels(ground, look);
        List<List<Course>> found = IntStream.range(0, levels.length)
                .parallel()
                .mapToObj(k -> level(
                        ground, levels[k], heavy(levels[k], step, look) ? Drawing.Line.INDEX : Drawing.Line.CONTOUR))
                .toList();
        found.forEach(courses::addAll);
        if (water.isPresent() && water.get() < ground.highest()) {
            courses.addAll(level(nodes(site, look), water.get(), Drawing.Line.SHORE));
        }
    }

    private List<Course> level(Ground on, double level, Drawing.Line of) {
        List<Course> found = new ArrayList<>();
        double[] out = new double[3];
        for (ContourLines.Line line : ContourLines.lines(on, level)) {
            Course course = new Course(of, level, 0, 1);
            List<Point3> points = new ArrayList<>(line.points());
            if (line.closed()) {
                points.add(points.get(0));
            }
            Point3 before = points.get(0);
            for (Point3 point : points) {
                int cell = cell(0.5 * (before.x() + point.x()), 0.5 * (before.z() + point.z()));
                boolean ahead = view.project(point.x(), level, point.z(), out);
                course.add(out[0], out[1], out[2], shows(point.x(), point.z()), ahead, cell, cell < 0 ? -1 : cell + 1);
                before = point;
            }
            found.add(course);
        }
        return found;
    }

    /** The first triangle of the ground's cell at a place; −1 in a hole. */
    private int cell(double x, double z) {
        int c = (int) Math.max(
                0, Math.min(ground.columns() - 2, Math.floor((x + ground.width() / 2) / ground.cellX())));
        int r = (int) Math.max(0, Math.min(ground.rows() - 2, Math.floor((z + ground.depth() / 2) / ground.cellZ())));
        return shapes.get(0).cells()[r * (ground.columns() - 1) + c];
    }

    /** Outlines, borders and creases of a surface. */
    private void edges(int f) {
        Flat flat = flats.get(f);
        int[] beside = flat.shape.beside();
        float[] folded = flat.shape.folded();
        float least = (float) StrictMath.cos(StrictMath.toRadians(look.crease()));
        double strength = flat.strength();
        chains(
                f,
                Drawing.Line.OUTLINE,
                f == 0 ? 1 : Math.max(FAINT, strength),
                e -> flat.outlines(e) && (f > 0 || beside[2 * e + 1] >= 0));
        if (f == 0) {
            chains(f, Drawing.Line.BORDER, 1, e -> beside[2 * e + 1] < 0);
        }
        // those of a fine ground come from its nodes, not from what it is like
        if (strength > FAINT && (f > 0 || look.facets() > 0)) {
            chains(f, Drawing.Line.CREASE, strength, e -> !flat.outlines(e) && folded[e] < least);
        }
    }

    private void chains(int f, Drawing.Line of, double strength, IntPredicate chosen) {
        Flat flat = flats.get(f);
        float[] p = flat.shape.positions();
        for (int[] chain : Chains.of(flat.shape, chosen)) {
            Course course = new Course(of, Double.NaN, f, strength);
            for (int k = 0; k < chain.length; k += 2) {
                int v = chain[k];
                int s = k == 0 ? -1 : flat.shape.beside()[2 * chain[k - 1]];
                int t = k == 0 ? -1 : flat.shape.beside()[2 * chain[k - 1] + 1];
                course.add(flat.x[v], flat.y[v], flat.nearness[v], shows(p[3 * v], p[3 * v + 2]), flat.ahead[v], s, t);
            }
            courses.add(course);
        }
    }

    /** Where a thing meets the ground: of each of its triangles the piece that lies on the ground. */
    private void feet(int f, Hiding hiding) {
        Flat flat = flats.get(f);
        float[] p = flat.shape.positions();
        int[] corners = flat.shape.triangles();
        double[] over = new double[p.length / 3];
        for (int v = 0; v < over.length; v++) {
            over[v] = p[3 * v + 1] - ground.height(p[3 * v], p[3 * v + 2]);
        }
        double[] out = new double[3];
        double foot = flat.strength();
        for (int t = 0; t < corners.length; t += 3) {
            double[] ends = new double[6];
            int used = 0;
            for (int k = 0; k < 3 && used < 6; k++) {
                int a = corners[t + k];
                int b = corners[t + (k + 1) % 3];
                if (over[a] >= 0 != over[b] >= 0) {
                    double share = over[a] / (over[a] - over[b]);
                    for (int d = 0; d < 3; d++) {
                        ends[used++] = p[3 * a + d] + share * (p[3 * b + d] - p[3 * a + d]);
                    }
                }
            }
            if (used < 6) {
                continue;
            }
            Course course = new Course(Drawing.Line.FOOT, Double.NaN, f, foot);
            for (int end = 0; end < 6; end += 3) {
                // a hair above the ground, so that this does not hide it
                boolean ahead = view.project(ends[end], ends[end + 1] + 0.02 * ground.cell(), ends[end + 2], out);
                course.add(out[0], out[1], out[2], shows(ends[end], ends[end + 2]), ahead, t / 3, -1);
            }
            if (course.ahead[0] && course.ahead[1]) {
                hiding.add(course.points[0], course.points[1], course.points[4], course.points[5]);
            }
            courses.add(course);
        }
    }

    private double plants() {
        PlantStrokes strokes = new PlantStrokes(site, look, view, this::shows);
        courses.addAll(strokes.courses());
        return strokes.share();
    }

    private List<Drawing.Stroke> strokes(Hiding hiding) {
        @SuppressWarnings("unchecked")
        List<Drawing.Stroke>[] seen = new List[courses.size()];
        Chunks.run(seen.length, 64, cancel, (from, to) -> {
            Seen pen = new Seen(view, hiding, flats, look);
            for (int i = from; i < to; i++) {
                seen[i] = pen.strokes(courses.get(i));
            }
        });
        return Arrays.stream(seen).flatMap(List::stream).toList();
    }

    /** All surfaces with the ground in facets that may have tones; none where there are no tones. */
    private List<Flat> painted() {
        if (look.tones() == DrawnLayer.Tone.NONE) {
            return List.of();
        }
        List<Flat> painted = new ArrayList<>(flats);
        painted.set(0, toned());
        return painted;
    }

    /** The ground in facets that may have tones: fine at shores only. */
    private Flat toned() {
        int block = (Math.max(ground.columns(), ground.rows()) - 2) / (TONED - 1) + 1;
        double level = water.orElse(Double.NEGATIVE_INFINITY);
        return new Flat(kept(ground.key() + " toned " + level, () -> Shape.blocks(ground, block, level)), view, cancel);
    }
}
