package org.lumbrit.core.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;

/** Changes of the cells of the board. */
public sealed interface DriveEdit extends Edit {

    private static Optional<Drive> cell(Recipe recipe, String layer, String property, String falloff) {
        return recipe.drivesOf(layer, property).stream()
                .filter(drive -> drive.falloff().equals(falloff))
                .findFirst();
    }

    private static String words(Recipe recipe, String layer, String property, String falloff) {
        return recipe.names().nameOf(Refers.FALLOFF, falloff) + " on " + property + " of "
                + LayerEdit.nameIn(recipe, layer);
    }

    @Kind(name = "set-drive", title = "Set drive", help = "Lets a falloff drive a property, or changes its curve.")
    record Set(Drive drive) implements DriveEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            List<Drive> drives = new ArrayList<>(recipe.drives());
            Optional<Drive> old = cell(recipe, drive.layer(), drive.property(), drive.falloff());
            if (old.isPresent()) {
                drives.set(drives.indexOf(old.get()), drive);
            } else {
                drives.add(drive);
            }
            return recipe.withDrives(drives);
        }

        @Override
        public Object touches(Recipe recipe) {
            return cell(recipe, drive.layer(), drive.property(), drive.falloff());
        }

        @Override
        public String summary(Recipe recipe) {
            return words(recipe, drive.layer(), drive.property(), drive.falloff());
        }
    }

    @Kind(name = "remove-drive", title = "Remove drive", help = "Clears a cell of the board.")
    record Remove(String layer, String property, String falloff) implements DriveEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            List<Drive> drives = new ArrayList<>(recipe.drives());
            cell(recipe, layer, property, falloff).ifPresent(drives::remove);
            return recipe.withDrives(drives);
        }

        @Override
        public Object touches(Recipe recipe) {
            return cell(recipe, layer, property, falloff);
        }

        @Override
        public String summary(Recipe recipe) {
            return "Cleared " + words(recipe, layer, property, falloff);
        }
    }
}
