package org.lumbrit.core.season;

/** Where the weather comes from. A new kind is one record and its name in the {@code permits} line. */
public sealed interface Season permits Climate, StationTable {
    /** Its hours. @param seed another seed, another season, where a rule makes it */
    Weather weather(int seed);
}
