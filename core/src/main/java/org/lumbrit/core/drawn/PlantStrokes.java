package org.lumbrit.core.drawn;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.moving.SwayNow;
import org.lumbrit.core.seeing.View;
import org.lumbrit.core.site.SiteEvaluation;

/** Plants as a few strokes each: a stem with a blade to both sides, of tall and broad ones a stem and the line round their crown. */
final class PlantStrokes {
    /** Metres from which a plant with a crown is drawn with one, and how broad it is then, of its height. */
    private static final double TALL = 1.2;

    private static final double BROAD = 0.25;
    /** Pixels: what is lower has a stem only, what is lower still is left out. */
    private static final double BLADES = 3;

    private static final double LEAST = 0.8;
    /** Pixels of its height from which on a plant's bend is seen. */
    private static final double BENT = 8;

    private static final int ROUND = 14;

    private final SiteEvaluation site;
    private final DrawnLayer look;
    private final View view;
    private final Shows shows;
    private final List<CoverLayer> covers;
    private final double share;
    private final double[] out = new double[3];

    /** How readily a place is drawn. */
    interface Shows {
        double at(double x, double z);
    }

    PlantStrokes(SiteEvaluation site, DrawnLayer look, View view, Shows shows) {
        this.site = site;
        this.look = look;
        this.view = view;
        this.shows = shows;
        this.covers = look.plants() == 0
                ? List.of()
                : site.plan().recipe().layersOf(CoverLayer.class).stream()
                        .filter(cover -> !cover.hidden())
                        .toList();
        double all = 0;
        for (CoverLayer cover : covers) {
            all += site.plants(cover).count();
        }
        this.share = all == 0 ? 1 : Math.min(1, look.plants() / all);
    }

    /** Of the plants that the site shows, how many are drawn. */
    double share() {
        double of = 1;
        for (CoverLayer cover : covers) {
            of = Math.min(of, site.share(cover));
        }
        return share * of;
    }

    List<Course> courses() {
        List<Course> courses = new ArrayList<>();
        for (CoverLayer cover : covers) {
            Plants plants = site.plants(cover);
            // the same ones from wherever it is looked at
            int[] drawn = IntStream.range(0, plants.count())
                    .filter(i -> Hash.unit(Hash.of(cover.seed(), 0x9e37L, i)) < share)
                    .toArray();
            // of crowds a part stands for all, of which no sway is known
            Optional<SwayNow> sway = site.share(cover) < 1
                    ? Optional.empty()
                    : SwayNow.of(
                            site,
                            cover,
                            plants.count(),
                            IntStream.of(drawn)
                                    .filter(i -> pixels(plants, i) > BENT)
                                    .toArray());
            for (int i : drawn) {
                plant(plants, i, sway, courses);
            }
        }
        return courses;
    }

    private void plant(Plants plants, int i, Optional<SwayNow> sway, List<Course> courses) {
        double grown = plants.growth().at(i);
        double tall = plants.length().at(i) * grown;
        double wide = plants.width().at(i) * grown;
        double[] foot = plants.base(i);
        if (tall <= 0 || shows.at(foot[0], foot[2]) < look.threshold()) {
            return;
        }
        double[] up = plants.axis(i);
        double[] tip = tip(foot, up, tall, i, sway);
        boolean ahead = view.project(foot[0], foot[1], foot[2], out);
        double x = out[0];
        double y = out[1];
        double nearness = out[2];
        ahead &= view.project(tip[0], tip[1], tip[2], out);
        double dx = out[0] - x;
        double dy = out[1] - y;
        double high = Math.sqrt(dx * dx + dy * dy);
        if (!ahead || high < LEAST) {
            return;
        }
        double half = 0.5 * high * wide / tall;
        if (high > BLADES && tall > TALL && wide > BROAD * tall) {
            line(courses, nearness, out[2], x, y, x + 0.5 * dx, y + 0.5 * dy);
            crown(courses, out[2], x + 0.6 * dx, y + 0.6 * dy, half, 0.42 * high, i);
            return;
        }
        line(courses, nearness, out[2], x, y, out[0], out[1]);
        if (high > BLADES) {
            double lean = Hash.unit(Hash.of(3, i)) - 0.5;
            for (int side = -1; side <= 1; side += 2) {
                double away = side * half * (1 + 0.6 * lean * side);
                bent(courses, nearness, out[2], x, y, x + 0.75 * dx + away, y + 0.75 * dy);
            }
        }
    }

    private double pixels(Plants plants, int i) {
        double tall = plants.length().at(i) * plants.growth().at(i);
        return tall
                * view.pixels(
                        plants.feet().x()[i],
                        plants.feet().y()[i],
                        plants.feet().z()[i],
                        0);
    }

    /** Where its tip is: of one that is bent the end of an arc as long as it is tall. */
    private static double[] tip(double[] foot, double[] up, double tall, int i, Optional<SwayNow> sway) {
        Optional<SwayNow> own = sway.filter(each -> each.holds(i));
        double east = own.map(each -> each.bend(i, 0)).orElse(0.0);
        double south = own.map(each -> each.bend(i, 1)).orElse(0.0);
        double bend = Math.sqrt(east * east + south * south);
        double along = bend > 1e-9 ? StrictMath.sin(bend) / bend : 1;
        double aside = bend > 1e-9 ? (1 - StrictMath.cos(bend)) / bend / bend : 0;
        return new double[] {
            foot[0] + tall * (along * up[0] + aside * east),
            foot[1] + tall * along * up[1],
            foot[2] + tall * (along * up[2] + aside * south)
        };
    }

    private void line(List<Course> courses, double near0, double near1, double x0, double y0, double x1, double y1) {
        Course course = new Course(Drawing.Line.PLANT, Double.NaN, -1, 1);
        course.add(x0, y0, near0, 1, true, -1, -1);
        course.add(x1, y1, near1, 1, true, -1, -1);
        courses.add(course);
    }

    /** Upright at first, then outward. */
    private void bent(List<Course> courses, double near0, double near1, double x0, double y0, double x1, double y1) {
        Course course = new Course(Drawing.Line.PLANT, Double.NaN, -1, 1);
        for (int k = 0; k <= 4; k++) {
            double share = k / 4.0;
            course.add(
                    x0 + share * share * (x1 - x0),
                    y0 + (share * (2 - share) * 0.5 + 0.5 * share) * (y1 - y0),
                    near0 + share * (near1 - near0),
                    1,
                    true,
                    -1,
                    -1);
        }
        courses.add(course);
    }

    /** A round line that is uneven in its own way. */
    private void crown(List<Course> courses, double nearness, double x, double y, double across, double up, int own) {
        Course course = new Course(Drawing.Line.PLANT, Double.NaN, -1, 1);
        for (int k = 0; k <= ROUND; k++) {
            double angle = 2 * StrictMath.PI * k / ROUND;
            double far = 0.86 + 0.28 * Hash.unit(Hash.of(5, own, k % ROUND));
            course.add(
                    x + far * across * StrictMath.cos(angle),
                    y + far * up * StrictMath.sin(angle),
                    nearness,
                    1,
                    true,
                    -1,
                    -1);
        }
        courses.add(course);
    }
}
