package org.lumbrit.core.recipe;

/**
 * One small change of a recipe. Pure: the same edit on the same recipe gives the same recipe, wherever it is applied. The
 * result still has to pass {@link RecipeCheck}. A new edit is one record and its name in the list of edits
 * ({@code EditKinds}).
 */
public interface Edit {
    Recipe apply(Recipe recipe);

    /**
     * The part of a recipe that this edit builds on. An edit made on an older revision may be applied to a newer one iff this
     * part is equal in both.
     */
    Object touches(Recipe recipe);

    /** In the user's words, for the history: "Shore: contrast". */
    String summary(Recipe recipe);
}
