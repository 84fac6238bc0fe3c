package org.lumbrit.server.view;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.PlaneCut;
import org.lumbrit.core.vessels.Cavity;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.formats.ArrayBundle;
import org.lumbrit.server.view.SubjectView.LiquidSubject;

/** Tops of liquids in vessels, frame by frame; one frame where nothing moves. */
final class LiquidMaker implements SubjectMaker {
    @Override
    public Stream<SubjectView> make(Scene scene) {
        Look look = scene.look();
        return look.now.plan().recipe().layers().stream()
                .filter(layer -> !layer.hidden() && layer.seen().contains(Subject.LIQUID))
                .map(LiquidLayer.class::cast)
                .filter(layer -> look.now
                        .plan()
                        .recipe()
                        .prop(layer.vessel())
                        .filter(prop -> !prop.hidden())
                        .isPresent())
                .map(layer -> subject(look, layer));
    }

    private static SubjectView subject(Look look, LiquidLayer layer) {
        LiquidLayer still =
                (LiquidLayer) look.now.at(0).plan().recipe().layer(layer.id()).orElseThrow();
        String data =
                look.kept(Look.key("liquid/1", look.now.at(0).plan().layerKey(still)), shared -> bundle(look, still));
        Colour colour = Colour.ofHex(layer.colour());
        Frames frames = look.now.plan().recipe().clock().frames();
        return LiquidSubject.of(
                layer.id(),
                data,
                List.of(colour.red(), colour.green(), colour.blue()),
                frames.start(),
                frames.step(),
                look.now.plan().time(),
                frames.periodic());
    }

    private static byte[] bundle(Look look, LiquidLayer layer) {
        Surroundings site = look.now.at(0).surroundings(layer);
        Optional<double[]> all = layer.moments(site);
        ArrayBundle bundle = new ArrayBundle();
        if (all.isEmpty()) {
            bundle.facts().put("frames", 0);
            return bundle.floats("positions", 3, new float[0])
                    .ints("begins", 1, new int[] {0})
                    .write();
        }
        double[] moments = all.get();
        List<Surroundings.Moment> round = site.moments(layer.vessel());
        Cavity cavity = layer.cavity(round.get(0).prop().mesh()).orElseThrow();
        int frames = moves(moments, round) ? round.size() : 1;
        int[] begins = new int[frames + 1];
        float[] corners = new float[1024];
        int filled = 0;
        for (int f = 0; f < frames; f++) {
            PlaneCut body = layer.body(cavity, round.get(f).prop(), moments, f);
            int[] t = body.mesh().triangles();
            int count = t.length - 3 * body.cap();
            if (3 * (filled + count) > corners.length) {
                corners = Arrays.copyOf(corners, Math.max(3 * (filled + count), 2 * corners.length));
            }
            for (int i = 3 * body.cap(); i < t.length; i++) {
                System.arraycopy(body.mesh().positions(), 3 * t[i], corners, 3 * filled++, 3);
            }
            begins[f + 1] = filled;
        }
        bundle.facts().put("frames", frames);
        return bundle.floats("positions", 3, Arrays.copyOf(corners, 3 * filled))
                .ints("begins", 1, begins)
                .write();
    }

    private static boolean moves(double[] moments, List<Surroundings.Moment> round) {
        String first = round.get(0).prop().key();
        for (int f = 1; f < round.size(); f++) {
            int at = LiquidLayer.NUMBERS * f;
            if (!round.get(f).prop().key().equals(first)
                    || !Arrays.equals(moments, at, at + LiquidLayer.NUMBERS, moments, 0, LiquidLayer.NUMBERS)) {
                return true;
            }
        }
        return false;
    }
}
