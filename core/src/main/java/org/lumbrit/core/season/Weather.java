package org.lumbrit.core.season;

import java.util.List;

/** Hours of weather in their order. What is asked before the first hour is that hour's, after the last that one's. */
public record Weather(List<WeatherHour> hours) {
    public Weather {
        hours = List.copyOf(hours);
    }

    /** The hour that a moment lies in. @param at hours from the first */
    public WeatherHour at(double at) {
        int hour = (int) Math.max(0, Math.min(hours.size() - 1, Math.floor(at)));
        return hours.get(hour);
    }

    /** Temperature between the middles of the hours, °C. */
    public double temperature(double at) {
        return between(at, true);
    }

    /** Speed of the wind between the middles of the hours, m/s. */
    public double speed(double at) {
        return between(at, false);
    }

    private double between(double at, boolean warmth) {
        double middle = at - 0.5;
        WeatherHour before = at(middle);
        WeatherHour after = at(middle + 1);
        double share = Math.max(0, Math.min(1, middle - Math.floor(middle)));
        double a = warmth ? before.temperature() : before.speed();
        double b = warmth ? after.temperature() : after.speed();
        return middle < 0 ? a : a + share * (b - a);
    }

    /** Snow that has fallen between two moments, millimetres. */
    public double fallen(double from, double to) {
        double sum = 0;
        for (int hour = (int) Math.max(0, Math.floor(from)); hour < hours.size() && hour < to; hour++) {
            double part = Math.min(to, hour + 1) - Math.max(from, hour);
            sum += part > 0 ? part * hours.get(hour).snowfall() : 0;
        }
        return sum;
    }

    /** Hours since it last snowed; all since the first where it has not. */
    public double sinceSnow(double at) {
        for (int hour = (int) Math.min(hours.size() - 1, Math.floor(at)); hour >= 0; hour--) {
            if (hours.get(hour).snowfall() > 0) {
                return Math.max(0, at - (hour + 1));
            }
        }
        return Math.max(0, at);
    }
}
