package org.lumbrit.core.site;

import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.motion.Bend;
import org.lumbrit.core.motion.Crinkle;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;

/**
 * The vertices of swaying plants in any frame: bent along the arc by the angle of the loop, then crinkled, both times the mask;
 * then placed. What is crinkled is the plant's length · crinkle · mask · vector.
 */
public final class PlantMotion {
    private final SwayLayer sway;
    private final CoverLayer cover;
    private final Plant planted;
    private final Plants plants;
    private final SwayLoop loop;
    private final float[] crinkling;
    private final Shape[] shapes;
    private final int[] picked;

    /** One variant, of length 1 and width 1, and what of its motion is the same for every plant of it. */
    private record Shape(PlantMesh unit, float[] mask, double[] bounds, Bend bend, Crinkle crinkle) {}

    /** Plants that do not move: only the frame −1 may be asked for. */
    static PlantMotion resting(SiteEvaluation still, CoverLayer cover) {
        return new PlantMotion(still, cover);
    }

    private PlantMotion(SiteEvaluation still, CoverLayer cover) {
        this.sway = null;
        this.cover = cover;
        this.planted = still.plan().recipe().planted(cover);
        this.plants = still.plants(cover);
        this.loop = null;
        this.crinkling = new float[0];
        this.picked = new int[0];
        this.shapes = new Shape[Math.max(1, cover.plant().variants())];
        for (int v = 0; v < shapes.length; v++) {
            PlantMesh unit = still.levels(cover, v).full().mesh().unit(planted);
            shapes[v] = new Shape(unit, new float[0], new double[6], null, null);
        }
    }

    /** @param picked which plants of the cover, by number; all of them where it is empty */
    public PlantMotion(SiteMotion motion, SiteEvaluation still, SwayLayer sway, int[] picked) {
        this(motion, still, sway, picked, 0);
    }

    /** @param detail of the meshes, 0 for the full ones; a variant that has fewer takes its last */
    PlantMotion(SiteMotion motion, SiteEvaluation still, SwayLayer sway, int[] picked, int detail) {
        this.sway = sway;
        this.cover = motion.coverOf(sway);
        this.planted = still.plan().recipe().planted(cover);
        this.plants = still.plants(cover);
        this.loop = motion.loop(sway, picked);
        this.crinkling = motion.crinkling(sway, picked);
        this.picked = picked.clone();
        this.shapes = new Shape[Math.max(1, cover.plant().variants())];
        for (int v = 0; v < shapes.length; v++) {
            List<Detail> levels = still.levels(cover, v).levels();
            PlantMesh full = levels.get(0).mesh();
            PlantMesh drawn = levels.get(Math.min(detail, levels.size() - 1)).mesh();
            shapes[v] = new Shape(
                    drawn.unit(planted),
                    motion.maskAt(sway, drawn, v),
                    full.unit(planted).bounds(),
                    new Bend(motion.maskAlong(sway, planted.length(), full, v), sway.way()),
                    motion.crinkle(sway, v));
        }
    }

    public SwayLoop loop() {
        return loop;
    }

    /** The first plant of a variant, −1 where none stands. */
    public int firstOf(int variant) {
        for (int plant = 0; plant < count(); plant++) {
            if (plants.variant()[number(plant)] == variant) {
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

    /** The mesh of a plant's variant, of length 1 and width 1. */
    public PlantMesh unit(int plant) {
        return shape(plant).unit;
    }

    /** How much of the motion reaches a vertex, 0..1. */
    public float mask(int plant, int vertex) {
        return shape(plant).mask[vertex];
    }

    private Shape shape(int plant) {
        return shapes[plants.variant()[number(plant)]];
    }

    /** The size of a plant along its own axes, metres. */
    public double[] size(int plant) {
        int number = number(plant);
        double length = plants.length()[number];
        double width = plants.width()[number];
        return new double[] {width, length, planted.flat() ? length : width};
    }

    /**
     * A vertex of a plant in its own frame, metres.
     *
     * @param frame around the loop; −1 for the plant at rest
     * @param p x, y, z; where it has six numbers the normal too
     */
    public void own(int frame, int plant, int vertex, double[] p) {
        Shape shape = shape(plant);
        float[] unit = shape.unit.positions();
        if (p.length >= 6) {
            double[] size = size(plant);
            double sum = 0;
            for (int d = 0; d < 3; d++) {
                p[3 + d] = shape.unit.normals()[3 * vertex + d] / size[d];
                sum += p[3 + d] * p[3 + d];
            }
            for (int d = 3; d < 6; d++) {
                p[d] /= Math.sqrt(sum);
            }
        }
        own(
                frame,
                plant,
                unit[3 * vertex],
                unit[3 * vertex + 1],
                unit[3 * vertex + 2],
                frame < 0 ? 0 : shape.mask[vertex],
                p);
    }

    /** The same of any place within its unit mesh, with the mask there. */
    private void own(int frame, int plant, double x, double y, double z, double mask, double[] p) {
        Shape shape = shape(plant);
        double[] size = size(plant);
        p[0] = x * size[0];
        p[1] = y * size[1];
        p[2] = z * size[2];
        if (frame < 0) {
            return;
        }
        double[] bend = turn(plant).inverse().rotate(loop.bend(frame, plant, 0), 0, loop.bend(frame, plant, 1));
        shape.bend.apply(size[1], bend[0], bend[2], p);
        double far = crinkling[plant] * size[1] * mask;
        if (far != 0) {
            int ahead = Crinkle.ahead(
                    plants.feet().id()[number(plant)], loop.frames().count());
            double[] share = {
                share(x, shape.bounds[0], shape.bounds[3]),
                share(y, shape.bounds[1], shape.bounds[4]),
                share(z, shape.bounds[2], shape.bounds[5])
            };
            double[] vector = new double[3];
            shape.crinkle.at(shape.crinkle.shown(frame, ahead), share, vector);
            for (int d = 0; d < 3; d++) {
                p[d] += far * vector[d];
            }
        }
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

    /** A place within a plant's unit mesh, with the mask there, in the place, metres. */
    double[] place(int frame, int plant, double x, double y, double z, double mask) {
        double[] p = new double[3];
        own(frame, plant, x, y, z, mask, p);
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

    /** Metres by which the tip of a plant's axis is moved in a frame: east, up, south. */
    public double[] tip(int frame, int plant) {
        double length = size(plant)[1];
        double[] bend = turn(plant).inverse().rotate(loop.bend(frame, plant, 0), 0, loop.bend(frame, plant, 1));
        double[] p = {0, length, 0};
        shape(plant).bend.apply(length, bend[0], bend[2], p);
        return turn(plant).rotate(p[0], p[1] - length, p[2]);
    }

    public CoverLayer cover() {
        return cover;
    }

    public SwayLayer sway() {
        return sway;
    }
}
