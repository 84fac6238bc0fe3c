package org.lumbrit.server.view;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.PlaneCut;
import org.lumbrit.core.vessels.Filling;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.formats.ArrayBundle;
import org.lumbrit.server.view.SubjectView.LiquidSubject;

/** Tops of liquids in vessels: as they are, and frame by frame. */
final class LiquidMaker implements SubjectMaker {
    @Override
    public Stream<SubjectView> make(Scene scene) {
        Look look = scene.look();
        return shown(look.now.plan().recipe()).map(layer -> subject(look, layer));
    }

    /** Liquids that are shown, in vessels that are. */
    static Stream<LiquidLayer> shown(Recipe recipe) {
        return recipe.layersOf(LiquidLayer.class).stream()
                .filter(layer -> !layer.hidden()
                        && !recipe.prop(layer.vessel()).orElseThrow().hidden());
    }

    private static SubjectView subject(Look look, LiquidLayer layer) {
        Surroundings site = look.now.surroundings(layer);
        String data =
                look.kept(Look.key("liquid/2", look.now.plan().layerKey(layer)), shared -> bundle(layer.now(site)));
        Colour colour = Colour.ofHex(layer.colour());
        return LiquidSubject.of(layer.id(), data, List.of(colour.red(), colour.green(), colour.blue()));
    }

    /** Its top in every frame of the clock. */
    static byte[] frames(SiteEvaluation still, LiquidLayer layer, Cancel cancel) {
        cancel.doing("how " + layer.name() + " lies in its vessel");
        return bundle(layer.moments(still.surroundings(layer)));
    }

    private static byte[] bundle(Optional<Filling> all) {
        ArrayBundle bundle = new ArrayBundle();
        if (all.isEmpty()) {
            bundle.facts().put("frames", 0);
            return bundle.floats("positions", 3, new float[0])
                    .ints("begins", 1, new int[] {0})
                    .write();
        }
        Filling filling = all.get();
        int[] begins = new int[filling.count() + 1];
        float[] corners = new float[1024];
        int filled = 0;
        for (int f = 0; f < filling.count(); f++) {
            PlaneCut top = filling.top(f);
            int[] t = top.mesh().triangles();
            int count = t.length - 3 * top.cap();
            if (3 * (filled + count) > corners.length) {
                corners = Arrays.copyOf(corners, Math.max(3 * (filled + count), 2 * corners.length));
            }
            for (int i = 3 * top.cap(); i < t.length; i++) {
                System.arraycopy(top.mesh().positions(), 3 * t[i], corners, 3 * filled++, 3);
            }
            begins[f + 1] = filled;
        }
        bundle.facts().put("frames", filling.count());
        return bundle.floats("positions", 3, Arrays.copyOf(corners, 3 * filled))
                .ints("begins", 1, begins)
                .write();
    }
}
