package org.lumbrit.server.storage;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.lumbrit.formats.BadInputException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The last picture of each site, as its view showed it; the list of sites shows them without drawing anything. */
@Component
public class Stills {
    private final StillRows rows;
    private final SiteStore store;

    Stills(StillRows rows, SiteStore store) {
        this.rows = rows;
        this.store = store;
    }

    /**
     * Keeps a picture in place of the one before; one of an older revision than is kept already is left out.
     *
     * @param picture a JPEG
     * @throws NotFoundException where there is no such site
     * @throws BadInputException where the site has no such revision
     */
    @Transactional
    public void keep(UUID site, int revision, byte[] picture) {
        int head = store.state(site).revision();
        if (revision < 1 || revision > head) {
            throw new BadInputException("revision: between 1 and " + head + ", not " + revision + ".");
        }
        rows.keep(site, revision, picture, Instant.now());
    }

    /** @throws NotFoundException where there is no such site */
    @Transactional(readOnly = true)
    public Optional<byte[]> of(UUID site) {
        store.requirePresent(site);
        return rows.findById(site).map(StillEntity::picture);
    }
}
