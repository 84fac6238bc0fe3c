package org.lumbrit.server.storage;

import java.util.UUID;
import org.lumbrit.core.recipe.Recipe;

/** A site as it is now. */
public record SiteState(UUID id, int revision, Recipe recipe, String summary, boolean canUndo, boolean canRedo) {}
