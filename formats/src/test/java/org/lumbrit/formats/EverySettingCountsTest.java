package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.SlopeSource;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.Place;
import org.lumbrit.formats.json.Fresh;

/**
 * Every setting of every kind is changed in turn: the content key of the thing changes with it, unless the setting is marked as
 * no part of what is computed; then it stays.
 */
class EverySettingCountsTest {
    private static final Recipe AROUND = around();

    private static Recipe around() {
        List<Place> places = List.of(
                new PathPlace("path", "Path", List.of(new Point3(0, 0, 0), new Point3(9, 0, 3)), false),
                new PathPlace("path-2", "Path 2", List.of(new Point3(1, 0, 0), new Point3(9, 0, 3)), false),
                new AreaPlace("area", "Area", List.of(new Point3(0, 0, 0), new Point3(9, 0, 3), new Point3(0, 0, 9))),
                new AreaPlace(
                        "area-2", "Area 2", List.of(new Point3(1, 0, 0), new Point3(9, 0, 3), new Point3(0, 0, 9))));
        Falloff high = new Falloff("high", "High", new HeightSource(0, 5), List.of());
        Falloff steep = new Falloff("steep", "Steep", new SlopeSource(0, 30, 20), List.of());
        List<Layer> layers = new ArrayList<>();
        for (Class<? extends Record> kind : List.of(CoverLayer.class, WindLayer.class, PlantLayer.class)) {
            Layer one = Fresh.layer(kind);
            String word = Kinds.kind(kind).name();
            layers.add(one.copied(word, word, 1));
            layers.add(one.copied(word + "-2", word + " 2", 2));
        }
        Recipe empty = new Recipe(
                "Around",
                GroundSpec.flat(32, 32, 9, Optional.of(-1.0)),
                places,
                List.of(high, steep),
                layers,
                List.of(),
                new Clock(24, 8));
        Prop box = box("prop", 1);
        return empty.withProps(List.of(box, box("prop-2", 2)));
    }

    private static Prop box(String id, double x) {
        BoxShape shape = (BoxShape) Fresh.of(Shape.class, BoxShape.class, setting -> "");
        return new Prop(id, id, shape, x, 0, 0, 0, 0, 0, 1, true, 0, 0, "#8f8a80", false);
    }

    /** Files whose key is their name. */
    private static final SiteAssets FILES = new SiteAssets() {
        @Override
        public org.lumbrit.core.surface.Ground heights(GroundSpec spec) {
            throw new IllegalStateException("flat");
        }

        @Override
        public Picture picture(String file) {
            return new Picture(file, 2, 2, new float[4]);
        }

        @Override
        public Mesh mesh(String file) {
            return new Mesh(new float[9], new float[9], new int[] {0, 1, 2}, file);
        }
    };

    private static String reference(Setting setting) {
        String word = setting.of().length > 0 ? setting.of()[0] : Kinds.word(setting.refers());
        return switch (setting.refers()) {
            case FALLOFF -> "high";
            case LAYER -> setting.of().length > 0 ? word : "cover";
            case PLACE -> setting.of().length > 0 ? word : "path";
            default -> word;
        };
    }

    /** The key of a thing in the recipe around it. */
    private static String key(Object thing) {
        if (thing instanceof Source source) {
            return plan(AROUND.withFalloffs(with(new Falloff("new", "New", source, List.of()))))
                    .resultKey("new");
        }
        if (thing instanceof Step step) {
            return plan(AROUND.withFalloffs(with(new Falloff("new", "New", new HeightSource(0, 3), List.of(step)))))
                    .resultKey("new");
        }
        if (thing instanceof Layer layer) {
            List<Layer> layers = new ArrayList<>(AROUND.layers());
            layers.add(layer);
            return plan(AROUND.withLayers(layers)).layerKey(layer);
        }
        if (thing instanceof Plant plant) {
            CoverLayer cover = AROUND.layer("cover", CoverLayer.class).orElseThrow();
            return key(cover.withPlant(plant).copied("new", "New", 1));
        }
        if (thing instanceof Shape shape) {
            return key(box("new", 1).withShape(shape));
        }
        Prop prop = (Prop) thing;
        return plan(AROUND.withProps(List.of(prop))).propKey(prop);
    }

