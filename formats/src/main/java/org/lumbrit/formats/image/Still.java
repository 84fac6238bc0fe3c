package org.lumbrit.formats.image;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Iterator;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.ImageOutputStream;
import org.lumbrit.formats.BadInputException;

/** A small JPEG of a view. Whatever is read is drawn and written anew, so nothing of a foreign file but its picture is kept. */
public final class Still {
    /** Pixels along a side of what is read, at most. */
    public static final int MOST = 4096;
    /** Pixels across of what is written, at most. */
    public static final int WIDTH = 640;

    private static final float QUALITY = 0.88f;

    private Still() {}

    /**
     * The picture no wider than {@link #WIDTH} pixels.
     *
     * @param jpeg a JPEG file of at most {@link #MOST} pixels a side
     * @throws BadInputException where it is none, or larger
     */
    public static byte[] of(byte[] jpeg) {
        BufferedImage whole = read(jpeg);
        double share = Math.min(1, (double) WIDTH / whole.getWidth());
        int width = Math.max(1, (int) Math.round(whole.getWidth() * share));
        int height = Math.max(1, (int) Math.round(whole.getHeight() * share));
        BufferedImage small = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D drawing = small.createGraphics();
        drawing.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        drawing.drawImage(whole, 0, 0, width, height, null);
        drawing.dispose();
        return write(small);
    }

    private static BufferedImage read(byte[] jpeg) {
        Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName("jpeg");
        ImageReader reader = readers.next();
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(jpeg))) {
            reader.setInput(in, true, true);
            int width = reader.getWidth(0);
            int height = reader.getHeight(0);
            if (width > MOST || height > MOST) {
                throw new BadInputException(
                        "The picture is " + width + " × " + height + " pixels; at most " + MOST + " a side are taken.");
            }
            return reader.read(0);
        } catch (IOException | RuntimeException e) {
            if (e instanceof BadInputException bad) {
                throw bad;
            }
            throw new BadInputException("The picture is no JPEG that can be read.");
        } finally {
            reader.dispose();
        }
    }

    /** A picture as JPEG. */
    public static byte[] write(BufferedImage image) {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            ImageWriteParam param = writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(QUALITY);
            writer.setOutput(out);
            writer.write(null, new IIOImage(image, null, null), param);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }
}
