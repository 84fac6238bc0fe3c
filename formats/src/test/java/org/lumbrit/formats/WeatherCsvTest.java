package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.motion.WindRow;
import org.lumbrit.formats.tables.WeatherCsv;

class WeatherCsvTest {
    private static List<WindRow> read(String text) {
        return WeatherCsv.read(text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void rowsAreReadInAnyOrderOfColumns() {
        assertThat(read("temperature_c,wind_speed_m_s,hour,wind_from_deg\n1,4.5,0,270\n0,6,1,280\n"))
                .containsExactly(new WindRow(0, 270, 4.5), new WindRow(1, 280, 6));
    }

    @Test
    void theDemosStationIsATable() throws IOException {
        List<WindRow> rows = WeatherCsv.read(Files.readAllBytes(Path.of("../demo/thessock-tarn/weather.csv")));
        assertThat(rows).hasSize(49);
        assertThat(rows.stream().mapToDouble(WindRow::speed).max().orElse(0)).isBetween(10.0, 15.0);
    }

    @Test
    void whatIsWrongIsSaidWithItsLine() {
        assertThatThrownBy(() -> read("hour,wind_from_deg\n0,1\n")).hasMessageContaining("no column “wind_speed_m_s”");
        assertThatThrownBy(() -> read("hour,wind_from_deg,wind_speed_m_s\n0,west,3\n"))
                .hasMessageContaining("Line 2, wind_from_deg")
                .hasMessageContaining("west");
        assertThatThrownBy(() -> read("hour,wind_from_deg,wind_speed_m_s\n")).hasMessageContaining("no rows");
    }
}
