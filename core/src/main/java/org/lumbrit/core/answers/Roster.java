package org.lumbrit.core.answers;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import java.util.function.Supplier;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.Placing;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/** Every plant of a cover as a row of numbers: where it stands, how large and how turned it is, and what drove it. */
public final class Roster {
    private final SiteEvaluation evaluation;
    private final Plants plants;
    private final List<Column> columns = new ArrayList<>();

    /**
     * One column.
     *
     * @param name a plain word, unique; @param title in words; @param unit "" where there is none
     * @param values computed when asked for, one a plant in the order of {@link Plants}
     * @param exact the same of one plant in double, where it is known so: what tables write
     */
    public record Column(
            String name, String title, String unit, Supplier<float[]> values, Optional<IntToDoubleFunction> exact) {
        Column(String name, String title, String unit, Supplier<float[]> values) {
            this(name, title, unit, values, Optional.empty());
        }
    }

    public Roster(SiteEvaluation evaluation, CoverLayer cover) {
        this.evaluation = evaluation;
        this.plants = evaluation.plants(cover);
        Samples feet = plants.feet();
        place("x", feet.x());
        place("y", feet.y());
        place("z", feet.z());
        column("length", "length", "m", plants.length()::at);
        column("width", "width", "m", plants.width()::at);
        column(
                "lean",
                "resulting lean",
                "°",
                i -> StrictMath.toDegrees(StrictMath.acos(Math.min(1, Math.max(-1, plants.axis(i)[1])))));
        column("heading", "resulting heading", "°", i -> heading(plants.axis(i)));
        column("variant", "variant", "", i -> plants.variant()[i] + 1);
        column(
                "slope",
                "ground slope",
                "°",
                i -> StrictMath.toDegrees(StrictMath.acos(Math.min(1, Math.max(-1, (double) feet.ny()[i])))));
        column("tint", "tint", "", plants.tint()::at);
        column("growth", "growth", "", plants.growth()::at);
        column("sink", "sink", "m", plants.sink()::at);
        Set<String> driving = new LinkedHashSet<>();
        for (String property : cover.properties().keySet()) {
            for (Drive drive : evaluation.plan().recipe().drivesOf(cover.id(), property)) {
                driving.add(drive.falloff());
            }
        }
        for (String falloff : driving) {
            String title = evaluation.plan().recipe().names().nameOf(Refers.FALLOFF, falloff);
            columns.add(new Column(
                    "drive-" + falloff, title, "", () -> atFeet((there, places) -> there.falloff(falloff, places))));
        }
        fields(cover);
    }

    /** What shown layers lay from 0 to 1 where the plants stand. */
    private void fields(CoverLayer cover) {
        for (Layer layer : evaluation.plan().recipe().layers()) {
            for (Field field : layer.results()) {
                if (field.share() && !layer.hidden() && !layer.id().equals(cover.id())) {
                    columns.add(new Column(
                            "field-" + layer.id() + "-" + field.name(),
                            layer.name() + ": " + field.title(),
                            field.unit(),
                            () -> atFeet((there, feet) -> there.field(layer, field.name(), feet))));
                }
            }
        }
    }

    private static double heading(double[] axis) {
        double heading = Placing.headingOf(axis[0], axis[2]);
        return heading < 0 ? heading + 360 : heading;
    }

    private void place(String axis, double[] metres) {
        columns.add(new Column(axis, axis, "m", () -> floats(i -> metres[i]), Optional.of(i -> metres[i])));
    }

    private interface Number {
        double of(int plant);
    }

    private void column(String name, String title, String unit, Number number) {
        columns.add(new Column(name, title, unit, () -> floats(number)));
    }

    private float[] floats(Number number) {
        float[] values = new float[plants.count()];
        for (int i = 0; i < values.length; i++) {
            values[i] = (float) number.of(i);
        }
        return values;
    }

    /** The plants whose rows these are, in the same order. */
    public Plants plants() {
        return plants;
    }

    /** The columns, in the order of tables; their values are computed when asked for. */
    public List<Column> columns() {
        return List.copyOf(columns);
    }

    /** Values at the feet that stand on one surface. */
    private interface AtFeet {
        float[] of(SiteEvaluation there, Samples feet);
    }

    /** Something at every foot, on whatever surface each stands. */
    private float[] atFeet(AtFeet values) {
        if (plants.surface().length == 0) {
            return values.of(evaluation.on(plants.surfaces().get(0)), plants.feet());
        }
        float[] all = new float[plants.count()];
        for (int s = 0; s < plants.surfaces().size(); s++) {
            int surface = s;
            int[] there = java.util.stream.IntStream.range(0, plants.count())
                    .filter(i -> plants.surface()[i] == surface)
                    .toArray();
            Samples feet = plants.feet().pick(Samples.NOT_KEPT, there);
            float[] at = values.of(evaluation.on(plants.surfaces().get(s)), feet);
            for (int i = 0; i < there.length; i++) {
                all[there[i]] = at[i];
            }
        }
        return all;
    }

    /** How many values lie in each of equal steps from the least to the greatest. */
    public static int[] histogram(float[] values, float least, float most, int steps) {
        int[] counts = new int[steps];
        double range = Math.max(1e-30, (double) most - least);
        for (float value : values) {
            counts[(int) Math.min(steps - 1, Smooth.clamp01((value - least) / range) * steps)]++;
        }
        return counts;
    }
}
