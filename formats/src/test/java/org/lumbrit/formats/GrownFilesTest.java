package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.mesh.MeshFormat;
import org.lumbrit.formats.site.SiteFiles;
import tools.jackson.databind.JsonNode;

/** What grows on things, as files: as it is now, and second by second. */
class GrownFilesTest {
    private static final String SITE = """
            {"format": "lumbrit-recipe", "version": 1, "name": "Yard",
             "ground": {"width": 8, "depth": 8, "resolution": 65, "lowest": 0, "highest": 0},
             "places": [{"kind": "point", "id": "foot", "name": "Foot", "at": [1, 0, 0.2]}],
             "props": [
               {"id": "post", "name": "Post", "shape": {"kind": "box", "width": 0.3, "height": 1.5, "depth": 0.3}, "x": 1, "z": 0, "standing": true, "heading": 30},
               {"id": "stone", "name": "Stone", "shape": {"kind": "boulder", "width": 0.4, "height": 0.25, "detail": 3}, "x": -2, "z": 0, "standing": true}],
             "falloffs": [],
             "layers": [
               {"kind": "crust", "id": "ice", "name": "Ice", "on": "post", "from": "foot", "cell": 0.05, "thickens": 1, "spreads": 3,
                "properties": {"speed": {"low": 0.4, "high": 0.4}}},
               {"kind": "accretion", "id": "shelf", "name": "Shelf", "from": "stone", "length": 0.06, "steps": 4, "pace": 2, "clear": 0.1},
               {"kind": "climb", "id": "vine", "name": "Vine", "from": "foot", "many": 2, "longest": 1, "begins": -100}],
             "drives": [], "clock": {"framesPerSecond": 12, "loopSeconds": 4}}
            """;

    @Test
    void bodiesAsTheyAreAndAsSequencesWithANumberAtEachVertex() throws IOException {
        Recipe recipe = RecipeJson.read(SITE.getBytes(StandardCharsets.UTF_8));
        SiteFiles site = new SiteFiles(recipe, Map.of());
        SiteEvaluation evaluation = SiteEvaluation.of(recipe, site.decoded(), 4, new ResultsOfOneRun(), Cancel.NEVER);
        Map<String, byte[]> files = new LinkedHashMap<>();
        HandOver.write(
                evaluation, site, new Choice(Set.of(HandOver.GROWN), Set.of(), Choice.TEXELS), (name, content) -> {
                    ByteArrayOutputStream out = new ByteArrayOutputStream();
                    content.writeTo(out);
                    files.put(name, out.toByteArray());
                });
        assertThat(files.keySet())
                .contains(
                        "grown/ice.glb",
                        "grown/shelf.glb",
                        "grown/vine.glb",
                        "grown/ice-0001.ply",
                        "grown/shelf-0000.ply")
                // nothing has come at 0 s, and what is grown already stays as it is
                .doesNotContain("grown/ice-0000.ply", "grown/vine-0001.ply");
        Mesh early = MeshFormat.read(files.get("grown/ice-0001.ply"), "a.ply");
        Mesh late = MeshFormat.read(files.get("grown/ice-0003.ply"), "a.ply");
        assertThat(MeshCheck.of(late).closed()).isTrue();
        assertThat(late.bounds()[4]).isGreaterThan(early.bounds()[4] + 0.3);
        // in the site, where the post stands
        assertThat((late.bounds()[0] + late.bounds()[3]) / 2).isBetween(0.8, 1.2);
        assertThat(new String(files.get("grown/shelf-0002.ply"), 0, 400, StandardCharsets.ISO_8859_1))
                .contains("property float age");
        JsonNode glb = json(files.get("grown/ice.glb"));
        assertThat(glb.at("/meshes/0/primitives/0/attributes").propertyNames()).contains("_OUT", "COLOR_0");
    }

    private static JsonNode json(byte[] glb) {
        int length = ByteBuffer.wrap(glb).order(ByteOrder.LITTLE_ENDIAN).getInt(12);
        return RecipeJson.tree(Arrays.copyOfRange(glb, 20, 20 + length));
    }
}
