package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.concurrent.Callable;
import org.lumbrit.core.season.WeatherLayer;
import org.lumbrit.formats.tables.WeatherCsv;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** The hours of an almanac. */
@Command(
        name = "weather",
        mixinStandardHelpOptions = true,
        description = "Prints the hours of an almanac as CSV: wind from and speed, temperature, snowfall, sun, rain.")
final class WeatherCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the almanac.")
    private String name;

    @Override
    public Integer call() throws IOException {
        WeatherLayer layer = Find.layer(recipe.site().recipe(), name, WeatherLayer.class, "is no almanac; choose one");
        try (Writer out = Output.writer()) {
            out.write(WeatherCsv.write(layer.weather().hours()));
        }
        return 0;
    }
}
