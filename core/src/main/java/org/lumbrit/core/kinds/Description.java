package org.lumbrit.core.kinds;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * A kind as the screen needs it to make a form.
 *
 * @param name the word in the recipe; @param title the name on screen; @param help one line
 * @param decides settings of the thing that has it which it decides itself, so that no form asks for them
 */
public record Description(
        String name, String title, String help, List<SettingDescription> settings, List<String> decides) {
    private static final Set<String> STRUCTURE = Set.of("id", "name", "skipped", "properties", "hidden");

    /**
     * One setting.
     *
     * @param type number, whole, switch, choice, kind (a thing with settings of its own), curve, list, falloff, place, layer, prop, props, layers (several of them), picture, mesh, colour or text
     * @param byDefault as it would stand in the recipe, "" where there is none
     * @param choices the words of a choice, empty for the others
     * @param of which kinds of thing a reference may name, empty where any will do
     * @param when the setting and its word with which it means something, as {@code by=hour}, "" where always
     */
    public record SettingDescription(
            String name,
            String title,
            String help,
            String type,
            String unit,
            double min,
            double max,
            double sliderMin,
            double sliderMax,
            String byDefault,
            List<String> choices,
            List<String> of,
            String when,
            boolean onCard) {}

    /** A kind's description, from its annotations alone. */
    public static Description of(Class<? extends Record> type) {
        Kind kind = Kinds.kind(type);
        return new Description(kind.name(), kind.title(), kind.help(), settings(type), List.of(kind.decides()));
    }

    /** The settings of any record, in order; those without a description are left out. */
    public static List<SettingDescription> settings(Class<? extends Record> type) {
        List<SettingDescription> settings = new ArrayList<>();
        for (RecordComponent component : Kinds.components(type)) {
            Setting setting = Kinds.setting(component);
            if (setting != null && !STRUCTURE.contains(component.getName())) {
                settings.add(describe(component, setting));
            }
        }
        return settings;
    }

    private static SettingDescription describe(RecordComponent component, Setting setting) {
        Class<?> type = component.getType();
        double[] slider = setting.slider().length == 2 ? setting.slider() : new double[] {setting.min(), setting.max()};
        return new SettingDescription(
                component.getName(),
                setting.title(),
                setting.help(),
                typeOf(component, setting),
                setting.unit(),
                setting.min(),
                setting.max(),
                slider[0],
                slider[1],
                setting.byDefault(),
                type.isEnum() ? Kinds.words(type) : List.of(),
                List.of(setting.of()),
                setting.when(),
                setting.onCard());
    }

    private static String typeOf(RecordComponent component, Setting setting) {
        Class<?> type = component.getType();
        if (type == java.util.Optional.class) {
            String of = component.getGenericType().getTypeName();
            return of.contains("Double") ? "number" : of.contains("Integer") ? "whole" : "text";
        }
        if (type == double.class) {
            return "number";
        }
        if (type == int.class || type == long.class) {
            return "whole";
        }
        if (type == boolean.class) {
            return "switch";
        }
        if (type.isEnum()) {
            return "choice";
        }
        if (Kinds.known(type)) {
            return "kind";
        }
        if (type == List.class) {
            if (setting.refers() == Refers.PROP || setting.refers() == Refers.LAYER) {
                return setting.refers() == Refers.PROP ? "props" : "layers";
            }
            return component.getGenericType().getTypeName().contains("CurvePoint") ? "curve" : "list";
        }
        return switch (setting.refers()) {
            case FALLOFF -> "falloff";
            case PLACE -> "place";
            case LAYER -> "layer";
            case PICTURE -> "picture";
            case MESH -> "mesh";
            case PROP -> "prop";
            case COLOUR -> "colour";
            case NOTHING -> "text";
        };
    }
}
