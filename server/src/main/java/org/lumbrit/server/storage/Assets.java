package org.lumbrit.server.storage;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Large immutable things. In a recipe an asset stands as its hash with the ending of its format, a file name that also works in a zip. */
@Component
public class Assets {
    private final AssetRows rows;

    Assets(AssetRows rows) {
        this.rows = rows;
    }

    /** @param ending of the file's name, without the dot; @return the name under which a recipe refers to it */
    @Transactional
    public String keep(byte[] content, String ending) {
        String hash = hash(content);
        if (!rows.existsById(hash)) {
            rows.keep(hash, content, Instant.now());
        }
        return hash + "." + ending;
    }

    @Transactional(readOnly = true)
    public byte[] content(String name) {
        String hash = name.replaceAll("\\.[a-z]{2,5}$", "");
        return rows.findById(hash)
                .map(AssetEntity::content)
                .orElseThrow(() -> new NotFoundException("There is no file “" + name + "” here. Import it first."));
    }

    /** The ending of a file's name, lower case; the one given where the name has none. */
    public static String ending(String name, String byDefault) {
        String ending = name.replaceAll("^.*\\.", "").toLowerCase(java.util.Locale.ROOT);
        return ending.matches("[a-z]{2,5}") && name.contains(".") ? ending : byDefault;
    }

    /** SHA-256 in hexadecimal. */
    static String hash(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java runtime has SHA-256", e);
        }
    }
}
