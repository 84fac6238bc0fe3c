package org.lumbrit.core.site;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.SettlingCurve;
import org.lumbrit.core.drive.Drive;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.drive.PropertyDescription;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.falloff.BrushSource;
import org.lumbrit.core.falloff.ClockSource;
import org.lumbrit.core.falloff.CurveStep;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.GridStep;
import org.lumbrit.core.falloff.LayerResultSource;
import org.lumbrit.core.falloff.PlantsNearSource;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.looks.RampStop;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.relief.BasinRelief;
import org.lumbrit.core.relief.ReliefLayer;
import org.lumbrit.core.site.InvalidRecipeException.Problem;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.SelfCrossing;

/** Everything that must hold of a recipe before it is accepted. */
public final class RecipeCheck {
    /** More of one kind than anybody places by hand; each is compared with others. */
    private static final int MOST_OF_A_KIND = 5000;

    private static final int MOST_CURVE_POINTS = 64;

    private final Recipe recipe;
    private final List<Problem> problems = new ArrayList<>();

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
        check.falloffs();
        check.layers();
        check.drives();
        new ClockCheck(recipe, check::say).clock();
        return check.problems;
    }

    /** @return the recipe itself; @throws InvalidRecipeException with every problem found */
    public static Recipe require(Recipe recipe) {
        List<Problem> found = problems(recipe);
        if (!found.isEmpty()) {
            throw new InvalidRecipeException(found);
        }
        return recipe;
    }

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
            if (!itsId.matches("[A-Za-z0-9_-]{1,64}")) {
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
            value(at, Kinds.value(record, component), component.getAnnotation(Setting.class));
        }
    }

    private void value(String at, Object value, Setting setting) {
        if (value instanceof Number number) {
            range(at, number.doubleValue(), setting);
        } else if (value instanceof String text && setting != null) {
            reference(at, text, setting.refers());
        } else if (value instanceof Optional<?> optional) {
            optional.ifPresent(present -> value(at, present, setting));
        } else if (value instanceof List<?> list) {
            for (int i = 0; i < list.size(); i++) {
                value(at + "[" + i + "]", list.get(i), null);
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

    private void reference(String at, String text, Refers refers) {
        if (refers == Refers.COLOUR && !Colour.isHex(text)) {
            say(at, "A colour is written #rrggbb, not “" + text + "”.");
        } else if (refers == Refers.FALLOFF && recipe.falloff(text).isEmpty()) {
            say(at, "There is no falloff with the id “" + text + "”.");
        } else if (refers == Refers.PLACE && recipe.place(text).isEmpty()) {
            say(at, "There is no place with the id “" + text + "”; mark one on the ground or import it first.");
        } else if (refers == Refers.LAYER && recipe.layer(text).isEmpty()) {
            say(at, "There is no layer with the id “" + text + "”; choose one of the layers.");
        } else if (refers == Refers.PROP && recipe.prop(text).isEmpty()) {
            say(at, "There is no prop with the id “" + text + "”; place or import one first.");
        } else if ((refers == Refers.PICTURE || refers == Refers.MESH)
                && !text.matches("[A-Za-z0-9][A-Za-z0-9._-]{0,127}")) {
            say(at, "This is a plain file name beside the recipe, not “" + text + "”; choose or upload a file.");
        }
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
            if (recipe.places().get(i) instanceof PathPlace path
                    && path.points().size() < 2) {
                say("places[" + i + "].points", "A path needs at least two points.");
            }
            if (recipe.places().get(i) instanceof AreaPlace area
                    && area.points().size() < 3) {
                say("places[" + i + "].points", "An area needs at least three points.");
            } else if (recipe.places().get(i) instanceof AreaPlace area) {
                String at = "places[" + i + "].points";
                SelfCrossing.of(area.points())
                        .ifPresent(p -> say(
                                at,
                                "The edge of “" + area.name() + "” crosses itself near x " + Decimal.write(p.x(), 2)
                                        + " m, z " + Decimal.write(p.z(), 2)
                                        + " m, so inside and outside are not clear. Move a corner there."));
            }
        }
    }

    private void falloffs() {
        for (int i = 0; i < recipe.falloffs().size(); i++) {
            Falloff falloff = recipe.falloffs().get(i);
            Set<String> ids = new HashSet<>();
            for (int s = 0; s < falloff.steps().size(); s++) {
                String at = "falloffs[" + i + "].steps[" + s + "]";
                if (!ids.add(falloff.steps().get(s).id())) {
                    say(at + ".id", "The id is there twice in this falloff; each step needs its own.");
                }
                if (falloff.steps().get(s) instanceof CurveStep curve) {
                    curve(at + ".points", curve.points(), -10, 10);
                }
                if (falloff.steps().get(s) instanceof GridStep
                        && domain(falloff.id(), new HashSet<>()) != Domain.PLACE) {
                    say(
                            at,
                            "This step works over the ground, and “" + falloff.name()
                                    + "” has another value for each plant. Take the step out.");
                }
            }
            limits("falloffs[" + i + "].limits", falloff);
            source("falloffs[" + i + "].source", falloff.source());
        }
        Circles.find(recipe)
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
        if (source instanceof ClockSource clock) {
            curve(at + ".keys", clock.keys(), -1e6, 1e6);
        }
        if (source instanceof BrushSource brush) {
            for (int s = 0; s < brush.strokes().size(); s++) {
                if (brush.strokes().get(s).points().isEmpty()) {
                    say(at + ".strokes[" + s + "].points", "A stroke needs at least one point.");
                }
            }
        }
        if (source instanceof PlantsNearSource near
                && recipe.layer(near.layer())
                        .filter(layer -> !(layer instanceof CoverLayer))
                        .isPresent()) {
            say(at + ".layer", "This layer has no plants; choose a cover.");
        }
        if (source instanceof LayerResultSource read) {
            recipe.layer(read.layer()).ifPresent(layer -> result(at + ".result", layer, read.result()));
        }
    }

    private void result(String at, Layer layer, String result) {
        if (layer.results().stream().anyMatch(offer -> offer.name().equals(result))) {
            return;
        }
        if (layer instanceof ReliefLayer) {
            if (!result.equals(ReliefLayer.DIFFERENCE)) {
                say(at, "Of a relief layer the " + ReliefLayer.DIFFERENCE + " that it makes can be read, in metres.");
            }
            return;
        }
        List<String> known = java.util.stream.Stream.concat(layer.offered().stream(), layer.results().stream())
                .filter(offer -> offer.domain() == Domain.PLACE)
                .map(PropertyDescription::name)
                .toList();
        if (!known.contains(result)) {
            say(
                    at,
                    "This layer computes no “" + result + "” over the ground; it has " + String.join(", ", known)
                            + ".");
        }
    }

    private void curve(String at, List<CurvePoint> points, double least, double most) {
        curve(this::say, at, points, least, most);
    }

    /** What must hold of points from left to right. */
    static void curve(
            java.util.function.BiConsumer<String, String> say,
            String at,
            List<CurvePoint> points,
            double least,
            double most) {
        if (points.isEmpty() || points.size() > MOST_CURVE_POINTS) {
            say.accept(at, "A curve has 1 to " + MOST_CURVE_POINTS + " points.");
        }
        for (int i = 0; i < points.size(); i++) {
            if (i > 0 && !(points.get(i).in() > points.get(i - 1).in())) {
                say.accept(
                        at + "[" + i + "]",
                        points.get(i).in() == points.get(i - 1).in()
                                ? "Two points stand at one place; move one to the side or take it out."
                                : "Points go from left to right: each “in” is above the one before.");
            }
            if (!(points.get(i).out() >= least && points.get(i).out() <= most)) {
                say.accept(
                        at + "[" + i + "]",
                        "“Out” lies between " + Decimal.write(least, 3) + " and " + Decimal.write(most, 3) + ".");
            }
        }
    }

    private void layers() {
        for (int i = 0; i < recipe.layers().size(); i++) {
            Layer layer = recipe.layers().get(i);
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
            if (layer instanceof BasinRelief basin) {
                curve("layers[" + i + "].profile", basin.profile(), -10, 10);
                if (recipe.place(basin.place())
                        .filter(place -> !(place instanceof AreaPlace))
                        .isPresent()) {
                    say("layers[" + i + "].place", "A basin needs an area; draw one on the ground or import it.");
                }
            }
            if (layer instanceof TintLayer tint) {
                ramp("layers[" + i + "].ramp", tint.ramp());
            }
            CoverCheck covers = new CoverCheck(recipe, id -> domain(id, new HashSet<>()), this::say);
            if (layer instanceof CoverLayer cover) {
                covers.cover("layers[" + i + "]", cover);
            }
            if (layer instanceof PlantLayer plant) {
                covers.plant("layers[" + i + "]", plant);
            }
            MotionCheck motion = new MotionCheck(recipe, this::say);
            motion.layer("layers[" + i + "]", layer);
            spacing(at + "." + CoverLayer.SPACING, layer.properties().get(CoverLayer.SPACING));
        }
    }

    private void ramp(String at, List<RampStop> stops) {
        if (stops.isEmpty() || stops.size() > MOST_CURVE_POINTS) {
            say(at, "A ramp has 1 to " + MOST_CURVE_POINTS + " colours.");
        }
        for (int s = 1; s < stops.size(); s++) {
            if (!(stops.get(s).at() > stops.get(s - 1).at())) {
                say(at + "[" + s + "].at", "Colours go from left to right; each lies to the right of the one before.");
            }
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

    private void spacing(String at, PropertyRange range) {
        if (range == null || range.most() == 0) {
            return;
        }
        if (range.least() < CoverLayer.LEAST_SPACING) {
            say(at, "Both ends are 0 for no spacing floor, or both are at least 1 cm.");
        } else if (range.most() > range.least() * (1 << (SettlingCurve.DOUBLINGS - 1))) {
            say(at, "The larger end may be at most 8 times the smaller.");
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
            curve(at + ".curve", drive.curve(), 0, 1);
            Optional<Layer> layer = recipe.layer(drive.layer());
            if (layer.isEmpty()) {
                say(at + ".layer", "There is no layer with the id “" + drive.layer() + "”.");
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
        for (String other : falloff.get().uses()) {
            domain = domain.finest(domain(other, seen));
        }
        return domain;
    }
}
