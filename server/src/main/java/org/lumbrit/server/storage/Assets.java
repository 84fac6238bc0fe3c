package org.lumbrit.server.storage;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Large immutable things. In a recipe an asset stands as {@code <hash>.png}, a file name that also works in a zip. */
@Component
public class Assets {
    private final AssetRows rows;

    Assets(AssetRows rows) {
        this.rows = rows;
    }

    /** @return the name under which a recipe refers to it */
    @Transactional
    public String keep(byte[] content) {
        String hash = hash(content);
        if (!rows.existsById(hash)) {
            rows.save(new AssetEntity(hash, content));
        }
        return hash + ".png";
    }

    @Transactional(readOnly = true)
    public byte[] content(String name) {
        String hash = name.replaceAll("\\.png$", "");
        return rows.findById(hash)
                .map(AssetEntity::content)
                .orElseThrow(
                        () -> new NotFoundException("There is no height map “" + name + "” here. Import it first."));
    }

    private static String hash(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java runtime has SHA-256", e);
        }
    }
}
