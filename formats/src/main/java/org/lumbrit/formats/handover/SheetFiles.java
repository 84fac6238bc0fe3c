package org.lumbrit.formats.handover;

import java.util.List;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.sheets.Drift;
import org.lumbrit.core.sheets.Sheet;
import org.lumbrit.core.sheets.SheetsLayer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.image.ColourPng;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Drifting sheets: a GLB of all sheets of a layer, each with a picture of its colour and opacity as they are at the first frame; and their
 * opacity frame by frame, as one 16-bit picture and as NumPy [frame, sheet, row, column]. In a picture u runs along a sheet and v down from
 * its top. Being near to the eye, which makes a sheet clearer on screen, is not in them.
 */
final class SheetFiles {
    /** Pixels of a sheet upward; along it as many for each patch as these, within bounds. */
    private static final int ROWS = 32;

    private static final int A_PATCH = 12;
    private static final int LEAST_COLUMNS = 32;
    private static final int MOST_COLUMNS = 512;

    private final Packing all;
    private final SiteEvaluation still;

    SheetFiles(Packing all) {
        this.all = all;
        this.still = all.evaluation().at(0);
    }

    void write() {
        for (SheetsLayer layer : all.layers(SheetsLayer.class)) {
            write(layer);
        }
    }

    /** How many pixels along a sheet. */
    private static int columns(SheetsLayer layer, Sheet sheet) {
        double patches = sheet.along()[sheet.along().length - 1] / layer.size();
        return (int) Math.max(LEAST_COLUMNS, Math.min(MOST_COLUMNS, Math.ceil(A_PATCH * patches)));
    }

    /** Opacity of all sheets at one time, sheet by sheet from the first, each row by row from its top. */
    private static float[] opacity(SiteEvaluation then, String id, int columns) {
        SheetsLayer layer = then.plan().recipe().layer(id, SheetsLayer.class).orElseThrow();
        Surroundings site = then.surroundings(layer);
        List<Sheet> sheets = layer.sheets(site);
        float[] out = new float[sheets.size() * ROWS * columns];
        Chunks.run(sheets.size() * ROWS, 4, site.cancel(), (from, to) -> {
            for (int line = from; line < to; line++) {
                Sheet sheet = sheets.get(line / ROWS);
                Drift drift = layer.drift(site, line / ROWS);
                double high = layer.height() * (1 - (line % ROWS + 0.5) / ROWS);
                for (int c = 0; c < columns; c++) {
                    double share = (c + 0.5) / columns;
                    double along = share * sheet.along()[sheet.along().length - 1];
                    out[line * columns + c] =
                            (float) (between(sheet, share) * drift.at(along, high, site.time()) * layer.fades(high));
                }
            }
        });
        return out;
    }

    private static double between(Sheet sheet, double share) {
        double at = share * (sheet.opacity().length - 1);
        int before = Math.min((int) at, sheet.opacity().length - 2);
        return sheet.opacity()[before] + (at - before) * (sheet.opacity()[before + 1] - sheet.opacity()[before]);
    }

    private void write(SheetsLayer layer) {
        Frames frames = still.surroundings(layer).frames();
        List<Sheet> sheets = layer.sheets(still.surroundings(layer));
        int columns = columns(layer, sheets.get(0));
        float[][] opacity = new float[frames.count()][];
        for (int f = 0; f < opacity.length; f++) {
            still.cancel().check();
            still.cancel().doing(layer.name() + ", frame " + (f + 1) + " of " + opacity.length);
            opacity[f] = opacity(still.at(frames.time(f)), layer.id(), columns);
        }
        String file = "motion/" + all.names().of(layer.id());
        glb(layer, sheets, opacity[0], columns, file + "-sheets.glb");
        int each = opacity[0].length;
        MotionPicture moves =
                new MotionPicture(opacity.length, each, columns, 1, (frame, i, out) -> out[0] = opacity[frame][i]);
        all.report()
                .add(
                        file + "-opacity.png",
                        moves.png(),
                        "opacity of the " + sheets.size() + " sheets of “" + layer.name()
                                + "”, one under the other, frame under frame");
        all.report()
                .add(
                        file + "-opacity.npy",
                        Npy.floats(
                                i -> opacity[(int) (i / each)][(int) (i % each)],
                                opacity.length,
                                sheets.size(),
                                ROWS,
                                columns),
                        "the same as floats");
        all.report()
                .add(
                        file + "-opacity.exr",
                        MotionPicture.exr(columns, opacity),
                        "the same as one float picture, sheet under sheet, frame under frame");
        ObjectNode how = JsonNodeFactory.instance.objectNode();
        how.put("sheets", sheets.size()).put("rows", ROWS).put("metresHigh", layer.height());
        how.put("frames", frames.count()).put("start_s", frames.start()).put("step_s", frames.step());
        how.put("loops", frames.periodic());
        moves.describe(
                how.putObject("opacity"), all.names().of(layer.id()) + "-opacity.png", "pixels", "share", 0, "opacity");
        all.report().add(file + "-opacity.json", RecipeJson.pretty(how), "how to read the pictures of its opacity");
    }

