package org.lumbrit.core.moving;

import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.growth.Growth;
import org.lumbrit.core.growth.GrowthShown;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.motion.Bend;
import org.lumbrit.core.motion.Crinkle;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.site.SiteEvaluation;

/**
 * The vertices of swaying plants in any frame, each plant as far grown as it is: bent along its own lines by the angle of the
 * loop, then crinkled, both times the mask; then placed. What is crinkled is the plant's length · crinkle · mask · vector.
 */
public final class PlantMotion {
    private final SiteMotion motion;
    private final SwayLayer sway;
    private final CoverLayer cover;
    private final Plant planted;
    private final Plants plants;
    private final SwayLoop loop;
    private final float[] crinkling;
    private final GrowthShown growth;
    private final Variant[] variants;
    private final int[] picked;
    /** What each thread asked for last: vertices of one plant in one frame come one after the other. */
    private final ThreadLocal<Posed> last = new ThreadLocal<>();

    /** One variant: the mesh that is drawn, fully grown, in metres and of length 1 and width 1, and what of its motion is its own. */
    private record Variant(PlantMesh natural, Shape full, double[] bounds, float[] maskAlong, Crinkle crinkle) {}

    /** A mesh of length 1 and width 1 with its mask and how it bends. */
    private record Shape(PlantMesh unit, float[] mask, Bend bend) {}

    /** A plant in a frame. */
    private record Posed(int frame, int plant, boolean full, Shape shape, Bend.Moment moment) {}

    /** Plants that do not move: only the frame −1 may be asked for. */
    static PlantMotion resting(SiteEvaluation still, CoverLayer cover) {
        return new PlantMotion(still, cover);
    }

    private PlantMotion(SiteEvaluation still, CoverLayer cover) {
        this.motion = null;
        this.sway = null;
        this.cover = cover;
        this.planted = cover.planted(still.plan().recipe());
        this.plants = still.plants(cover);
        this.loop = null;
        this.crinkling = new float[0];
        this.growth = GrowthShown.exact();
        this.picked = new int[0];
        this.variants = new Variant[Math.max(1, cover.plant().variants())];
        for (int v = 0; v < variants.length; v++) {
            PlantMesh natural = still.levels(cover, v).full().mesh();
            variants[v] = new Variant(
                    natural, new Shape(natural.unit(planted), new float[0], null), new double[6], new float[0], null);
        }
    }

    /** @param picked which plants of the cover, by number; all of them where it is empty */
    public PlantMotion(SiteMotion motion, SiteEvaluation still, SwayLayer sway, int[] picked) {
        this(motion, still, sway, picked, 0, GrowthShown.exact());
    }

    /**
     * @param detail of the meshes, 0 for the full ones; a variant that has fewer takes its last
     * @param growth how far a plant of a growth is shown grown
     */
    PlantMotion(SiteMotion motion, SiteEvaluation still, SwayLayer sway, int[] picked, int detail, GrowthShown growth) {
        this.motion = motion;
        this.sway = sway;
        this.cover = motion.coverOf(sway);
        this.planted = cover.planted(still.plan().recipe());
        this.plants = still.plants(cover);
        this.loop = motion.loop(sway, picked);
        this.crinkling = motion.crinkling(sway, picked);
        this.growth = growth;
        this.picked = picked.clone();
        this.variants = new Variant[Math.max(1, cover.plant().variants())];
        for (int v = 0; v < variants.length; v++) {
            List<Detail> levels = still.levels(cover, v).levels();
            int shown = Math.min(detail, levels.size() - 1);
            PlantMesh drawn = levels.get(shown).mesh();
            Shape full = new Shape(
                    drawn.unit(planted),
                    motion.bends().maskAt(sway, drawn, v),
                    motion.bends().bend(sway, v, shown));
            variants[v] = new Variant(
                    drawn,
                    full,
                    levels.get(0).mesh().unit(planted).bounds(),
                    motion.bends().maskAlong(sway, v),
                    motion.bends().crinkle(sway, v));
        }
    }

    /** The swings of these plants over all frames. */
    public SwayLoop loop() {
        return loop;
    }

