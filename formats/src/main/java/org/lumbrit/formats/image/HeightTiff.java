package org.lumbrit.formats.image;

import java.awt.image.Raster;
import java.io.IOException;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.formats.BadInputException;

/**
 * TIFF with one band of 32-bit floats, or of 8- or 16-bit whole numbers, as a height map. Floats and signed numbers are metres;
 * unsigned ones are greys between black and white. A GeoTIFF says how large it is and where it lies; the mark of missing cells is kept.
 */
final class HeightTiff {
    private static final int UNSIGNED = 1;
    private static final int SIGNED = 2;
    private static final int FLOAT = 3;

    private HeightTiff() {}

    static HeightMap read(byte[] bytes, String name, Cancel cancel) {
        TiffTags tags = new TiffTags(bytes, name);
        double columns = tags.number(TiffTags.COLUMNS, 0, 0);
        double rows = tags.number(TiffTags.ROWS, 0, 0);
        HeightMap.requireSize((long) columns, (long) rows, name);
        int bits = (int) tags.number(TiffTags.BITS, 0, 1);
        int format = (int) tags.number(TiffTags.SAMPLE_FORMAT, 0, UNSIGNED);
        boolean known =
                format == FLOAT ? bits == 32 : (format == SIGNED || format == UNSIGNED) && (bits == 8 || bits == 16);
        if (tags.number(TiffTags.SAMPLES, 0, 1) != 1 || !known) {
            throw new BadInputException(name + " has " + (int) tags.number(TiffTags.SAMPLES, 0, 1) + " bands of " + bits
                    + " bits; save it with one band of 32-bit floats or 16-bit whole numbers.");
        }
        tags.requireWhole((int) columns, (int) rows, bits / 8);
        Raster raster = decode(bytes, tags.number(TiffTags.PREDICTOR, 0, 1) > 1, name, cancel);
        if (raster.getWidth() != columns || raster.getHeight() != rows) {
            throw HeightMap.damaged(name, null);
        }
        return new HeightMap(
                (int) columns,
                (int) rows,
                bits,
                values(raster, tags, bits, format, name),
                format != UNSIGNED,
                TiffPlace.of(tags, (int) columns, (int) rows));
    }

    private static Raster decode(byte[] bytes, boolean predicted, String name, Cancel cancel) {
        try (ImageInputStream in = StoppableBytes.of(bytes, cancel)) {
            ImageReader reader = TiffPlugins.reader(!predicted);
            try {
                reader.setInput(in, true, true);
                return predicted ? reader.readRaster(0, null) : reader.read(0).getRaster();
            } finally {
                reader.dispose();
            }
        } catch (IOException e) {
            cancel.check();
            throw HeightMap.damaged(name, e);
        }
    }

    private static float[] values(Raster raster, TiffTags tags, int bits, int format, String name) {
        int columns = raster.getWidth();
        double white = (1 << Math.min(bits, 30)) - 1;
        double missing = missing(tags);
        float[] values = new float[columns * raster.getHeight()];
        float[] line = new float[columns];
        for (int row = 0; row < raster.getHeight(); row++) {
            raster.getSamples(0, row, columns, 1, 0, line);
            for (int column = 0; column < columns; column++) {
                float value = line[column];
                if (format == SIGNED) {
                    value = bits == 16 ? (short) (int) value : (byte) (int) value;
                }
                boolean absent = Float.isNaN(value) || value == (float) missing;
                if (!absent && format != UNSIGNED && Math.abs(value) > 1e6) {
                    throw new BadInputException(
                            name + ": " + value
                                    + " m is no height on this earth; is it the mark of missing cells? It belongs into the tag GDAL_NODATA.");
                }
                values[row * columns + column] =
                        absent ? Float.NaN : format == UNSIGNED ? (float) (value / white) : value;
            }
        }
        return values;
    }

    private static double missing(TiffTags tags) {
        if (!tags.has(TiffTags.NO_DATA)) {
            return Double.NaN;
        }
        try {
            return Double.parseDouble(tags.text(TiffTags.NO_DATA));
        } catch (NumberFormatException e) {
            return Double.NaN;
        }
    }
}
