package org.lumbrit.formats.image;

import java.awt.Rectangle;
import java.awt.image.ComponentSampleModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferFloat;
import java.awt.image.DataBufferShort;
import java.awt.image.DataBufferUShort;
import java.awt.image.Raster;
import java.io.IOException;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.formats.BadInputException;

/**
 * TIFF with one band of 32-bit floats, or of 8- or 16-bit whole numbers, as a height map. Floats and signed numbers are metres;
 * unsigned ones are greys between black and white. A GeoTIFF says how large it is and where it lies; the mark of missing cells is kept.
 */
final class HeightTiff {
    private static final int UNSIGNED = 1;
    private static final int SIGNED = 2;
    private static final int FLOAT = 3;
    /** Pixels that are decoded at once, about. */
    private static final double BAND = 1 << 22;

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
        float[] values = new float[(int) columns * (int) rows];
        decode(
                bytes,
                tags,
                (int) columns,
                (int) rows,
                name,
                cancel,
                (raster, firstRow) -> put(raster, firstRow, (int) columns, tags, bits, format, name, values));
        return new HeightMap(
                (int) columns, (int) rows, bits, values, format != UNSIGNED, TiffPlace.of(tags, (int) columns, (int)
                        rows));
    }

    /** Takes some rows of the picture. */
    @FunctionalInterface
    private interface Rows {
        void take(Raster raster, int firstRow);
    }

    /** Some rows at a time, whole strips or tiles of the file, so that the picture never lies in memory beside its values. */
    private static void decode(
            byte[] bytes, TiffTags tags, int columns, int rows, String name, Cancel cancel, Rows taker) {
        boolean predicted = tags.number(TiffTags.PREDICTOR, 0, 1) > 1;
        double piece = tags.has(TiffTags.TILE_ROWS)
                ? tags.number(TiffTags.TILE_ROWS, 0, rows)
                : Math.min(rows, tags.number(TiffTags.ROWS_PER_STRIP, 0, rows));
        int band = (int) Math.min(rows, Math.ceil(BAND / (columns * piece)) * piece);
        try (ImageInputStream in = StoppableBytes.of(bytes, cancel)) {
            ImageReader reader = TiffPlugins.reader(!predicted);
            try {
                reader.setInput(in, false, true);
                for (int row = 0; row < rows; row += band) {
                    cancel.check();
                    cancel.doing("reading row " + (row + 1) + " of " + rows);
                    ImageReadParam part = reader.getDefaultReadParam();
                    part.setSourceRegion(new Rectangle(0, row, columns, Math.min(band, rows - row)));
                    Raster raster = predicted
                            ? reader.readRaster(0, part)
                            : reader.read(0, part).getRaster();
                    if (raster.getWidth() != columns || raster.getHeight() != Math.min(band, rows - row)) {
                        throw HeightMap.damaged(name, null);
                    }
                    taker.take(raster, row);
                }
            } finally {
                reader.dispose();
            }
        } catch (IOException e) {
            cancel.check();
            throw HeightMap.damaged(name, e);
        }
    }

    private static void put(
            Raster raster,
            int firstRow,
            int columns,
            TiffTags tags,
            int bits,
            int format,
            String name,
            float[] values) {
        double white = (1 << Math.min(bits, 30)) - 1;
        double missing = missing(tags);
        Chunks.run(raster.getHeight(), 16, Cancel.NEVER, (from, to) -> {
            float[] line = new float[columns];
            for (int row = from; row < to; row++) {
                line(raster, row, line);
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
                    values[(firstRow + row) * columns + column] =
                            absent ? Float.NaN : format == UNSIGNED ? (float) (value / white) : value;
                }
            }
        });
    }

    /** A row of a picture as floats; whole numbers without their sign. Where the pixels lie one after the other they are copied at once. */
    private static void line(Raster raster, int row, float[] line) {
        int x = raster.getMinX();
        int y = raster.getMinY() + row;
        boolean plain = raster.getSampleModel() instanceof ComponentSampleModel model && model.getPixelStride() == 1;
        if (!plain || !copied(raster, x, y, line)) {
            raster.getSamples(x, y, line.length, 1, 0, line);
        }
    }

    private static boolean copied(Raster raster, int x, int y, float[] line) {
        ComponentSampleModel model = (ComponentSampleModel) raster.getSampleModel();
        DataBuffer buffer = raster.getDataBuffer();
        int at = (y - raster.getSampleModelTranslateY()) * model.getScanlineStride()
                + x
                - raster.getSampleModelTranslateX()
                + model.getBandOffsets()[0]
                + buffer.getOffset();
        if (buffer instanceof DataBufferFloat floats) {
            System.arraycopy(floats.getData(), at, line, 0, line.length);
            return true;
        }
        short[] numbers = buffer instanceof DataBufferUShort unsigned
                ? unsigned.getData()
                : buffer instanceof DataBufferShort signed ? signed.getData() : new short[0];
        for (int i = 0; i < line.length && numbers.length > 0; i++) {
            line[i] = numbers[at + i] & 0xFFFF;
        }
        return numbers.length > 0;
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
