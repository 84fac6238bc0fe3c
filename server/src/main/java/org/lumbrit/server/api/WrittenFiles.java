package org.lumbrit.server.api;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.RemovalCause;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.UUID;
import org.lumbrit.server.storage.NotFoundException;
import org.springframework.stereotype.Component;

/** Files that were written to be fetched once; what nobody fetches is deleted after ten minutes. */
@Component
class WrittenFiles {
    private static final int MOST = 8;

    /** @param name under which it is offered */
    record Written(Path file, String name) {}

    private final Cache<String, Written> files = Caffeine.newBuilder()
            .maximumSize(MOST)
            .expireAfterWrite(Duration.ofMinutes(10))
            .scheduler(com.github.benmanes.caffeine.cache.Scheduler.systemScheduler())
            .evictionListener((String key, Written written, RemovalCause cause) -> delete(written))
            .build();

    /** @return what to ask for it by */
    String keep(Path file, String name) {
        String key = UUID.randomUUID().toString();
        files.put(key, new Written(file, name));
        return key;
    }

    /** Gives a file away; it is not kept any more. */
    Written take(String key) {
        Written written = files.asMap().remove(key);
        if (written == null) {
            throw new NotFoundException(
                    "This hand-over has been fetched, or was written more than ten minutes ago. Write it again.");
        }
        return written;
    }

    @PreDestroy
    void close() {
        files.asMap().values().forEach(WrittenFiles::delete);
    }

    private static void delete(Written written) {
        try {
            Files.deleteIfExists(written.file());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
