package org.lumbrit.formats.site;

import java.util.function.Function;
import org.lumbrit.core.math.Once;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.formats.image.GreyPicture;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.formats.mesh.MeshFormat;

/** Files beside a recipe, decoded when they are first asked for and kept. */
final class DecodedFiles implements SiteAssets {
    private final Function<String, byte[]> content;
    private final Once<GroundSpec, Ground> grounds = new Once<>();
    private final Once<String, Picture> pictures = new Once<>();
    private final Once<String, Mesh> meshes = new Once<>();

    DecodedFiles(Function<String, byte[]> content) {
        this.content = content;
    }

    @Override
    public Ground heights(GroundSpec spec) {
        String name = spec.heights().orElseThrow();
        return grounds.get(
                spec, missing -> HeightMap.read(content.apply(name), name).ground(spec));
    }

    @Override
    public Picture picture(String file) {
        return pictures.get(file, missing -> GreyPicture.read(content.apply(file), file));
    }

    @Override
    public Mesh mesh(String file) {
        return meshes.get(file, missing -> MeshFormat.read(content.apply(file), file));
    }
}
