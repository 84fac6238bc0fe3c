package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Samples;

/** clamp01((r − low)/(high − low)) of what a layer computes over the ground: one of its properties, in its unit. */
@Kind(
        name = "layer-result",
        title = "Layer result",
        help = "What a layer computes over the ground, between two values.")
public record LayerResultSource(
        @Setting(title = "of layer", refers = Refers.LAYER, onCard = false, help = "The layer that is read")
        String layer,

        @Setting(
                title = "result",
                byDefault = "density",
                onCard = false,
                help = "Which of the layer's properties, by its name in the recipe")
        String result,

        @Setting(
                title = "low",
                min = -1e6,
                max = 1e6,
                slider = {0, 20},
                byDefault = "0",
                help = "In the unit of the property")
        double low,

        @Setting(
                title = "high",
                min = -1e6,
                max = 1e6,
                slider = {0, 20},
                byDefault = "1",
                help = "In the unit of the property")
        double high)
        implements Source {

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new Of(layer, result), (scene, samples) -> {
            float[] values = scene.result(layer, result, samples);
            return (from, to, out) -> System.arraycopy(values, from, out, from, to - from);
        }));
    }

    @Override
    public Optional<String> fieldRead() {
        return Optional.of(result);
    }

    private record Of(
            @Setting(title = "of layer", refers = Refers.LAYER)
            String layer,

            String result) {}

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        for (int i = from; i < to; i++) {
            out[i] = (float) Smooth.ramp(low, high, measured[i]);
        }
    }

    @Override
    public String title(Names names) {
        return names.nameOf(Refers.LAYER, layer) + ": " + result;
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return result + " " + Decimal.write(measured[index], 2);
    }
}
