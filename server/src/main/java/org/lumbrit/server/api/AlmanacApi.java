package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.UUID;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.season.Weather;
import org.lumbrit.core.season.WeatherLayer;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.tables.WeatherCsv;
import org.lumbrit.server.storage.SiteStore;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The hours of an almanac. */
@RestController
class AlmanacApi {
    private final SiteStore store;

    AlmanacApi(SiteStore store) {
        this.store = store;
    }

    /**
     * All hours of an almanac.
     *
     * @param hours each hour, where the wind comes from, its speed, temperature, snowfall, sun, rain
     * @param fallen millimetres of snow in all; @param coldest °C; @param warmest °C; @param strongest m/s
     */
    record Hours(
            @NotNull Integer revision,
            @NotNull @Schema(type = "array") JsonNode hours,
            @NotNull Double fallen,
            @NotNull Double coldest,
            @NotNull Double warmest,
            @NotNull Double strongest) {}

    @GetMapping(path = "/api/sites/{id}/almanac", produces = MediaType.APPLICATION_JSON_VALUE)
    Hours hours(@PathVariable UUID id, @RequestParam String layer) {
        var state = store.state(id);
        Weather weather = almanac(state.recipe(), layer).weather();
        double coldest = Double.POSITIVE_INFINITY;
        double warmest = Double.NEGATIVE_INFINITY;
        double strongest = 0;
        for (var hour : weather.hours()) {
            coldest = Math.min(coldest, hour.temperature());
            warmest = Math.max(warmest, hour.temperature());
            strongest = Math.max(strongest, hour.speed());
        }
        return new Hours(
                state.revision(),
                RecipeJson.node(weather.hours()),
                weather.fallen(0, weather.hours().size()),
                coldest,
                warmest,
                strongest);
    }

    @GetMapping(path = "/api/sites/{id}/almanac.csv", produces = "text/csv")
    ResponseEntity<byte[]> table(@PathVariable UUID id, @RequestParam String layer) {
        Weather weather = almanac(store.state(id).recipe(), layer).weather();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"weather.csv\"")
                .body(WeatherCsv.write(List.copyOf(weather.hours())).getBytes(StandardCharsets.UTF_8));
    }

    private static WeatherLayer almanac(Recipe recipe, String layer) {
        return recipe.layer(layer, WeatherLayer.class)
                .orElseThrow(() -> new BadInputException("layer: “" + layer + "” is no almanac of this site."));
    }
}