    private void glb(SheetsLayer layer, List<Sheet> sheets, float[] opacity, int columns, String file) {
        Glb glb = new Glb();
        int rgb = Integer.parseInt(layer.colour().substring(1), 16);
        Colour own = Colour.ofHex(layer.colour());
        for (int k = 0; k < sheets.size(); k++) {
            Sheet sheet = sheets.get(k);
            int first = k * ROWS * columns;
            byte[] picture =
                    ColourPng.write(columns, ROWS, i -> Math.round(255 * Math.min(1, opacity[first + i])) << 24 | rgb);
            String name = layer.name() + " " + (k + 1);
            int material = glb.veil(name, picture, layer.glow(), own);
            int mesh = glb.mesh(
                    name, positions(sheet, layer.height()), normals(sheet), new float[0], faces(sheet), material);
            glb.places(mesh, places(sheet));
            glb.node(name, mesh);
        }
        all.report()
                .add(
                        file,
                        glb.write(layer.name()),
                        "“" + layer.name() + "”: " + sheets.size()
                                + " sheets with their opacity as it is at the first frame");
    }

    /** Two vertices at each place: the foot and the top. */
    private static float[] positions(Sheet sheet, double height) {
        float[] out = new float[6 * sheet.x().length];
        for (int n = 0; n < sheet.x().length; n++) {
            for (int up = 0; up < 2; up++) {
                out[6 * n + 3 * up] = (float) sheet.x()[n];
                out[6 * n + 3 * up + 1] = (float) (sheet.base()[n] + up * height);
                out[6 * n + 3 * up + 2] = (float) sheet.z()[n];
            }
        }
        return out;
    }

    private static float[] normals(Sheet sheet) {
        float[] out = new float[6 * sheet.x().length];
        int last = sheet.x().length - 1;
        for (int n = 0; n <= last; n++) {
            double dx = sheet.x()[Math.min(last, n + 1)] - sheet.x()[Math.max(0, n - 1)];
            double dz = sheet.z()[Math.min(last, n + 1)] - sheet.z()[Math.max(0, n - 1)];
            double size = Math.max(1e-12, Math.hypot(dx, dz));
            for (int up = 0; up < 2; up++) {
                out[6 * n + 3 * up] = (float) (-dz / size);
                out[6 * n + 3 * up + 2] = (float) (dx / size);
            }
        }
        return out;
    }

    private static float[] places(Sheet sheet) {
        float[] out = new float[4 * sheet.x().length];
        double whole = sheet.along()[sheet.along().length - 1];
        for (int n = 0; n < sheet.x().length; n++) {
            out[4 * n] = (float) (sheet.along()[n] / whole);
            out[4 * n + 1] = 1;
            out[4 * n + 2] = out[4 * n];
        }
        return out;
    }

    private static int[] faces(Sheet sheet) {
        int[] out = new int[6 * (sheet.x().length - 1)];
        for (int n = 0; n + 1 < sheet.x().length; n++) {
            int[] face = {2 * n, 2 * n + 2, 2 * n + 1, 2 * n + 1, 2 * n + 2, 2 * n + 3};
            System.arraycopy(face, 0, out, 6 * n, 6);
        }
        return out;
    }
}
