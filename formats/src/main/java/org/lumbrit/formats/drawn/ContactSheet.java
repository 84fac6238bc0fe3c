package org.lumbrit.formats.drawn;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import javax.imageio.ImageIO;
import org.lumbrit.core.drawn.Drawing;

/** Drawings of one size beside each other, row by row, as one PNG. */
public final class ContactSheet {
    private static final int GAP = 6;

    private ContactSheet() {}

    /** @param columns in a row */
    public static byte[] write(List<Drawing> drawings, int columns) {
        int width = drawings.get(0).width();
        int height = drawings.get(0).height();
        int rows = (drawings.size() + columns - 1) / columns;
        BufferedImage sheet = new BufferedImage(
                columns * (width + GAP) + GAP, rows * (height + GAP) + GAP, BufferedImage.TYPE_INT_RGB);
        Graphics2D on = sheet.createGraphics();
        on.setColor(new Color(0x8b9088));
        on.fillRect(0, 0, sheet.getWidth(), sheet.getHeight());
        for (int k = 0; k < drawings.size(); k++) {
            on.drawImage(
                    DrawingPng.painted(drawings.get(k)),
                    GAP + k % columns * (width + GAP),
                    GAP + k / columns * (height + GAP),
                    null);
        }
        on.dispose();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            ImageIO.write(sheet, "png", bytes);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
        return bytes.toByteArray();
    }
}
