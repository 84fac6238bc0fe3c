package org.lumbrit.core.water;

import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Lattice;

/**
 * A piece of water: where it lies, and how high it is at rest. A new one is one record and its name in the {@code permits} line.
 */
public sealed interface Piece permits Piece.Level, Piece.Pool, Piece.Basin, Piece.Stream {
    /**
     * How high the water is at rest at the nodes of a lattice, metres, row by row from the north; not a number where it is not. A node
     * belongs to it where that lies above the ground.
     *
     * @param ground heights at the nodes, metres
     */
    float[] rest(Surroundings site, Lattice lattice, double[] ground);

    @Kind(
            name = "level",
            title = "The site’s water",
            help = "Up to the site’s water level, wherever the ground lies lower.")
    record Level() implements Piece {
        @Override
        public float[] rest(Surroundings site, Lattice lattice, double[] ground) {
            float[] rest = new float[ground.length];
            Arrays.fill(rest, site.scene().water().map(Double::floatValue).orElse(Float.NaN));
            return rest;
        }
    }

    @Kind(name = "pool", title = "Within an area", help = "Up to a level of its own within an area.")
    record Pool(
            @Setting(title = "area", refers = Refers.PLACE, of = "area")
            String area,

            @Setting(
                    title = "level",
                    unit = "m",
                    min = -1e5,
                    max = 1e5,
                    slider = {-5, 20},
                    byDefault = "1")
            double level)
            implements Piece {
        @Override
        public float[] rest(Surroundings site, Lattice lattice, double[] ground) {
            AreaPlace within = (AreaPlace) site.place(area);
            float[] rest = new float[ground.length];
            for (int i = 0; i < rest.length; i++) {
                boolean in = within.contains(lattice.x(i % lattice.columns()), lattice.z(i / lattice.columns()));
                rest[i] = in ? (float) level : Float.NaN;
            }
            return rest;
        }
    }

    @Kind(name = "basin", title = "A basin", help = "The hollow round a point, filled up to a level.")
    record Basin(
            @Setting(title = "point", refers = Refers.PLACE, of = "point", help = "In the hollow")
            String point,

            @Setting(
                    title = "level",
                    unit = "m",
                    min = -1e5,
                    max = 1e5,
                    slider = {-5, 20},
                    byDefault = "1")
            double level)
            implements Piece {
        @Override
        public float[] rest(Surroundings site, Lattice lattice, double[] ground) {
            Point3 at = site.place(point).corners().get(0);
            int columns = lattice.columns();
            int start = nearest(lattice, at);
            float[] rest = new float[ground.length];
            Arrays.fill(rest, Float.NaN);
            if (ground[start] >= level) {
                return rest;
            }
            int[] open = new int[ground.length];
            int count = 0;
            open[count++] = start;
            rest[start] = (float) level;
            while (count > 0) {
                int node = open[--count];
                int c = node % columns;
                int r = node / columns;
                for (int k = 0; k < 4; k++) {
                    int nc = c + (k == 0 ? 1 : k == 1 ? -1 : 0);
                    int nr = r + (k == 2 ? 1 : k == 3 ? -1 : 0);
                    int next = nr * columns + nc;
                    if (nc >= 0 && nr >= 0 && nc < columns && nr < lattice.rows() && Float.isNaN(rest[next])) {
                        // its shore, too, so that the water's edge lies between nodes
                        rest[next] = (float) level;
                        if (ground[next] < level) {
                            open[count++] = next;
                        }
                    }
                }
            }
            return rest;
        }

        private static int nearest(Lattice lattice, Point3 at) {
            double column =
                    (at.x() + lattice.ground().width() / 2) / lattice.grid().cellX();
            double row =
                    (at.z() + lattice.ground().depth() / 2) / lattice.grid().cellZ();
            int c = (int) Math.max(0, Math.min(lattice.columns() - 1, Math.rint(column)));
            int r = (int) Math.max(0, Math.min(lattice.rows() - 1, Math.rint(row)));
            return r * lattice.columns() + c;
        }
    }

