package org.lumbrit.formats.handover;

import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.drawn.ContoursGeoJson;
import org.lumbrit.formats.drawn.DrawingPng;
import org.lumbrit.formats.drawn.DrawingSvg;
import org.lumbrit.formats.drawn.PlanSheet;
import org.lumbrit.formats.image.GeoReference;

/** The place as lines: a picture of the whole, its contours, and a plan on a sheet. */
final class DrawnFiles {
    private static final int WIDE = 1920;
    private static final int HIGH = 1200;

    private final Packing all;

    DrawnFiles(Packing all) {
        this.all = all;
    }

    void write() {
        DrawnLayer look = DrawnLayer.in(all.recipe());
        Ground ground = Draw.drawnGround(all.evaluation(), look);
        all.evaluation().cancel().doing("drawing lines");
        Drawing drawing = Draw.of(all.evaluation(), look, Eye.over(ground, WIDE, HIGH), WIDE, HIGH);
        String what = drawing.strokes().size() + " lines";
        all.report()
                .add("drawn/whole.svg", DrawingSvg.write(drawing, all.recipe().name()), "the whole site, " + what);
        all.report()
                .add(
                        "drawn/whole.png",
                        DrawingPng.write(drawing),
                        "the same, " + WIDE + " × " + HIGH + " pixels, " + drawing.colours().length + " facets");
        int levels = Draw.levels(ground, look).length;
        all.report()
                .add(
                        "drawn/contours.geojson",
                        ContoursGeoJson.write(
                                ground,
                                look,
                                GeoReference.Middle.of(all.recipe().ground())),
                        levels + " heights, each line with its height in metres");
        all.report().add("drawn/plan.pdf", PlanSheet.write(all.evaluation(), look), "a plan on A3, north up");
    }
}
