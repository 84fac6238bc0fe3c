package org.lumbrit.core.trials;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.surface.Place;

/** Things of a site as they were in another state of it, put in the place of what they are. */
public final class Brought {
    private Brought() {}

    /** A falloff, layer, prop or place. */
    public record Part(Refers of, String id) {}

    /**
     * The recipe with some things as they were: with what drives them, with the keys of their numbers, and with all that they need and
     * that is not there any more. What was not there then goes.
     *
     * @param parts none for everything, which is the earlier recipe itself
     */
    public static Recipe of(Recipe now, Recipe then, List<Part> parts) {
        if (parts.isEmpty()) {
            return then;
        }
        Recipe brought = now;
        for (Part part : parts) {
            brought = one(brought, then, part);
        }
        return brought;
    }

    private static Recipe one(Recipe now, Recipe then, Part part) {
        Optional<? extends Record> was = find(then, part);
        if (was.isEmpty()) {
            return find(now, part).isPresent() ? now.without(part.of, part.id) : now;
        }
        Recipe with = put(now, then, part);
        if (part.of == Refers.LAYER) {
            List<Drive> drives = new ArrayList<>(with.drives());
            drives.removeIf(drive -> drive.layer().equals(part.id));
            then.drives().stream()
                    .filter(drive -> drive.layer().equals(part.id))
                    .forEach(drives::add);
            with = with.withDrives(drives);
            for (Drive drive : drives) {
                with = needed(with, then, new Part(Refers.FALLOFF, drive.falloff()));
            }
        }
        for (Refers of : List.of(Refers.FALLOFF, Refers.PLACE, Refers.LAYER, Refers.PROP)) {
            for (String id : References.of(was.get(), of)) {
                with = needed(with, then, new Part(of, id));
            }
        }
        List<Track> tracks = new ArrayList<>(with.clock().tracks());
        tracks.removeIf(track -> keys(track, part));
        then.clock().tracks().stream().filter(track -> keys(track, part)).forEach(tracks::add);
        return with.withClock(with.clock().withTracks(tracks));
    }

    private static Recipe needed(Recipe now, Recipe then, Part part) {
        return find(now, part).isPresent() ? now : one(now, then, part);
    }

    private static boolean keys(Track track, Part part) {
        return track.owner().what() == part.of && track.id().equals(part.id);
    }

    private static Optional<? extends Record> find(Recipe recipe, Part part) {
        return switch (part.of) {
            case FALLOFF -> recipe.falloff(part.id);
            case LAYER -> recipe.layer(part.id).map(Record.class::cast);
            case PROP -> recipe.prop(part.id);
            case PLACE -> recipe.place(part.id).map(Record.class::cast);
            default -> Optional.empty();
        };
    }

    private static Recipe put(Recipe now, Recipe then, Part part) {
        return switch (part.of) {
            case FALLOFF -> now.withFalloffs(put(now.falloffs(), then.falloffs(), part.id, Falloff::id));
            case LAYER -> now.withLayers(put(now.layers(), then.layers(), part.id, Layer::id));
            case PROP -> now.withProps(put(now.props(), then.props(), part.id, Prop::id));
            default -> now.withPlaces(put(now.places(), then.places(), part.id, Place::id));
        };
    }

    /** One of a list in its own place; where it is gone, after what it came after. */
    private static <T> List<T> put(List<T> now, List<T> then, String id, Function<T, String> of) {
        List<String> was = then.stream().map(of).toList();
        T thing = then.get(was.indexOf(id));
        List<T> all = new ArrayList<>(now);
        List<String> ids = now.stream().map(of).toList();
        int at = ids.indexOf(id);
        if (at >= 0) {
            all.set(at, thing);
            return all;
        }
        for (int before = was.indexOf(id) - 1; before >= 0; before--) {
            int there = ids.indexOf(was.get(before));
            if (there >= 0) {
                all.add(there + 1, thing);
                return all;
            }
        }
        all.add(0, thing);
        return all;
    }
}
