package org.lumbrit.formats.image;

import java.awt.image.Raster;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.stream.ImageInputStream;
import org.lumbrit.core.site.GroundSpec;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;

/**
 * A grey PNG as a grid of values 0..1, row by row from the north.
 *
 * @param bits 8 or 16 a pixel, as the file has them
 */
public record HeightMap(int columns, int rows, int bits, float[] values) {
    public static final int MOST_BYTES = 128 << 20;
    public static final int LONGEST_SIDE = 8192;
    public static final int MOST_ASPECT = 32;

    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n'};

    /** @throws BadInputException with what would work */
    public static HeightMap read(byte[] png, String name) {
        requireSoundPng(png, name, "Save the height map as a grey PNG with 16 bits a pixel.");
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(png))) {
            Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName("png");
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                return decode(reader, name);
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            if (e instanceof BadInputException known) {
                throw known;
            }
            throw damaged(name, e);
        }
    }

    /** Refuses what is too large, no PNG, or cut off, before anything is decoded. */
    static void requireSoundPng(byte[] png, String name, String advice) {
        if (png.length > MOST_BYTES) {
            throw new BadInputException(
                    name + " is larger than " + (MOST_BYTES >> 20) + " MB; 8192 × 8192 grey pixels fit.");
        }
        if (png.length < 33 || !java.util.Arrays.equals(png, 0, 8, SIGNATURE, 0, 8)) {
            throw new BadInputException(name + " is no PNG file. " + advice);
        }
        if (!PngChunks.sound(png)) {
            throw damaged(name, null);
        }
    }

    private static BadInputException damaged(String name, Exception cause) {
        return new BadInputException(
                name + " is cut off or damaged; it cannot be read to its end. Save or copy it again.", cause);
    }

    private static HeightMap decode(ImageReader reader, String name) throws IOException {
        int columns = reader.getWidth(0);
        int rows = reader.getHeight(0);
        if (columns < 2 || rows < 2) {
            throw new BadInputException(
                    name + " is " + columns + " × " + rows + " pixels; a ground needs at least 2 × 2.");
        }
        if (columns > LONGEST_SIDE || rows > LONGEST_SIDE) {
            throw new BadInputException(
                    name + " is " + columns + " × " + rows + " pixels; the longest side may be " + LONGEST_SIDE + ".");
        }
        if (Math.max(columns, rows) > MOST_ASPECT * Math.min(columns, rows)) {
            throw new BadInputException(name + " is " + columns + " × " + rows + " pixels; one side may be at most "
                    + MOST_ASPECT + " times the other.");
        }
        ImageTypeSpecifier type = reader.getRawImageType(0);
        if (type == null || type.getNumBands() != 1 || type.getColorModel() instanceof java.awt.image.IndexColorModel) {
            throw new BadInputException(
                    name + " is in colour or has transparency; save it as grey with 16 bits a pixel.");
        }
        int bits = type.getBitsPerBand(0);
        Raster raster = reader.read(0).getRaster();
        double white = (1 << bits) - 1;
        float[] values = new float[columns * rows];
        int[] line = new int[columns];
        for (int row = 0; row < rows; row++) {
            raster.getSamples(0, row, columns, 1, 0, line);
            for (int column = 0; column < columns; column++) {
                values[row * columns + column] = (float) (line[column] / white);
            }
        }
        return new HeightMap(columns, rows, bits, values);
    }

    /** The ground that these pixels mean. */
    public Ground ground(GroundSpec spec) {
        float[] heights = new float[values.length];
        double range = spec.highest() - spec.lowest();
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) (spec.lowest() + range * values[i]);
        }
        return new Ground(columns, rows, heights, spec.width());
    }
}
