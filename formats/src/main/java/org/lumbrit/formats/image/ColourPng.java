package org.lumbrit.formats.image;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.function.IntUnaryOperator;
import javax.imageio.ImageIO;

/** Writes PNG files of 8 bits a channel with transparency. */
public final class ColourPng {
    private ColourPng() {}

    /** @param argb gives 0xAARRGGBB of a pixel, row by row from the top */
    public static byte[] write(int columns, int rows, IntUnaryOperator argb) {
        BufferedImage image = new BufferedImage(columns, rows, BufferedImage.TYPE_INT_ARGB);
        for (int i = 0; i < columns * rows; i++) {
            image.setRGB(i % columns, i / columns, argb.applyAsInt(i));
        }
        return write(image);
    }

    /** A picture as it is. */
    public static byte[] write(BufferedImage image) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", bytes);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
        return bytes.toByteArray();
    }
}
