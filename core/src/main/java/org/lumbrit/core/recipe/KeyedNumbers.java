package org.lumbrit.core.recipe;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.props.Prop;

/** Finds numbers of a recipe by the way to them, and puts others in their place. */
public final class KeyedNumbers {
    private KeyedNumbers() {}

    /**
     * A number that can be keyed.
     *
     * @param least the smallest that is allowed; @param most the largest
     */
    public record Found(double value, double least, double most) {}

    /** The recipe with every keyed number as it is at a time. */
    static Recipe at(Recipe recipe, double time) {
        Recipe keyed = recipe;
        for (Track track : recipe.clock().tracks()) {
            keyed = with(keyed, track, track.at(time));
        }
        return keyed;
    }

    private static Recipe with(Recipe recipe, Track track, double number) {
        return with(recipe, track.of(), track.id(), track.setting(), number);
    }

    /** The recipe with another number. @param of what owns it; @param id the owner; @param setting the way to it, as of a {@link Track}; it must be there */
    public static Recipe with(Recipe recipe, Track.Owner of, String id, String setting, double number) {
        String[] way = setting.split("\\.");
        return switch (of) {
            case FALLOFF -> recipe.changeFalloff(id, falloff -> (Falloff) changed(falloff, way, 0, number));
            case LAYER -> recipe.changeLayer(id, layer -> (Layer) changed(layer, way, 0, number));
            case PROP ->
                recipe.withProps(recipe.props().stream()
                        .map(prop -> prop.id().equals(id) ? (Prop) changed(prop, way, 0, number) : prop)
                        .toList());
        };
    }

    /** The number that a track means, where there is one. */
    static Optional<Found> find(Recipe recipe, Track track) {
        return find(recipe, track.of(), track.id(), track.setting());
    }

    /** A number by the way to it, as of a {@link Track}; none where there is none. */
    public static Optional<Found> find(Recipe recipe, Track.Owner of, String id, String setting) {
        Optional<? extends Record> owner = switch (of) {
            case FALLOFF -> recipe.falloff(id);
            case LAYER -> recipe.layer(id).map(Record.class::cast);
            case PROP -> recipe.prop(id);
        };
        return owner.flatMap(record -> found(record, setting.split("\\."), 0, null));
    }

    private static Optional<Found> found(Object value, String[] way, int at, Setting setting) {
        if (at == way.length) {
            return value instanceof Number number
                    ? Optional.of(new Found(
                            number.doubleValue(),
                            setting == null ? -1e7 : setting.min(),
                            setting == null ? 1e7 : setting.max()))
                    : Optional.empty();
        }
        if (value instanceof Optional<?> optional) {
            return optional.flatMap(present -> found(present, way, at, setting));
        }
        if (value instanceof Map<?, ?> map && map.containsKey(way[at])) {
            return found(map.get(way[at]), way, at + 1, null);
        }
        if (value instanceof List<?> list) {
            return list.stream()
                    .filter(item -> named(item, way[at]))
                    .findFirst()
                    .flatMap(item -> found(item, way, at + 1, null));
        }
        if (value instanceof Record record) {
            for (RecordComponent component : Kinds.components(record.getClass())) {
                if (component.getName().equals(way[at])) {
                    return found(Kinds.value(record, component), way, at + 1, Kinds.setting(component));
                }
            }
        }
        return Optional.empty();
    }

    private static boolean named(Object item, String id) {
        return item instanceof Record record
                && java.util.Arrays.stream(Kinds.components(record.getClass()))
                        .anyMatch(component ->
                                component.getName().equals("id") && id.equals(Kinds.value(record, component)));
    }

    private static Object changed(Object value, String[] way, int at, double number) {
        if (at == way.length) {
            return value instanceof Integer ? (Object) (int) Math.rint(number) : (Object) number;
        }
        if (value instanceof Map<?, ?> map) {
            Map<Object, Object> copy = new LinkedHashMap<>(map);
            copy.put(way[at], changed(map.get(way[at]), way, at + 1, number));
            return copy;
        }
        if (value instanceof List<?> list) {
            List<Object> copy = new ArrayList<>();
            list.forEach(item -> copy.add(named(item, way[at]) ? changed(item, way, at + 1, number) : item));
            return copy;
        }
        Record record = (Record) value;
        for (RecordComponent component : Kinds.components(record.getClass())) {
            if (component.getName().equals(way[at])) {
                Object before = Kinds.value(record, component);
                Object inner = before instanceof Optional<?> optional
                        ? Optional.of(changed(optional.orElseThrow(), way, at + 1, number))
                        : changed(before, way, at + 1, number);
                return Kinds.with(record, way[at], inner);
            }
        }
        throw new IllegalStateException("no " + way[at] + " in " + record);
    }
}
