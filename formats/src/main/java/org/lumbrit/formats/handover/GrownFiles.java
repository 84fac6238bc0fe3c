package org.lumbrit.formats.handover;

import java.util.Optional;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.recipe.Carried;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.slices.SlicesLayer;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.drawn.CutSheet;
import org.lumbrit.formats.mesh.PlyFile;

/** Bodies that grow where they stand: each as it is now with its colours, and as a sequence of meshes with a number at each vertex. */
final class GrownFiles {
    private final Packing all;
    private final SiteEvaluation evaluation;

    GrownFiles(Packing all) {
        this.all = all;
        this.evaluation = all.evaluation();
    }

    void write() {
        for (Layer layer : all.layers(Layer.class)) {
            if (layer.seen().contains(Subject.GROWN)) {
                layer.carried(evaluation.surroundings(layer)).ifPresent(body -> now(layer, body));
                sequence(layer);
            }
            if (layer instanceof SlicesLayer slices) {
                SlicesLayer.Stack stack = slices.stack(evaluation.surroundings(slices));
                all.report()
                        .add(
                                file(layer) + "-cut.svg",
                                CutSheet.write(stack, layer.name()),
                                stack.slices().size() + " outlines for cutting, in millimetres at 1 : "
                                        + Decimal.write(CutSheet.scale(stack), 4));
            }
        }
    }

    private String file(Layer layer) {
        return "grown/" + all.names().of(layer.id());
    }

    private void now(Layer layer, Carried body) {
        Mesh mesh = placed(body);
        Glb glb = new Glb();
        int material = glb.material(layer.name(), 1, 1, 1, 1, 0.5, false);
        int shape = glb.mesh(
                layer.name(), mesh.positions(), mesh.normals(), body.skin().colours(), mesh.triangles(), material);
        if (!body.skin().name().isEmpty()) {
            glb.vertexNumbers(
                    shape,
                    "_" + body.skin().name().toUpperCase(java.util.Locale.ROOT),
                    body.skin().numbers());
        }
        glb.node(layer.name(), shape);
        all.report()
                .add(
                        file(layer) + ".glb",
                        glb.write(layer.name()),
                        "“" + layer.name() + "” as it is now, " + mesh.count() + " triangles");
    }

    /** As it is at every whole second of the clock at which it is another than before. */
    private void sequence(Layer layer) {
        Frames frames = all.recipe().clock().frames();
        String before = "";
        for (double second = 0; second < frames.length() + 1e-9; second++) {
            evaluation.cancel().check();
            evaluation.cancel().doing(layer.name() + ", second " + Decimal.write(second, 0));
            SiteEvaluation then = evaluation.at(frames.start() + second);
            Layer now = then.plan().recipe().layer(layer.id()).orElseThrow();
            Optional<Carried> body = now.carried(then.surroundings(now));
            if (body.isPresent() && !body.get().mesh().key().equals(before)) {
                before = body.get().mesh().key();
                all.report()
                        .add(
                                "%s-%04d.ply".formatted(file(layer), (int) second),
                                PlyFile.write(
                                        placed(body.get()),
                                        body.get().skin().name(),
                                        body.get().skin().numbers()),
                                "“" + layer.name() + "” at " + Decimal.write(frames.start() + second, 0)
                                        + " s; it stays so until the next");
            }
        }
    }

    /** Where it stands in the site. */
    private static Mesh placed(Carried body) {
        Quaternion turn = new Quaternion(body.turn()[0], body.turn()[1], body.turn()[2], body.turn()[3]);
        float[] positions = new float[body.mesh().positions().length];
        float[] normals = new float[positions.length];
        for (int i = 0; i < positions.length; i += 3) {
            float[] p = body.mesh().positions();
            float[] n = body.mesh().normals();
            double[] at = turn.rotate(body.size() * p[i], body.size() * p[i + 1], body.size() * p[i + 2]);
            double[] normal = turn.rotate(n[i], n[i + 1], n[i + 2]);
            for (int d = 0; d < 3; d++) {
                positions[i + d] = (float) (at[d] + body.origin()[d]);
                normals[i + d] = (float) normal[d];
            }
        }
        return Mesh.of(positions, normals, body.mesh().triangles());
    }
}
