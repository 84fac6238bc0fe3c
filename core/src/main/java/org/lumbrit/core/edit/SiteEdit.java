package org.lumbrit.core.edit;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Limits;
import org.lumbrit.core.recipe.NameRule;
import org.lumbrit.core.recipe.Recipe;

/** Changes of the site as a whole. */
public sealed interface SiteEdit extends Edit {

    @Kind(name = "rename-site", title = "Rename site", help = "Gives the site another name.")
    record Rename(String name) implements SiteEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.withName(NameRule.clean(name));
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.name();
        }

        @Override
        public String summary(Recipe recipe) {
            return "Renamed the site to " + name;
        }
    }

    @Kind(name = "set-ground", title = "Set ground", help = "Replaces the height map or what its pixels mean.")
    record SetGround(GroundSpec ground) implements SiteEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.withGround(ground);
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.ground();
        }

        @Override
        public String summary(Recipe recipe) {
            return "Ground";
        }
    }

    @Kind(name = "set-clock", title = "Set clock", help = "Replaces the frame rate and the loop.")
    record SetClock(Clock clock) implements SiteEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.withClock(clock);
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.clock();
        }

        @Override
        public String summary(Recipe recipe) {
            return "Clock";
        }
    }

    @Kind(name = "set-limits", title = "Set limits", help = "Replaces what the site may cost.")
    record SetLimits(Limits limits) implements SiteEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.withLimits(limits);
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.limits();
        }

        @Override
        public String summary(Recipe recipe) {
            return "Budget";
        }
    }
}
