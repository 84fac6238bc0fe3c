package org.lumbrit.core.recipe;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.InvalidRecipeException.Problem;

/** Everything that must hold of a recipe before it is accepted. */
public final class RecipeCheck {
    /** More of one kind than anybody places by hand; each is compared with others. */
    private static final int MOST_OF_A_KIND = 5000;

    /** Those that were found sound last: whoever stores, plans and looks at a recipe each requires it of the same one. */
    private static final Newest<Recipe> SOUND = new Newest<>(16);

    private final Recipe recipe;
    private final List<Problem> problems = new ArrayList<>();

    /** Things that need not be looked at again, by identity. */
    private final Set<Object> known = Collections.newSetFromMap(new IdentityHashMap<>());

    private RecipeCheck(Recipe recipe) {
        this.recipe = recipe;
    }

    /** All problems of a recipe, none where it is sound. */
    public static List<Problem> problems(Recipe recipe) {
        RecipeCheck check = new RecipeCheck(recipe);
        NameRule.problem(recipe.name()).ifPresent(wrong -> check.say("name", wrong));
        check.counts();
        if (!check.problems.isEmpty()) {
            return check.problems;
        }
        check.identities("places", recipe.places(), place -> place.id(), place -> place.name());
        check.identities("props", recipe.props(), Prop::id, Prop::name);
        check.identities("falloffs", recipe.falloffs(), Falloff::id, Falloff::name);
        check.identities("layers", recipe.layers(), Layer::id, Layer::name);
        check.settings("", recipe);
        check.ground();
        check.props();
        check.falloffs();
        check.layers();
        check.drives();
        new ClockCheck(recipe, check::say, check.problems.isEmpty()).clock();
        return check.problems;
    }

    /**
     * The problems of a recipe that has only other numbers than a sound one: of the falloffs, layers and props that are not the same.
     *
     * @param sound with the same names and references
     */
    static List<Problem> otherNumbers(Recipe recipe, Recipe sound) {
        RecipeCheck check = new RecipeCheck(recipe);
        check.known.addAll(sound.falloffs());
        check.known.addAll(sound.layers());
        check.known.addAll(sound.props());
        check.changed("falloffs", recipe.falloffs());
        check.changed("layers", recipe.layers());
        check.changed("props", recipe.props());
        check.props();
        check.falloffs();
        check.layers();
        return check.problems;
    }

    private void changed(String path, List<?> things) {
        for (int i = 0; i < things.size(); i++) {
            if (!known.contains(things.get(i))) {
                settings(path + "[" + i + "]", (Record) things.get(i));
            }
        }
    }

    /** @return the recipe itself; @throws InvalidRecipeException with every problem found */
    public static Recipe require(Recipe recipe) {
        if (SOUND.holds(recipe)) {
            return recipe;
        }
        List<Problem> found = problems(recipe);
        if (!found.isEmpty()) {
            throw new InvalidRecipeException(found);
        }
        SOUND.add(recipe);
        return recipe;
    }

    private static final Pattern ID = Pattern.compile("[A-Za-z0-9_-]{1,64}");

    private void say(String path, String message) {
        problems.add(new Problem(path, message));
    }

    private void counts() {
        Map.of(
                        "places", recipe.places().size(),
                        "props", recipe.props().size(),
                        "falloffs", recipe.falloffs().size(),
                        "layers", recipe.layers().size(),
                        "drives", recipe.drives().size())
                .forEach((path, count) -> {
                    if (count > MOST_OF_A_KIND) {
                        say(path, "A site holds at most " + MOST_OF_A_KIND + " of these, not " + count + ".");
                    }
                });
    }

    private <T> void identities(String path, List<T> list, Function<T, String> id, Function<T, String> name) {
        Set<String> ids = new HashSet<>();
        Set<String> names = new HashSet<>();
        for (int i = 0; i < list.size(); i++) {
            String at = path + "[" + i + "]";
            String itsId = id.apply(list.get(i));
            String itsName = name.apply(list.get(i));
            if (!ID.matcher(itsId).matches()) {
                say(at + ".id", "An id has 1 to 64 letters, digits, hyphens or underscores.");
            }
            if (!ids.add(itsId)) {
                say(at + ".id", "The id “" + itsId + "” is there twice; each needs its own.");
            }
            Optional<String> wrong = NameRule.problem(itsName);
            if (wrong.isPresent()) {
                say(at + ".name", wrong.get());
            } else if (!names.add(itsName)) {
                say(at + ".name", "The name “" + itsName + "” is taken; choose another.");
            }
        }
    }

    /** Ranges, colours, curves and references, from what the records say about themselves. */
    private void settings(String path, Record record) {
        for (RecordComponent component : Kinds.components(record.getClass())) {
            String at = path.isEmpty() ? component.getName() : path + "." + component.getName();
            value(at, Kinds.value(record, component), Kinds.setting(component));
        }
    }

