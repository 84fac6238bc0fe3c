package org.lumbrit.core.site;

import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Picture;

/** The large things that a recipe refers to by file name, decoded. Thread-safe. */
public interface SiteAssets {
    /** Where a recipe refers to no file. */
    SiteAssets NONE = new SiteAssets() {
        @Override
        public Ground heights(GroundSpec spec) {
            throw missing("ground.heights", "height map " + spec.heights().orElse(""));
        }

        @Override
        public Picture picture(String file) {
            throw missing("falloffs", "picture " + file);
        }

        @Override
        public Mesh mesh(String file) {
            throw missing("props", "mesh " + file);
        }
    };

    /** The height map that a ground names, at its own resolution. */
    Ground heights(GroundSpec spec);

    /** How many nodes a ground begins with. */
    default double nodes(GroundSpec spec) {
        double columns = spec.width();
        double rows = spec.depth().orElse(columns);
        int longest = spec.resolution().orElse(GroundSpec.FLAT_NODES);
        if (spec.heights().isPresent()) {
            Ground map = heights(spec);
            columns = map.columns();
            rows = map.rows();
            longest = spec.resolution().orElse(Math.max(map.columns(), map.rows()));
        }
        return longest * (double) longest * Math.min(columns, rows) / Math.max(columns, rows);
    }

    Picture picture(String file);

    /** In the file's own units and axes. */
    Mesh mesh(String file);

    private static InvalidRecipeException missing(String path, String what) {
        return new InvalidRecipeException(path, "There is no " + what + ".");
    }
}
