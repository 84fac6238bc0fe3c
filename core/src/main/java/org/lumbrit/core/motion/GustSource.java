package org.lumbrit.core.motion;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;

/** Where gusts come from besides the noise that travels downwind. A new kind is one record and its name in the {@code permits} line. */
public sealed interface GustSource permits GustSource.None, GustSource.Orbiting {

    @Kind(name = "none", title = "Only the travelling gusts", help = "Nothing else stirs the air.")
    record None() implements GustSource {}

    /**
     * A blower that circles a pivot: a whole number of turns a loop. It pushes the air away from itself, strongest at a third of
     * its reach: strength · 6.75·u·(1 − u)² at u = distance/reach.
     */
    @Kind(name = "orbiting", title = "Circles a pivot", help = "A source of gusts that circles a pivot, once a loop.")
    record Orbiting(
            @Setting(
                    title = "pivot x",
                    unit = "m",
                    min = -1e6,
                    max = 1e6,
                    slider = {-80, 80},
                    byDefault = "0",
                    help = "To the east")
            double x,

            @Setting(
                    title = "pivot z",
                    unit = "m",
                    min = -1e6,
                    max = 1e6,
                    slider = {-80, 80},
                    byDefault = "0",
                    help = "To the south")
            double z,

            @Setting(
                    title = "radius",
                    unit = "m",
                    min = 0,
                    max = 10000,
                    slider = {0, 40},
                    byDefault = "8",
                    help = "From the pivot to the source")
            double radius,

            @Setting(
                    title = "reach",
                    unit = "m",
                    min = 0.01,
                    max = 10000,
                    slider = {1, 40},
                    byDefault = "14",
                    help = "As far from the source the air is stirred")
            double reach,

            @Setting(
                    title = "strength",
                    unit = "m/s",
                    min = 0,
                    max = 100,
                    slider = {0, 15},
                    byDefault = "5",
                    help = "What it adds to the wind where it is strongest")
            double strength,

            @Setting(
                    title = "turns",
                    min = -100,
                    max = 100,
                    slider = {-3, 3},
                    byDefault = "1",
                    help = "How often it circles in one loop; below 0 the other way round")
            int turns)
            implements GustSource {

        /**
         * Where it is: east and south, metres.
         *
         * @param share of the loop that has gone by
         */
        void place(double share, double[] at) {
            double angle = 2 * StrictMath.PI * (turns * share - Math.floor(turns * share));
            at[0] = x + radius * StrictMath.sin(angle);
            at[1] = z - radius * StrictMath.cos(angle);
        }

        /** Adds what it does at a place to the wind there, m/s to the east and to the south. */
        void add(double[] source, double px, double pz, double[] wind) {
            double dx = px - source[0];
            double dz = pz - source[1];
            double away = Math.sqrt(dx * dx + dz * dz);
            double u = away / reach;
            if (u >= 1 || away == 0) {
                return;
            }
            double push = strength * 6.75 * u * (1 - u) * (1 - u) / away;
            wind[0] += push * dx;
            wind[1] += push * dz;
        }
    }
}
