package org.lumbrit.core.motion;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.falloff.Loop;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.props.BannerShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.Misfit;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;

/**
 * Waves run downwind through a prop and push its surface along the normal: p + n·strength·mask·clamp(noise). Where the mask is 0
 * nothing moves.
 */
@Kind(
        name = "push",
        title = "Push",
        help = "Waves run through cloth, a banner or a tuft and push it along its normal, between fixed and free end.")
public record PushLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other waves")
        int seed,

        @Setting(like = LayerHead.class, help = "A hidden push moves nothing") @Apart
        boolean hidden,

        @Setting(title = "wind", refers = Refers.LAYER, of = "wind", help = "The wind that waves run with")
        String wind,

        @Setting(title = "prop", refers = Refers.PROP, help = "What waves")
        String prop,

        @Setting(
                title = "wave size",
                unit = "m",
                min = 0.005,
                max = 1000,
                slider = {0.1, 6},
                byDefault = "0.9",
                help = "Feature size of the waves")
        double featureSize,

        @Setting(
                title = "octaves",
                min = 1,
                max = 4,
                byDefault = "1",
                help = "How many finer waves are laid over the first",
                onCard = false)
        int octaves,

        @Setting(
                title = "waves travel",
                unit = "× gusts",
                min = 0,
                max = 20,
                slider = {0, 2},
                byDefault = "0.3",
                help = "How fast waves run, against the gusts of the wind")
        double travel,

        @Setting(title = "sides", byDefault = "two", help = "Push to both sides, or only outward along the normal")
        Sides sides,

        @Setting(
                title = "clamp",
                min = 0.01,
                max = 1,
                byDefault = "1",
                help = "Waves higher than this, against their greatest, are cut off")
        double limit,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String STRENGTH = "strength";
    public static final String MASK = "mask";

    /** To which side of the surface waves push. */
    public enum Sides {
        ONE,
        TWO
    }

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(STRENGTH, "How far the highest wave pushes", "m", 0, 100, 1, 0, 0.3)
                    .inPlace(),
            PropertyDescription.of(MASK, "0 where it is held, 1 where it is free", "", 0, 1, 1, 0, 1)
                    .inPlace());

    public PushLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    /** For the chosen prop, else a banner, else the first. */
    @Override
    public Begun begin(Beginning beginning) {
        Recipe recipe = beginning.recipe();
        Optional<Prop> chosen = recipe.prop(beginning.prop())
                .or(() -> recipe.props().stream()
                        .filter(each -> each.shape() instanceof BannerShape)
                        .findFirst())
                .or(() -> recipe.props().stream().findFirst());
        return beginning.filled(
                chosen.map(each -> Kinds.with(this, "prop", each.id())).orElse(this),
                "Waves in " + chosen.map(Prop::name).orElse("a prop"),
                layer -> new Begun.Made(
                        layer,
                        STRENGTH,
                        false,
                        "Waves run through " + chosen.orElseThrow().name()
                                + ". Let a falloff drive its mask, so that one end is held."));
    }

    @Override
    public Family family() {
        return Family.MOTION;
    }

    /** The pushes that are shown, with a shown wind and a shown prop. */
    public static List<PushLayer> shown(Recipe recipe) {
        return recipe.layersOf(PushLayer.class).stream()
                .filter(push -> !push.hidden)
                .filter(push ->
                        recipe.layer(push.wind).filter(wind -> !wind.hidden()).isPresent())
                .filter(push -> recipe.prop(push.prop)
                        .filter(standing -> !standing.hidden())
                        .isPresent())
                .toList();
    }

    @Override
    public List<Misfit> misfits(Frames frames, Function<String, Optional<Layer>> layers) {
        double way = layers.apply(wind)
                .map(layer -> ((WindLayer) layer).gustSpeed() * travel * frames.loop())
                .orElse(0.0);
        double cells = way / featureSize;
        if (way == 0 || Loop.whole(cells) >= Loop.FEWEST_CELLS) {
            return List.of();
        }
        double fit = Math.max(Loop.FEWEST_CELLS, Math.rint(cells));
        return List.of(new Misfit(
                "Waves travel " + Decimal.write(cells, 3) + " of their sizes in " + Decimal.write(frames.loop(), 2)
                        + " s.",
                List.of(
                        Misfit.fix(
                                "wave size " + Decimal.write(way / fit, 3) + " m",
                                Kinds.with(this, "featureSize", way / fit)),
                        Misfit.fix(
                                "waves travel " + Decimal.write(travel * fit / cells, 3) + " × gusts",
                                Kinds.with(this, "travel", travel * fit / cells)))));
    }

    @Override
    public boolean liesOn(Prop standing) {
        return prop.equals(standing.id());
    }
}
