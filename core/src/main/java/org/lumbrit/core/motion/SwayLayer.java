package org.lumbrit.core.motion;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.Loop;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Checking;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.Misfit;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;

/**
 * The plants of one cover sway in a wind: each bends by max bend · tanh(wind / stiffness) toward where the air goes, follows it
 * with a lag, and crinkles a little in itself. The mask says how much of it reaches which height: not driven it rises evenly
 * from 0 at the foot to 1 at the tip.
 */
@Kind(name = "sway", version = 2, title = "Sway", help = "Lets the plants of a cover bend in the wind, roots held.")
public record SwayLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, another crinkle")
        int seed,

        @Setting(like = LayerHead.class, help = "A hidden sway moves nothing") @Apart
        boolean hidden,

        @Setting(title = "wind", refers = Refers.LAYER, of = "wind", help = "The wind that they feel")
        String wind,

        @Setting(title = "plants", refers = Refers.LAYER, of = "cover", help = "The cover whose plants sway")
        String cover,

        @Setting(
                title = "way",
                byDefault = "bend",
                help = "Bend along an arc that keeps their length, or turn about their foot as stiff one-piece blades")
        Way way,

        @Setting(
                title = "crinkle rate",
                unit = "/s",
                min = 0,
                max = 60,
                slider = {0, 6},
                byDefault = "1.5",
                help = "How many features of the crinkle run up the plant in a second")
        double crinkleRate,

        @Setting(
                title = "lean kept",
                min = 0,
                max = 1,
                byDefault = "1",
                help = "How much of the steady lean into the mean wind is kept besides the swinging")
        double lean,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String BEND = "bend";
    public static final String STIFFNESS = "stiffness";
    public static final String DAMPING = "damping";
    public static final String CRINKLE = "crinkle";
    public static final String PHASE = "phase";
    public static final String MASK = "mask";

    /** How a plant gives way. */
    public enum Way {
        /** Along an arc. */
        BEND,
        /** As one stiff piece. */
        TURN
    }

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(BEND, "The largest angle at the tip, in any storm", "°", 0, 180, 120, 0, 70),
            PropertyDescription.of(
                    STIFFNESS,
                    "The wind at which it would bend fully if it went on giving way as in a breeze",
                    "m/s",
                    0.01,
                    1000,
                    40,
                    12,
                    12),
            PropertyDescription.of(DAMPING, "Seconds by which it lags behind the wind", "s", 0, 60, 2, 0.25, 0.25),
            PropertyDescription.of(
                    CRINKLE, "Small motion in itself, as a share of its length", "", 0, 1, 0.1, 0, 0.015),
            PropertyDescription.of(PHASE, "Seconds by which gusts come later to it", "s", -3600, 3600, 4, 0, 0),
            PropertyDescription.of(
                            MASK,
                            "How much of the motion there is; not driven it rises from foot to tip",
                            "",
                            0,
                            1,
                            1,
                            0,
                            1)
                    .along());

    public SwayLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    /** For the chosen cover, or the first, that does not sway yet. */
    @Override
    public Begun begin(Beginning beginning) {
        Recipe recipe = beginning.recipe();
        List<String> swaying =
                recipe.layersOf(SwayLayer.class).stream().map(SwayLayer::cover).toList();
        List<CoverLayer> still = recipe.layersOf(CoverLayer.class).stream()
                .filter(each -> !swaying.contains(each.id()))
                .toList();
        Optional<CoverLayer> chosen = still.stream()
                .filter(each -> each.id().equals(beginning.layer()))
                .findFirst()
                .or(() -> still.stream().findFirst());
        if (chosen.isEmpty() && !swaying.isEmpty()) {
            return new Begun.Missing("Every cover sways already; change its sway, or copy one to others.", "");
        }
        return beginning.filled(
                chosen.map(each -> forCover(each.id())).orElse(this),
                "Sway of " + chosen.map(CoverLayer::name).orElse("plants"),
                layer -> new Begun.Made(
                        layer,
                        BEND,
                        false,
                        chosen.orElseThrow().name() + " bends in "
                                + recipe.names().nameOf(Refers.LAYER, ((SwayLayer) layer).wind) + "."));
    }

    @Override
    public Family family() {
        return Family.MOTION;
    }

    @Override
    public void check(Checking checking) {
        checking.recipe().layersOf(SwayLayer.class).stream()
                .takeWhile(other -> other != this)
                .filter(other -> other.cover.equals(cover))
                .findFirst()
                .ifPresent(other ->
                        checking.say("cover", "These plants sway already by “" + other.name + "”; one sway a cover."));
    }

    /** How it gives way stays the same at all times; how far it bends may change. */
    @Override
    public boolean keyable(String setting) {
        return setting.matches("properties[.](bend|stiffness)[.].*");
    }

    /** The sways that are shown, with a shown wind and a shown cover. */
    public static List<SwayLayer> shown(Recipe recipe) {
        return recipe.layersOf(SwayLayer.class).stream()
                .filter(sway -> !sway.hidden)
                .filter(sway ->
                        recipe.layer(sway.wind).filter(wind -> !wind.hidden()).isPresent())
                .filter(sway -> recipe.layer(sway.cover)
                        .filter(planted -> !planted.hidden())
                        .isPresent())
                .toList();
    }

    @Override
    public List<Misfit> misfits(Frames frames, Function<String, Optional<Layer>> layers) {
        double cells = crinkleRate * frames.loop();
        if (crinkleRate == 0 || properties.get(CRINKLE).most() == 0 || Loop.whole(cells) >= 1) {
            return List.of();
        }
        double fit = Math.max(1, Math.rint(cells));
        return List.of(new Misfit(
                "Its crinkle goes through " + Decimal.write(cells, 3) + " features in "
                        + Decimal.write(frames.loop(), 2) + " s.",
                List.of(Misfit.fix(
                        "crinkle rate " + Decimal.write(fit / frames.loop(), 3) + " /s",
                        Kinds.with(this, "crinkleRate", fit / frames.loop())))));
    }

    /** One with everything by default. */
    public static SwayLayer plain(String wind, String cover) {
        return new SwayLayer("tried", "Tried", 1, false, wind, cover, Way.BEND, 1.5, 1, Map.of());
    }

    /** The same for the plants of another cover. */
    public SwayLayer forCover(String newCover) {
        return Kinds.with(this, "cover", newCover);
    }

    @Override
    public List<String> tools() {
        return List.of("spread");
    }

    @Override
    public boolean duplicable() {
        return false;
    }
}
