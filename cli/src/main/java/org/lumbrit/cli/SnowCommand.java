package org.lumbrit.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Lying;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.snow.PressLayer;
import org.lumbrit.core.snow.SnowLayer;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.json.RecipeJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** What lies on the site, and what is pressed into it. */
@Command(
        name = "snow",
        mixinStandardHelpOptions = true,
        description =
                "Prints what each shown layer lays on the ground and props, or presses into it, as JSON: covered share, depths (m), volume (m³), accounts.")
final class SnowCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--layer", paramLabel = "NAME", description = "Only that layer, by its name or id.")
    private String name;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        ArrayNode all = JsonNodeFactory.instance.arrayNode();
        for (Layer layer : evaluation.plan().recipe().layers()) {
            boolean wanted = name == null ? !layer.hidden() : name.equals(layer.name()) || name.equals(layer.id());
            Surroundings site = evaluation.surroundings(layer);
            if (wanted && layer.lying().isPresent()) {
                all.add(lying(evaluation, layer));
            }
            if (wanted && layer instanceof PressLayer track) {
                PressLayer.Reading reading = track.reading(site);
                ObjectNode one = all.addObject()
                        .put("layer", layer.name())
                        .put("kind", "track")
                        .put("pressedMean", reading.pressed())
                        .put("depthMean", reading.depth())
                        .put("depthExpected", reading.expected());
                if (Double.isFinite(reading.hours())) {
                    one.put("hoursUntilFilled", reading.hours());
                }
            }
        }
        Output.print(RecipeJson.pretty(all));
        return 0;
    }

    private static ObjectNode lying(SiteEvaluation evaluation, Layer layer) {
        Lying stuff = layer.lying().orElseThrow();
        ObjectNode one =
                JsonNodeFactory.instance.objectNode().put("layer", layer.name()).put("kind", "lying");
        Lattice lattice = evaluation.plan().lattice();
        Samples samples = evaluation.samples(lattice);
        float[] areas = lattice.areas(samples);
        numbers(one.putObject("ground"), evaluation, layer, stuff, samples, areas);
        ArrayNode props = one.putArray("props");
        evaluation.plan().recipe().props().stream()
                .filter(prop -> !prop.hidden() && layer.liesOn(prop))
                .forEach(prop -> {
                    var placed = evaluation.placed(prop.id());
                    float[] own = placed.mesh().vertexAreas();
                    for (int i = 0; i < own.length; i++) {
                        own[i] *= (float) (placed.size() * placed.size());
                    }
                    numbers(
                            props.addObject().put("prop", prop.name()),
                            evaluation.on(prop.id()),
                            layer,
                            stuff,
                            evaluation.samples(placed),
                            own);
                });
        if (layer instanceof SnowLayer snow) {
            Surroundings site = evaluation.surroundings(layer);
            SnowLayer.Account account = snow.account(site);
            one.putObject("account")
                    .put("hour", snow.hourAt(site))
                    .put("fallen", account.fallen())
                    .put("lying", account.lying())
                    .put("melted", account.melted())
                    .put("blown", account.blown());
        }
        return one;
    }

    /** Covered is what has a weight of ½ and more. */
    private static void numbers(
            ObjectNode into, SiteEvaluation on, Layer layer, Lying stuff, Samples samples, float[] areas) {
        float[] weight = on.field(layer, stuff.weight(), samples);
        double area = 0;
        double covered = 0;
        double mean = 0;
        for (int i = 0; i < weight.length; i++) {
            area += areas[i];
            covered += weight[i] >= 0.5 ? areas[i] : 0;
            mean += (double) weight[i] * areas[i];
        }
        into.put("area", area).put("coveredShare", covered / area).put("weightMean", mean / area);
        if (!stuff.depth().isEmpty()) {
            float[] depth = on.field(layer, stuff.depth(), samples);
            double volume = 0;
            double deepest = 0;
            for (int i = 0; i < depth.length; i++) {
                // depth counts straight up: over the plan
                volume += depth[i] * areas[i] * Math.max(0, samples.ny()[i]);
                deepest = Math.max(deepest, depth[i]);
            }
            into.put("deepest", deepest).put("volume", volume);
        }
    }
}
