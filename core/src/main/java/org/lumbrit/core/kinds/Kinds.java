package org.lumbrit.core.kinds;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import java.util.concurrent.ConcurrentHashMap;

/** The kinds of an interface: those that its {@code permits} line names where it is sealed, else those of its {@link Registry}. */
public final class Kinds {
    private Kinds() {}

    private static final Map<Class<?>, List<Class<?>>> REGISTERED = new HashMap<>();

    static {
        for (Registry registry : ServiceLoader.load(Registry.class, Kinds.class.getClassLoader())) {
            REGISTERED.put(registry.of(), List.copyOf(registry.kinds()));
        }
    }

    private static final ClassValue<List<Class<? extends Record>>> KINDS = new ClassValue<>() {
        @Override
        protected List<Class<? extends Record>> computeValue(Class<?> type) {
            List<Class<? extends Record>> kinds = new ArrayList<>();
            for (Class<?> each : type.isSealed() ? List.of(type.getPermittedSubclasses()) : REGISTERED.get(type)) {
                if (each.isRecord()) {
                    kinds.add(each.asSubclass(Record.class));
                } else {
                    kinds.addAll(of(each));
                }
            }
            return List.copyOf(kinds);
        }
    };

    /** Whether a type is an interface whose kinds are known: sealed, or with a {@link Registry}. */
    public static boolean known(Class<?> type) {
        return type.isInterface() && type.isSealed() || REGISTERED.containsKey(type);
    }

    /** The records of an interface that {@link #known} is true of, those of interfaces below it included, in order of registration. */
    public static List<Class<? extends Record>> of(Class<?> type) {
        return KINDS.get(type);
    }

    /** The kind of an interface that the recipe calls by a word, where there is one. */
    public static Optional<Class<? extends Record>> named(Class<?> sealed, String name) {
        return of(sealed).stream()
                .filter(type -> kind(type).name().equals(name))
                .findFirst();
    }

    /** The annotation that a kind must carry. */
    public static Kind of(Record record) {
        return kind(record.getClass());
    }

    /**
     * The annotation that a kind must carry.
     *
     * @throws IllegalStateException where it does not
     */
    public static Kind kind(Class<?> type) {
        Kind kind = type.getAnnotation(Kind.class);
        if (kind == null) {
            throw new IllegalStateException(type.getName() + " needs a @Kind");
        }
        return kind;
    }

    private static final ClassValue<RecordComponent[]> COMPONENTS = new ClassValue<>() {
        @Override
        protected RecordComponent[] computeValue(Class<?> type) {
            RecordComponent[] components = type.getRecordComponents();
            for (RecordComponent component : components) {
                component.getAccessor().setAccessible(true);
            }
            return components;
        }
    };

    /** The components of a record type, in order; read once, as looking annotations up is slow. The array must not be changed. */
    public static RecordComponent[] components(Class<?> type) {
        return COMPONENTS.get(type);
    }

    private static final Map<RecordComponent, Optional<Setting>> SETTINGS = new ConcurrentHashMap<>();

    /** What a component says of itself as a setting; null where it says nothing. Kept, as the language looks it up under a lock. */
    public static Setting setting(RecordComponent component) {
        Optional<Setting> known = SETTINGS.get(component);
        if (known == null) {
            known = Optional.ofNullable(LikeSetting.of(component.getName(), component.getAnnotation(Setting.class)));
            SETTINGS.put(component, known);
        }
        return known.orElse(null);
    }

    /** The value of one of the {@link #components} of a record. */
    public static Object value(Record record, RecordComponent component) {
        try {
            return component.getAccessor().invoke(record);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("cannot read " + component, e);
        }
    }

    /** The same record with one component changed. */
    public static <T extends Record> T with(T record, String component, Object value) {
        RecordComponent[] components = components(record.getClass());
        Class<?>[] types = new Class<?>[components.length];
        Object[] values = new Object[components.length];
        for (int i = 0; i < components.length; i++) {
            types[i] = components[i].getType();
            values[i] = components[i].getName().equals(component) ? value : value(record, components[i]);
        }
        try {
            @SuppressWarnings("unchecked")
            T changed = (T) record.getClass().getDeclaredConstructor(types).newInstance(values);
            return changed;
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("cannot change " + component + " of " + record, e);
        }
    }

    /** An enum constant as it stands in the recipe: lower case, words joined by a hyphen. */
    public static String word(Enum<?> constant) {
        return constant.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }

    /** The constants of an enum as they stand in the recipe, in their order. */
    public static List<String> words(Class<?> enumType) {
        return Arrays.stream(enumType.getEnumConstants())
                .map(constant -> word((Enum<?>) constant))
                .toList();
    }
}
