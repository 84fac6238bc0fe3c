package org.lumbrit.formats.handover;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.vessels.Filling;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.formats.mesh.PlyFile;

/** Liquids in vessels: their closed meshes, one file a frame at which they are other than before, and their numbers as a table. */
final class LiquidFiles {
    private final Packing all;
    private final SiteEvaluation still;

    LiquidFiles(Packing all) {
        this.all = all;
        this.still = all.evaluation().at(0);
    }

    void write() {
        for (LiquidLayer layer : all.layers(LiquidLayer.class)) {
            Surroundings site = still.surroundings(layer);
            Optional<Filling> filling = layer.moments(site);
            if (filling.isEmpty()) {
                all.report().say("“" + layer.name() + "” has no hollow to fill, so it is left out.");
                continue;
            }
            write(layer, filling.get(), site.frames());
        }
    }

    private void write(LiquidLayer layer, Filling filling, Frames frames) {
        String file = "motion/" + all.names().of(layer.id());
        StringBuilder table = new StringBuilder("frame,t_s,nx,ny,nz,along_normal_m,litres,spilt_l,room_l,tilt_deg\n");
        for (int f = 0; f < filling.count(); f++) {
            still.cancel().check();
            table.append(String.format(Locale.ROOT, "%d,%.6f", f, frames.time(f)));
            for (int k = 0; k < Filling.NUMBERS; k++) {
                table.append(String.format(Locale.ROOT, ",%.9g", filling.number(f, k)));
            }
            table.append('\n');
            if (!filling.asBefore(f)) {
                all.report()
                        .add(
                                "%s-%04d.ply".formatted(file, f),
                                PlyFile.write(filling.body(f).mesh()),
                                "“" + layer.name() + "” in frame " + f + ", a closed mesh; it stays so until the next");
            }
        }
        all.report()
                .add(
                        file + "-liquid.csv",
                        table.toString().getBytes(StandardCharsets.UTF_8),
                        "“" + layer.name()
                                + "” frame by frame: its top's normal and place, litres, tilt of the vessel");
    }
}
