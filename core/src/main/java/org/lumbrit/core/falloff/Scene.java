package org.lumbrit.core.falloff;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.SegmentTree;

/** What sources can measure from: the site's places, and the time in seconds. Thread-safe. */
public final class Scene {
    private final Map<String, Place> places;
    private final double time;
    private final Map<String, SegmentTree> trees = new ConcurrentHashMap<>();

    public Scene(Map<String, Place> places, double time) {
        this.places = Map.copyOf(places);
        this.time = time;
    }

    public double time() {
        return time;
    }

    public SegmentTree tree(String placeId, boolean plan) {
        return trees.computeIfAbsent(placeId + (plan ? "/plan" : "/space"), key -> {
            Place place = places.get(placeId);
            return new SegmentTree(place.corners(), place.closed(), plan);
        });
    }
}
