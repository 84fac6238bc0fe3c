package org.lumbrit.server.api;

import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.web.multipart.MultipartFile;

/** What a browser says of a file that it sends, and is told of one that it gets. */
final class Uploads {
    private Uploads() {}

    /** The file's own name without any path, at most 120 characters. */
    static String name(MultipartFile file) {
        String given = file.getOriginalFilename();
        String plain = given == null ? "" : given.replaceAll("^.*[/\\\\]", "").replaceAll("\\p{Cntrl}", "");
        if (plain.isBlank()) {
            return "The file";
        }
        return plain.length() > 120 ? plain.substring(plain.length() - 120) : plain;
    }

    /** The header that offers an answer as a file of a name. */
    static String attachment(String name) {
        return ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build()
                .toString();
    }
}
