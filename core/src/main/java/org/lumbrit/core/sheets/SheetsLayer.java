package org.lumbrit.core.sheets;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Samples;

/**
 * Hanging sheets of mist, dust or spindrift, one behind the other: each stands on the ground or the water under it, fades from below and
 * from above, and its pattern goes along it at a constant speed.
 */
@Kind(
        name = "sheets",
        title = "Drifting sheets",
        help = "Mist, dust or spindrift that hangs in sheets one behind the other and drifts.")
public record SheetsLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, another pattern")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "sheets",
                min = 1,
                max = 40,
                slider = {1, 12},
                byDefault = "5",
                help = "How many, one behind the other")
        int count,

        @Setting(
                title = "apart",
                unit = "m",
                min = 0.001,
                max = 1e4,
                slider = {1, 30},
                byDefault = "6")
        double apart,

        @Setting(
                title = "along",
                refers = Refers.PLACE,
                of = "path",
                byDefault = "\"\"",
                help = "A path that they stand along; else they are straight, about a middle")
        String path,

        @Setting(
                title = "middle x",
                unit = "m",
                min = -1e6,
                max = 1e6,
                slider = {-80, 80},
                byDefault = "0")
        double x,

        @Setting(
                title = "middle z",
                unit = "m",
                min = -1e6,
                max = 1e6,
                slider = {-80, 80},
                byDefault = "0")
        double z,

        @Setting(
                title = "heading",
                unit = "°",
                min = -720,
                max = 720,
                slider = {0, 360},
                byDefault = "90",
                help = "The way along them, and the way they drift")
        double heading,

        @Setting(
                title = "length",
                unit = "m",
                min = 0.01,
                max = 1e6,
                slider = {10, 200},
                byDefault = "60")
        double length,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.001,
                max = 1e5,
                slider = {0.5, 20},
                byDefault = "3")
        double height,

        @Setting(
                title = "full from",
                unit = "m",
                min = 0,
                max = 1e5,
                slider = {0, 5},
                byDefault = "0.3",
                help = "So high above the ground the fade from below ends")
        double rises,

        @Setting(
                title = "full to",
                unit = "m",
                min = 0,
                max = 1e5,
                slider = {0, 20},
                byDefault = "1",
                help = "So high the fade from above begins; it ends at the top")
        double falls,

        @Setting(
                title = "patches",
                unit = "m",
                min = 0.001,
                max = 1e5,
                slider = {2, 60},
                byDefault = "16",
                help = "From patch to patch along a sheet")
        double size,

        @Setting(
                title = "drawn out",
                min = 0.05,
                max = 50,
                slider = {1, 10},
                byDefault = "4",
                help = "So many times as long as high")
        double drawn,

        @Setting(
                title = "drifts",
                unit = "m/s",
                min = -200,
                max = 200,
                slider = {-3, 3},
                byDefault = "0.5",
                help = "Always as fast: it is never eased")
        double speed,

        @Setting(
                title = "clear to",
                unit = "m",
                min = 0,
                max = 1e5,
                slider = {0, 30},
                byDefault = "2",
                help = "Nearer to the eye a sheet is not seen")
        double near,

        @Setting(
                title = "whole from",
                unit = "m",
                min = 0.001,
                max = 1e5,
                slider = {1, 60},
                byDefault = "14",
                help = "So far from the eye it is as dense as it is")
        double far,

        @Setting(title = "colour", refers = Refers.COLOUR, byDefault = "#e9eef2")
        String colour,

        @Setting(
                title = "glow",
                min = 0,
                max = 20,
                slider = {0, 2},
                byDefault = "0",
                help = "Light of its own")
        double glow,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    public static final String OPACITY = "opacity";
    public static final String VEIL = "veil";

    /** Places of a line at most. */
    private static final int MOST = 400;

    /** Sheets times metres at which the picture may be drawn slowly. */
    private static final int MANY = 12;

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(OPACITY, "How much each sheet hides at most", "", 0, 1, 1, 0, 0.4)
                    .inPlace());

    public SheetsLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.AIR;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.WATER, Surrounding.TIME);
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.SHEETS);
    }

    @Override
    public List<String> tools() {
        return List.of("moves");
    }

    @Override
    public Begun begin(Beginning beginning) {
        SheetsLayer made = beginning.ready(this, "Mist");
        double scale = beginning.recipe().ground().width() / 160;
        Record sized = made;
        Map<String, Double> lengths = Map.of(
                "apart", apart, "length", length, "height", height, "rises", rises, "falls", falls, "size", size,
                "near", near, "far", far, "speed", speed);
        for (Map.Entry<String, Double> each : lengths.entrySet()) {
            sized = Kinds.with(sized, each.getKey(), each.getValue() * scale);
        }
        SheetsLayer ready = (SheetsLayer) sized;
        return new Begun.Made(
                ready,
                OPACITY,
                false,
                ready.name() + " hangs over the middle of the site. Set where, and play the clock.");
    }

    @Override
    public List<Field> results() {
        return List.of(
                Field.share(VEIL, "veil", "How much the sheet over a place hides where it is fullest", this::veil));
    }

    /** The pattern of one sheet. */
    public Drift drift(Surroundings site, int sheet) {
        return new Drift(seed + 101 * sheet, size, drawn, speed, site.frames().loop());
    }

    /** By the two fades: 0 at the foot and at the top. @param high metres above the foot */
    public double fades(double high) {
        double below = rises <= 0 ? 1 : Smooth.smoothstep(0, rises, high);
        double above = falls >= height ? (high <= height ? 1 : 0) : 1 - Smooth.smoothstep(falls, height, high);
        return below * above;
    }

    private float[] veil(Surroundings site, Samples samples) {
        List<Sheet> sheets = sheets(site);
        double fullest = Math.min(height, 0.5 * (rises + Math.max(rises, Math.min(falls, height))));
        float[] out = new float[samples.count()];
        Drift[] drifts = new Drift[sheets.size()];
        for (int k = 0; k < drifts.length; k++) {
            drifts[k] = drift(site, k);
        }
        Chunks.run(out.length, 512, site.cancel(), (from, to) -> {
            for (int i = from; i < to; i++) {
                out[i] = (float) (veil(sheets, drifts, samples.x()[i], samples.z()[i], fullest, site.time()));
            }
        });
        return out;
    }

    private double veil(List<Sheet> sheets, Drift[] drifts, double px, double pz, double high, double time) {
        double nearest = 0.25 * apart * apart;
        double value = 0;
        for (int k = 0; k < drifts.length; k++) {
            Sheet sheet = sheets.get(k);
            for (int n = 0; n + 1 < sheet.x().length; n++) {
                double ux = sheet.x()[n + 1] - sheet.x()[n];
                double uz = sheet.z()[n + 1] - sheet.z()[n];
                double square = ux * ux + uz * uz;
                double t = square > 0 ? ((px - sheet.x()[n]) * ux + (pz - sheet.z()[n]) * uz) / square : 0;
                if (t < 0 || t > 1) {
                    continue;
                }
                double dx = px - sheet.x()[n] - t * ux;
                double dz = pz - sheet.z()[n] - t * uz;
                if (dx * dx + dz * dz < nearest) {
                    nearest = dx * dx + dz * dz;
                    double along = sheet.along()[n] + t * (sheet.along()[n + 1] - sheet.along()[n]);
                    double opacity = sheet.opacity()[n] + t * (sheet.opacity()[n + 1] - sheet.opacity()[n]);
                    value = opacity * drifts[k].at(along, high, time) * fades(high);
                }
            }
        }
        return value;
    }

    /** All sheets, the first to the left of the way along them. */
    public List<Sheet> sheets(Surroundings site) {
        List<Point3> line = path.isEmpty() ? straight() : site.place(path).corners();
        List<Sheet> sheets = new ArrayList<>();
        for (int k = 0; k < count; k++) {
            sheets.add(sheet(site, line, (k - 0.5 * (count - 1)) * apart));
        }
        return sheets;
    }

    private List<Point3> straight() {
        double[] way = Headings.direction(heading, 0);
        double half = length / 2;
        return List.of(
                new Point3(x - half * way[0], 0, z - half * way[2]),
                new Point3(x + half * way[0], 0, z + half * way[2]));
    }

    /** @param aside metres to the right of the line */
    private Sheet sheet(Surroundings site, List<Point3> line, double aside) {
        double whole = 0;
        for (int k = 0; k + 1 < line.size(); k++) {
            whole += piece(line, k);
        }
        int places = (int) Math.max(
                2,
                Math.min(
                        MOST,
                        Math.ceil(whole
                                        / Math.max(
                                                1e-9,
                                                Math.min(size / 6, site.ground().cell() * 2)))
                                + 1));
        double[] along = new double[places];
        double[] px = new double[places];
        double[] pz = new double[places];
        int piece = 0;
        double gone = 0;
        for (int n = 0; n < places; n++) {
            double wanted = whole * n / (places - 1);
            double long_ = piece(line, piece);
            while (piece < line.size() - 2 && gone + long_ < wanted) {
                gone += long_;
                long_ = piece(line, ++piece);
            }
            double share = long_ > 0 ? Math.min(1, (wanted - gone) / long_) : 0;
            Point3 a = line.get(piece);
            Point3 b = line.get(piece + 1);
            double ux = long_ > 0 ? (b.x() - a.x()) / long_ : 1;
            double uz = long_ > 0 ? (b.z() - a.z()) / long_ : 0;
            along[n] = wanted;
            px[n] = a.x() + share * (b.x() - a.x()) - aside * uz;
            pz[n] = a.z() + share * (b.z() - a.z()) + aside * ux;
        }
        Samples feet = site.ground().samplesAt(px, pz);
        double level = site.scene().water().orElse(Double.NEGATIVE_INFINITY);
        double[] base = feet.y().clone();
        float[] opacity = site.property(this, OPACITY, feet).clone();
        for (int n = 0; n < places; n++) {
            base[n] = Math.max(base[n], level);
            // towards its ends a sheet is no more
            double end = Math.min(along[n], whole - along[n]) / Math.max(1e-9, 0.15 * whole);
            opacity[n] *= (float) Smooth.smoothstep(0, 1, end);
            if (Math.abs(px[n]) > site.ground().width() / 2
                    || Math.abs(pz[n]) > site.ground().depth() / 2) {
                opacity[n] = 0;
            }
        }
        return new Sheet(along, px, base, pz, opacity);
    }

    private static double piece(List<Point3> line, int k) {
        double dx = line.get(k + 1).x() - line.get(k).x();
        double dz = line.get(k + 1).z() - line.get(k).z();
        return Math.sqrt(dx * dx + dz * dz);
    }

    @Override
    public String sentence(String result, Surroundings site) {
        return count + (count == 1 ? " sheet" : " sheets") + ", " + Decimal.write(apart, 2) + " m apart and "
                + Decimal.write(height, 2) + " m high; the picture blends up to " + count + " layers over each pixel.";
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        return count <= MANY
                ? List.of()
                : List.of(Finding.note(
                        this,
                        "many sheets over each other",
                        count
                                + " sheets are blended over each pixel that they cover, which is slow without a graphics card. "
                                + MANY + " or fewer, farther apart and denser, look alike."));
    }
}
