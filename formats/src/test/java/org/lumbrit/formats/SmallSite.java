package org.lumbrit.formats;

import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.Map;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;
import tools.jackson.databind.JsonNode;

/** A site of 12 m whose parts a test writes as JSON. */
record SmallSite(SiteFiles files, SiteEvaluation evaluation) {

    /** @param parts of the recipe after its ground, as "\"layers\":[…],\"props\":[…]" */
    static SmallSite of(String parts) {
        return of("{\"width\":12,\"resolution\":25,\"lowest\":1}", parts, Map.of());
    }

    static SmallSite of(String ground, String parts, Map<String, byte[]> assets) {
        String recipe = "{\"format\":\"lumbrit-recipe\",\"version\":1,\"name\":\"Small\",\"ground\":" + ground + ","
                + parts + ",\"clock\":{\"framesPerSecond\":10,\"loopSeconds\":2}}";
        SiteFiles files = new SiteFiles(RecipeJson.read(recipe.getBytes(StandardCharsets.UTF_8)), assets);
        return new SmallSite(
                files, SiteEvaluation.of(files.recipe(), files.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER));
    }

    Map<String, byte[]> handOver(HandOver first, HandOver... others) {
        return HandOver.files(evaluation, files, EnumSet.of(first, others));
    }

    static String text(Map<String, byte[]> files, String name) {
        return new String(files.get(name), StandardCharsets.UTF_8);
    }

    static JsonNode json(Map<String, byte[]> files, String name) {
        return RecipeJson.tree(files.get(name));
    }

    /** The JSON part of a GLB. */
    static JsonNode glb(byte[] glb) {
        int length = (glb[12] & 255) | (glb[13] & 255) << 8 | (glb[14] & 255) << 16 | (glb[15] & 255) << 24;
        return RecipeJson.tree(java.util.Arrays.copyOfRange(glb, 20, 20 + length));
    }
}
