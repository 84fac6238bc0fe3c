package org.lumbrit.formats.image;

import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.ImageWriter;

/**
 * The platform's own TIFF plugin, which is fast and exact, and the one of TwelveMonkeys, which also undoes predictors. Both offer
 * themselves for TIFF, so they are told apart by their class.
 */
final class TiffPlugins {
    private static final String PLATFORM = "com.sun.imageio";

    private TiffPlugins() {}

    /** @param platform whether the platform's own is wanted */
    static ImageReader reader(boolean platform) {
        for (Iterator<ImageReader> all = ImageIO.getImageReadersByFormatName("tiff"); all.hasNext(); ) {
            ImageReader reader = all.next();
            if (reader.getClass().getName().startsWith(PLATFORM) == platform) {
                return reader;
            }
        }
        throw new IllegalStateException("there is no TIFF plugin");
    }

    static ImageWriter writer() {
        for (Iterator<ImageWriter> all = ImageIO.getImageWritersByFormatName("tiff"); all.hasNext(); ) {
            ImageWriter writer = all.next();
            if (writer.getClass().getName().startsWith(PLATFORM)) {
                return writer;
            }
        }
        throw new IllegalStateException("there is no TIFF plugin");
    }
}
