package org.lumbrit.formats.site;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import org.lumbrit.core.site.GroundSpec;
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
    private final Map<GroundSpec, Ground> grounds = new ConcurrentHashMap<>();
    private final Map<String, Picture> pictures = new ConcurrentHashMap<>();
    private final Map<String, Mesh> meshes = new ConcurrentHashMap<>();

    DecodedFiles(Function<String, byte[]> content) {
        this.content = content;
    }

    @Override
    public Ground heights(GroundSpec spec) {
        String name = spec.heights().orElseThrow();
        return grounds.computeIfAbsent(
                spec, missing -> HeightMap.read(content.apply(name), name).ground(spec));
    }

    @Override
    public Picture picture(String file) {
        return pictures.computeIfAbsent(file, missing -> GreyPicture.read(content.apply(file), file));
    }

    @Override
    public Mesh mesh(String file) {
        return meshes.computeIfAbsent(file, missing -> MeshFormat.read(content.apply(file), file));
    }
}
