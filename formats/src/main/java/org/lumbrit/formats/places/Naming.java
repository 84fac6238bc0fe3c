package org.lumbrit.formats.places;

import java.util.List;
import org.lumbrit.core.surface.Place;

/** Names for places that are read. */
final class Naming {
    private Naming() {}

    /** The name, or the name with a number where it is taken. */
    static String free(String name, List<Place> places) {
        String candidate = name;
        for (int n = 2; taken(candidate, places); n++) {
            candidate = name + " " + n;
        }
        return candidate;
    }

    private static boolean taken(String name, List<Place> places) {
        return places.stream().anyMatch(place -> place.name().equals(name));
    }
}
