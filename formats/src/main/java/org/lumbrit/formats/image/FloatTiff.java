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
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

/** Writes one band of 32-bit floats as TIFF, through the platform's own writer. */
public final class FloatTiff {
    private FloatTiff() {}

    /** @param values row by row from the top */
    public static byte[] write(int columns, int rows, float[] values) {
        BandedSampleModel model = new BandedSampleModel(DataBuffer.TYPE_FLOAT, columns, rows, 1);
        WritableRaster raster = Raster.createWritableRaster(model, new DataBufferFloat(values, values.length), null);
        ComponentColorModel grey = new ComponentColorModel(
                ColorSpace.getInstance(ColorSpace.CS_GRAY),
                false,
                false,
                ComponentColorModel.OPAQUE,
                DataBuffer.TYPE_FLOAT);
        ImageWriter writer = ImageIO.getImageWritersByFormatName("tiff").next();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(4 * values.length + 4096);
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            writer.write(new BufferedImage(grey, raster, false, null));
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }
}
