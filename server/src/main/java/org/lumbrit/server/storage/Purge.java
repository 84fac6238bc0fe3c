package org.lumbrit.server.storage;

import java.time.Duration;
import java.time.Instant;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Throws away what nobody can want any more: sites deleted over a day ago, and files that no recipe has named for a day. */
@Component
public class Purge {
    private static final Logger LOG = LoggerFactory.getLogger(Purge.class);
    private static final Duration KEPT = Duration.ofDays(1);

    private final Sites sites;
    private final AssetRows assets;

    Purge(Sites sites, AssetRows assets) {
        this.sites = sites;
        this.assets = assets;
    }

    @Scheduled(initialDelayString = "10m", fixedDelayString = "6h")
    @Transactional
    public void old() {
        before(Instant.now().minus(KEPT));
    }

    /** @param moment what was deleted or brought in before it */
    @Transactional
    public void before(Instant moment) {
        int gone = sites.purge(moment);
        int files = assets.purge(moment);
        if (gone + files > 0) {
            LOG.info("Purged {} sites that were deleted, and {} files that no recipe names", gone, files);
        }
    }
}
