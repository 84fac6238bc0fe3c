package org.lumbrit.core.kinds;

import java.lang.annotation.Annotation;
import java.util.Arrays;

/** A setting that is like another one: what it does not say itself, the other says. */
@SuppressWarnings("ClassExplicitlyAnnotation")
record LikeSetting(Setting own, Setting other) implements Setting {
    private static final double LEAST = -1e6;
    private static final double MOST = 1e6;

    private static String said(String own, String other) {
        return own.isEmpty() ? other : own;
    }

    @Override
    public String title() {
        return said(own.title(), other.title());
    }

    @Override
    public String help() {
        return said(own.help(), other.help());
    }

    @Override
    public String unit() {
        return said(own.unit(), other.unit());
    }

    @Override
    public double min() {
        return own.min() == LEAST ? other.min() : own.min();
    }

    @Override
    public double max() {
        return own.max() == MOST ? other.max() : own.max();
    }

    @Override
    public double[] slider() {
        return own.slider().length == 0 ? other.slider() : own.slider();
    }

    @Override
    public String byDefault() {
        return said(own.byDefault(), other.byDefault());
    }

    @Override
    public String before() {
        return said(own.before(), other.before());
    }

    @Override
    public Refers refers() {
        return own.refers() == Refers.NOTHING ? other.refers() : own.refers();
    }

    @Override
    public String[] of() {
        return own.of().length == 0 ? other.of() : own.of();
    }

    @Override
    public String when() {
        return said(own.when(), other.when());
    }

    @Override
    public boolean onCard() {
        return own.onCard() && other.onCard();
    }

    @Override
    public Class<?> like() {
        return own.like();
    }

    @Override
    public Class<? extends Annotation> annotationType() {
        return Setting.class;
    }

    /**
     * What a component says of itself, with what the component of the same name says that it is like.
     *
     * @throws IllegalStateException where there is no such component
     */
    static Setting of(String component, Setting own) {
        if (own == null || own.like() == void.class) {
            return own;
        }
        return Arrays.stream(Kinds.components(own.like()))
                .filter(each -> each.getName().equals(component))
                .findFirst()
                .map(Kinds::setting)
                .<Setting>map(other -> new LikeSetting(own, other))
                .orElseThrow(() -> new IllegalStateException(own.like() + " has no setting " + component));
    }
}
