package org.lumbrit.formats.image;

import java.awt.image.BufferedImage;
import org.lumbrit.core.stills.Still;

/** Writes a picture that was taken without a screen. */
public final class StillPng {
    private StillPng() {}

    public static byte[] write(Still still) {
        return ColourPng.write(painted(still));
    }

    public static BufferedImage painted(Still still) {
        BufferedImage image = new BufferedImage(still.width(), still.height(), BufferedImage.TYPE_INT_RGB);
        int[] row = new int[still.width()];
        for (int y = 0; y < still.height(); y++) {
            for (int x = 0; x < row.length; x++) {
                row[x] = still.at(x, y);
            }
            image.setRGB(0, y, row.length, 1, row, 0, row.length);
        }
        return image;
    }
}
