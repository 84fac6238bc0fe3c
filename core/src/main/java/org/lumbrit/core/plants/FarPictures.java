package org.lumbrit.core.plants;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Results;

/**
 * What a plant is drawn as from far away: pictures of it from many sides, with the normals and depths to light them as what they
 * show. They stand in rows of one elevation each, the lowest first, in columns of one turn each.
 *
 * @param height metres of the frame's middle over the foot; @param half metres from there to a picture's edge
 * @param colours RGBA: the colour that is not of the tint, sRGB encoded, and how much of the pixel is covered
 * @param surfaces RGBA: the mean normal toward the picture's right and up (128 is none), metres along over the longest way, share of the tint
 * @param depths two numbers a pixel: how near the eye, 0 at the back of the frame … 255 at its front; the mean normal toward the eye
 */
public record FarPictures(double height, double half, byte[] colours, byte[] surfaces, byte[] depths)
        implements Results.Weighted {
    /** Columns: turns of the eye about +Y from +X toward +Z, evenly round. */
    public static final int TURNS = 10;
    /** Rows: degrees of the eye over the plant's middle. */
    public static final List<Double> ELEVATIONS = List.of(0.0, 27.0, 54.0);
    /** Width and height of one. */
    public static final int PIXELS = 56;
    /** Fewer triangles than that are drawn as quickly as pictures. */
    private static final int FEWEST = 60;

    @Override
    public long bytes() {
        return colours.length + surfaces.length + depths.length;
    }

    /** Of a plant with more than a few triangles that is no flat blade; made of the coarsest level that is as good in so small a picture. */
    public static Optional<FarPictures> of(Detail.Levels levels, boolean flat) {
        PlantMesh full = levels.full().mesh();
        if (flat || full.triangles() <= FEWEST) {
            return Optional.empty();
        }
        Sight.Frame frame = Sight.Frame.of(full);
        double pixel = 2 * frame.half() / PIXELS;
        PlantMesh mesh = full;
        for (Detail level : levels.levels()) {
            if (!level.standIn() && Math.max(level.error(), level.missing()) < pixel) {
                mesh = level.mesh();
            }
        }
        PlantMesh seen = mesh;
        Sight.Painted painted = Sight.Painted.of(seen);
        int views = TURNS * ELEVATIONS.size();
        FarPictures pictures = new FarPictures(
                frame.height(),
                frame.half(),
                new byte[4 * views * PIXELS * PIXELS],
                new byte[4 * views * PIXELS * PIXELS],
                new byte[2 * views * PIXELS * PIXELS]);
        IntStream.range(0, views).parallel().forEach(view -> {
            double[][] axes = axes(view);
            pictures.put(view, axes, Sight.of(seen, painted, axes, frame, PIXELS));
        });
        return Optional.of(pictures);
    }

    private static double[][] axes(int view) {
        double turn = 2 * StrictMath.PI * (view % TURNS) / TURNS;
        return Sight.axes(turn, StrictMath.toRadians(ELEVATIONS.get(view / TURNS)));
    }

    private void put(int view, double[][] axes, Sight sight) {
        int wide = TURNS * PIXELS;
        double[] usual = usual(sight);
        for (int pixel = 0; pixel < PIXELS * PIXELS; pixel++) {
            int row = view / TURNS * PIXELS + pixel / PIXELS;
            int at = row * wide + view % TURNS * PIXELS + pixel % PIXELS;
            boolean empty = sight.cover()[pixel] == 0;
            double[] own = new double[3];
            double[] n = new double[3];
            for (int d = 0; d < 3; d++) {
                own[d] = empty ? usual[d] : sight.own()[3 * pixel + d];
                n[d] = sight.normals()[3 * pixel + d];
            }
            int rgb = new Colour(own[0], own[1], own[2]).packed();
            colours[4 * at] = (byte) (rgb >> 16);
            colours[4 * at + 1] = (byte) (rgb >> 8);
            colours[4 * at + 2] = (byte) rgb;
            colours[4 * at + 3] = (byte) Math.rint(255 * sight.cover()[pixel]);
            surfaces[4 * at] = (byte) Math.rint(128 + 127 * Vec.dot(n, axes[0]));
            surfaces[4 * at + 1] = (byte) Math.rint(128 + 127 * Vec.dot(n, axes[1]));
            surfaces[4 * at + 2] = (byte) Math.rint(255 * (empty ? usual[4] : sight.along()[pixel]));
            surfaces[4 * at + 3] = (byte) Math.rint(255 * (empty ? usual[3] : sight.tinted()[pixel]));
            depths[2 * at] = (byte) Math.rint(127.5 * (1 + Math.max(-1, Math.min(1, sight.near()[pixel] / half))));
            depths[2 * at + 1] = (byte) Math.rint(255 * Math.max(0, Vec.dot(n, axes[2])));
        }
    }

    /** The means of all that is covered, which empty pixels get so that no edge takes up another colour: red, green, blue, tint, along. */
    private static double[] usual(Sight sight) {
        double[] sum = new double[5];
        double covered = 1e-9;
        for (int pixel = 0; pixel < sight.cover().length; pixel++) {
            double cover = sight.cover()[pixel];
            covered += cover;
            for (int d = 0; d < 3; d++) {
                sum[d] += cover * sight.own()[3 * pixel + d];
            }
            sum[3] += cover * sight.tinted()[pixel];
            sum[4] += cover * sight.along()[pixel];
        }
        for (int d = 0; d < 5; d++) {
            sum[d] /= covered;
        }
        return sum;
    }
}
