package org.lumbrit.core.adapt;

import java.lang.reflect.RecordComponent;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.kinds.Carry;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;

/** The numbers of a falloff or a layer, carried to another ground: those in metres, by the units of their descriptions. */
final class Numbers {
    private static final String METRES = "m";
    private static final String SQUARE_METRES = "m²";

    private final Carry carry;

    Numbers(Carry carry) {
        this.carry = carry;
    }

    /** A record with every setting in metres carried, within what the setting allows. */
    Record of(Record record) {
        if (record instanceof Carry.Itself itself) {
            return itself.carried(carry);
        }
        Record carried = record;
        for (RecordComponent component : Kinds.components(record.getClass())) {
            Object before = Kinds.value(record, component);
            Object after = value(before, Kinds.setting(component));
            if (!after.equals(before)) {
                carried = Kinds.with(carried, component.getName(), after);
            }
        }
        return carried;
    }

    /** A layer, its properties too: what shapes the ground by rises, all else by lengths; plants keep their sizes. */
    Layer of(Layer layer) {
        if (layer.family() == Family.COVER || layer.family() == Family.PLANT) {
            return layer;
        }
        Layer carried = (Layer) of((Record) layer);
        Map<String, PropertyRange> properties = new LinkedHashMap<>(carried.properties());
        for (PropertyDescription offer : layer.offered()) {
            if (offer.unit().equals(METRES)) {
                PropertyRange range = properties.get(offer.name());
                properties.put(
                        offer.name(),
                        new PropertyRange(
                                end(range.low(), layer, offer), end(range.high(), layer, offer), range.combine()));
            }
        }
        return properties.equals(carried.properties())
                ? carried
                : (Layer) Kinds.with((Record) carried, "properties", properties);
    }

    private double end(double metres, Layer layer, PropertyDescription offer) {
        double carried = layer.family() == Family.RELIEF ? carry.rise(metres) : carry.length(metres);
        return Math.max(offer.min(), Math.min(offer.max(), carried));
    }

    private double carried(double number, String unit) {
        return switch (unit) {
            case METRES -> carry.length(number);
            case SQUARE_METRES -> number * carry.length(1) * carry.length(1);
            default -> number;
        };
    }

    private Object value(Object value, Setting setting) {
        if (value instanceof Double number) {
            double carried = setting == null ? number : carried(number, setting.unit());
            return carried == number ? number : (Object) Math.max(setting.min(), Math.min(setting.max(), carried));
        }
        if (value instanceof Point3 point) {
            return new Point3(carry.length(point.x()), carry.height(point.y()), carry.length(point.z()));
        }
        if (value instanceof Optional<?> optional) {
            return optional.map(present -> value(present, setting));
        }
        if (value instanceof List<?> list) {
            return list.stream().map(item -> value(item, setting)).toList();
        }
        return value instanceof Record record && !(value instanceof PropertyRange) ? of(record) : value;
    }
}
