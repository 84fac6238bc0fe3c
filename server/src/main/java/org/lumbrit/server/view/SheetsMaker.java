package org.lumbrit.server.view;

import java.util.List;
import java.util.stream.Stream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.sheets.Drift;
import org.lumbrit.core.sheets.Sheet;
import org.lumbrit.core.sheets.SheetsLayer;
import org.lumbrit.formats.ArrayBundle;
import org.lumbrit.server.view.SubjectView.SheetsSubject;

/** Hanging sheets: where each stands, and its pattern as a picture. */
final class SheetsMaker implements SubjectMaker {
    /** Texels of a pattern from patch to patch, and up a sheet. */
    private static final int EACH = 24;

    private static final int HIGH = 48;
    private static final int WIDEST = 2048;

    @Override
    public Stream<SubjectView> make(Scene scene) {
        Look look = scene.look();
        return look.now.plan().recipe().layers().stream()
                .filter(layer -> !layer.hidden() && layer.seen().contains(Subject.SHEETS))
                .map(layer -> subject(look, (SheetsLayer) layer));
    }

    private static SubjectView subject(Look look, SheetsLayer layer) {
        Layer still = look.now.at(0).plan().recipe().layer(layer.id()).orElseThrow();
        String data = look.kept(
                Look.key("sheets/1", look.now.at(0).plan().layerKey(still)),
                shared -> bundle(look, (SheetsLayer) still));
        Colour colour = Colour.ofHex(layer.colour());
        double time = look.now.plan().time();
        return SheetsSubject.of(
                layer.id(),
                data,
                List.of(colour.red(), colour.green(), colour.blue()),
                List.of(layer.height(), layer.rises(), layer.falls(), layer.near(), layer.far(), layer.glow()),
                layer.speed(),
                time,
                look.now.plan().recipe().clock().loopSeconds());
    }

    private static byte[] bundle(Look look, SheetsLayer layer) {
        var site = look.now.at(0).surroundings(layer);
        List<Sheet> sheets = layer.sheets(site);
        double loop = site.frames().loop();
        // what comes past while the clock runs once
        double past = Math.abs(layer.speed()) * (loop > 0 ? loop : site.frames().length());
        double whole = sheets.get(0).along()[sheets.get(0).along().length - 1];
        double range = whole + 2 * past;
        int columns = (int) Math.max(2, Math.min(WIDEST, Math.ceil(range / layer.size() * EACH)));
        ArrayBundle bundle = new ArrayBundle();
        bundle.facts()
                .put("sheets", sheets.size())
                .put("columns", columns)
                .put("rows", HIGH)
                .put("from", -past)
                .put("range", range);
        for (int k = 0; k < sheets.size(); k++) {
            Sheet sheet = sheets.get(k);
            Drift drift = layer.drift(site, k);
            byte[] pattern = new byte[columns * HIGH];
            Chunks.run(HIGH, 4, Cancel.NEVER, (from, to) -> {
                for (int r = from; r < to; r++) {
                    for (int c = 0; c < columns; c++) {
                        double along = -past + range * c / (columns - 1);
                        double value = 0.5 + drift.noise(along, layer.height() * r / (HIGH - 1));
                        pattern[r * columns + c] = (byte) Math.rint(255 * Math.max(0, Math.min(1, value)));
                    }
                }
            });
            float[] places = new float[4 * sheet.x().length];
            for (int n = 0; n < sheet.x().length; n++) {
                places[4 * n] = (float) sheet.x()[n];
                places[4 * n + 1] = (float) sheet.base()[n];
                places[4 * n + 2] = (float) sheet.z()[n];
                places[4 * n + 3] = (float) sheet.along()[n];
            }
            bundle.floats("places" + k, 4, places)
                    .floats("opacity" + k, 1, sheet.opacity())
                    .bytes("pattern" + k, 1, pattern);
        }
        return bundle.write();
    }
}