    private void value(String at, Object value, Setting setting) {
        if (value instanceof Number number) {
            range(at, number.doubleValue(), setting);
        } else if (value instanceof String text && setting != null) {
            reference(at, text, setting);
        } else if (value instanceof Optional<?> optional) {
            optional.ifPresent(present -> value(at, present, setting));
        } else if (value instanceof List<?> list) {
            for (int i = 0; i < list.size(); i++) {
                value(at + "[" + i + "]", list.get(i), list.get(i) instanceof String ? setting : null);
            }
        } else if (value instanceof Map<?, ?> map) {
            map.forEach((key, item) -> value(at + "." + key, item, null));
        } else if (value instanceof Record nested) {
            settings(at, nested);
        }
    }

    private void range(String at, double number, Setting setting) {
        double min = setting == null ? -1e7 : setting.min();
        double max = setting == null ? 1e7 : setting.max();
        if (!(number >= min && number <= max)) {
            String unit = setting == null || setting.unit().isEmpty() ? "" : " " + setting.unit();
            String given = Double.isFinite(number) ? Decimal.write(number, 6) : String.valueOf(number);
            say(
                    at,
                    "It must lie between " + Decimal.write(min, 6) + " and " + Decimal.write(max, 6) + unit + ", not "
                            + given + ".");
        }
    }

    private void reference(String at, String text, Setting setting) {
        Refers refers = setting.refers();
        if (refers == Refers.COLOUR && !Colour.isHex(text)) {
            say(at, "A colour is written #rrggbb, not “" + text + "”.");
        } else if ((refers == Refers.PICTURE || refers == Refers.MESH)
                && !text.matches("[A-Za-z0-9][A-Za-z0-9._-]{0,127}")) {
            say(at, "This is a plain file name beside the recipe, not “" + text + "”; choose or upload a file.");
        } else if (refers.isThing() && !(text.isEmpty() && setting.byDefault().equals("\"\""))) {
            Optional<? extends Record> thing = recipe.thing(refers, text);
            String word = Kinds.word(refers);
            if (thing.isEmpty()) {
                say(at, "There is no " + word + " with the id “" + text + "”" + instead(refers));
            } else if (setting.of().length > 0
                    && !List.of(setting.of()).contains(Kinds.of(thing.get()).name())) {
                say(
                        at,
                        "“" + recipe.names().nameOf(refers, text) + "” is no " + String.join(" or ", setting.of())
                                + "; choose one, or add one first.");
            }
        }
    }

    private static String instead(Refers refers) {
        return switch (refers) {
            case PLACE -> "; mark one on the ground or import it first.";
            case LAYER -> "; choose one of the layers.";
            case PROP -> "; place or import one first.";
            default -> ".";
        };
    }

    private void ground() {
        GroundSpec ground = recipe.ground();
        if (ground.highest().orElse(1e9) < ground.lowest().orElse(-1e9)) {
            say("ground.highest", "The highest height lies below the lowest; swap them.");
        }
        if (ground.tooSlender()) {
            say("ground.depth", "One side of the ground may be at most 32 times the other.");
        }
        for (int i = 0; i < recipe.places().size(); i++) {
            recipe.places().get(i).check(below("places[" + i + "]"));
        }
    }

    private Saying below(String path) {
        Saying all = this::say;
        return all.below(path);
    }

    private void props() {
        for (int i = 0; i < recipe.props().size(); i++) {
            if (known.contains(recipe.props().get(i))) {
                continue;
            }
            recipe.props().get(i).pose().check(below("props[" + i + "].pose"));
        }
    }

    private void falloffs() {
        for (int i = 0; i < recipe.falloffs().size(); i++) {
            Falloff falloff = recipe.falloffs().get(i);
            if (known.contains(falloff)) {
                continue;
            }
            Set<String> ids = new HashSet<>();
            for (int s = 0; s < falloff.steps().size(); s++) {
                String at = "falloffs[" + i + "].steps[" + s + "]";
                if (!ids.add(falloff.steps().get(s).id())) {
                    say(at + ".id", "The id is there twice in this falloff; each step needs its own.");
                }
                falloff.steps().get(s).check(below(at));
                if (falloff.steps().get(s).overPlace() && domain(falloff.id(), new HashSet<>()) != Domain.PLACE) {
                    say(
                            at,
                            "This step works over the ground, and “" + falloff.name()
                                    + "” has another value for each plant. Take the step out.");
                }
            }
            limits("falloffs[" + i + "].limits", falloff);
            source("falloffs[" + i + "].source", falloff.source());
        }
        // other numbers read nothing else
        (known.isEmpty() ? Graph.of(recipe).circle() : Optional.<String>empty())
                .ifPresent(circle -> say(
                        "falloffs",
                        "These read each other in a circle: " + circle
                                + ". Take one of the steps or drives between them out."));
    }

