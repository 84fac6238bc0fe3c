package org.lumbrit.demo;

import java.nio.charset.StandardCharsets;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Hash;

/** A simulated weather station at the pass: two days of late autumn by the hour, a front going through in the first night. */
final class TarnWeather {
    private static final int HOURS = 49;

    private TarnWeather() {}

    static byte[] csv() {
        StringBuilder text = new StringBuilder("hour,wind_from_deg,wind_speed_m_s,temperature_c,snowfall_mm\n");
        for (int hour = 0; hour < HOURS; hour++) {
            double front = 1 / (1 + StrictMath.exp(-(hour - 19) / 2.5));
            double storm = StrictMath.exp(-(hour - 19) * (hour - 19) / 40.0);
            double from = 205 + 120 * front + 12 * (Hash.unit(Hash.of(3, hour, 1)) - 0.5);
            double speed = 3.2 + 9 * storm + 1.6 * Hash.unit(Hash.of(3, hour, 2));
            double temperature = 5 - 8 * front + 2.5 * StrictMath.sin(2 * StrictMath.PI * (hour - 9) / 24);
            double snow = temperature < 0.5 ? 1.8 * storm + 0.4 * front * Hash.unit(Hash.of(3, hour, 3)) : 0;
            text.append(hour)
                    .append(',')
                    .append(Decimal.write(Math.rint(from), 0))
                    .append(',')
                    .append(Decimal.write(speed, 1))
                    .append(',')
                    .append(Decimal.write(temperature, 1))
                    .append(',')
                    .append(Decimal.write(snow, 1))
                    .append('\n');
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }
}
