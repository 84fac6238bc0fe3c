package org.lumbrit.server.view;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import org.lumbrit.core.site.GroundSpec;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.formats.image.GreyPicture;
import org.lumbrit.formats.image.HeightMap;
import org.lumbrit.server.storage.Assets;
import org.springframework.stereotype.Component;

/** Grounds and pictures of the recipes in use, decoded once. */
@Component
public class Grounds {
    private final Assets assets;
    private final Cache<GroundSpec, Ground> kept =
            Caffeine.newBuilder().maximumSize(6).build();

    private final Cache<String, Picture> pictures =
            Caffeine.newBuilder().maximumSize(12).build();

    Grounds(Assets assets) {
        this.assets = assets;
    }

    /** A picture that a falloff shows. */
    public Picture picture(String file) {
        return pictures.get(file, missing -> GreyPicture.read(assets.content(file), "The picture"));
    }

    public Ground of(GroundSpec spec) {
        return kept.get(
                spec,
                missing -> HeightMap.read(assets.content(spec.heights()), "The height map")
                        .ground(spec));
    }
}
