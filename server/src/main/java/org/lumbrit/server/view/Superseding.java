package org.lumbrit.server.view;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicBoolean;
import org.lumbrit.core.math.Cancel;
import org.springframework.stereotype.Component;

/** Lets the newest view request of a tab cancel the one before. */
@Component
public class Superseding {
    private final Cache<String, AtomicBoolean> newest = Caffeine.newBuilder()
            .maximumSize(1000)
            .expireAfterAccess(Duration.ofHours(1))
            .build();

    private final Cache<String, String> doing = Caffeine.newBuilder()
            .maximumSize(1000)
            .expireAfterWrite(Duration.ofMinutes(30))
            .build();

    /** @param tab names the tab; a request without a name is never cancelled */
    public Cancel newest(String tab) {
        if (tab == null || tab.isBlank()) {
            return Cancel.NEVER;
        }
        AtomicBoolean superseded = new AtomicBoolean();
        AtomicBoolean before = newest.asMap().put(tab, superseded);
        if (before != null) {
            before.set(true);
        }
        return new Cancel() {
            @Override
            public boolean cancelled() {
                return superseded.get();
            }

            @Override
            public void doing(String what) {
                doing.put(tab, what);
            }
        };
    }

    /** What the newest request of a tab is about, "" where that is not known. */
    public String doing(String tab) {
        String known = tab == null ? null : doing.getIfPresent(tab);
        return known == null ? "" : known;
    }

    /** Cancels what a tab waits for. */
    public void stop(String tab) {
        newest(tab);
    }
}
