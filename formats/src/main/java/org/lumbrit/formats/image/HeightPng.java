package org.lumbrit.formats.image;

import java.awt.image.Raster;
import java.io.IOException;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.stream.ImageInputStream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;

/** Grey PNG files of 8 or 16 bits as height maps. */
public final class HeightPng {
    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n'};

    private HeightPng() {}

    static HeightMap read(byte[] png, String name, Cancel cancel) {
        requireSoundPng(
                png, name, "Save the height map as a grey PNG with 16 bits a pixel, as TIFF or as Esri ASCII grid.");
        try (ImageInputStream in = StoppableBytes.of(png, cancel)) {
            Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName("png");
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                return decode(reader, name);
            } finally {
                reader.dispose();
            }
        } catch (IOException e) {
            cancel.check();
            throw HeightMap.damaged(name, e);
        }
    }

    /** 16 bits, black the ground's lowest metre and white its highest. */
    public static byte[] write(Ground ground) {
        float[] grey = new float[ground.heights().length];
        double range = Math.max(1e-9, ground.highest() - ground.lowest());
        for (int i = 0; i < grey.length; i++) {
            grey[i] = (float) ((ground.heights()[i] - ground.lowest()) / range);
        }
        return GreyPng.of16(ground.columns(), ground.rows(), grey);
    }

    /** Refuses what is too large, no PNG, or cut off, before anything is decoded. */
    static void requireSoundPng(byte[] png, String name, String advice) {
        if (png.length < 33 || !java.util.Arrays.equals(png, 0, 8, SIGNATURE, 0, 8)) {
            throw new BadInputException(name + " is no PNG file. " + advice);
        }
        if (!PngChunks.sound(png)) {
            throw HeightMap.damaged(name, null);
        }
    }

    private static HeightMap decode(ImageReader reader, String name) throws IOException {
        int columns = reader.getWidth(0);
        int rows = reader.getHeight(0);
        HeightMap.requireSize(columns, rows, name);
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
        return new HeightMap(columns, rows, bits, values, false, Optional.empty());
    }
}
