package org.lumbrit.formats.image;

import java.awt.image.BufferedImage;
import java.awt.image.Raster;
import java.io.IOException;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.formats.BadInputException;

/** A PNG as grey values 0..1: grey pictures as they are, coloured ones by the lightness of their pixels. */
public final class GreyPicture {
    private GreyPicture() {}

    /** Read to the end. @throws BadInputException with what would work */
    public static Picture read(byte[] png, String name) {
        return read(png, name, Cancel.NEVER);
    }

    /** The same, unless nobody waits for it any more. */
    public static Picture read(byte[] png, String name, Cancel cancel) {
        HeightPng.requireSoundPng(png, name, "Save the picture as a PNG.");
        try (ImageInputStream in = StoppableBytes.of(png, cancel)) {
            ImageReader reader = ImageIO.getImageReadersByFormatName("png").next();
            try {
                reader.setInput(in, true, true);
                return decode(reader, name);
            } finally {
                reader.dispose();
            }
        } catch (BadInputException | Cancel.CancelledException e) {
            throw e;
        } catch (IOException | RuntimeException e) {
            cancel.check();
            throw new BadInputException(
                    name + " is cut off or damaged; it cannot be read to its end. Save or copy it again.", e);
        }
    }

    private static Picture decode(ImageReader reader, String name) throws IOException {
        int columns = reader.getWidth(0);
        int rows = reader.getHeight(0);
        if (columns < 2 || rows < 2) {
            throw new BadInputException(
                    name + " is " + columns + " × " + rows + " pixels; a picture needs at least 2 × 2.");
        }
        if (Math.max(columns, rows) > HeightMap.LONGEST_SIDE) {
            throw new BadInputException(name + " is " + columns + " × " + rows + " pixels; the longest side may be "
                    + HeightMap.LONGEST_SIDE + ".");
        }
        BufferedImage image = reader.read(0);
        float[] values = new float[columns * rows];
        Raster raster = image.getRaster();
        if (raster.getNumBands() == 1 && !(image.getColorModel() instanceof java.awt.image.IndexColorModel)) {
            double white = (1 << image.getColorModel().getComponentSize(0)) - 1;
            int[] line = new int[columns];
            for (int row = 0; row < rows; row++) {
                raster.getSamples(0, row, columns, 1, 0, line);
                for (int column = 0; column < columns; column++) {
                    values[row * columns + column] = (float) (line[column] / white);
                }
            }
        } else {
            for (int i = 0; i < values.length; i++) {
                int rgb = image.getRGB(i % columns, i / columns);
                values[i] =
                        (float) ((0.2126 * (rgb >> 16 & 255) + 0.7152 * (rgb >> 8 & 255) + 0.0722 * (rgb & 255)) / 255);
            }
        }
        return new Picture(columns, rows, values);
    }
}
