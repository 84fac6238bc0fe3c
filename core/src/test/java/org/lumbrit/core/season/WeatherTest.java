package org.lumbrit.core.season;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;

class WeatherTest {
    private static final Climate CLIMATE = new Climate(500, -3, 3, 5, 36, 0.6, 20, 2, 16, 285);

    @Test
    void aRuleGivesTheSameSeasonForTheSameSeedAndAnotherForAnother() {
        assertThat(CLIMATE.weather(3)).isEqualTo(CLIMATE.weather(3)).isNotEqualTo(CLIMATE.weather(4));
        assertThat(CLIMATE.weather(3).hours()).hasSize(500);
    }

    @Test
    void stormsAreColdAndWindyAndSnowOnlyFallsWhereItIsCold() {
        List<WeatherHour> hours =
                new Climate(8000, 0, 3, 5, 36, 0.6, 20, 2, 16, 285).weather(9).hours();
        double snowing = 0;
        double windInSnow = 0;
        double wind = 0;
        for (WeatherHour hour : hours) {
            assertThat(hour.snowfall()).isBetween(0.0, 20.0);
            assertThat(hour.from()).isBetween(0.0, 360.0);
            assertThat(hour.sun()).isBetween(0.0, 1.0);
            if (hour.temperature() >= 2) {
                assertThat(hour.snowfall()).isZero();
            }
            if (hour.snowfall() > 0) {
                snowing++;
                windInSnow += hour.speed();
            }
            wind += hour.speed();
        }
        assertThat(snowing / hours.size()).isBetween(0.03, 0.4);
        assertThat(windInSnow / snowing).isGreaterThan(1.5 * wind / hours.size());
        double mean =
                hours.stream().mapToDouble(WeatherHour::temperature).average().orElseThrow();
        assertThat(mean).isCloseTo(0, within(0.8));
        assertThat(new Climate(1000, 0, 3, 5, 36, 0, 20, 2, 16, 285).weather(9).fallen(0, 1000))
                .as("never stormy")
                .isZero();
    }

    @Test
    void momentsLieBetweenTheHours() {
        Weather weather = new Weather(List.of(
                new WeatherHour(0, 270, 2, -4, 10, 0, 0),
                new WeatherHour(1, 270, 6, 0, 0, 1, 0),
                new WeatherHour(2, 270, 6, 2, 0, 1, 0)));
        assertThat(weather.temperature(0.5)).isEqualTo(-4);
        assertThat(weather.temperature(1)).isEqualTo(-2);
        assertThat(weather.temperature(0)).isEqualTo(-4);
        assertThat(weather.temperature(9)).isEqualTo(2);
        assertThat(weather.speed(0.75)).isEqualTo(3);
        assertThat(weather.fallen(0, 3)).isEqualTo(10);
        assertThat(weather.fallen(0.75, 2)).isEqualTo(2.5);
        assertThat(weather.sinceSnow(0.5)).isZero();
        assertThat(weather.sinceSnow(2.5)).isEqualTo(1.5);
    }
}
