package org.lumbrit.core.motion;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.falloff.Loop;
import org.lumbrit.core.falloff.Readings;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Checking;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.Misfit;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Surroundings;

/**
 * One wind over the place, which any number of plants and props feel: a mean speed, gusts that travel downwind as noise, small
 * turbulence that travels with them. Its speed, with gusts, is a result that falloffs may read.
 */
@Kind(
        name = "wind",
        version = 2,
        title = "Wind",
        help = "One wind over the whole place; plants sway and cloth waves in it.")
public record WindLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other gusts")
        int seed,

        @Setting(like = LayerHead.class, help = "A hidden wind is calm: nothing moves in it") @Apart
        boolean hidden,

        @Setting(
                title = "heading",
                unit = "°",
                min = -360,
                max = 720,
                slider = {0, 360},
                byDefault = "90",
                help = "The way it goes: 0 is north (−z), 90 is east (+x). A weather station says where it comes from")
        double heading,

        @Setting(
                title = "gusts travel",
                unit = "m/s",
                min = 0,
                max = 200,
                slider = {0, 20},
                byDefault = "6",
                help = "How fast gusts go over the ground, downwind")
        double gustSpeed,

        @Setting(
                title = "gust length",
                unit = "m",
                min = 0.05,
                max = 10000,
                slider = {2, 80},
                byDefault = "12",
                help = "Feature size of the gusts downwind")
        double gustLength,

        @Setting(
                title = "gust breadth",
                unit = "m",
                min = 0.05,
                max = 10000,
                slider = {2, 80},
                byDefault = "16",
                help = "Feature size of the gusts across the wind")
        double gustBreadth,

        @Setting(
                title = "gust height",
                unit = "m",
                min = 0.05,
                max = 10000,
                slider = {2, 80},
                byDefault = "40",
                onCard = false,
                help = "Feature size of the gusts upward")
        double gustHeight,

        @Setting(
                title = "churn",
                unit = "/s",
                min = 0,
                max = 100,
                slider = {0, 2},
                byDefault = "0",
                onCard = false,
                help = "How often a second gusts become other ones while they travel")
        double churn,

        @Setting(
                title = "turbulence size",
                unit = "m",
                min = 0.05,
                max = 1000,
                slider = {0.5, 20},
                byDefault = "3",
                help = "Feature size of the small-scale turbulence")
        double turbulenceSize,

        @Setting(
                title = "blows",
                byDefault = "{\"kind\":\"downwind\"}",
                help = "With its gusts, or as a pointer swings")
        Blowing blows,

        @Setting(title = "gust source", byDefault = "{\"kind\":\"none\"}", help = "A source that circles a pivot")
        GustSource source,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String SPEED = "speed";
    public static final String GUST = "gust";
    public static final String TURBULENCE = "turbulence";
    /** The result: speed of the air at a moment, with gusts, m/s. */
    public static final String WIND = "wind";

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(
                            SPEED, "Mean speed of the air; calm where its falloffs are 0", "m/s", 0, 100, 20, 0, 5)
                    .inPlace(),
            PropertyDescription.of(GUST, "How much gusts add and take, as a share of the mean", "", 0, 1, 1, 0, 0.6)
                    .inPlace(),
            PropertyDescription.of(
                            TURBULENCE, "Small eddies along and across, as a share of the mean", "", 0, 1, 1, 0, 0.15)
                    .inPlace());

    public WindLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.MOTION;
    }

    @Override
    public Begun begin(Beginning beginning) {
        return new Begun.Made(
                beginning.ready(this, "Wind"),
                WIND,
                true,
                "The wind blows: its gusts are on the ground. Turn it by the rose; a sway lets plants bend in it.");
    }

    @Override
    public List<Field> results() {
        return List.of(Field.inPlace(
                WIND,
                "speed of the air",
                "Speed of the air now, with gusts",
                "m/s",
                // the same at all times
                site -> new double[] {
                    0,
                    Math.max(
                            0.1,
                            properties.get(SPEED).most()
                                    * (1 + properties.get(GUST).most()))
                },
                (site, samples) -> AirAt.speed(site, this, samples)));
    }

    @Override
    public void check(Checking checking) {
        blows.check(checking.wrong().below("blows"));
    }

    /** A pattern that travels is a function of time as long as what it travels by is the same at all times. */
    @Override
    public boolean keyable(String setting) {
        return setting.startsWith("properties.");
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        double shorter = Math.min(site.ground().width(), site.ground().depth());
        if (hidden || gustLength <= shorter) {
            return List.of();
        }
        double better = shorter / 5;
        return List.of(Finding.of(
                Finding.Severity.WARNING,
                this,
                "gusts larger than the field",
                "A gust is " + Decimal.write(gustLength, 1) + " m long and the ground " + Decimal.write(shorter, 1)
                        + " m wide, so all of it leans at once, like sea-weed.",
                "Make gusts " + Decimal.write(better, 2) + " m long",
                List.of(new LayerEdit.Set(with("gustLength", better)))));
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND, Surrounding.TIME);
    }

    @Override
    public List<Misfit> misfits(Frames frames, Function<String, Optional<Layer>> layers) {
        List<Misfit> misfits = new ArrayList<>();
        double way = gustSpeed * frames.loop();
        String seconds = Decimal.write(frames.loop(), 2) + " s";
        if (way > 0) {
            double cells = way / gustLength;
            if (Loop.whole(cells) < Loop.FEWEST_CELLS) {
                double fit = Math.max(Loop.FEWEST_CELLS, Math.rint(cells));
                misfits.add(new Misfit(
                        "Gusts travel " + Decimal.write(cells, 3) + " gust lengths in " + seconds
                                + "; a whole number of at least " + Loop.FEWEST_CELLS + " loops.",
                        List.of(
                                Misfit.fix(
                                        "gust length " + Decimal.write(way / fit, 3) + " m",
                                        with("gustLength", way / fit)),
                                Misfit.fix(
                                        "gusts travel " + Decimal.write(fit * gustLength / frames.loop(), 3) + " m/s",
                                        with("gustSpeed", fit * gustLength / frames.loop())))));
            }
            double eddies = way / turbulenceSize;
            if (Loop.whole(eddies) < Loop.FEWEST_CELLS
                    && properties.get(TURBULENCE).most() > 0) {
                double fit = Math.max(Loop.FEWEST_CELLS, Math.rint(eddies));
                misfits.add(new Misfit(
                        "Turbulence travels " + Decimal.write(eddies, 3) + " of its sizes in " + seconds + ".",
                        List.of(Misfit.fix(
                                "turbulence size " + Decimal.write(way / fit, 3) + " m",
                                with("turbulenceSize", way / fit)))));
            }
        }
        double turns = churn * frames.loop();
        if (churn > 0 && Loop.whole(turns) < 1) {
            double fit = Math.max(1, Math.rint(turns));
            misfits.add(new Misfit(
                    "Gusts churn " + Decimal.write(turns, 3) + " times in " + seconds + ".",
                    List.of(Misfit.fix(
                            "churn " + Decimal.write(fit, 0) + " times: " + Decimal.write(fit / frames.loop(), 3)
                                    + " /s",
                            with("churn", fit / frames.loop())))));
        }
        if (!blows.loops(frames.start(), frames.loop())) {
            misfits.add(new Misfit(
                    "What it blows by does not come back after " + seconds + ".",
                    List.of(Misfit.fix(
                            "a key at the end as at the start",
                            with("blows", blows.fitted(frames.start(), frames.loop()))))));
        }
        return misfits;
    }

    private WindLayer with(String setting, Object value) {
        return org.lumbrit.core.kinds.Kinds.with(this, setting, value);
    }

    @Override
    public boolean handedOver() {
        return true;
    }

    @Override
    public List<String> tools() {
        return List.of("rose");
    }

    @Override
    public String sentence(String result, Surroundings site) {
        return name + " goes toward " + Decimal.write(heading, 0) + "° at "
                + Readings.speed(properties.get(SPEED).high()) + " on the average; its gusts of "
                + Readings.metres(gustLength) + " travel at " + Readings.speed(gustSpeed)
                + ". Plants sway in it through a sway.";
    }
}