    private void limits(String at, Falloff falloff) {
        Set<String> limited = new HashSet<>();
        for (int l = 0; l < falloff.limits().size(); l++) {
            String step = falloff.limits().get(l).step();
            if (falloff.step(step).isEmpty()) {
                say(at + "[" + l + "].step", "This falloff has no step with the id “" + step + "”.");
            } else if (!limited.add(step)) {
                say(at + "[" + l + "].step", "This step is limited already; one limit a step.");
            }
        }
    }

    private void source(String at, Source source) {
        source.check(below(at));
        Optional<String> field = source.fieldRead();
        References.of((Record) source).stream()
                .filter(reference -> reference.what() == Refers.LAYER && field.isPresent())
                .findFirst()
                .flatMap(reference -> recipe.layer(reference.id()))
                .ifPresent(layer -> field(at + ".result", layer, field.get()));
    }

    private void field(String at, Layer layer, String name) {
        List<String> known = layer.readable().stream().map(Field::name).toList();
        if (!known.contains(name)) {
            say(at, "This layer computes no “" + name + "” over the ground; it has " + String.join(", ", known) + ".");
        }
    }

    private void layers() {
        for (int i = 0; i < recipe.layers().size(); i++) {
            Layer layer = recipe.layers().get(i);
            if (known.contains(layer)) {
                continue;
            }
            String at = "layers[" + i + "].properties";
            layer.properties()
                    .forEach((name, range) -> layer.offered().stream()
                            .filter(offer -> offer.name().equals(name))
                            .findFirst()
                            .ifPresentOrElse(
                                    offer -> ends(at + "." + name, range, offer),
                                    () -> say(
                                            at + "." + name,
                                            "This layer has no such property; it has "
                                                    + String.join(
                                                            ", ",
                                                            layer.offered().stream()
                                                                    .map(PropertyDescription::name)
                                                                    .toList())
                                                    + ".")));
            layer.check(new Checking(recipe, id -> domain(id, new HashSet<>()), below("layers[" + i + "]")));
        }
    }

    private void ends(String at, PropertyRange range, PropertyDescription offer) {
        if (!(range.least() >= offer.min() && range.most() <= offer.max())) {
            say(
                    at,
                    "Both ends must lie between " + Decimal.write(offer.min(), 3) + " and "
                            + Decimal.write(offer.max(), 3) + (offer.unit().isEmpty() ? "" : " " + offer.unit()) + ".");
        }
    }

    private void drives() {
        for (int i = 0; i < recipe.drives().size(); i++) {
            Drive drive = recipe.drives().get(i);
            String at = "drives[" + i + "]";
            for (int j = 0; j < i; j++) {
                if (recipe.drives().get(j).sameCell(drive)) {
                    say(at, "This falloff drives the property already; one drive a cell.");
                }
            }
            CurvePoint.check(below(at + ".curve"), drive.curve(), 0, 1);
            Optional<Layer> layer = recipe.layer(drive.layer());
            if (layer.isEmpty()) {
                continue;
            }
            Optional<PropertyDescription> property = layer.get().offered().stream()
                    .filter(offer -> offer.name().equals(drive.property()))
                    .findFirst();
            if (property.isEmpty()) {
                say(at + ".property", "Layer “" + layer.get().name() + "” has no property “" + drive.property() + "”.");
            } else {
                finest(at, drive, property.get().domain());
            }
        }
    }

    private void finest(String at, Drive drive, Domain allowed) {
        Domain domain = domain(drive.falloff(), new HashSet<>());
        if (domain.ordinal() <= allowed.ordinal()) {
            return;
        }
        String name = "“" + recipe.names().nameOf(Refers.FALLOFF, drive.falloff()) + "”";
        say(
                at,
                domain == Domain.ALONG
                        ? name + " changes along each plant, and " + drive.property()
                                + " is one number a plant. Choose a falloff that varies over the place or by plant."
                        : name + " has another value for each plant, and " + drive.property()
                                + " is decided before there are plants. Choose a falloff that varies over the place.");
    }

    private Domain domain(String falloffId, Set<String> seen) {
        Optional<Falloff> falloff = recipe.falloff(falloffId);
        if (falloff.isEmpty() || !seen.add(falloffId)) {
            return Domain.PLACE;
        }
        Domain domain = falloff.get().source().domain();
        for (String other : References.of(falloff.get(), Refers.FALLOFF)) {
            domain = domain.finest(domain(other, seen));
        }
        return domain;
    }
}
