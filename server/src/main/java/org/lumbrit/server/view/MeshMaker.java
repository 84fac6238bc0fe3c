package org.lumbrit.server.view;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.PropPaint;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SiteLying;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.water.Afloat;
import org.lumbrit.server.view.SubjectView.MeshSubject;

/** Props where they stand, with the shown values and the tints on them. */
final class MeshMaker implements SubjectMaker {
    @Override
    public Stream<SubjectView> make(Scene scene) {
        Look look = scene.look();
        return look.recipe.shownProps().stream().map(prop -> subject(scene, look, prop));
    }

    private static SubjectView subject(Scene scene, Look look, Prop prop) {
        PlacedMesh placed = look.now.placed(prop.id());
        double[] origin = placed.origin();
        return new MeshSubject(
                        prop.id(),
                        "",
                        prop.name(),
                        look.kept(Look.key("prop mesh/1", placed.mesh().key()), shared -> Binaries.mesh(placed.mesh())),
                        valuesOn(look, prop, placed, scene.request()),
                        scene.shown().field().low(),
                        scene.shown().field().high(),
                        tintOn(look, prop, placed),
                        prop.colour(),
                        shells(look, prop),
                        List.of(origin[0], origin[1], origin[2]),
                        List.of(
                                placed.turn().x(),
                                placed.turn().y(),
                                placed.turn().z(),
                                placed.turn().w()),
                        placed.size(),
                        placed.mesh().count(),
                        Arrays.stream(placed.bounds()).boxed().toList(),
                        look.now.afloat(prop).map(Afloat::said).orElse(""))
                .keyed();
    }

    /** The shown falloff, or the shown property of a tint, on a prop. */
    private static String valuesOn(Look look, Prop prop, PlacedMesh placed, ViewRequest request) {
        Samples vertices = look.now.samples(placed);
        SiteEvaluation on = look.now.on(prop.id());
        float[] values;
        String of;
        if (request.ofProperty()) {
            Layer layer = look.now.plan().recipe().layer(request.layer()).orElseThrow();
            if (!layer.liesOn(prop) || layer.field(request.property()).isEmpty()) {
                return "";
            }
            values = on.field(layer, request.property(), vertices);
            of = look.now.plan().fieldKey(layer, request.property());
        } else {
            Falloff falloff = look.shownFalloff(request);
            if (falloff == null
                    || look.perPlant(falloff)
                    || look.seenFor(falloff.id(), request.layer()) != look.seenBy("")) {
                return "";
            }
            int last = falloff.steps().size();
            int stage = request.stage() < 0 ? last : Math.min(request.stage(), last);
            values = on.stage(falloff.id(), stage, vertices);
            of = look.now.plan().stageKey(falloff.id(), stage);
        }
        float[] shownValues = values;
        return look.kept(
                new KeyBuilder("prop values/1").add(of).add(vertices.key()).key(),
                shared -> Binaries.values(shownValues));
    }

    /** The surfaces of what lies on a prop, where it lies deep enough to have one. */
    private static List<String> shells(Look look, Prop prop) {
        SiteLying lying = look.now.lying();
        return lying.deepOn(prop.id()).stream()
                .map(layer -> look.kept(
                        Look.key("shell bundle/1", lying.shellKey(layer, prop.id())),
                        shared -> Binaries.shell(
                                lying.shell(layer, prop.id()), layer.lying().orElseThrow())))
                .toList();
    }

    private static String tintOn(Look look, Prop prop, PlacedMesh placed) {
        List<Layer> tints = PropPaint.layers(look.now, prop);
        if (tints.isEmpty()) {
            return "";
        }
        Samples vertices = look.now.samples(placed);
        KeyBuilder tintKey = new KeyBuilder("prop tint/2").add(vertices.key()).add(prop.colour());
        tints.forEach(tint -> tintKey.add(look.now.plan().layerKey(tint)));
        return look.kept(tintKey.key(), shared -> {
            PropPaint paint = PropPaint.of(look.now, prop);
            return Binaries.colours(paint.colours(), paint.covered());
        });
    }
}
