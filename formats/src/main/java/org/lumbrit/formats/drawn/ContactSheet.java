package org.lumbrit.formats.drawn;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.util.List;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.formats.image.ColourPng;

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
        return ColourPng.write(sheet);
    }
}