    /** Along a path from its beginning: as high as the ground under the path and its depth, and never rising. */
    @Kind(name = "stream", title = "A stream", help = "Along a path, falling with the ground under it.")
    record Stream(
            @Setting(title = "path", refers = Refers.PLACE, of = "path", help = "From where it comes")
            String path,

            @Setting(
                    title = "width",
                    unit = "m",
                    min = 0.01,
                    max = 1e4,
                    slider = {0.2, 20},
                    byDefault = "2")
            double width,

            @Setting(
                    title = "depth",
                    unit = "m",
                    min = 0.001,
                    max = 100,
                    slider = {0.05, 3},
                    byDefault = "0.3",
                    help = "Above the ground under the path")
            double depth)
            implements Piece {
        @Override
        public float[] rest(Surroundings site, Lattice lattice, double[] ground) {
            List<Point3> line = site.place(path).corners();
            double step = 0.5 * Math.min(lattice.grid().cellX(), lattice.grid().cellZ());
            double[] levels = levels(site, line, step);
            float[] rest = new float[ground.length];
            for (int i = 0; i < rest.length; i++) {
                rest[i] = (float)
                        level(line, levels, step, lattice.x(i % lattice.columns()), lattice.z(i / lattice.columns()));
            }
            return rest;
        }

        private double[] levels(Surroundings site, List<Point3> line, double step) {
            int count = (int) Math.ceil(length(line) / step) + 1;
            double[] x = new double[count];
            double[] z = new double[count];
            int piece = 0;
            double gone = 0;
            for (int n = 0; n < count; n++) {
                while (piece < line.size() - 2 && gone + piece(line, piece) < n * step) {
                    gone += piece(line, piece++);
                }
                double share = Math.min(1, (n * step - gone) / Math.max(1e-9, piece(line, piece)));
                x[n] = line.get(piece).x()
                        + share * (line.get(piece + 1).x() - line.get(piece).x());
                z[n] = line.get(piece).z()
                        + share * (line.get(piece + 1).z() - line.get(piece).z());
            }
            double[] levels = site.ground().samplesAt(x, z).y().clone();
            double lowest = Double.POSITIVE_INFINITY;
            for (int n = 0; n < count; n++) {
                lowest = Math.min(lowest, levels[n] + depth);
                levels[n] = lowest;
            }
            return levels;
        }

        private double level(List<Point3> line, double[] levels, double step, double x, double z) {
            double best = 0.25 * width * width;
            double way = -1;
            double gone = 0;
            for (int k = 0; k + 1 < line.size(); k++) {
                Point3 a = line.get(k);
                double ux = line.get(k + 1).x() - a.x();
                double uz = line.get(k + 1).z() - a.z();
                double square = ux * ux + uz * uz;
                double t = square > 0 ? ((x - a.x()) * ux + (z - a.z()) * uz) / square : 0;
                t = Math.max(0, Math.min(1, t));
                double dx = x - a.x() - t * ux;
                double dz = z - a.z() - t * uz;
                if (dx * dx + dz * dz <= best) {
                    best = dx * dx + dz * dz;
                    way = gone + t * Math.sqrt(square);
                }
                gone += Math.sqrt(square);
            }
            if (way < 0) {
                return Double.NaN;
            }
            double n = Math.min(levels.length - 1, way / step);
            int before = (int) Math.min(levels.length - 2.0, n);
            return before < 0 ? levels[0] : levels[before] + (n - before) * (levels[before + 1] - levels[before]);
        }

        private static double length(List<Point3> line) {
            double sum = 0;
            for (int k = 0; k + 1 < line.size(); k++) {
                sum += piece(line, k);
            }
            return sum;
        }

        private static double piece(List<Point3> line, int k) {
            double dx = line.get(k + 1).x() - line.get(k).x();
            double dz = line.get(k + 1).z() - line.get(k).z();
            return Math.sqrt(dx * dx + dz * dz);
        }
    }
}
