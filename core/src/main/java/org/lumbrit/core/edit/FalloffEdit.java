package org.lumbrit.core.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.NameRule;
import org.lumbrit.core.recipe.Recipe;

/** Changes of falloffs and their steps. */
public sealed interface FalloffEdit extends Edit {

    /** The falloff that is changed. */
    String falloff();

    @Override
    default Object touches(Recipe recipe) {
        return recipe.falloff(falloff());
    }

    static String nameIn(Recipe recipe, String id) {
        return recipe.names().nameOf(Refers.FALLOFF, id);
    }

    @Kind(name = "add-falloff", title = "Add falloff", help = "Puts a new falloff at a column of the board.")
    record Add(Falloff added, int index) implements FalloffEdit {
        @Override
        public String falloff() {
            return added.id();
        }

        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.withFalloffs(Recipe.inserted(recipe.falloffs(), added, index));
        }

        @Override
        public String summary(Recipe recipe) {
            return "New falloff " + added.name();
        }
    }

    @Kind(name = "remove-falloff", title = "Remove falloff", help = "Takes its drives and the steps that use it along.")
    record Remove(String falloff) implements FalloffEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.without(Refers.FALLOFF, falloff);
        }

        @Override
        public String summary(Recipe recipe) {
            long drives = recipe.drives().stream()
                    .filter(drive -> drive.falloff().equals(falloff))
                    .count();
            long steps = recipe.falloffs().stream()
                    .filter(each -> References.of(each, Refers.FALLOFF).contains(falloff))
                    .count();
            return "Deleted falloff " + nameIn(recipe, falloff)
                    + (drives + steps == 0 ? "" : " with " + drives + " drives and " + steps + " steps that used it");
        }
    }

    @Kind(name = "rename-falloff", title = "Rename falloff", help = "Gives a falloff another name.")
    record Rename(String falloff, String name) implements FalloffEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeFalloff(falloff, each -> each.renamed(NameRule.clean(name)));
        }

        @Override
        public String summary(Recipe recipe) {
            return "Renamed " + nameIn(recipe, falloff) + " to " + name;
        }
    }

    @Kind(name = "move-falloff", title = "Move falloff", help = "Moves a falloff to another column of the board.")
    record Move(String falloff, int index) implements FalloffEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            Falloff moved =
                    recipe.falloff(falloff).orElseThrow(() -> InvalidRecipeException.missing("falloff", falloff));
            List<Falloff> rest = new ArrayList<>(recipe.falloffs());
            rest.remove(moved);
            return recipe.withFalloffs(Recipe.inserted(rest, moved, index));
        }

        @Override
        public String summary(Recipe recipe) {
            return "Moved falloff " + nameIn(recipe, falloff);
        }
    }

    @Kind(name = "set-source", title = "Set source", help = "Replaces a falloff's source or its settings.")
    record SetSource(String falloff, Source source) implements FalloffEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeFalloff(falloff, each -> each.withSource(source));
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.falloff(falloff).map(Falloff::source);
        }

        @Override
        public String summary(Recipe recipe) {
            return nameIn(recipe, falloff) + ": source";
        }
    }

    @Kind(name = "add-step", title = "Add step", help = "Puts a new step into a falloff.")
    record AddStep(String falloff, Step step, int index) implements FalloffEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeFalloff(falloff, each -> each.withSteps(Recipe.inserted(each.steps(), step, index)));
        }

        @Override
        public Object touches(Recipe recipe) {
            return stepIds(recipe, falloff);
        }

        @Override
        public String summary(Recipe recipe) {
            return nameIn(recipe, falloff) + ": added " + title(step);
        }
    }

    @Kind(name = "set-step", title = "Set step", help = "Replaces a step's settings, or skips it.")
    record SetStep(String falloff, Step step) implements FalloffEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeFalloff(falloff, each -> {
                require(each, step.id());
                return each.withSteps(each.steps().stream()
                        .map(old -> old.id().equals(step.id()) ? step : old)
                        .toList());
            });
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.falloff(falloff).flatMap(each -> each.step(step.id()));
        }

        @Override
        public String summary(Recipe recipe) {
            return nameIn(recipe, falloff) + ": " + title(step);
        }
    }

    @Kind(name = "move-step", title = "Move step", help = "Moves a step to another position.")
    record MoveStep(String falloff, String step, int index) implements FalloffEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeFalloff(falloff, each -> {
                Step moved = require(each, step);
                return each.withSteps(Recipe.inserted(each.without(step).steps(), moved, index));
            });
        }

        @Override
        public Object touches(Recipe recipe) {
            return stepIds(recipe, falloff);
        }

        @Override
        public String summary(Recipe recipe) {
            return nameIn(recipe, falloff) + ": moved a step";
        }
    }

    @Kind(name = "remove-step", title = "Remove step", help = "Takes a step out of a falloff.")
    record RemoveStep(String falloff, String step) implements FalloffEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeFalloff(falloff, each -> {
                require(each, step);
                return each.without(step);
            });
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.falloff(falloff).flatMap(each -> each.step(step));
        }

        @Override
        public String summary(Recipe recipe) {
            return nameIn(recipe, falloff) + ": deleted "
                    + recipe.falloff(falloff)
                            .flatMap(each -> each.step(step))
                            .map(FalloffEdit::title)
                            .orElse("a step");
        }
    }

    @Kind(name = "limit-step", title = "Limit step", help = "Lets another falloff say where a step acts.")
    record LimitStep(String falloff, String step, Optional<String> by) implements FalloffEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeFalloff(falloff, each -> {
                require(each, step);
                return each.limited(step, by);
            });
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.falloff(falloff).map(each -> each.limitOf(step));
        }

        @Override
        public String summary(Recipe recipe) {
            return nameIn(recipe, falloff) + ": "
                    + by.map(other -> "a step limited by " + nameIn(recipe, other))
                            .orElse("a step not limited any more");
        }
    }

    private static String title(Step step) {
        return Kinds.of((Record) step).title().toLowerCase(java.util.Locale.ROOT);
    }

    private static Step require(Falloff falloff, String stepId) {
        return falloff.step(stepId).orElseThrow(() -> InvalidRecipeException.missing("step", stepId));
    }

    private static Object stepIds(Recipe recipe, String falloffId) {
        return recipe.falloff(falloffId)
                .map(each -> each.steps().stream().map(Step::id).toList());
    }
}
