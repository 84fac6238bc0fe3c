package org.lumbrit.formats.image;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.stream.FileImageOutputStream;

/** Writes pictures one after the other as one GIF that begins anew at its end (GIF89a, with the looping extension that all readers know), each picture in 256 colours of its own. */
public final class MovingGif implements AutoCloseable {
    private static final String FORM = "javax_imageio_gif_image_1.0";

    private final ImageWriter writer =
            ImageIO.getImageWritersByFormatName("gif").next();
    private final FileImageOutputStream out;
    private final String hundredths;
    private boolean first = true;

    private MovingGif(Path file, double seconds) throws IOException {
        java.nio.file.Files.deleteIfExists(file);
        out = new FileImageOutputStream(file.toFile());
        // readers take a shorter time for a mistake
        hundredths = String.valueOf(Math.max(2, Math.round(100 * seconds)));
        writer.setOutput(out);
        writer.prepareWriteSequence(null);
    }

    /** @param seconds that each picture is shown; a file counts in hundredths, and shows none shorter than two */
    public static MovingGif to(Path file, double seconds) throws IOException {
        return new MovingGif(file, seconds);
    }

    /** The next picture, as large as those before. */
    public void add(BufferedImage picture) throws IOException {
        IIOMetadata facts =
                writer.getDefaultImageMetadata(new ImageTypeSpecifier(picture), writer.getDefaultWriteParam());
        IIOMetadataNode root = (IIOMetadataNode) facts.getAsTree(FORM);
        IIOMetadataNode timing = child(root, "GraphicControlExtension");
        timing.setAttribute("disposalMethod", "none");
        timing.setAttribute("userInputFlag", "FALSE");
        timing.setAttribute("transparentColorFlag", "FALSE");
        timing.setAttribute("transparentColorIndex", "0");
        timing.setAttribute("delayTime", hundredths);
        if (first) {
            IIOMetadataNode loop = new IIOMetadataNode("ApplicationExtension");
            loop.setAttribute("applicationID", "NETSCAPE");
            loop.setAttribute("authenticationCode", "2.0");
            loop.setUserObject("\u0001\u0000\u0000".getBytes(StandardCharsets.ISO_8859_1));
            child(root, "ApplicationExtensions").appendChild(loop);
            first = false;
        }
        facts.setFromTree(FORM, root);
        writer.writeToSequence(new IIOImage(picture, null, facts), null);
    }

    private static IIOMetadataNode child(IIOMetadataNode root, String name) {
        for (int i = 0; i < root.getLength(); i++) {
            if (root.item(i).getNodeName().equals(name)) {
                return (IIOMetadataNode) root.item(i);
            }
        }
        IIOMetadataNode added = new IIOMetadataNode(name);
        root.appendChild(added);
        return added;
    }

    @Override
    public void close() throws IOException {
        writer.endWriteSequence();
        writer.dispose();
        out.close();
    }
}
