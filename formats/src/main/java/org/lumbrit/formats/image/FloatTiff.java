package org.lumbrit.formats.image;

import java.awt.color.ColorSpace;
import java.awt.image.BandedSampleModel;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferFloat;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.plugins.tiff.GeoTIFFTagSet;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.plugins.tiff.TIFFTag;
import javax.imageio.stream.ImageOutputStream;
import org.lumbrit.core.surface.Ground;

/** Writes one band of 32-bit floats as TIFF, through the platform's own writer. */
public final class FloatTiff {
    /** Version 1.1.0; projected, nodes are points, an own system, metres. */
    private static final char[] GEO_KEYS = {
        1, 1, 0, 4, 1024, 0, 1, 1, 1025, 0, 1, 2, 3072, 0, 1, 32767, 3076, 0, 1, 9001
    };

    private FloatTiff() {}

    /**
     * Heights with the size of their cells as GeoTIFF (OGC 19-008r4): nodes are points, metres, the origin in the middle of the
     * ground, north up. Holes are NaN.
     */
    public static byte[] ground(Ground ground) {
        return ground(ground, GeoReference.Middle.NOWHERE);
    }

    /** @param middle where the middle of the ground lies on the map, metres */
    public static byte[] ground(Ground ground, GeoReference.Middle middle) {
        float[] values = ground.heights();
        if (ground.holes().length > 0) {
            values = values.clone();
            for (int i = 0; i < values.length; i++) {
                values[i] = ground.holes()[i] ? Float.NaN : values[i];
            }
        }
        GeoTIFFTagSet tags = GeoTIFFTagSet.getInstance();
        List<TIFFField> fields = List.of(
                new TIFFField(tags.getTag(GeoTIFFTagSet.TAG_MODEL_PIXEL_SCALE), TIFFTag.TIFF_DOUBLE, 3, new double[] {
                    ground.cellX(), ground.cellZ(), 0
                }),
                new TIFFField(tags.getTag(GeoTIFFTagSet.TAG_MODEL_TIE_POINT), TIFFTag.TIFF_DOUBLE, 6, new double[] {
                    0, 0, 0, middle.east() - ground.width() / 2, middle.north() + ground.depth() / 2, 0
                }),
                new TIFFField(
                        tags.getTag(GeoTIFFTagSet.TAG_GEO_KEY_DIRECTORY),
                        TIFFTag.TIFF_SHORT,
                        GEO_KEYS.length,
                        GEO_KEYS));
        return write(ground.columns(), ground.rows(), values, fields);
    }

    /** @param values row by row from the top */
    public static byte[] write(int columns, int rows, float[] values) {
        return write(columns, rows, values, List.of());
    }

    private static byte[] write(int columns, int rows, float[] values, List<TIFFField> fields) {
        BandedSampleModel model = new BandedSampleModel(DataBuffer.TYPE_FLOAT, columns, rows, 1);
        WritableRaster raster = Raster.createWritableRaster(model, new DataBufferFloat(values, values.length), null);
        ComponentColorModel grey = new ComponentColorModel(
                ColorSpace.getInstance(ColorSpace.CS_GRAY),
                false,
                false,
                ComponentColorModel.OPAQUE,
                DataBuffer.TYPE_FLOAT);
        ImageWriter writer = TiffPlugins.writer();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(4 * values.length + 4096);
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            BufferedImage image = new BufferedImage(grey, raster, false, null);
            ImageWriteParam plain = writer.getDefaultWriteParam();
            IIOMetadata metadata =
                    writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(image), plain);
            if (!fields.isEmpty()) {
                TIFFDirectory directory = TIFFDirectory.createFromMetadata(metadata);
                directory.addTagSet(GeoTIFFTagSet.getInstance());
                fields.forEach(directory::addTIFFField);
                metadata = directory.getAsMetadata();
            }
            writer.write(null, new IIOImage(image, null, metadata), plain);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }
}