    /** The key of the falloff that steps are tried on, without one: a skipped step is as good as none. */
    private static final String WITHOUT_STEP = plan(AROUND.withFalloffs(
                    with(new Falloff("new", "New", new HeightSource(0, 3), List.of()))))
            .resultKey("new");

    private static List<Falloff> with(Falloff one) {
        return Stream.concat(AROUND.falloffs().stream(), Stream.of(one)).toList();
    }

    private static SitePlan plan(Recipe recipe) {
        return new SitePlan(recipe, recipe.ground().level(), FILES, 1.5);
    }

    static Stream<Record> things() {
        Stream<Record> kinds = Stream.of(Source.class, Step.class, Layer.class, Plant.class, Shape.class)
                .flatMap(sort -> Kinds.of(sort).stream()
                        .map(kind -> (Record) Fresh.of(sort, kind, EverySettingCountsTest::reference)));
        return Stream.concat(kinds, Stream.of(box("new", 1)));
    }

    @ParameterizedTest
    @MethodSource("things")
    void aChangedSettingChangesTheKeyUnlessItIsMarked(Record thing) {
        String before = key(thing);
        int changed = 0;
        for (RecordComponent component : Kinds.components(thing.getClass())) {
            for (Object other : others(Kinds.value(thing, component), Kinds.setting(component))) {
                Record now = Kinds.with(thing, component.getName(), other);
                String what = thing.getClass().getSimpleName() + "." + component.getName() + " = " + other;
                if (component.isAnnotationPresent(Apart.class)) {
                    assertThat(key(now))
                            .as(what)
                            .isEqualTo(now instanceof Step step && step.skipped() ? WITHOUT_STEP : before);
                } else {
                    assertThat(key(now)).as(what).isNotEqualTo(before);
                    changed++;
                }
            }
        }
        assertThat(changed).isGreaterThanOrEqualTo(Math.min(1, Kinds.components(thing.getClass()).length / 3));
    }

    /** Other values that a setting may have. */
    private static List<Object> others(Object value, Setting setting) {
        if (value instanceof Double number) {
            double least = setting == null ? -10 : setting.min();
            double most = setting == null ? 10 : setting.max();
            double other = number + (most - number) / 1024;
            return List.of(other != number ? other : number - (number - least) / 1024);
        }
        if (value instanceof Integer number) {
            return List.of(setting != null && number >= setting.max() ? number - 1 : number + 1);
        }
        if (value instanceof Boolean choice) {
            return List.of(!choice);
        }
        if (value instanceof Enum<?> constant) {
            Object[] all = constant.getDeclaringClass().getEnumConstants();
            return List.of(all[(constant.ordinal() + 1) % all.length]);
        }
        if (value instanceof String text) {
            return text(text, setting);
        }
        if (value instanceof List<?> list && !list.isEmpty() && list.get(0) instanceof CurvePoint point) {
            List<Object> other = new ArrayList<>(list);
            other.set(0, new CurvePoint(point.in(), point.out() == 0 ? 0.125 : point.out() / 2));
            return List.of(other);
        }
        if (value instanceof Map<?, ?> map) {
            List<Object> all = new ArrayList<>();
            map.forEach((name, range) -> {
                Map<Object, Object> other = new LinkedHashMap<>(map);
                PropertyRange ends = (PropertyRange) range;
                double high = ends.high() == 0 ? 0.25 : ends.high() * 0.75;
                other.put(name, new PropertyRange(Math.min(ends.low(), high), high, ends.combine()));
                all.add(other);
            });
            return all;
        }
        if (value instanceof Record record) {
            List<Object> all = new ArrayList<>();
            for (RecordComponent inner : Kinds.components(record.getClass())) {
                others(Kinds.value(record, inner), Kinds.setting(inner))
                        .forEach(other -> all.add(Kinds.with(record, inner.getName(), other)));
            }
            return all;
        }
        return List.of();
    }

    private static List<Object> text(String text, Setting setting) {
        if (setting != null && setting.refers() == Refers.COLOUR) {
            return List.of("#123456");
        }
        if (setting == null || !setting.refers().isReference()) {
            return List.of();
        }
        return text.isEmpty() ? List.of() : List.of(setting.refers() == Refers.FALLOFF ? "steep" : text + "-2");
    }
}
