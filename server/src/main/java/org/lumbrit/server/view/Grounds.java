package org.lumbrit.server.view;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.formats.image.GreyPicture;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.formats.mesh.MeshFormat;
import org.lumbrit.server.storage.Assets;
import org.springframework.stereotype.Component;

/** Height maps, pictures and meshes of the recipes in use, decoded once. */
@Component
public class Grounds implements SiteAssets {
    private static final long MOST_BYTES = 512L << 20;

    private final Assets assets;
    private final Cache<GroundSpec, Ground> grounds =
            Caffeine.newBuilder().maximumSize(6).build();

    private final Cache<String, Picture> pictures =
            Caffeine.newBuilder().maximumSize(12).build();

    private final Cache<String, Mesh> meshes = Caffeine.newBuilder()
            .maximumWeight(MOST_BYTES >> 10)
            .weigher((String file, Mesh mesh) -> (int) (mesh.bytes() >> 10) + 1)
            .build();

    Grounds(Assets assets) {
        this.assets = assets;
    }

    @Override
    public Ground heights(GroundSpec spec) {
        return grounds.get(
                spec,
                missing -> HeightMap.read(assets.content(spec.heights().orElseThrow()), "The height map")
                        .ground(spec, spec.heights().orElseThrow()));
    }

    @Override
    public Picture picture(String file) {
        return pictures.get(file, missing -> GreyPicture.read(assets.content(file), "The picture"));
    }

    @Override
    public Mesh mesh(String file) {
        return meshes.get(file, missing -> MeshFormat.read(assets.content(file), file));
    }
}
