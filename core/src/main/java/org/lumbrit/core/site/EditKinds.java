package org.lumbrit.core.site;

import java.util.List;
import org.lumbrit.core.cover.CoverEdit;
import org.lumbrit.core.edit.DriveEdit;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.edit.MotionEdit;
import org.lumbrit.core.edit.PlaceEdit;
import org.lumbrit.core.edit.PropEdit;
import org.lumbrit.core.edit.SiteEdit;
import org.lumbrit.core.kinds.Registry;
import org.lumbrit.core.motion.SwayEdit;
import org.lumbrit.core.recipe.Edit;

/** The list of edits. A new edit is a record in one of these, or one line here. */
public final class EditKinds implements Registry {
    @Override
    public Class<?> of() {
        return Edit.class;
    }

    @Override
    public List<Class<?>> kinds() {
        return List.of(
                FalloffEdit.class,
                LayerEdit.class,
                CoverEdit.class,
                DriveEdit.class,
                PlaceEdit.class,
                PropEdit.class,
                MotionEdit.class,
                SwayEdit.class,
                SiteEdit.class);
    }
}
