package org.lumbrit.core.edit;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.NameRule;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.surface.AreaPlace;

/**
 * How a property of a layer keeps to an area: by a falloff that is 1 inside and 0 beyond a soft edge, or the other way round, that
 * drives it.
 *
 * @param layer by id; @param property that is fenced, such as the density of a cover
 */
public record Fence(Recipe recipe, String layer, String property, AreaPlace area) {
    /** Where it may be. */
    public enum Keeping {
        ANYWHERE,
        OUT,
        WITHIN
    }

    /** Metres over which it ends at the area: one, or a tenth of the shorter side of a smaller area. */
    public double edge() {
        List<Point3> corners = area.points();
        double east = corners.stream().mapToDouble(Point3::x).max().orElse(0)
                - corners.stream().mapToDouble(Point3::x).min().orElse(0);
        double south = corners.stream().mapToDouble(Point3::z).max().orElse(0)
                - corners.stream().mapToDouble(Point3::z).min().orElse(0);
        return Math.min(
                1,
                BigDecimal.valueOf(Math.min(east, south) / 10)
                        .round(new MathContext(2))
                        .doubleValue());
    }

    /** How it keeps to the area now, by a falloff that {@link #keep} made or one that was set up like it by hand. */
    public Keeping now() {
        return falloff().map(Fence::keeping).orElse(Keeping.ANYWHERE);
    }

    private static Keeping keeping(Falloff falloff) {
        long inverts = falloff.steps().stream()
                .filter(step -> step instanceof InvertStep && !step.skipped())
                .count();
        return inverts % 2 == 1 ? Keeping.OUT : Keeping.WITHIN;
    }

    private Optional<Falloff> falloff() {
        return recipe.drivesOf(layer, property).stream()
                .flatMap(drive -> recipe.falloff(drive.falloff()).stream())
                .filter(each -> each.source() instanceof DistanceSource distance
                        && distance.place().equals(area.id())
                        && distance.within() == Within.FILLED)
                .findFirst();
    }

    /**
     * What makes it keep to the area in another way; a falloff that nothing else uses goes with its drive.
     *
     * @param ids gives a free id that begins with a letter
     */
    public List<Edit> keep(Keeping how, UnaryOperator<String> ids) {
        List<Edit> edits = new ArrayList<>();
        Optional<Falloff> before = falloff();
        boolean goes = before.isPresent() && !usedElsewhere(before.get());
        before.ifPresent(each ->
                edits.add(goes ? new FalloffEdit.Remove(each.id()) : new DriveEdit.Remove(layer, property, each.id())));
        if (how != Keeping.ANYWHERE) {
            Falloff made = made(how, ids);
            edits.add(new FalloffEdit.Add(made, recipe.falloffs().size() - (goes ? 1 : 0)));
            edits.add(new DriveEdit.Set(new Drive(layer, property, made.id(), CurvePoint.STRAIGHT)));
        }
        return edits;
    }

    private boolean usedElsewhere(Falloff falloff) {
        boolean drivesMore = recipe.drives().stream()
                        .filter(drive -> drive.falloff().equals(falloff.id()))
                        .count()
                > 1;
        return drivesMore
                || recipe.falloffs().stream()
                        .anyMatch(other -> References.of(other, Refers.FALLOFF).contains(falloff.id()));
    }

    private Falloff made(Keeping how, UnaryOperator<String> ids) {
        String name = NameRule.free(
                (how == Keeping.OUT ? "Out of " : "Within ") + area.name(),
                recipe.falloffs().stream().map(Falloff::name).toList());
        List<Step> steps = how == Keeping.OUT ? List.of(new InvertStep(ids.apply("s"), false)) : List.of();
        DistanceSource source = new DistanceSource(area.id(), 0, edge(), DistanceSource.Across.SPACE, Within.FILLED);
        return new Falloff(ids.apply("f"), name, source, steps);
    }
}
