package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.props.VesselShape;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Submerged;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.mesh.MeshFormat;
import org.lumbrit.formats.site.SiteFiles;

/** A liquid handed over: a closed mesh a frame whose volume is the table's. */
class LiquidFilesTest {
    private static Prop prop(String id, Shape shape, double roll, Pose pose) {
        return new Prop(id, id, shape, 0, 1, 0, 0, 0, roll, 1, false, 0, 0, "#806040", false, pose);
    }

    private static LiquidLayer liquid(String id, String vessel) {
        return new LiquidLayer(
                id,
                id,
                1,
                false,
                vessel,
                LiquidLayer.Inside.LARGEST,
                0,
                0,
                0,
                LiquidLayer.Filled.LITRES,
                0,
                9,
                0,
                1,
                0.1,
                "#204040",
                Map.of());
    }

    @Test
    void aMeshForEveryFrameAtWhichItIsAnother() throws IOException {
        VesselShape pail = new VesselShape(VesselShape.Form.PAIL, 0.2, 0.3, 1, 0.01, 24);
        Recipe recipe = new Recipe(
                "Vessels",
                GroundSpec.flat(16, 12, 65, Optional.empty()),
                List.of(new PathPlace(
                        "way", "Way", List.of(new Point3(-2, 0, 0), new Point3(2, 0, 0), new Point3(0, 0, 2)), true)),
                List.of(
                        prop("goes", pail, 8, new Pose.AlongPath("way", 2, 0, Pose.Turned.FIXED)),
                        prop("stands", pail, 15, new Pose.Still()),
                        prop("block", new BoxShape(1, 1, 1), 0, new Pose.Still())),
                List.of(),
                List.of(liquid("moved", "goes"), liquid("calm", "stands"), liquid("none", "block")),
                List.of(),
                new Clock(8, 0, 0, 1, List.of()));
        SiteFiles site = new SiteFiles(recipe, Map.of());
        SiteEvaluation evaluation = SiteEvaluation.of(recipe, site.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER);
        Map<String, byte[]> files = new LinkedHashMap<>();
        HandOver.write(
                evaluation, site, new Choice(Set.of(HandOver.MOTION), Set.of(), Choice.TEXELS), (name, content) -> {
                    ByteArrayOutputStream out = new ByteArrayOutputStream();
                    content.writeTo(out);
                    files.put(name, out.toByteArray());
                });
        assertThat(files.keySet())
                .contains(
                        "motion/calm-0000.ply",
                        "motion/moved-0000.ply",
                        "motion/moved-0007.ply",
                        "motion/calm-liquid.csv")
                .doesNotContain("motion/calm-0001.ply", "motion/none-0000.ply");
        List<String> table = new String(files.get("motion/moved-liquid.csv"), StandardCharsets.UTF_8)
                .lines()
                .toList();
        assertThat(table).hasSize(10);
        for (int frame : new int[] {0, 3, 7}) {
            Mesh mesh = MeshFormat.read(files.get("motion/moved-%04d.ply".formatted(frame)), "a.ply");
            double litres = Double.parseDouble(table.get(1 + frame).split(",")[6]);
            assertThat(MeshCheck.of(mesh).open()).isZero();
            assertThat(1000 * Submerged.below(mesh, 0, 1, 0, 99)[0]).isCloseTo(litres, within(1e-3 * litres));
            assertThat(litres).isCloseTo(9, within(1e-6));
        }
    }
}
