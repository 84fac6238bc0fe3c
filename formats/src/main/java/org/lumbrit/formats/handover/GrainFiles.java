package org.lumbrit.formats.handover;

import java.io.BufferedWriter;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.moving.Grains;
import org.lumbrit.core.moving.PlantMotion;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.formats.tables.GrainsCsv;

/** Grains of every layer: a table of where each lies at rest, and NumPy arrays of places and of speeds over the loop. */
final class GrainFiles {
    private final List<GrainsLayer> layers;
    private final SiteMotion motion;
    private final Report report;
    private final FileNames names;

    GrainFiles(Packing all) {
        this.layers = all.layers(GrainsLayer.class);
        this.motion = SiteMotion.of(all.evaluation());
        this.report = all.report();
        this.names = all.names();
    }

    void write() {
        if (layers.isEmpty()) {
            report.say("No grains are handed over: the site shows none, or they are left out.");
        }
        layers.forEach(this::layer);
    }

    private void layer(GrainsLayer layer) {
        Grains grains = motion.grains(layer);
        Optional<PlantMotion> carrying = motion.carrying(layer);
        String file = "grains/" + names.of(layer.id());
        String what = grains.count() + " grains of “" + layer.name() + "”";
        report.add(
                file + ".csv",
                out -> {
                    Writer text = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8), 1 << 16);
                    GrainsCsv.atRest(grains, motion.carriers(layer), text);
                    text.flush();
                },
                what + " at rest, metres");
        float[] places = grains.places();
        report.add(
                file + "-places.npy", Npy.floats(i -> places[(int) i], grains.count(), 3), what + " at rest, x, y, z");
        if (carrying.isEmpty()) {
            report.say("Nothing carries the grains of “" + layer.name() + "”, so their speed is 0.");
            return;
        }
        int n = grains.count();
        int frames = motion.frames().count();
        Frame frame = new Frame(grains, carrying);
        report.add(
                file + "-speeds.npy",
                Npy.floats(i -> frame.speeds((int) (i / n))[(int) (i % n)], frames, n),
                "their speeds in each of " + frames + " frames, metres a second");
    }

    /** The speeds of one frame after another. */
    private final class Frame {
        private final Grains grains;
        private final Optional<PlantMotion> carrying;
        private int held = -1;
        private float[] speeds = new float[0];

        Frame(Grains grains, Optional<PlantMotion> carrying) {
            this.grains = grains;
            this.carrying = carrying;
        }

        float[] speeds(int frame) {
            if (frame != held) {
                speeds = motion.speeds(grains, carrying, new int[] {frame})[0];
                held = frame;
            }
            return speeds;
        }
    }
}
