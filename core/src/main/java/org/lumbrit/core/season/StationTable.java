package org.lumbrit.core.season;

import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;

/** What a weather station wrote down. */
@Kind(name = "table", title = "A station’s table", help = "Hours of a weather station, from a CSV file.")
public record StationTable(
        @Setting(title = "hours", byDefault = "[[0,285,3,-3,0,0.5]]")
        List<WeatherHour> station) implements Season {
    public StationTable {
        station = List.copyOf(station);
    }

    @Override
    public Weather weather(int seed) {
        return new Weather(station);
    }
}