    /** The first plant of a variant of which anything is there, −1 where none stands. */
    public int firstOf(int variant) {
        for (int plant = 0; plant < count(); plant++) {
            if (plants.variant()[number(plant)] == variant && growth(plant) > 0) {
                return plant;
            }
        }
        return -1;
    }

    /** Identity of a plant. */
    public long id(int plant) {
        return plants.feet().id()[number(plant)];
    }

    /** How many plants it holds. */
    public int count() {
        return loop.plants();
    }

    /** The number of a plant in its cover. */
    public int number(int plant) {
        return picked.length == 0 ? plant : picked[plant];
    }

    /** How far a plant is shown grown, 0..1. */
    public double growth(int plant) {
        return growth.of(plants.growth().at(number(plant)));
    }

    /** The mesh of a plant as far as it has grown, of length 1 and width 1. */
    public PlantMesh unit(int plant) {
        return shape(plant, false).unit;
    }

    /** The mesh of a plant's variant, fully grown, of length 1 and width 1. */
    public PlantMesh grownUnit(int plant) {
        return shape(plant, true).unit;
    }

    private Variant variant(int plant) {
        return variants[plants.variant()[number(plant)]];
    }

    private Shape shape(int plant, boolean full) {
        double grown = full ? 1 : growth(plant);
        Variant variant = variant(plant);
        if (grown >= 1) {
            return variant.full;
        }
        Posed known = last.get();
        if (known != null && known.plant == plant && !known.full) {
            return known.shape;
        }
        int v = plants.variant()[number(plant)];
        PlantMesh mesh = Growth.at(variant.natural, grown, Growth.TAPER);
        PlantMesh unit = mesh.unit(planted);
        Shape shape = motion == null
                ? new Shape(unit, new float[0], null)
                : new Shape(unit, motion.bends().maskAt(sway, mesh, v), new Bend(unit, variant.maskAlong, sway.way()));
        last.set(new Posed(Integer.MIN_VALUE, plant, false, shape, null));
        return shape;
    }

    private Posed posed(int frame, int plant, boolean full) {
        Posed known = last.get();
        if (known != null && known.frame == frame && known.plant == plant && known.full == full) {
            return known;
        }
        Shape shape = shape(plant, full);
        double[] bend = frame < 0
                ? new double[3]
                : turn(plant).inverse().rotate(loop.bend(frame, plant, 0), 0, loop.bend(frame, plant, 1));
        Posed posed = new Posed(frame, plant, full, shape, frame < 0 ? null : shape.bend.moment(bend[0], bend[2]));
        last.set(posed);
        return posed;
    }

    /** The size of a plant along its own axes, metres. */
    public double[] size(int plant) {
        int number = number(plant);
        double length = plants.length().at(number);
        double width = plants.width().at(number);
        return new double[] {width, length, planted.flat() ? length : width};
    }

    /**
     * A vertex of a plant in its own frame, metres.
     *
     * @param frame around the loop; −1 for the plant at rest
     * @param vertex of {@link #unit}
     * @param p x, y, z; where it has six numbers the normal too
     */
    public void own(int frame, int plant, int vertex, double[] p) {
        Posed posed = posed(frame, plant, false);
        double[] size = size(plant);
        if (p.length >= 6) {
            double sum = 0;
            for (int d = 0; d < 3; d++) {
                p[3 + d] = posed.shape.unit.normals()[3 * vertex + d] / size[d];
                sum += p[3 + d] * p[3 + d];
            }
            for (int d = 3; d < 6; d++) {
                p[d] /= Math.sqrt(sum);
            }
        }
        bent(posed, vertex, size, p);
        if (frame >= 0) {
            float[] unit = posed.shape.unit.positions();
            double[] at = {unit[3 * vertex], unit[3 * vertex + 1], unit[3 * vertex + 2]};
            crinkle(frame, plant, at, posed.shape.mask[vertex], size, p);
        }
    }

    /** A vertex without its crinkle. */
    private static void bent(Posed posed, int vertex, double[] size, double[] p) {
        float[] unit = posed.shape.unit.positions();
        for (int d = 0; d < 3; d++) {
            p[d] = unit[3 * vertex + d] * size[d];
        }
        if (posed.moment != null) {
            posed.moment.apply(vertex, size, 1, p);
        }
    }

