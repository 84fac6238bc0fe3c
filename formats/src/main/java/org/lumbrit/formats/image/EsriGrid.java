package org.lumbrit.formats.image;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;

/** Esri ASCII grid: a header of names and numbers, then heights in metres, row by row from the north. */
public final class EsriGrid {
    private static final int MOST_HEADER = 8;
    private static final double TOO_STEEP = 8;

    private EsriGrid() {}

    static boolean looksLike(byte[] bytes) {
        String start = new String(bytes, 0, Math.min(bytes.length, 64), StandardCharsets.ISO_8859_1);
        return start.stripLeading().toLowerCase(Locale.ROOT).startsWith("ncols")
                || start.stripLeading().toLowerCase(Locale.ROOT).startsWith("nrows");
    }

    static HeightMap read(byte[] bytes, String name, Cancel cancel) {
        Words words = new Words(bytes, name);
        Map<String, Double> header = new HashMap<>();
        while (header.size() < MOST_HEADER && words.nextIsName()) {
            header.put(words.word().toLowerCase(Locale.ROOT), words.number());
        }
        double columns = header.getOrDefault("ncols", 0.0);
        double rows = header.getOrDefault("nrows", 0.0);
        if (columns != Math.rint(columns) || rows != Math.rint(rows)) {
            throw new BadInputException(name + ": ncols and nrows must be whole numbers.");
        }
        HeightMap.requireSize((long) columns, (long) rows, name);
        if (columns * rows > (bytes.length - words.at + 1) / 2) {
            throw new BadInputException(name + " is cut off: it says it has " + Decimal.write(columns, 0) + " × "
                    + Decimal.write(rows, 0) + " heights and holds fewer. Save or copy it again.");
        }
        Optional<Double> missing = Optional.ofNullable(header.get("nodata_value"));
        float[] values = new float[(int) (columns * rows)];
        for (int i = 0; i < values.length; i++) {
            if (i % (1 << 16) == 0) {
                cancel.check();
                cancel.doing("reading row " + (i / (int) columns + 1) + " of " + (int) rows);
            }
            double value = words.number();
            values[i] = missing.isPresent() && value == missing.get() ? Float.NaN : (float) value;
            if (Math.abs(values[i]) > 1e6) {
                throw new BadInputException(
                        name + ": " + value
                                + " m is no height on this earth; is it the mark of missing cells? It belongs into the header as NODATA_value.");
            }
        }
        return new HeightMap(
                (int) columns, (int) rows, 32, values, true, place(header, (int) columns, (int) rows, values));
    }

    /**
     * The header gives no unit. A cell is taken for degrees where its corner may lie on the globe and where, read as metres, the land would be
     * higher than {@value #TOO_STEEP} times its width: no ground is that steep, and a map in degrees nearly always is.
     */
    private static Optional<GeoReference> place(Map<String, Double> header, int columns, int rows, float[] values) {
        double cell = header.getOrDefault("cellsize", 0.0);
        double x = header.getOrDefault("dx", cell);
        double z = header.getOrDefault("dy", cell);
        if (!(x > 0 && z > 0 && Double.isFinite(x) && Double.isFinite(z))) {
            return Optional.empty();
        }
        Double west = corner(header, "xll", x);
        Double south = corner(header, "yll", z);
        double[] middle = west == null || south == null
                ? null
                : new double[] {west + x * (columns - 1) / 2, south + z * (rows - 1) / 2};
        boolean onTheGlobe = middle != null
                && west >= -181
                && west + x * (columns - 1) <= 361
                && south >= -90
                && south + z * (rows - 1) <= 90;
        double[] range = HeightMap.leastAndGreatest(values);
        return onTheGlobe && range[1] - range[0] > TOO_STEEP * Math.max(x * (columns - 1), z * (rows - 1))
                ? GeoReference.ofDegrees(columns, rows, x, z, middle[0], middle[1])
                : GeoReference.ofMetres(columns, rows, x, z, 1, "m", middle);
    }

    /** Where the first node lies, be it given by the corner of its cell or by its middle. */
    private static Double corner(Map<String, Double> header, String axis, double cell) {
        Double corner = header.get(axis + "corner");
        return corner != null ? Double.valueOf(corner + cell / 2) : header.get(axis + "center");
    }

    /** Words between white space. */
    private static final class Words {
        private final byte[] bytes;
        private final String name;
        private int at;

        Words(byte[] bytes, String name) {
            this.bytes = bytes;
            this.name = name;
        }

        private void skip() {
            while (at < bytes.length && bytes[at] >= 0 && bytes[at] <= ' ') {
                at++;
            }
        }

        boolean nextIsName() {
            skip();
            return at < bytes.length && Character.isLetter(bytes[at]) && !word("nan");
        }

        private boolean word(String wanted) {
            return at + wanted.length() <= bytes.length
                    && new String(bytes, at, wanted.length(), StandardCharsets.ISO_8859_1).equalsIgnoreCase(wanted);
        }

        String word() {
            skip();
            int start = at;
            while (at < bytes.length && (bytes[at] < 0 || bytes[at] > ' ')) {
                at++;
            }
            return new String(bytes, start, Math.min(64, at - start), StandardCharsets.ISO_8859_1);
        }

        double number() {
            String word = word();
            if (word.isEmpty()) {
                throw new BadInputException(
                        name + " is cut off: heights are missing at its end. Save or copy it again.");
            }
            try {
                return Double.parseDouble(word.replace(',', '.'));
            } catch (NumberFormatException e) {
                throw new BadInputException(name + ": “" + word + "” stands where a number belongs.", e);
            }
        }
    }

    /**
     * Cells stand around the nodes of the ground, so the grid's corner lies half a cell outside; holes are −9999. Cells that
     * are not square have a dx and a dy, which GDAL reads and some other programs do not.
     */
    public static byte[] write(Ground ground) {
        return write(ground, GeoReference.Middle.NOWHERE);
    }

    /** @param middle where the middle of the ground lies on the map, metres */
    public static byte[] write(Ground ground, GeoReference.Middle middle) {
        StringBuilder text = new StringBuilder(12 * ground.heights().length + 256);
        text.append("ncols ").append(ground.columns()).append("\nnrows ").append(ground.rows());
        text.append("\nxllcorner ").append(Decimal.write(middle.east() - (ground.width() + ground.cellX()) / 2, 9));
        text.append("\nyllcorner ").append(Decimal.write(middle.north() - (ground.depth() + ground.cellZ()) / 2, 9));
        if (ground.cellX() == ground.cellZ()) {
            text.append("\ncellsize ").append(ground.cellX());
        } else {
            text.append("\ndx ").append(ground.cellX()).append("\ndy ").append(ground.cellZ());
        }
        text.append("\nNODATA_value -9999\n");
        for (int i = 0; i < ground.heights().length; i++) {
            boolean hole = ground.holes().length > 0 && ground.holes()[i];
            text.append(hole ? "-9999" : Float.toString(ground.heights()[i]))
                    .append((i + 1) % ground.columns() == 0 ? '\n' : ' ');
        }
        return text.toString().getBytes(StandardCharsets.US_ASCII);
    }
}
