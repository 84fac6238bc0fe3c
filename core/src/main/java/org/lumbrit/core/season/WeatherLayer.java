package org.lumbrit.core.season;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
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
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Samples;

/**
 * The almanac: the season's weather by the hour, made by a rule or read from a station's table, and how many hours pass in a second of
 * the clock. Falloffs read what the weather is now; snow and what grows follow it.
 */
@Kind(
        name = "weather",
        title = "Almanac",
        help = "The season’s weather by the hour: wind, temperature, snowfall, sun. By a rule or from a table.")
public record WeatherLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, another season")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "season", byDefault = "{\"kind\":\"rule\"}", help = "A rule, or a station’s table")
        Season season,

        @Setting(
                title = "pace",
                unit = "h/s",
                min = 0,
                max = 1e5,
                slider = {0, 48},
                byDefault = "21",
                help = "Hours that pass in a second of the clock; 0 holds the first hour")
        double pace,

        @Setting(
                title = "begins at",
                unit = "h",
                min = 0,
                max = 8784,
                slider = {0, 168},
                byDefault = "0",
                help = "The hour of the season at second 0 of the clock")
        double begins,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {
    public static final String TEMPERATURE = "temperature";
    public static final String WIND = "wind";
    public static final String SNOWFALL = "snowfall";
    public static final String RAIN = "rain";
    public static final String FRESH = "fresh-snow";
    public static final String SINCE = "days-since-snow";
    private static final int MOST_ROWS = 8784;

    public WeatherLayer {
        properties = PropertyDescription.complete(List.of(), properties);
    }

    /** All its hours. */
    public Weather weather() {
        return season.weather(seed);
    }

    /** Hours from the first at a second of the clock, within the season. */
    public double hourAt(double seconds) {
        return Math.max(0, Math.min(length(), begins + pace * seconds));
    }

    /** Seconds of the clock at an hour: the inverse of {@link #hourAt}; where the clock does not move it, all hours are at 0. */
    public double secondsAt(double hour) {
        return pace == 0 ? 0 : (hour - begins) / pace;
    }

    /** How many hours it has. */
    public int length() {
        return season instanceof Climate climate
                ? climate.hours()
                : ((StationTable) season).station().size();
    }

    @Override
    public List<PropertyDescription> offered() {
        return List.of();
    }

    @Override
    public Family family() {
        return Family.AIR;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.TIME);
    }

    @Override
    public boolean keyable(String setting) {
        return false;
    }

    @Override
    public void check(Checking checking) {
        if (!(season instanceof StationTable table)) {
            return;
        }
        List<WeatherHour> rows = table.station();
        if (rows.isEmpty() || rows.size() > MOST_ROWS) {
            checking.say("season.station", "A table has 1 to " + MOST_ROWS + " hours, a year.");
        }
        for (int i = 0; i < rows.size(); i++) {
            WeatherHour row = rows.get(i);
            String at = "season.station[" + i + "]";
            if (row.hour() != i) {
                checking.say(
                        at, "Hours follow each other from 0 on; this one is " + Decimal.write(row.hour(), 2) + ".");
                return;
            }
            if (!within(row.from(), -720, 720)
                    || !within(row.speed(), 0, 150)
                    || !within(row.temperature(), -90, 60)
                    || !within(row.snowfall(), 0, 1000)
                    || !within(row.sun(), 0, 1)
                    || !within(row.rain(), 0, 500)) {
                checking.say(
                        at,
                        "Hour " + i
                                + ": wind from −720 to 720°, 0 to 150 m/s; −90 to 60 °C; 0 to 1000 mm of snow; sun 0 to 1; 0 to 500 mm of rain.");
                return;
            }
        }
    }

    private static boolean within(double value, double least, double most) {
        return value >= least && value <= most;
    }

    @Override
    public Begun begin(Beginning beginning) {
        WeatherLayer made = beginning.ready(this, "Almanac");
        return new Begun.Made(
                made,
                TEMPERATURE,
                false,
                made.name + " holds a week of weather. Its page shows it; snow follows it, and falloffs can read it.");
    }

    @Override
    public List<Field> results() {
        return List.of(
                even(
                        TEMPERATURE,
                        "temperature",
                        "°C",
                        new double[] {-20, 20},
                        hour -> weather().temperature(hour)),
                even(
                        WIND,
                        "wind speed",
                        "m/s",
                        new double[] {0, 30},
                        hour -> weather().speed(hour)),
                even(
                        SNOWFALL,
                        "snowfall",
                        "mm/h",
                        new double[] {0, 40},
                        hour -> weather().at(hour).snowfall()),
                even(
                        RAIN,
                        "rain",
                        "mm/h",
                        new double[] {0, 10},
                        hour -> weather().at(hour).rain()),
                even(
                        FRESH,
                        "snow of the last day",
                        "mm",
                        new double[] {0, 300},
                        hour -> weather().fallen(hour - 24, hour)),
                even(
                        SINCE,
                        "days since it snowed",
                        "d",
                        new double[] {0, 7},
                        hour -> weather().sinceSnow(hour) / 24));
    }

    private Field even(String field, String title, String unit, double[] ends, ToDoubleFunction<Double> at) {
        return Field.inPlace(
                field,
                title,
                "As the almanac has it now",
                unit,
                site -> ends,
                (site, samples) -> values(site, samples, at));
    }

    private float[] values(Surroundings site, Samples samples, ToDoubleFunction<Double> at) {
        float[] values = new float[samples.count()];
        Arrays.fill(values, (float) at.applyAsDouble(hourAt(site.time())));
        return values;
    }

    @Override
    public String sentence(String result, Surroundings site) {
        double at = hourAt(site.time());
        WeatherHour now = weather().at(at);
        return "Hour " + Decimal.write(at, 1) + " of " + length() + ": "
                + Decimal.write(weather().temperature(at), 1) + " °C, wind from "
                + Decimal.write(now.from(), 0) + "° with " + Decimal.write(now.speed(), 1) + " m/s, "
                + (now.snowfall() > 0 ? Decimal.write(now.snowfall(), 1) + " mm of snow an hour." : "no snow.")
                + (now.rain() > 0 ? " It rains " + Decimal.write(now.rain(), 1) + " mm an hour." : "");
    }

    @Override
    public List<String> tools() {
        return List.of("almanac");
    }
}