    private void crinkle(int frame, int plant, double[] unit, double mask, double[] size, double[] p) {
        double far = crinkling[plant] * size[1] * mask;
        if (far == 0) {
            return;
        }
        Variant variant = variant(plant);
        int ahead =
                Crinkle.ahead(plants.feet().id()[number(plant)], loop.frames().count());
        double[] share = new double[3];
        for (int d = 0; d < 3; d++) {
            share[d] = share(unit[d], variant.bounds[d], variant.bounds[d + 3]);
        }
        double[] vector = new double[3];
        variant.crinkle.at(variant.crinkle.shown(frame, ahead), share, vector);
        for (int d = 0; d < 3; d++) {
            p[d] += far * vector[d];
        }
    }

    /**
     * A place on a triangle of a plant's variant, fully grown, in the place, metres: between its bent corners, crinkled as what
     * lies between them is.
     *
     * @param triangle of {@link #grownUnit}; @param shares of its corners, together 1
     */
    double[] onTriangle(int frame, int plant, int triangle, double[] shares) {
        Posed posed = posed(frame, plant, true);
        double[] size = size(plant);
        double[] sum = new double[3];
        double[] unit = new double[3];
        double[] corner = new double[3];
        double mask = 0;
        for (int k = 0; k < 3; k++) {
            int vertex = posed.shape.unit.indices()[3 * triangle + k];
            bent(posed, vertex, size, corner);
            for (int d = 0; d < 3; d++) {
                sum[d] += shares[k] * corner[d];
                unit[d] += shares[k] * posed.shape.unit.positions()[3 * vertex + d];
            }
            mask += frame < 0 ? 0 : shares[k] * posed.shape.mask[vertex];
        }
        if (frame >= 0) {
            crinkle(frame, plant, unit, mask, size, sum);
        }
        return placed(plant, sum);
    }

    private static double share(double value, double low, double high) {
        return high > low ? (value - low) / (high - low) : 0;
    }

    private Quaternion turn(int plant) {
        float[] t = plants.turn();
        int at = 4 * number(plant);
        return new Quaternion(t[at], t[at + 1], t[at + 2], t[at + 3]);
    }

    /** A vertex of a plant in the place, metres. */
    public double[] place(int frame, int plant, int vertex) {
        double[] p = new double[3];
        own(frame, plant, vertex, p);
        return placed(plant, p);
    }

    private double[] placed(int plant, double[] own) {
        double[] at = turn(plant).rotate(own[0], own[1], own[2]);
        double[] base = plants.base(number(plant));
        for (int d = 0; d < 3; d++) {
            at[d] += base[d];
        }
        return at;
    }

    /** Metres by which the tip of a plant, where it is farthest along, is moved by its bend in a frame: east, up, south. */
    public double[] tip(int frame, int plant) {
        Posed posed = posed(frame, plant, false);
        PlantMesh unit = posed.shape.unit;
        if (unit.vertices() == 0) {
            return new double[3];
        }
        int tip = 0;
        for (int v = 1; v < unit.vertices(); v++) {
            tip = unit.along()[v] > unit.along()[tip] ? v : tip;
        }
        double[] size = size(plant);
        double[] rest = new double[3];
        double[] p = new double[3];
        bent(posed, tip, size, p);
        for (int d = 0; d < 3; d++) {
            rest[d] = unit.positions()[3 * tip + d] * size[d];
        }
        return turn(plant).rotate(p[0] - rest[0], p[1] - rest[1], p[2] - rest[2]);
    }

    /** The most that quantised bends put a vertex of a plant off, metres: half a step of both angles, over all its pieces. */
    public double errorOfBends(int plant) {
        Bend bend = shape(plant, false).bend;
        return loop.radians() / 2 * Math.sqrt(2) * bend.leverage(size(plant));
    }

    /** The cover whose plants move. */
    public CoverLayer cover() {
        return cover;
    }

    /** The sway that moves them. */
    public SwayLayer sway() {
        return sway;
    }
}
