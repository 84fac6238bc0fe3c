package org.lumbrit.core.trials;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.KeyedNumbers;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;

/**
 * A number that is tried at several values.
 *
 * @param of what owns it; @param id the owner; @param setting the way to it, by names, as a {@link Track} has it
 * @param from the first value; @param to the last; @param count how many, 2 or more
 * @param byRatio whether each is so many times the one before, and not so much more
 */
public record Sweep(Track.Owner of, String id, String setting, double from, double to, int count, boolean byRatio) {
    /** Along one side of a sheet. */
    public static final int MOST = 49;

    /** Where a word alone may lie: itself, in the source, at the upper end of a property. */
    private static final List<String> MEANT = List.of("%s", "source.%s", "properties.%s.high");

    /** The sweep with the whole way to its number. @throws InvalidRecipeException where there is none, it is keyed, or a value is not allowed */
    public Sweep found(Recipe recipe) {
        for (String form : MEANT) {
            String way = form.formatted(setting);
            Optional<KeyedNumbers.Found> number = KeyedNumbers.find(recipe, of, id, way);
            if (number.isPresent()) {
                require(recipe, way, number.get());
                return new Sweep(of, id, way, from, to, count, byRatio);
            }
        }
        throw new InvalidRecipeException(
                "set",
                "“" + id + "” has no number “" + setting
                        + "”. A way to one is, for instance, source.far or steps.s1.power.");
    }

    private void require(Recipe recipe, String way, KeyedNumbers.Found number) {
        if (count < 2 || count > MOST) {
            throw new InvalidRecipeException(
                    "set", "Between 2 and " + MOST + " values can be tried, not " + count + ".");
        }
        for (double end : new double[] {from, to}) {
            if (!(end >= number.least() && end <= number.most())) {
                throw new InvalidRecipeException(
                        "set",
                        way + " is from " + Decimal.write(number.least(), 6) + " to " + Decimal.write(number.most(), 6)
                                + ", not " + Decimal.write(end, 6) + ".");
            }
        }
        if (byRatio && !(from > 0 && to > 0)) {
            throw new InvalidRecipeException("set", "By ratio both ends must lie above 0.");
        }
        if (recipe.clock().tracks().stream()
                .anyMatch(track -> track.of() == of
                        && track.id().equals(id)
                        && track.setting().equals(way))) {
            throw new InvalidRecipeException("set", way + " is keyed over time; take its keys away to try values.");
        }
    }

    /** The values in their order. */
    public double[] values() {
        double[] values = new double[count];
        for (int k = 0; k < count; k++) {
            double share = k / (double) (count - 1);
            values[k] = k == 0
                    ? from
                    : k == count - 1
                            ? to
                            : byRatio ? from * StrictMath.pow(to / from, share) : from + share * (to - from);
        }
        return values;
    }

    private Recipe with(Recipe recipe, double value) {
        return KeyedNumbers.with(recipe, of, id, setting, value);
    }

    /** The number as it is in a recipe at one of the values: whole numbers are rounded. */
    public double in(Recipe recipe) {
        return KeyedNumbers.find(recipe, of, id, setting).orElseThrow().value();
    }

    /** The recipe of each trial: for each value of the first all of the second. @param sweeps one or two, {@link #found} */
    public static List<Recipe> recipes(Recipe recipe, List<Sweep> sweeps) {
        List<Recipe> recipes = List.of(recipe);
        for (Sweep sweep : sweeps) {
            List<Recipe> next = new ArrayList<>();
            for (Recipe each : recipes) {
                for (double value : sweep.values()) {
                    next.add(sweep.with(each, value));
                }
            }
            recipes = next;
        }
        return recipes;
    }
}
